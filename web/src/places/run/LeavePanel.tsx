/** Leave by its dates, from the run: it goes onto the record of time, and from there into this pay and the next ones. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { addDays } from "@zesty/core/calendar/dates";
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
  return (
    <LeaveForm
      view={data}
      person={person}
      onBack={onBack}
      onDone={() => {
        dispatch(said(`Leave of ${row.name} is on the record; what is approved of this period is in the pay.`));
        onBack();
      }}
    />
  );
}
