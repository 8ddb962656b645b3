/** What is to be said of the whole run, above the sheet. */
import type { RunView } from "@zesty/contract/runs";
import { Button } from "../../parts/Button.tsx";
import { counted, weekdayDate } from "../../parts/format.ts";
import { problemOf } from "../../state/api.ts";
import { runApi } from "../../state/runApi.ts";
import { loaded, said } from "../../state/runSlice.ts";
import { untilSaved } from "../../state/saving.ts";
import { useAppDispatch } from "../../state/store.ts";
import { dayBefore, type SharedNote } from "./runNotes.ts";

export function RunNotes({ view, shared }: { view: RunView; shared: readonly SharedNote[] }) {
  const dispatch = useAppDispatch();
  const [move, { isLoading }] = runApi.useMovePaydayMutation();
  const [add, { isLoading: isAdding }] = runApi.useAddPeopleMutation();
  const before = view.state === "open" ? dayBefore(view) : null;
  const missing = view.leftOut.filter((each) => each.should);
  const past = view.state === "open" && view.payday < view.today;
  if (view.state !== "open" || (shared.length === 0 && !before && missing.length === 0 && !past)) return null;
  const decide = (personId: number, paid: boolean) =>
    void untilSaved()
      .then(() => add({ run: view.id, personIds: [personId], paid }))
      .then((answer) => dispatch(answer.data ? loaded(answer.data) : said(problemOf(answer.error).detail)));
  const moveTo = (payday: string) =>
    void untilSaved()
      .then(() => move({ run: view.id, payday, version: view.version }))
      .then((answer) => dispatch(answer.data ? loaded(answer.data) : said(problemOf(answer.error).detail)));
  return (
    <ul aria-label="Notes of the run" className="shrink-0 border-t border-rule px-6 py-1 text-[14px] text-quiet">
      {missing.map((each) => (
        <li key={each.personId} className="text-amber">
          <span className="font-semibold">{each.name}</span> {each.why}.{" "}
          <Button look="quiet" disabled={isAdding} onClick={() => decide(each.personId, true)}>
            Bring in
          </Button>{" "}
          <Button look="quiet" disabled={isAdding} onClick={() => decide(each.personId, false)}>
            Leave out
          </Button>
        </li>
      ))}
      {past && (
        <li className="text-amber">
          {weekdayDate(view.payday)} is over. The bank pays on {weekdayDate(view.bankDay)} at the earliest.{" "}
          <Button look="quiet" disabled={isLoading} onClick={() => moveTo(view.bankDay)}>
            Move the payday to {weekdayDate(view.bankDay)}
          </Button>{" "}
          Paid on the day itself? Leave it, and say so at the payment file once it is signed off.
        </li>
      )}
      {before && !past && (
        <li className="text-amber">
          {weekdayDate(view.payday)} is no working day of the banks: people have their money on the next one.{" "}
          <Button look="quiet" disabled={isLoading} onClick={() => moveTo(before)}>
            Pay on {weekdayDate(before)}
          </Button>
        </li>
      )}
      {shared.length > 0 && <Shared notes={shared} />}
    </ul>
  );
}

/** Nobody can do anything about them here: one line, and the others a press away, so that the sheet stands high. */
function Shared({ notes: [first, ...others] }: { notes: readonly SharedNote[] }) {
  const line = ({ text, people }: SharedNote) => (
    <>
      <span className="font-semibold">{counted(people, "person", "people")}:</span> {text}
    </>
  );
  if (!first) return null;
  if (others.length === 0) return <li>{line(first)}</li>;
  return (
    <li>
      <details>
        <summary className="cursor-pointer list-none">
          {line(first)} <span className="text-action">And {counted(others.length, "more note")}</span>
        </summary>
        <ul>
          {others.map((each) => (
            <li key={each.text}>{line(each)}</li>
          ))}
        </ul>
      </details>
    </li>
  );
}
