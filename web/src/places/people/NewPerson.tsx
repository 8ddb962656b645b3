/**
 * A new person in one go: everything that the first pay and the first report ask for, on one page, with the first pay in
 * figures beside it. What is left blank is asked for later and stays marked until then.
 */
import type { BusinessView } from "@zesty/contract/business";
import type { AgreementView } from "@zesty/contract/time";
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import type { PersonCells } from "@zesty/core/hoursSheet/peopleSheet";
import { useEffect, useMemo, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { FieldNotesOf } from "../../countries/FieldNotesOf.tsx";
import { onPage } from "../../countries/onPage.ts";
import { AskBeforeLeaving } from "../../parts/AskBeforeLeaving.tsx";
import { Button } from "../../parts/Button.tsx";
import { counted, sentenceCase } from "../../parts/format.ts";
import { isOffered } from "../../parts/offered.ts";
import { Loading } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useSettled } from "../../parts/useSettled.ts";
import { api } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { keepHere, keptHere } from "../../state/keptHere.ts";
import { peopleApi } from "../../state/peopleApi.ts";
import { timeApi } from "../../state/timeApi.ts";
import { FirstPayFigures } from "./FirstPayFigures.tsx";
import { NewFundHere } from "./NewFundHere.tsx";
import { type Choice, NewPersonField } from "./NewPersonField.tsx";
import { askedCells, isSecret, type OneGoPart, partsOf } from "./oneGo.ts";

export function NewPersonPage() {
  const business = useBusiness();
  const { data: setUp } = api.useBusinessQuery(business.id);
  const { data: agreements } = timeApi.useAgreementsQuery(business.id);
  return setUp && agreements ? (
    <NewPersonForm key={setUp.id} setUp={setUp} agreements={agreements} />
  ) : (
    <Loading what="the set-up" />
  );
}

const keptName = (business: number) => `person-${business}`;
const another = "another fund";

function choicesIn(
  setUp: BusinessView,
  agreements: readonly AgreementView[],
  cells: PersonCells,
): Record<string, Choice[]> {
  const named = (list: readonly { id: number; name: string; retired: boolean }[]): Choice[] =>
    list.filter(isOffered()).map(({ name }) => ({ value: name, name }));
  const levels = agreements.find((each) => each.code === cells.agreement)?.rules.classifications ?? [];
  const without = onPage[setUp.country].withoutBases;
  const bases = peopleColumnsIn(setUp.country).find((each) => each.name === "basis")?.choices ?? {};
  return {
    basis: Object.keys(bases)
      .filter((each) => !without.includes(each))
      .map((each) => ({ value: each, name: each })),
    cycle: named(setUp.cycles),
    place: named(setUp.places),
    costCentre: named(setUp.costCentres),
    fund: [...named(setUp.funds), { value: another, name: "another fund…" }],
    agreement: agreements.map((each) => ({ value: each.code, name: each.rules.title })),
    level: levels.map((each) => ({ value: each.key, name: each.title })),
  };
}

