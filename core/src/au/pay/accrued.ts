/** The stage of leave of an Australian pay: what accrues on its hours. */
import { accrualLabel, leaveAccrual } from "../../leave/accrual.ts";
import { leaveKind } from "../../leave/kinds.ts";
import { decimalOrZero, hundred, zero } from "../../quantity/decimal.ts";
import { halfUpToHourE4 } from "../../quantity/rounding.ts";
import { type Figure, figure, sumOf } from "../../working/figure.ts";
import { type AccruingPart, accruingHours, accruingParts } from "./accruingHours.ts";
import type { Earned, Given } from "./earnings.ts";
import type { WorkedLine } from "./worked.ts";

export function accrued({ input, rules, periods }: Given, { earnings }: Earned) {
  const ordinaryHours = accruingHours(input, rules);
  const leave: Record<string, Figure> = {};
  const weeklyHours = decimalOrZero(input.person.weeklyHours);
  for (const part of accruingParts(input, ordinaryHours))
    for (const entitled of part.leave) {
      if (part.basis === "casual" && leaveKind(entitled.kind).notForCasuals) continue;
      const basis = { cycle: input.cycle, periods: part.share.times(periods), weeklyHours };
      const hours = entitled.saved === undefined ? part.hours : savingHours(part);
      const [before, own] = [leave[entitled.kind], leaveAccrual(entitled, hours, basis)];
      leave[entitled.kind] = before ? sumOf(accrualLabel(entitled.kind), [before, own], "hours") : own;
    }
  const inLieu = earnings.filter((each) => each.line.element === "timeInLieuEarned");
  if (inLieu.length > 0) leave.timeInLieu = timeInLieu(inLieu);
  return { ordinaryHours, leave };
}
export type Accrued = ReturnType<typeof accrued>;

const savingHours = ({ hours, saving }: AccruingPart): Figure =>
  hours.value.eq(saving)
    ? hours
    : figure("Hours that save for a day off", saving, "hours", () => ({
        rule: "All hours at work in ordinary time, paid leave and public holidays, without the days off themselves",
        parts: [hours],
      }));

function timeInLieu(lines: readonly WorkedLine[]): Figure {
  const hours = lines.reduce(
    (total, { line }) =>
      total.plus(
        decimalOrZero(line.hours)
          .times(line.percent ?? "100")
          .div(hundred),
      ),
    zero,
  );
  return figure("Time in lieu earned", halfUpToHourE4(hours), "hours", () => ({
    rule: "Hours recorded to be taken off later, at the per cent of their pay element",
    setting: { place: "run", section: "lines" },
  }));
}
