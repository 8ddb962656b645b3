/**
 * The public holidays of the period for one person: whether each would otherwise have been a working day is suggested
 * with its reason and confirmed by the bookkeeper; the reason is kept with the line.
 */
import type { RunRow, RunView } from "@zesty/contract/runs";
import type { PayElement, SheetLine } from "@zesty/core/pay/payContext";
import { withLeave } from "@zesty/core/pay/withLeave";
import { decimal, decimalOrZero } from "@zesty/core/quantity/decimal";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { TextField, TickField } from "../../parts/Fields.tsx";
import { weekdayDate } from "../../parts/format.ts";
import { linesSet } from "../../state/runSlice.ts";
import { useAppDispatch } from "../../state/store.ts";

interface Answer {
  works: boolean;
  reason: string;
  /** hours worked on the day; empty for none */
  worked: string;
}

export function PublicHolidayPanel({ view, row, onBack }: { view: RunView; row: RunRow; onBack: () => void }) {
  const dispatch = useAppDispatch();
  const context = row.context?.country === "NZ" ? row.context : null;
  const holidays = context?.publicHolidays ?? [];
  const [answers, setAnswers] = useState<Answer[]>(
    holidays.map(({ works, reason }) => ({ works, reason, worked: "" })),
  );
  if (!context) return null;
  const change = (at: number, part: Partial<Answer>) =>
    setAnswers(answers.map((each, index) => (index === at ? { ...each, ...part } : each)));
  const element = (kind: PayElement["element"]) => view.elements.find((each) => each.element === kind);
  const submit = () => {
    const off = holidays.flatMap((holiday, at) =>
      answers[at]?.works && !answers[at].worked ? [{ holiday, answer: answers[at] }] : [],
    );
    const on = holidays.flatMap((holiday, at) => (answers[at]?.worked ? [{ holiday, answer: answers[at] }] : []));
    const said = (chosen: typeof off) =>
      chosen.map(({ holiday, answer }) => `${holiday.name} ${holiday.date}: ${answer.reason}`).join("; ");
    let lines: SheetLine[] = row.lines.filter(
      (line) =>
        !["publicHoliday", "publicHolidayWorked", "alternativeEarned"].includes(
          view.elements.find((each) => each.id === line.elementId)?.element ?? "",
        ),
    );
    const put = (kind: PayElement["element"], units: string | undefined, hours: string, explained: string) => {
      const found = element(kind);
      if (!found) return;
      lines = withLeave(lines, view.elements, {
        elementId: found.id,
        leave: hours,
        inPeriod: hours,
        units,
        rate: context.facts.hourlyRate,
        explained,
      }).lines;
    };
    if (off.length > 0) {
      const hours = off.reduce((total, each) => total.plus(decimalOrZero(each.holiday.hours)), decimal(0));
      put("publicHoliday", String(off.length), hours.toString(), said(off));
    }
    if (on.length > 0) {
      const hours = on.reduce((total, each) => total.plus(each.answer.worked), decimal(0));
      put("publicHolidayWorked", undefined, hours.toString(), said(on));
      const earned = on.filter((each) => each.answer.works);
      const found = element("alternativeEarned");
      if (found && earned.length > 0)
        lines = [...lines, { elementId: found.id, units: String(earned.length), explained: said(earned) }];
    }
    dispatch(linesSet({ payId: row.payId, lines }));
    onBack();
  };
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <Button look="quiet" onClick={onBack}>
        Back to the account
      </Button>
      <h2 className="mt-2 font-name text-[20px]">Public holidays</h2>
      <p className="mb-2 text-[14.5px] text-quiet">
        {row.name}, {context.facts.province}. Not worked on a day that would otherwise be worked: paid as that day.
        Worked: time and a half, and a whole alternative day if it would otherwise be worked.
      </p>
      {holidays.length === 0 && <p>No public holiday falls into this period.</p>}
      {holidays.map((holiday, at) => (
        <fieldset key={holiday.date} className="mt-3 border-t border-rule-strong pt-2">
          <legend className="float-left mb-1 w-full font-semibold">
            {holiday.name}, {weekdayDate(holiday.date)}
          </legend>
          <div className="clear-both flex flex-col gap-2">
            <TickField
              label="Otherwise a working day"
              checked={answers[at]?.works ?? false}
              onChange={(event) => change(at, { works: event.target.checked })}
            />
            <TextField
              label="Why"
              value={answers[at]?.reason ?? ""}
              onChange={(event) => change(at, { reason: event.target.value })}
            />
            <TextField
              label="Hours worked on it"
              hint="Empty: not worked"
              inputMode="decimal"
              value={answers[at]?.worked ?? ""}
              onChange={(event) => change(at, { worked: event.target.value.replace(/[^\d.]/g, "") })}
            />
          </div>
        </fieldset>
      ))}
      {holidays.length > 0 && (
        <Button look="main" type="submit" className="mt-3">
          Put it into the pay
        </Button>
      )}
    </form>
  );
}
