/** Leave by its dates, from the run: it goes onto the record of time, and from there into this pay and the next ones. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { addDays } from "@zesty/core/calendar/dates";
import { isWithoutDays } from "@zesty/core/checks/timeChecks";
import { LeaveForm } from "../../parts/leave/LeaveForm.tsx";
import { Loading } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { leaveApi } from "../../state/leaveApi.ts";
import { said } from "../../state/runSlice.ts";
import { useAppDispatch } from "../../state/store.ts";

export function LeavePanel({ view, row, onBack }: { view: RunView; row: RunRow; onBack: () => void }) {
  const dispatch = useAppDispatch();
  const { data, error } = leaveApi.useLeaveQuery(
    { business: view.businessId, from: addDays(view.periodStart, -28), to: addDays(view.periodEnd, 180) },
    { refetchOnMountOrArgChange: true },
  );
  if (error) return <ProblemNote error={error} />;
  const person = data?.people.find((each) => each.personId === row.personId);
  if (!data) return <Loading what="leave" />;
  if (!person) return <p className="text-quiet">No leave is kept for {row.name}.</p>;
  // What stands in the sheet without days is what is asked for first.
  const typed = view.elements.find(
    ({ id, element }) =>
      element === "leaveTaken" && row.lines.some((line) => line.elementId === id && isWithoutDays(line)),
  );
  return (
    <LeaveForm
      view={data}
      firstKind={typed?.leave ?? undefined}
      person={person}
      onBack={onBack}
      onDone={() => {
        dispatch(said(`Leave of ${row.name} is on the record; what is approved of this period is in the pay.`));
        onBack();
      }}
    />
  );
}
