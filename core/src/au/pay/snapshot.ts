/**
 * A worked pay as plain data: the figures a sheet shows, and the workings behind them. The web worker, the server and
 * the kept facts all use this one form, so that they can be compared byte by byte.
 */

import type { RowFigures } from "../../pay/snapshot.ts";
import { type Decimal, decimalOrZero, sum } from "../../quantity/decimal.ts";
import { hoursText, moneyText } from "../../quantity/units.ts";
import { type Figure, figure, sumOf } from "../../working/figure.ts";
import type { WorkedPay } from "./worked.ts";

/** What the pay costs the business: gross, reimbursements, super on top of it and what is set aside. */
const costOf = (worked: WorkedPay): Figure => {
  const onTop = worked.super.guarantee.value.plus(worked.super.reportable.value).minus(worked.super.sacrificed.value);
  const setAside = sumOf(
    "Set aside by the employer",
    worked.employerCosts.map((each) => each.amount),
  );
  return figure(
    "Cost to the business",
    worked.gross.value.plus(worked.reimbursements.value).plus(onTop).plus(setAside.value),
    "money",
    () => ({
      rule: "Gross and reimbursements, the super paid on top of them, and what the employer sets aside",
      formula: `${[worked.gross.value, worked.reimbursements.value, onTop, setAside.value].map(moneyText).join(" + ")}`,
      parts: [worked.gross, worked.reimbursements, worked.super.guarantee, setAside],
    }),
  );
};

/** Super of the pay in all: guarantee, agreed extra, sacrifice and the person's own. */
export const superOf = (worked: WorkedPay): Figure =>
  sumOf(
    "Super",
    [worked.super.guarantee, worked.super.reportable, worked.super.member],
    "money",
    "The guarantee, what is sacrificed or agreed above it, and the person's own contributions",
  );

/** Hours of the period; leave and notice paid out on leaving are not hours of it. */
export const hoursOf = (lines: WorkedPay["lines"]): Decimal =>
  sum(lines.filter((each) => each.group === "earnings").map(({ line }) => decimalOrZero(line.hours)));

export function rowFigures(worked: WorkedPay): RowFigures {
  const leave: Record<string, string> = {};
  for (const [kind, accrued] of Object.entries(worked.leave)) leave[kind] = hoursText(accrued.value);
  return {
    hours: hoursText(hoursOf(worked.lines)),
    gross: moneyText(worked.gross.value),
    beforeTax: moneyText(worked.deductions.beforeTax.value),
    taxable: moneyText(worked.taxable.value),
    withheld: moneyText(worked.withheld.value),
    afterTax: moneyText(worked.deductions.afterTax.value),
    reimbursements: moneyText(worked.reimbursements.value),
    net: moneyText(worked.net.value),
    super: moneyText(superOf(worked).value),
    cost: moneyText(costOf(worked).value),
    leave,
    employerCosts: worked.employerCosts.map(({ cost, amount }) => ({
      code: cost.code,
      name: cost.name,
      amount: moneyText(amount.value),
    })),
    lines: worked.lines.map(({ line, group, amount }) => ({
      name: line.name ?? line.element,
      code: line.code ?? line.element,
      group,
      hours: line.hours === undefined ? null : hoursText(decimalOrZero(line.hours)),
      amount: moneyText(amount.value),
      ...(line.costCentre ? { costCentre: line.costCentre } : {}),
      ...(line.corrects ? { corrects: line.corrects } : {}),
    })),
  };
}

/** Every figure of a pay that can be asked "why", by name. Lines are "line:<code>", accruals "leave:<kind>". */
export function namedFigures(worked: WorkedPay): Map<string, Figure> {
  const named = new Map<string, Figure>([
    ["gross", worked.gross],
    ["beforeTax", worked.deductions.beforeTax],
    ["taxable", worked.taxable],
    ["withheld", worked.withheld],
    ["afterTax", worked.deductions.afterTax],
    ["reimbursements", worked.reimbursements],
    ["net", worked.net],
    ["super", superOf(worked)],
    ["cost", costOf(worked)],
    ["hours", worked.ordinaryHours],
  ]);
  for (const [kind, accrued] of Object.entries(worked.leave)) named.set(`leave:${kind}`, accrued);
  for (const { cost, amount } of worked.employerCosts) named.set(`cost:${cost.code}`, amount);
  // A person split over cost centres by rows has several lines of one element.
  for (const { line } of worked.lines) {
    const code = line.code ?? line.element;
    const same = worked.lines.filter((each) => (each.line.code ?? each.line.element) === code);
    const [only] = same;
    named.set(
      `line:${code}`,
      only && same.length === 1
        ? only.amount
        : sumOf(
            line.name ?? code,
            same.map((each) => each.amount),
          ),
    );
  }
  return named;
}