function NewPersonForm({ setUp, agreements }: { setUp: BusinessView; agreements: AgreementView[] }) {
  const navigate = useNavigate();
  const page = onPage[setUp.country];
  const begin: PersonCells = { basis: "full-time", weeklyHours: page.week };
  const [cells, setCells] = useState<PersonCells>(() => ({
    ...begin,
    ...keptHere<PersonCells>(keptName(setUp.id), sessionStorage),
  }));
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [tried, setTried] = useState(false);
  const [done, setDone] = useState<{ id: number; next: boolean } | null>(null);
  const [added, setAdded] = useState<{ id: number; name: string } | null>(null);
  const [add, adding] = peopleApi.useAddSeveralMutation();
  const form = useRef<HTMLFormElement>(null);
  const seeksFault = useRef(false);
  const isSending = useRef(false);
  const isFundBegun = cells.fund === another;
  const choices = useMemo(() => choicesIn(setUp, agreements, cells), [setUp, agreements, cells]);
  const parts = useMemo(
    () => partsOf(setUp.country, sentenceCase(page.saving), cells, choices),
    [setUp.country, page.saving, cells, choices],
  );
  const asked = useMemo(
    () => askedCells({ ...cells, fund: isFundBegun ? "" : (cells.fund ?? "") }, parts),
    [cells, isFundBegun, parts],
  );
  const settled = useSettled(asked);
  const isTyped = Object.keys(asked).some((name) => asked[name] !== begin[name]);
  const { currentData: plan } = peopleApi.usePlanPeopleQuery({ business: setUp.id, rows: [settled] });
  const planned = plan?.rows[0];
  const marks = planned?.marks ?? [];
  const stopped = marks.some((mark) => mark.kind === "stop");
  useEffect(() => {
    document.title = "Add a person · Zesty Ledger";
  }, []);
  useEffect(() => {
    const open = peopleColumnsIn(setUp.country).filter((each) => !isSecret(each) && cells[each.name]);
    const kept = Object.fromEntries(open.map((each) => [each.name, cells[each.name] ?? ""]));
    keepHere(keptName(setUp.id), done === null && isTyped ? kept : null, sessionStorage);
  }, [cells, done, isTyped, setUp.id, setUp.country]);
  // Once nothing is left to be asked about, the way is free.
  useEffect(() => {
    if (done === null) return;
    if (!done.next) return void navigate(`/people/${done.id}`);
    setAdded({ id: done.id, name: `${cells.givenName ?? ""} ${cells.familyName ?? ""}` });
    setCells({ basis: cells.basis ?? "", weeklyHours: cells.weeklyHours ?? "" });
    setLeft(new Set());
    setTried(false);
    setDone(null);
    form.current?.querySelector<HTMLInputElement>("input")?.focus();
  }, [done, navigate, cells]);

  async function send(next: boolean): Promise<void> {
    // Two presses in one moment are one person; and a fund that was begun is not left out in silence.
    if (isSending.current) return;
    setTried(true);
    seeksFault.current = true;
    if (isFundBegun) return;
    isSending.current = true;
    const { data } = await add({ business: setUp.id, rows: [asked] });
    const id = data?.ids[0];
    isSending.current = id !== undefined && !next;
    if (id === undefined) return;
    seeksFault.current = false;
    setDone({ id, next });
  }
  // Faults stand at their fields once they are drawn; the first gets the cursor.
  useEffect(() => {
    const field = seeksFault.current ? form.current?.querySelector<HTMLElement>('[aria-invalid="true"]') : null;
    if (!field) return;
    seeksFault.current = false;
    field.focus();
  });
  const put = (name: string, value: string) => setCells((now) => ({ ...now, [name]: value }));
  const errorOf = (name: string): string | undefined =>
    tried && name === "fund" && isFundBegun
      ? "Add the new fund first, or choose one of the list."
      : tried || left.has(name)
        ? marks.find((mark) => mark.kind === "stop" && mark.column === name)?.text
        : undefined;
  const faults = marks.filter((mark) => mark.kind === "stop");
  const missing = marks.filter((mark) => mark.kind === "stop" && mark.column && !cells[mark.column]);
  const hints: Record<string, string | undefined> = {
    payrollId: planned ? `${planned.payrollId} where you leave it empty; never used twice` : "Never used twice",
    email: "Payslips go there",
    hourlyRate: page.rateHint(cells.basis ?? "", cells.agreement ? true : null),
    salary: "In place of a rate",
    timesheet: "How do hours come in?",
    fileNumber: "pending, or none, where there is no number yet",
  };
  return (
    <main
      id="main"
      className="grid grid-cols-[150px_minmax(0,640px)_340px] gap-8 px-6 py-5 max-[1100px]:grid-cols-[minmax(0,1fr)_300px] max-[760px]:grid-cols-1"
    >
      <AskBeforeLeaving when={isTyped && done === null} />
      <JumpList
        parts={parts}
        cells={cells}
        stops={new Set(marks.flatMap((mark) => (mark.kind === "stop" ? [mark.column ?? ""] : [])))}
      />
      <FieldNotesOf country={setUp.country} subject="person">
        <form
          ref={form}
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            void send(false);
          }}
        >
          <h1 className="mb-3 font-name text-[26px] leading-tight font-medium">Add a person</h1>
          {added && (
            <p role="status" className="mb-3 border-l-3 border-lime pl-3">
              <Link className="text-action underline" to={`/people/${added.id}`}>
                {added.name}
              </Link>{" "}
              is added. Now the next.
            </p>
          )}
          {parts.map((part, at) => (
            <section key={part.key} id={part.key} aria-labelledby={`${part.key}-title`} className="mb-5 scroll-mt-4">
              <h2 id={`${part.key}-title`} className="mb-2 border-b border-rule-strong pb-0.5 font-name text-[18px]">
                {part.title}
              </h2>
              {part.about && <p className="mb-2 text-[14px] text-quiet">{part.about}</p>}
              <div className="grid grid-cols-2 gap-x-5 gap-y-2.5">
                {part.columns.map((column, index) => (
                  <NewPersonField
                    key={column.name}
                    column={column}
                    value={cells[column.name] ?? ""}
                    choices={choices[column.name]}
                    error={errorOf(column.name)}
                    hint={hints[column.name]}
                    first={at === 0 && index === 0}
                    onChange={(value) => put(column.name, value)}
                    onLeave={() => setLeft((now) => new Set([...now, column.name]))}
                  />
                ))}
                {part.key === "saving" && cells.fund === another && (
                  <NewFundHere
                    business={setUp.id}
                    onAdded={(name) => put("fund", name)}
                    onLeave={() => put("fund", "")}
                  />
                )}
              </div>
            </section>
          ))}
          {tried && faults.length > 0 ? (
            <p role="alert" className="mb-2 text-plum">
              Not added yet: {counted(faults.length, "field needs", "fields need")} a look.
            </p>
          ) : (
            <ProblemNote error={adding.error} />
          )}
          <div className="mt-2 flex gap-3">
            <Button look="main" type="submit" disabled={adding.isLoading}>
              Add
            </Button>
            <Button disabled={adding.isLoading} onClick={() => void send(true)}>
              Add, and another
            </Button>
          </div>
        </form>
      </FieldNotesOf>
      <aside
        aria-label="First pay and what is missing"
        className="self-start border-l border-rule pl-5 min-[761px]:sticky min-[761px]:top-5"
      >
        <h2 className="font-name text-[20px]">
          {`${cells.givenName ?? ""} ${cells.familyName ?? ""}`.trim() || "Somebody new"}
        </h2>
        {missing.length > 0 && (
          <p className="mt-1 text-[15px] text-quiet">
            The first pay in figures stands here, once these are known:{" "}
            {missing.map((mark) => titleOf(parts, mark.column ?? "")).join(", ")}.
          </p>
        )}
        <ul className="mt-1 text-[15px]">
          {marks
            .filter((mark) => mark.kind === "query")
            .map((mark) => (
              <li key={mark.text} className="py-0.5 text-quiet">
                {mark.text}
              </li>
            ))}
        </ul>
        <FirstPayFigures business={setUp.id} cells={planned && !stopped ? settled : null} fundWord={page.fund} />
        <p className="mt-3 text-[14px] text-quiet">
          What you type is kept in this browser until it is added; tax numbers, accounts and birth dates are not.
        </p>
      </aside>
    </main>
  );
}

