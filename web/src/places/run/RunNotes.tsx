/** What is to be said of the whole run, above the sheet. */
import type { RunView } from "@zesty/contract/runs";
import { Button } from "../../parts/Button.tsx";
import { counted, weekdayDate } from "../../parts/format.ts";
import { api, problemOf } from "../../state/api.ts";
import { loaded, said } from "../../state/runSlice.ts";
import { untilSaved } from "../../state/saving.ts";
import { useAppDispatch } from "../../state/store.ts";
import { dayBefore, type SharedNote } from "./runNotes.ts";

export function RunNotes({ view, shared }: { view: RunView; shared: readonly SharedNote[] }) {
  const dispatch = useAppDispatch();
  const [move, { isLoading }] = api.useMovePaydayMutation();
  const before = view.state === "open" ? dayBefore(view) : null;
  if (view.state !== "open" || (shared.length === 0 && !before)) return null;
  const moveTo = (payday: string) =>
    void untilSaved()
      .then(() => move({ run: view.id, payday, version: view.version }))
      .then((answer) => dispatch(answer.data ? loaded(answer.data) : said(problemOf(answer.error).detail)));
  return (
    <ul aria-label="Notes of the run" className="shrink-0 border-t border-rule px-6 py-1 text-[14px] text-quiet">
      {before && (
        <li className="text-amber">
          {weekdayDate(view.payday)} is no working day of the banks: people have their money on the next one.{" "}
          <Button look="quiet" disabled={isLoading} onClick={() => moveTo(before)}>
            Pay on {weekdayDate(before)}
          </Button>
        </li>
      )}
      {shared.map(({ text, people }) => (
        <li key={text}>
          <span className="font-semibold">{counted(people, "person", "people")}:</span> {text}
        </li>
      ))}
    </ul>
  );
}
