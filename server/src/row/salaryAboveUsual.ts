/** A raise of a salary that never reached usual pay: what was typed otherwise stays, and would be paid in silence. */
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import { usualOfPeriod } from "@zesty/core/pay/usualOfPeriod";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { centsText } from "@zesty/core/quantity/units";

/** Where usual pay has amounts for the ordinary hours, and less than the salary comes to. */
export function salaryAboveUsual(
  terms: { salaryCents: number | null } | undefined,
  lines: readonly SheetLine[] = [],
  elements: ReadonlyMap<number, PayElement>,
  { cycle }: { cycle: string },
): { salary: string; usual: string } | null {
  const amounts = lines.flatMap((line) => (elements.get(line.elementId)?.element === "ordinary" ? [line.amount] : []));
  if (terms?.salaryCents == null || amounts.length === 0 || amounts.includes(undefined)) return null;
  const due = usualOfPeriod({ salary: centsText(terms.salaryCents), weeklyHours: "" }, cycle as Cycle);
  const usual = sum(amounts.map((each) => decimal(each ?? "0")));
  if (!due || !("amount" in due) || usual.gte(due.amount)) return null;
  return { salary: due.amount, usual: usual.toFixed(2) };
}
