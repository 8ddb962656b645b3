/** The steps to a new employee's super fund, with their days. */
import { addDays } from "@zesty/core/calendar/dates";
import { superChoiceRules } from "@zesty/core/rulebook/au/superChoiceRules";
import { longDate } from "../../../parts/format.ts";

export function FundSteps({ startDate }: { startDate: string }) {
  const row = superChoiceRules.rows.find((each) => each.from <= startDate && startDate <= each.to);
  const days = Number((row ?? superChoiceRules.rows[0])?.figures.formDays);
  return (
    <ol className="col-span-2 list-decimal border-l-3 border-lime pl-8 text-[14.5px]">
      <li>
        Give the choice form by {longDate(addDays(startDate, days))}; the tax office's own online form serves too.
      </li>
      <li>
        No answer: ask the tax office for the stapled fund, once a tax declaration or a pay event shows the employment.
      </li>
      <li>None there: the default fund, or one that the award names, with a new member registered.</li>
    </ol>
  );
}
