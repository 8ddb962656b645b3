/** Leave by its dates, New Zealand: weeks of annual holidays or days of other leave, public holidays left out. */

import type { RunRow, RunView } from "@zesty/contract/runs";
import { leaveSpanNz } from "@zesty/core/nz/leaveDaysNz";
import { withLeave } from "@zesty/core/pay/withLeave";
import { counted } from "@zesty/core/quantity/units";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, TextField } from "../../parts/Fields.tsx";
import { hours, weekdayDate } from "../../parts/format.ts";
import { linesSet } from "../../state/runSlice.ts";
import { useAppDispatch } from "../../state/store.ts";

export function LeavePanelNz({ view, row, onBack }: { view: RunView; row: RunRow; onBack: () => void }) {
  const dispatch = useAppDispatch();
  const kinds = view.elements.filter(
    (element) => element.element === "leaveTaken" || element.element === "alternativeHoliday",
  );
  const [elementId, setElementId] = useState(kinds[0]?.id ?? 0);
  const [first, setFirst] = useState(view.periodStart);
  const [last, setLast] = useState(view.periodStart);
  const { context } = row;
  if (context?.country !== "NZ") return null;
  const element = kinds.find((each) => each.id === elementId);
  const here = last > view.periodEnd ? view.periodEnd : last;
  const span = leaveSpanNz(first, here, context.holidays, context.facts.province);
  const inWeeks = element?.entry === "weeks";
  const units = (inWeeks ? span.weeks : span.leaveDays).toString();
  const leaveHours = span.leaveHours.toString();
  const next = withLeave(row.lines, view.elements, {
    elementId,
    leave: leaveHours,
    inPeriod: leaveHours,
    units,
    rate: context.facts.hourlyRate,
  });
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        dispatch(linesSet({ payId: row.payId, lines: next.lines }));
        onBack();
      }}
    >
      <Button look="quiet" onClick={onBack}>
        Back to the account
      </Button>
      <h2 className="mt-2 font-name text-[20px]">Leave by its dates</h2>
      <p className="mb-3 text-[14.5px] text-quiet">
        {row.name}. A public holiday inside leave is not leave; put it in under public holidays.
      </p>
      <div className="grid grid-cols-2 gap-3">
        <ChoiceField label="Leave" value={elementId} onChange={(event) => setElementId(Number(event.target.value))}>
          {kinds.map((kind) => (
            <option key={kind.id} value={kind.id}>
              {kind.name}
            </option>
          ))}
        </ChoiceField>
        <span />
        <TextField label="First day" type="date" value={first} onChange={(event) => setFirst(event.target.value)} />
        <TextField label="Last day" type="date" value={last} onChange={(event) => setLast(event.target.value)} />
      </div>
      <ul className="figures mt-3 border-t border-rule-strong text-[14.5px]">
        {span.days.map((day) => (
          <li key={day.date} className="flex justify-between border-b border-rule py-0.5">
            <span>
              {weekdayDate(day.date)}
              {day.holiday && <span className="ml-2 text-leaf">{day.holiday}, no leave</span>}
            </span>
            <span>{hours(day.hours.toString(), 2)} h</span>
          </li>
        ))}
      </ul>
      {span.days.length === 0 && <p className="py-2 text-amber">No working day lies between these dates.</p>}
      {span.days.length > 0 && (
        <p className="figures mt-2">
          {counted(hours(units, 4), inWeeks ? "weeks" : "days")}
          {next.reducedBy !== "0" && `; ${hours(next.reducedBy, 2)} h less of the usual hours`}.
        </p>
      )}
      {last > view.periodEnd && (
        <p className="text-amber">Days after this period belong to the next run; they are not put in here.</p>
      )}
      <Button look="main" type="submit" className="mt-3" disabled={span.leaveDays.isZero()}>
        Put it into the pay
      </Button>
    </form>
  );
}
