/**
 * A new person in one go: everything that the first pay and the first report ask for, on one page, with the first pay in
 * figures beside it. What is left blank is asked for later and stays marked until then.
 */
import type { BusinessView } from "@zesty/contract/business";
import type { AgreementView } from "@zesty/contract/time";
import type { PersonCells } from "@zesty/core/hoursSheet/peopleSheet";
import { Link } from "react-router";
import { FieldNotesOf } from "../../countries/FieldNotesOf.tsx";
import { onPage } from "../../countries/onPage.ts";
import { AskBeforeLeaving } from "../../parts/AskBeforeLeaving.tsx";
import { Button } from "../../parts/Button.tsx";
import { counted } from "../../parts/format.ts";
import { Loading } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useBusiness } from "../../state/business.ts";
import { setUpApi } from "../../state/setUpApi.ts";
import { timeApi } from "../../state/timeApi.ts";
import { FirstPayFigures } from "./FirstPayFigures.tsx";
import { NewFundHere } from "./NewFundHere.tsx";
import { NewPersonField } from "./NewPersonField.tsx";
import type { OneGoPart } from "./oneGo.ts";
import { useNewPerson } from "./useNewPerson.ts";

export function NewPersonPage() {
  const business = useBusiness();
  const { data: setUp } = setUpApi.useBusinessQuery(business.id);
  const { data: agreements } = timeApi.useAgreementsQuery(business.id);
  return setUp && agreements ? (
    <NewPersonForm key={setUp.id} setUp={setUp} agreements={agreements} />
  ) : (
    <Loading what="the set-up" />
  );
}

function NewPersonForm({ setUp, agreements }: { setUp: BusinessView; agreements: AgreementView[] }) {
  const page = onPage[setUp.country];
  const person = useNewPerson(setUp, agreements);
  const { form, parts, choices, cells, marks, planned, tried, added, faults, adding, put, send } = person;
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
      <AskBeforeLeaving when={person.isToBeKept} />
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
                    error={person.errorOf(column.name)}
                    hint={hints[column.name]}
                    first={at === 0 && index === 0}
                    onChange={(value) => put(column.name, value)}
                    onLeave={() => person.leave(column.name)}
                  />
                ))}
                {part.key === "saving" && person.isFundBegun && (
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
      <FirstPayBeside person={person} setUp={setUp} />
    </main>
  );
}

interface BesideProps {
  person: ReturnType<typeof useNewPerson>;
  setUp: BusinessView;
}

/** The first pay in figures, or what it still asks for. */
function FirstPayBeside({ person, setUp }: BesideProps) {
  const { parts, cells, marks, planned, missing } = person;
  return (
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
      <FirstPayFigures
        business={setUp.id}
        cells={planned && !person.isStopped ? person.settled : null}
        fundWord={onPage[setUp.country].fund}
      />
      <p className="mt-3 text-[14px] text-quiet">
        What you type is kept in this browser until it is added; tax numbers, accounts and birth dates are not.
      </p>
    </aside>
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
