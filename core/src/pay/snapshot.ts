/**
 * A worked pay as plain data: the figures a sheet shows, and the workings behind them. The web worker, the server and
 * the kept facts all use this one form, so that they can be compared byte by byte.
 */
import { type Decimal, decimalOrZero, sum } from "../quantity/decimal.ts";
import { hoursText, moneyText } from "../quantity/units.ts";
import { type Figure, figure, type Working } from "../working/figure.ts";
import type { Group } from "./elements.ts";
import type { WorkedPay } from "./workedPay.ts";

export interface RowFigures {
  hours: string;
  gross: string;
  beforeTax: string;
  taxable: string;
  withheld: string;
  afterTax: string;
  reimbursements: string;
  net: string;
  super: string;
  cost: string;
  leave: Record<string, string>;
  lines: { name: string; code: string; group: Group; hours: string | null; amount: string }[];
}

/** What the pay costs the business: gross, reimbursements and super on top of it. */
const costOf = (worked: WorkedPay): Figure => {
  const onTop = worked.super.guarantee.value.plus(worked.super.reportable.value).minus(worked.super.sacrificed.value);
  return figure(
    "Cost to the business",
    worked.gross.value.plus(worked.reimbursements.value).plus(onTop),
    "money",
    () => ({
      rule: "Gross and reimbursements, and the super paid on top of them",
      formula: `${moneyText(worked.gross.value)} + ${moneyText(worked.reimbursements.value)} + ${moneyText(onTop)}`,
      parts: [worked.gross, worked.reimbursements, worked.super.guarantee],
    }),
  );
};

/** Super of the pay in all: guarantee, agreed extra and sacrifice. */
const superOf = (worked: WorkedPay): Figure =>
  figure("Super", worked.super.guarantee.value.plus(worked.super.reportable.value), "money", () => ({
    rule: "The guarantee, and what is sacrificed or agreed above it",
    parts: [worked.super.guarantee, worked.super.reportable],
  }));

const hoursOf = (worked: WorkedPay): Decimal => sum(worked.lines.map(({ line }) => decimalOrZero(line.hours)));

export function rowFigures(worked: WorkedPay): RowFigures {
  const leave: Record<string, string> = {};
  for (const [kind, accrued] of Object.entries(worked.leave)) leave[kind] = hoursText(accrued.value);
  return {
    hours: hoursText(hoursOf(worked)),
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
    lines: worked.lines.map(({ line, group, amount }) => ({
      name: line.name ?? line.element,
      code: line.code ?? line.element,
      group,
      hours: line.hours === undefined ? null : hoursText(decimalOrZero(line.hours)),
      amount: moneyText(amount.value),
    })),
  };
}

/** Every figure of a pay that can be asked "why", by name. Lines are "line:<code>", accruals "leave:<kind>". */
function namedFigures(worked: WorkedPay): Map<string, Figure> {
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
  for (const { line, amount } of worked.lines) named.set(`line:${line.code ?? line.element}`, amount);
  return named;
}

/** The working of one figure, or undefined where the pay has no figure of that name. */
export const workingOf = (worked: WorkedPay, name: string): Working | undefined =>
  namedFigures(worked).get(name)?.working();

export interface PaySnapshot {
  figures: RowFigures;
  workings: Record<string, Working>;
}

/** What is kept with a signed-off pay. */
export function snapshotOf(worked: WorkedPay): PaySnapshot {
  const workings: Record<string, Working> = {};
  for (const [name, each] of namedFigures(worked)) workings[name] = each.working();
  return { figures: rowFigures(worked), workings };
}
