/** A person's page: everything that is known, each section mended in place. */
import type { BusinessView } from "@zesty/contract/business";
import type { PersonView } from "@zesty/contract/people";
import { useEffect, useState } from "react";
import { useLocation, useNavigate, useParams, useSearchParams } from "react-router";
import { FieldNotesOf } from "../../countries/FieldNotesOf.tsx";
import { BrokenNote } from "../../parts/BrokenNote.tsx";
import { Button } from "../../parts/Button.tsx";
import { shortDate, weekdayDate } from "../../parts/format.ts";
import { Loading, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { usePutInHand, useToday } from "../../state/business.ts";
import { lineApi } from "../../state/lineApi.ts";
import { peopleApi } from "../../state/peopleApi.ts";
import { runApi } from "../../state/runApi.ts";
import { setUpApi } from "../../state/setUpApi.ts";
import { Beside } from "./Beside.tsx";
import { Departure } from "./Departure.tsx";
import { LineOfTime } from "./LineOfTime.tsx";
import { MissingHere, nextMissingId } from "./MissingHere.tsx";
import { PersonPhoto } from "./PersonPhoto.tsx";
import { newestNotch, type Saved, SavedWord } from "./SavedWord.tsx";
import { StaffAccess } from "./StaffAccess.tsx";
import type { SectionShown } from "./sectionParts.ts";
import { sectionsOf } from "./sections.ts";

export function PersonPage() {
  const id = Number(useParams().person);
  const { data: person, error } = peopleApi.usePersonQuery(id, { refetchOnMountOrArgChange: true });
  const { data: setUp } = setUpApi.useBusinessQuery(person?.businessId ?? 0, { skip: !person });
  const today = useToday();
  const { data: runs = [], isLoading: runsAwaited } = runApi.useRunsQuery(person?.businessId ?? 0, { skip: !person });
  // The page is shown when all above its sections is there: nothing moves under a hand.
  const { isLoading: lineAwaited } = lineApi.useLineQuery(id, { refetchOnMountOrArgChange: true });
  const navigate = useNavigate();
  const { hash } = useLocation();
  usePutInHand(person?.businessId);
  if (error) return <PageProblem error={error} />;
  if (!person || !setUp || runsAwaited || lineAwaited) return <Loading what="the person" />;
  const cycle = setUp.cycles.find((each) => each.id === person.employment.cycleId);
  const openRun = runs.find((run) => run.state === "open" && run.kind === "cycle" && run.cycleName === cycle?.name);
  const comes = openRun?.payday ?? cycle?.next.payday;
  const isHere = person.details.endDate === null || person.details.endDate >= today;
  const payday = comes && isHere ? `next payday ${weekdayDate(comes)}` : null;
  return (
    <Page
      wide
      title={`${person.details.givenName} ${person.details.familyName}`}
      aside={
        <span className="flex items-center gap-6">
          {openRun && (
            <Button id="to-the-run" onClick={() => void navigate(`/run/${openRun.id}`)}>
              To the run of {shortDate(openRun.payday)}
            </Button>
          )}
          <PersonPhoto person={person} />
        </span>
      }
    >
      <p className="-mt-3 mb-4 text-quiet">
        {[person.payrollId, person.employment.basis, person.employment.classification, payday]
          .filter(Boolean)
          .join(" · ")}
        <MissingHere key={person.id} person={person} open={hash.slice(1)} day={today} />
      </p>
      <BrokenNote broken={person.broken} />
      <LineOfTime personId={person.id} />
      <JumpList country={person.country} />
      <div className="grid grid-cols-[minmax(0,1fr)_310px] gap-8 max-[900px]:grid-cols-1">
        <FieldNotesOf country={person.country} subject="person">
          <Sections key={person.id} person={person} setUp={setUp} day={today} />
        </FieldNotesOf>
        <Beside person={person} day={today} />
      </div>
    </Page>
  );
}

function Sections({ person, setUp, day }: { person: PersonView; setUp: BusinessView; day: string }) {
  const { hash } = useLocation();
  const [search] = useSearchParams();
  // Nothing counts of somebody before the first day: a change of who is yet to start is of that day.
  const begins = person.details.startDate > day ? person.details.startDate : day;
  // Rates of pay follow the day worked: from a run's mark they count from the first day of its period.
  const worked = search.get("from") ?? begins;
  const wanted = hash.slice(1) === "rate" ? "employment" : hash.slice(1);
  const [editing, setEditing] = useState(wanted);
  const [saved, setSaved] = useState<Saved | null>(null);
  const { data: line } = lineApi.useLineQuery(person.id);
  // Who mends what is missing goes on to the next of it.
  const wasAsked = person.missing.some((each) => each.section === editing);

  useEffect(() => {
    setEditing(wanted);
    document.getElementById(wanted)?.scrollIntoView({ block: "center" });
    if (wanted) requestAnimationFrame(() => focusField(document.getElementById(wanted), search.get("field")));
  }, [wanted, search]);
  const section = ({ id, title, facts, Form, secret }: SectionShown) => (
    <section key={id} id={id} className="border-t border-rule-strong py-3" aria-labelledby={`${id}-title`}>
      <div className="flex items-baseline justify-between">
        <h2 id={`${id}-title`} className="font-name text-[18px]">
          {title}
        </h2>
        {editing !== id && (
          <Button look="quiet" onClick={() => setEditing(id)} aria-label={`Change ${title.toLowerCase()}`}>
            Change
          </Button>
        )}
      </div>
      {saved?.id === id && editing !== id && <SavedWord key={saved.after} personId={person.id} saved={saved} />}
      {editing === id ? (
        <Form
          person={person}
          setUp={setUp}
          day={id === "employment" || id === "time" ? worked : begins}
          onDone={(note) => {
            setEditing("");
            setSaved(note ? { id, note, after: newestNotch(line, id) } : null);
            // Sent here from a run, the way back is the next thing.
            if (search.has("from")) requestAnimationFrame(() => document.getElementById("to-the-run")?.focus());
            else if (wasAsked) requestAnimationFrame(() => document.getElementById(nextMissingId)?.focus());
          }}
        />
      ) : (
        <dl className="mt-1 grid grid-cols-[170px_1fr] gap-y-0.5 text-[15px]">
          {facts(person, setUp)
            .filter(([, value]) => value !== undefined)
            .map(([label, value]) => (
              <div key={label} className="contents">
                <dt className="text-quiet">{label}</dt>
                <dd className="figures">{value ?? <span className="font-semibold text-amber">missing</span>}</dd>
              </div>
            ))}
        </dl>
      )}
      {editing !== id && secret && <Secret personId={person.id} what={secret} />}
    </section>
  );
  const [paid, others] = stacksOf(person.country);
  return (
    <div className="grid grid-cols-2 items-start gap-8 max-[1150px]:grid-cols-1 max-[1150px]:gap-0 print:grid-cols-1 print:gap-0">
      <div>{paid.map(section)}</div>
      <div>
        {others.map(section)}
        <StaffAccess person={person} />
        <Departure person={person} day={day} wanted={wanted === "departure"} />
      </div>
    </div>
  );
}

/** Who somebody is and how they are paid; then all else. Beside each other where there is room. */
const firstStack = ["details", "employment", "time", "usualPay", "tax", "taxCode", "super", "kiwiSaver", "bank"];
function stacksOf(country: PersonView["country"]): [SectionShown[], SectionShown[]] {
  const all = sectionsOf[country];
  const place = ({ id }: SectionShown) => firstStack.indexOf(id);
  return [
    all.filter((each) => place(each) >= 0).sort((a, b) => place(a) - place(b)),
    all.filter((each) => place(each) < 0),
  ];
}

/** A part of the page is one press away; its way to change it has the cursor then. */
function JumpList({ country }: { country: PersonView["country"] }) {
  const parts = [
    ...stacksOf(country).flat(),
    ...[
      { id: "staff", title: "Staff page" },
      { id: "departure", title: "Departure" },
    ],
  ];
  const goTo = (id: string) => {
    const part = document.getElementById(id);
    part?.scrollIntoView({ block: "start" });
    part?.querySelector<HTMLElement>("button")?.focus({ preventScroll: true });
  };
  return (
    <nav aria-label="Parts of the page" className="mb-2 flex flex-wrap gap-x-4 gap-y-1 text-[14.5px] print:hidden">
      {parts.map(({ id, title }) => (
        <button
          key={id}
          type="button"
          className="text-quiet hover:text-action hover:underline"
          onClick={() => goTo(id)}
        >
          {title}
        </button>
      ))}
    </nav>
  );
}

/** Puts the cursor into the field with this label; without one into the first that is empty. */
function focusField(section: HTMLElement | null, label: string | null): void {
  const fields = [
    ...(section?.querySelectorAll<HTMLInputElement>("input:not([tabindex='-1']), select, textarea") ?? []),
  ];
  const named = label === null ? undefined : fields.find((each) => each.labels?.[0]?.textContent?.startsWith(label));
  (named ?? fields.find((each) => each.value === ""))?.focus();
}

/** Numbers show their last three digits until asked for; the asking is recorded. */
function Secret({ personId, what }: { personId: number; what: "tax" | "bank" }) {
  const [ask, { data, error, reset }] = peopleApi.useSecretMutation();
  if (data)
    return (
      <p className="figures mt-1">
        <span className="bg-lime px-1">{data.value}</span>{" "}
        <Button look="quiet" onClick={reset}>
          Hide
        </Button>
      </p>
    );
  return (
    <>
      <Button look="quiet" className="text-[14px]" onClick={() => void ask({ person: personId, what })}>
        Show in full (this is recorded)
      </Button>
      <ProblemNote error={error} />
    </>
  );
}
