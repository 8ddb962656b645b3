/**
 * The public holidays of the period for one person: whether each would otherwise have been a working day is suggested
 * with its reason and confirmed by the bookkeeper. The answer goes onto the record of time, and from there into the pay.
 */

import type { RunRow, RunView } from "@zesty/contract/runs";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, TextField } from "../../parts/Fields.tsx";
import { weekdayDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { untilSaved } from "../../state/saving.ts";
import { timeApi } from "../../state/timeApi.ts";

interface Answer {
  /** null: nobody knows, and it is not taken for "no" */
  works: boolean | null;
  reason: string;
  /** hours worked on the day; empty for none */
  worked: string;
}

const choiceOf = (works: boolean | null) => (works === null ? "" : works ? "yes" : "no");

export function PublicHolidayPanel({ view, row, onBack }: { view: RunView; row: RunRow; onBack: () => void }) {
  const [answer, { error, isLoading }] = timeApi.useAnswerHolidaysMutation();
  const context = row.context && "publicHolidays" in row.context ? row.context : null;
  const holidays = context?.publicHolidays ?? [];
  const [answers, setAnswers] = useState<Answer[]>(
    holidays.map(({ works, reason, unknown, worked }) => ({
      works: unknown ? null : works,
      reason: unknown ? "" : reason,
      worked: worked ?? "",
    })),
  );
  if (!context) return null;
  const change = (at: number, part: Partial<Answer>) =>
    setAnswers(answers.map((each, index) => (index === at ? { ...each, ...part } : each)));
  const submit = async () => {
    await untilSaved();
    const done = await answer({
      business: view.businessId,
      personId: row.personId,
      answers: holidays.map(({ date }, at) => ({
        date,
        works: answers[at]?.works ?? false,
        why: answers[at]?.reason ?? "",
        worked: answers[at]?.worked || null,
      })),
    });
    if (!done.error) onBack();
  };
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
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
            {holiday.unknown && <p className="text-[14px] text-amber">{holiday.reason}</p>}
            <ChoiceField
              label="Otherwise a working day"
              value={choiceOf(answers[at]?.works ?? null)}
              onChange={(event) =>
                change(at, { works: event.target.value === "" ? null : event.target.value === "yes" })
              }
            >
              <option value="">choose…</option>
              <option value="yes">yes</option>
              <option value="no">no</option>
            </ChoiceField>
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
      <ProblemNote error={error} />
      {holidays.length > 0 && (
        <Button
          look="main"
          type="submit"
          className="mt-3"
          disabled={isLoading || answers.some((each) => each.works === null || each.reason.trim() === "")}
        >
          Save to the time record
        </Button>
      )}
    </form>
  );
}
