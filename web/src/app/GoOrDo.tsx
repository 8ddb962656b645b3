/** "Go or do": every place, person, business and action by name. */

import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions, Dialog, DialogPanel } from "@headlessui/react";
import type { Found } from "@zesty/contract/find";
import type { SessionView } from "@zesty/contract/session";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { onPage } from "../countries/onPage.ts";
import { longDate } from "../parts/format.ts";
import { useSettled } from "../parts/useSettled.ts";
import { type BusinessInHand, useTakeBusiness } from "../state/business.ts";
import { findApi } from "../state/findApi.ts";
import { peopleApi } from "../state/peopleApi.ts";
import { runApi } from "../state/runApi.ts";
import { findGuides } from "./guides.ts";
import { places } from "./places.ts";

interface Entry {
  kind: string;
  name: string;
  /** whose it is, where it may be another business's */
  about?: string;
  go: () => void;
}

interface Props {
  open: boolean;
  onClose: () => void;
  session: SessionView;
  business: BusinessInHand | null;
  onBusiness: (id: number) => void;
  onHelp: () => void;
  onTheme: () => void;
}

export function GoOrDo({ open, onClose, session, business, onBusiness, onHelp, onTheme }: Props) {
  const navigate = useNavigate();
  const take = useTakeBusiness();
  const [query, setQuery] = useState("");
  const { data: people = [], isLoading: isPeopleLoading } = peopleApi.usePeopleQuery(business?.id ?? 0, {
    skip: !open || !business,
  });
  const { data: runs = [], isLoading: isRunsLoading } = runApi.useRunsQuery(business?.id ?? 0, {
    skip: !open || !business,
  });
  const words = useSettled(query.trim(), 120);
  const { data: hits = [], isFetching } = findApi.useFindQuery(words, { skip: !open || words.length < 2 });
  const isLoading = isPeopleLoading || isRunsLoading || isFetching || words !== query.trim();
  // Enter was pressed before the names were here: it counts once they are.
  const [isAwaited, setIsAwaited] = useState(false);
  const entries: Entry[] = [
    ...places.map((place) => ({ kind: "Place", name: place.name, go: () => void navigate(place.to) })),
    { kind: "Do", name: "Switch between light and dark", go: onTheme },
    { kind: "Do", name: "Open the guide of this page, with its keys", go: onHelp },
    ...(business
      ? [
          { kind: "Place", name: "What is missing: readiness", go: () => void navigate("/readiness") },
          ...(onPage[business.country].hasNotices
            ? [{ kind: "Place", name: "Notices of Inland Revenue", go: () => void navigate("/notices") }]
            : []),
          { kind: "Do", name: "Add several people at once", go: () => void navigate("/people/several") },
          { kind: "Do", name: "Raise several people from a day", go: () => void navigate("/people/raise") },
          {
            kind: "Do",
            name: "Move several people: cycle, place, cost centre, fund",
            go: () => void navigate("/people/move"),
          },
          ...(
            [
              ["Wage cost by month and cost centre", "what=cost"],
              ["Hours by kind and month", "what=hours"],
              ["Leave balances", "what=leave"],
            ] as const
          ).map(([name, asked]) => ({ kind: "Place", name, go: () => void navigate(`/figures?${asked}`) })),
          { kind: "Place", name: "What if: the year ahead", go: () => void navigate("/figures/what-if") },
          { kind: "Place", name: "Papers owed to people", go: () => void navigate("/people/papers") },
          { kind: "Do", name: "Look past pays over", go: () => void navigate("/people/pays") },
          { kind: "Do", name: "Add a person", go: () => void navigate("/people/new") },
          { kind: "Do", name: "Pay somebody outside the cycle", go: () => void navigate("/run?outside-cycle") },
        ]
      : []),
    ...(session.user?.lead
      ? [
          { kind: "Do", name: "Add a business", go: () => void navigate("/set-up/new-business") },
          { kind: "Do", name: "Invite a user", go: () => void navigate("/set-up/users") },
          { kind: "Place", name: "Users", go: () => void navigate("/set-up/users") },
          { kind: "Place", name: "Other programs", go: () => void navigate("/set-up/programs") },
          { kind: "Place", name: "Safety: backups and the trail", go: () => void navigate("/set-up/safety") },
          { kind: "Place", name: "Audit trail", go: () => void navigate("/set-up/trail") },
        ]
      : []),
    { kind: "Place", name: "Your account: password, one-time codes", go: () => void navigate("/you") },
    { kind: "Place", name: "Rule book", go: () => void navigate("/set-up/rules") },
    ...runs.slice(0, 20).map((run) => ({
      kind: "Run",
      name: `Run ${run.number}, payday ${longDate(run.payday)}`,
      go: () => void navigate(`/run/${run.id}`),
    })),
    ...session.businesses.map((each) => ({ kind: "Business", name: each.name, go: () => onBusiness(each.id) })),
    ...people.map((person) => ({ kind: "Person", name: person.name, go: () => void navigate(`/people/${person.id}`) })),
  ];
  const asEntry = ({ kind, title, about, businessId, to }: Found): Entry => ({
    ...{ kind, name: title, about },
    go: () => {
      take(businessId);
      void navigate(to);
    },
  });
  const wanted = query.trim().toLowerCase();
  const own = entries.filter((entry) => `${entry.kind} ${entry.name}`.toLowerCase().includes(wanted)).slice(0, 12);
  const found =
    // As long as names are on their way, Enter waits for them: the page of all that is found would be there first.
    words.length < 2 || isPeopleLoading || isRunsLoading
      ? own
      : [
          ...own,
          ...hits.map(asEntry).filter((hit) => !own.some((each) => each.name === hit.name)),
          ...findGuides(words, business?.country ?? null)
            .filter(({ at }) => !at.includes(":"))
            .slice(0, 3)
            .map(({ at, title, about }): Entry => ({ kind: "Guide", name: title, about, go: () => void navigate(at) })),
          {
            ...{ kind: "Find", name: `All that is found for “${words}”` },
            go: () => void navigate(`/find?${new URLSearchParams({ words })}`),
          },
        ];
  const close = () => {
    setQuery("");
    setIsAwaited(false);
    onClose();
  };
  const choose = (entry: Entry) => {
    close();
    entry.go();
  };
  const [first] = found;
  useEffect(() => {
    if (!isAwaited || isLoading) return;
    setIsAwaited(false);
    if (first) choose(first);
  });
  return (
    <Dialog open={open} onClose={close} className="relative z-50">
      <div className="fixed inset-0 bg-ink/20" aria-hidden="true" />
      <div className="fixed inset-x-0 top-24 flex justify-center px-4">
        <DialogPanel className="w-full max-w-xl rounded-(--radius) border border-rule-strong bg-sheet shadow-xl">
          <Combobox
            onChange={(entry: Entry | null) => {
              if (entry) choose(entry);
            }}
          >
            {({ activeOption }) => (
              <>
                <ComboboxInput
                  autoFocus
                  aria-label="Go or do"
                  placeholder="A place, a person, a run, something to do…"
                  className="w-full border-b border-rule bg-transparent px-4 py-3 text-[17px] outline-none"
                  onChange={(event) => {
                    setQuery(event.target.value);
                    setIsAwaited(false);
                  }}
                  onKeyDown={(event) => {
                    if (event.key !== "Enter" || activeOption) return;
                    event.preventDefault();
                    if (first) choose(first);
                    else setIsAwaited(isLoading);
                  }}
                />
                <ComboboxOptions static className="max-h-96 overflow-auto py-1">
                  {found.map((entry) => (
                    <ComboboxOption
                      key={`${entry.kind}${entry.name}${entry.about ?? ""}`}
                      value={entry}
                      className="flex gap-3 px-4 py-1.5 data-focus:bg-lime-soft"
                    >
                      <span className="w-20 shrink-0 text-quiet">{entry.kind}</span>
                      <span className="min-w-0 flex-1">
                        {entry.name}
                        {entry.about && <span className="block text-[14px] text-quiet">{entry.about}</span>}
                      </span>
                    </ComboboxOption>
                  ))}
                  {found.length === 0 && !isLoading && (
                    <p className="px-4 py-2 text-quiet">Nothing here is called “{query}”.</p>
                  )}
                </ComboboxOptions>
              </>
            )}
          </Combobox>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
