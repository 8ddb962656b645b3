/** What "Go or do" can go to or do: places, acts, runs, businesses, people, guides, and what the search finds. */
import type { Found } from "@zesty/contract/find";
import type { SessionView } from "@zesty/contract/session";
import type { CountryCode } from "@zesty/core/countries/countries";
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

export interface Entry {
  kind: string;
  name: string;
  /** whose it is, where it may be another business's */
  about?: string;
  go: () => void;
}

interface Asked {
  open: boolean;
  session: SessionView;
  business: BusinessInHand | null;
  onBusiness: (id: number) => void;
  onHelp: () => void;
  onTheme: () => void;
}

/** Kind, name and address of what is there for a business in hand. */
const ofBusiness = (country: CountryCode): (readonly [kind: string, name: string, to: string])[] => [
  ["Place", "What is missing: readiness", "/readiness"],
  ...(onPage[country].hasNotices ? [["Place", "Notices of Inland Revenue", "/notices"] as const] : []),
  ["Do", "Add several people at once", "/people/several"],
  ["Do", "Raise several people from a day", "/people/raise"],
  ["Do", "Move several people: cycle, place, cost centre, fund", "/people/move"],
  ["Place", "Wage cost by month and cost centre", "/figures?what=cost"],
  ["Place", "Hours by kind and month", "/figures?what=hours"],
  ["Place", "Leave balances", "/figures?what=leave"],
  ["Place", "What if: the year ahead", "/figures/what-if"],
  ["Place", "Papers owed to people", "/people/papers"],
  ["Do", "Look past pays over", "/people/pays"],
  ["Do", "Add a person", "/people/new"],
  ["Do", "Pay somebody outside the cycle", "/run?outside-cycle"],
];

const ofLeads: readonly (readonly [kind: string, name: string, to: string])[] = [
  ["Do", "Add a business", "/set-up/new-business"],
  ["Do", "Invite a user", "/set-up/users"],
  ["Place", "Users", "/set-up/users"],
  ["Place", "Other programs", "/set-up/programs"],
  ["Place", "Safety: backups and the trail", "/set-up/safety"],
  ["Place", "Audit trail", "/set-up/trail"],
];

/** @returns what fits what is typed, best first, and whether names are still on their way */
export function useEntries(query: string, { open, session, business, onBusiness, onHelp, onTheme }: Asked) {
  const navigate = useNavigate();
  const take = useTakeBusiness();
  const skip = { skip: !open || !business };
  const { data: people = [], isLoading: isPeopleLoading } = peopleApi.usePeopleQuery(business?.id ?? 0, skip);
  const { data: runs = [], isLoading: isRunsLoading } = runApi.useRunsQuery(business?.id ?? 0, skip);
  const words = useSettled(query.trim(), 120);
  const { data: hits = [], isFetching } = findApi.useFindQuery(words, { skip: !open || words.length < 2 });
  const isNaming = isPeopleLoading || isRunsLoading;
  const to = (address: string) => () => void navigate(address);
  const asEntry = ([kind, name, address]: readonly [string, string, string]): Entry => ({
    kind,
    name,
    go: to(address),
  });
  const entries: Entry[] = [
    ...places.map((place) => ({ kind: "Place", name: place.name, go: to(place.to) })),
    { kind: "Do", name: "Switch between light and dark", go: onTheme },
    { kind: "Do", name: "Open the guide of this page, with its keys", go: onHelp },
    ...(business ? ofBusiness(business.country).map(asEntry) : []),
    ...(session.user?.lead ? ofLeads.map(asEntry) : []),
    { kind: "Place", name: "Your account: password, one-time codes", go: to("/you") },
    { kind: "Place", name: "Rule book", go: to("/set-up/rules") },
    ...runs.slice(0, 20).map((run) => ({
      kind: "Run",
      name: `Run ${run.number}, payday ${longDate(run.payday)}`,
      go: to(`/run/${run.id}`),
    })),
    ...session.businesses.map((each) => ({ kind: "Business", name: each.name, go: () => onBusiness(each.id) })),
    ...people.map((person) => ({ kind: "Person", name: person.name, go: to(`/people/${person.id}`) })),
  ];
  const asHit = ({ kind, title, about, businessId, to: address }: Found): Entry => ({
    ...{ kind, name: title, about },
    go: () => {
      take(businessId);
      void navigate(address);
    },
  });
  const wanted = query.trim().toLowerCase();
  const own = entries.filter((entry) => `${entry.kind} ${entry.name}`.toLowerCase().includes(wanted)).slice(0, 12);
  const isLoading = isNaming || isFetching || words !== query.trim();
  // As long as names are on their way, Enter waits for them: the page of all that is found would be there first.
  if (words.length < 2 || isNaming) return { found: own, isLoading };
  const guides = findGuides(words, business?.country ?? null)
    .filter(({ at }) => !at.includes(":"))
    .slice(0, 3);
  const found = [
    ...own,
    ...hits.map(asHit).filter((hit) => !own.some((each) => each.name === hit.name)),
    ...guides.map(({ at, title, about }): Entry => ({ kind: "Guide", name: title, about, go: to(at) })),
    {
      kind: "Find",
      name: `All that is found for “${words}”`,
      go: to(`/find?${new URLSearchParams({ words })}`),
    },
  ];
  return { found, isLoading };
}
