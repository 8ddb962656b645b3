/** Leave by its dates: hours by the person's pattern, public holidays left out, and the usual hours reduced. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { evenPattern, leaveDays } from "@zesty/core/leave/leaveDays";
import { withLeave } from "@zesty/core/pay/withLeave";
import { decimalOrZero } from "@zesty/core/quantity/decimal";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, TextField, TickField } from "../../parts/Fields.tsx";
import { hours, weekdayDate } from "../../parts/format.ts";
import { linesSet } from "../../state/runSlice.ts";
import { useAppDispatch } from "../../state/store.ts";

export function LeavePanel({ view, row, onBack }: { view: RunView; row: RunRow; onBack: () => void }) {
  const dispatch = useAppDispatch();
  const kinds = view.elements.filter((element) => element.element === "leaveTaken" && element.entry === "hours");
  const [elementId, setElementId] = useState(kinds[0]?.id ?? 0);
  const [first, setFirst] = useState(view.periodStart);
  const [last, setLast] = useState(view.periodStart);
  const [inAdvance, setInAdvance] = useState(false);
  const { context } = row;
  if (context?.country !== "AU") return null;
  const pattern = context.facts.workPattern ?? evenPattern(decimalOrZero(context.person.weeklyHours));
  const { state, hourlyRate } = context.facts;
  const laterDays = last > view.periodEnd;
  const found = leaveDays(first, laterDays && !inAdvance ? view.periodEnd : last, pattern, state);
  // Only days of this period take the place of its usual hours; days paid in advance come on top.
  const here = leaveDays(first, laterDays ? view.periodEnd : last, pattern, state);
  const next = withLeave(row.lines, view.elements, {
    elementId,
    leave: found.leave.toString(),
    inPeriod: here.leave.toString(),
    rate: hourlyRate,
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
      <p className="mb-3 text-[14.5px] text-quiet">{row.name}. A public holiday inside leave is not leave.</p>
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
        {found.days.map((day) => (
          <li key={day.date} className="flex justify-between border-b border-rule py-0.5">
            <span>
              {weekdayDate(day.date)}
              {day.holiday && <span className="ml-2 text-leaf">{day.holiday}, paid as the holiday</span>}
            </span>
            <span>{hours(day.hours.toString(), 2)}</span>
          </li>
        ))}
      </ul>
      {found.days.length === 0 && <p className="py-2 text-amber">No working day lies between these dates.</p>}
      {found.days.length > 0 && (
        <p className="figures mt-2">
          {hours(found.leave.toString(), 2)} h of leave
          {next.reducedBy !== "0" && `; ${hours(next.reducedBy, 2)} h less of the usual hours`}.
        </p>
      )}
      {laterDays && (
        <div className="mt-1">
          <TickField
            label="Pay the days after this period too, in advance"
            checked={inAdvance}
            onChange={(event) => setInAdvance(event.target.checked)}
          />
          {inAdvance && (
            <p className="text-amber">
              Set the pays that this covers, so that it is taxed over as many, and leave those days out of the next run.
            </p>
          )}
        </div>
      )}
      <Button look="main" type="submit" className="mt-3" disabled={found.leave.isZero()}>
        Put it into the pay
      </Button>
    </form>
  );
}