const titleOf = (parts: readonly OneGoPart[], name: string): string =>
  parts
    .flatMap((part) => part.columns)
    .find((each) => each.name === name)
    ?.title.toLowerCase() ?? name;

interface JumpProps {
  parts: readonly OneGoPart[];
  cells: PersonCells;
  stops: ReadonlySet<string>;
}

/** No address of its own: a way to another page would ask about what is typed. */
function goTo(key: string): void {
  const part = document.getElementById(key);
  part?.scrollIntoView({ block: "start" });
  part?.querySelector<HTMLElement>("input, select")?.focus({ preventScroll: true });
}

/** What stands on the page, and where something is still needed. */
function JumpList({ parts, cells, stops }: JumpProps) {
  return (
    <nav aria-label="Parts of the page" className="sticky top-5 self-start pt-11 max-[1100px]:hidden">
      <ul>
        {parts.map(({ key, title, columns }) => {
          const isNeeded = columns.some((each) => stops.has(each.name));
          const isGiven = columns.some((each) => cells[each.name]);
          return (
            <li key={key} className="border-b border-rule py-1">
              <button type="button" className="hover:underline" onClick={() => goTo(key)}>
                {title}
              </button>
              <span className={`block text-[13px] ${isNeeded ? "text-plum" : "text-quiet"}`}>
                {isNeeded ? "needed" : isGiven ? "given" : "may follow"}
              </span>
            </li>
          );
        })}
      </ul>
    </nav>
  );
}
