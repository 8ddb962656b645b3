/** One line of a pay: its amount, typed or worked out, with its working. */
import { type Decimal, decimal, decimalOrZero, hundred, least, zero } from "../../quantity/decimal.ts";
import { halfUpToCent } from "../../quantity/rounding.ts";
import { moneyText } from "../../quantity/units.ts";
import { type Figure, figure, given } from "../../working/figure.ts";
import { groupOf, traits, withoutPay } from "./elements.ts";
import type { PayLine } from "./input.ts";
import type { WorkedLine } from "./worked.ts";

const inRun = { place: "run", section: "lines" } as const;
const labelOf = (line: PayLine) => line.name ?? traits[line.element].words;

/** An amount as typed, or hours × rate × percent to the cent. */
export function workLine(line: PayLine, at: number): WorkedLine {
  const group = groupOf(line);
  const label = labelOf(line);
  if (line.amount !== undefined || line.element === "unusedLeave") {
    const typed = decimalOrZero(line.amount)
      .plus(decimalOrZero(line.amountBefore1993))
      .plus(decimalOrZero(line.amountBefore1978));
    const value = halfUpToCent(typed);
    const amount =
      line.explained === undefined
        ? given(label, value, "money", inRun)
        : figure(label, value, "money", () => ({ rule: line.explained as string, setting: inRun }));
    return { at, line, group, amount };
  }
  const rate = decimalOrZero(line.rate);
  if (line.units !== undefined)
    return {
      at,
      line,
      group,
      amount: figure(label, halfUpToCent(decimal(line.units).times(rate)), "money", () => ({
        rule: "Units × dollars each, to the cent",
        formula: `${line.units} × $${rate.toString()}`,
        setting: inRun,
      })),
    };
  const hours = decimalOrZero(line.hours);
  const percent = line.percent === undefined ? hundred : decimal(line.percent);
  const unpaid = withoutPay(line);
  const value = unpaid ? zero : halfUpToCent(hours.times(rate).times(percent).div(hundred));
  return {
    at,
    line,
    group,
    amount: figure(label, value, "money", () => ({
      rule: unpaid ? "Recorded, not paid" : "Hours × rate × per cent, to the cent",
      formula: `${hours.toString()} h × $${rate.toString()}${percent.eq(hundred) ? "" : ` × ${percent.toString()} %`}`,
      ...(line.reasons ? { reasons: line.reasons } : {}),
      setting: inRun,
    })),
  };
}

/**
 * A deduction: an amount or a share of gross earnings, never above what is left of its total, and cut where a
 * protected net must stay.
 * @param available what the person would have left without this deduction; undefined for one before tax
 */
export function workDeduction(line: PayLine, at: number, gross: Figure, available?: Decimal): WorkedLine {
  const wanted =
    line.percentOfGross === undefined
      ? workLine(line, at).amount
      : figure(labelOf(line), halfUpToCent(gross.value.times(line.percentOfGross).div(hundred)), "money", () => ({
          rule: `${line.percentOfGross} % of gross earnings, to the cent`,
          formula: `${moneyText(gross.value)} × ${line.percentOfGross} %`,
          parts: [gross],
        }));
  let value = wanted.value;
  const cuts: string[] = [];
  if (line.upTo !== undefined && value.gt(line.upTo)) {
    value = least(value, decimal(line.upTo));
    cuts.push(`no more than the ${moneyText(value)} left of its total`);
  }
  const room = line.keepNet === undefined || available === undefined ? undefined : available.minus(line.keepNet);
  if (room && value.gt(room)) {
    value = room.gt(0) ? room : zero;
    cuts.push(`cut so that ${moneyText(decimal(line.keepNet ?? "0"))} of net pay stays protected`);
  }
  const amount =
    cuts.length === 0
      ? wanted
      : figure(labelOf(line), value, "money", () => ({
          rule: `${moneyText(wanted.value)} wanted, ${cuts.join(", ")}`,
          ...(available ? { formula: `${moneyText(available)} left before this deduction` } : {}),
          parts: [wanted],
        }));
  return { at, line, group: groupOf(line), amount, ...(cuts.length === 0 ? {} : { cutFrom: wanted.value }) };
}

/**
 * After-tax deductions in the order of the law: child support first, then what a court or agency garnishees, then the
 * others as they stand. Set by: Child Support (Registration and Collection) Act 1988, s 45 and s 46 (from memory).
 */
export function workAfterTax(
  lines: readonly { line: PayLine; at: number }[],
  gross: Figure,
  availableBefore: Decimal,
): WorkedLine[] {
  const rank = ({ line }: { line: PayLine }) => (line.deduction === "D" ? 0 : line.deduction === "G" ? 1 : 2);
  let available = availableBefore;
  return [...lines]
    .sort((a, b) => rank(a) - rank(b))
    .map(({ line, at }) => {
      const worked = workDeduction(line, at, gross, available);
      available = available.minus(worked.amount.value);
      return worked;
    });
}
