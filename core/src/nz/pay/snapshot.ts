/** A worked New Zealand pay as plain data: what the sheet shows, the workings behind it, and the facts that are kept. */

import type { Fact } from "../../pay/facts.ts";
import type { RowFigures } from "../../pay/snapshot.ts";
import { decimalOrZero } from "../../quantity/decimal.ts";
import { hoursText, moneyText, toCents } from "../../quantity/units.ts";
import { type Figure, figure, sumOf } from "../../working/figure.ts";
import { orderCode } from "../payOrders.ts";
import { leaveUnitNz, type SideNz } from "./elements.ts";
import type { PayLineNz } from "./input.ts";
import type { WorkedPayNz } from "./worked.ts";

/** Every line of the pay, those too that nobody typed: 8 % with the pay, orders. */
export interface ShownLineNz {
  name: string;
  code: string;
  side: SideNz;
  amount: Figure;
  line: PayLineNz | null;
}

export function shownLinesNz(worked: WorkedPayNz): ShownLineNz[] {
  return [
    ...worked.lines.map(({ line, side, amount }) => ({
      name: line.name ?? line.element,
      code: line.code ?? line.element,
      side,
      amount,
      line,
    })),
    ...(worked.holidayPayWithPay
      ? [
          {
            name: "Holiday pay, 8 % with this pay",
            code: "HOLIDAY8",
            side: "earnings" as const,
            amount: worked.holidayPayWithPay,
            line: null,
          },
        ]
      : []),
    ...worked.orders.map(({ order, amount }) => ({
      name: order.name,
      code: orderCode(order),
      side: "deduction" as const,
      amount,
      line: null,
    })),
  ];
}

const setAside = (worked: WorkedPayNz) =>
  sumOf(
    "Set aside by the employer",
    worked.employerCosts.map((each) => each.amount),
  );

const costOfNz = (worked: WorkedPayNz): Figure => {
  const parts = [worked.gross, worked.reimbursements, worked.kiwiSaver.employerGross, setAside(worked)];
  return figure(
    "Cost to the business",
    parts.reduce((total, each) => total.plus(each.value), decimalOrZero("0")),
    "money",
    () => ({
      rule: "Gross and reimbursements, the employer's KiwiSaver on top, and what the employer sets aside",
      formula: parts.map((each) => moneyText(each.value)).join(" + "),
      parts,
    }),
  );
};

/** The loan in all; where nothing was ordered or chosen on top, the standard deduction itself. */
const loansOf = ({ parts }: WorkedPayNz): Figure =>
  parts.slcir.value.plus(parts.slbor.value).isZero()
    ? parts.studentLoan
    : sumOf("Student loan", [parts.studentLoan, parts.slcir, parts.slbor]);

const employerOf = ({ kiwiSaver }: WorkedPayNz): Figure =>
  figure("KiwiSaver, employer", kiwiSaver.employerGross.value, "money", () => ({
    rule: "The employer's contribution: its tax goes to Inland Revenue, the rest to the scheme",
    formula: `${moneyText(kiwiSaver.esct.value)} tax + ${moneyText(kiwiSaver.employerNet.value)} = ${moneyText(kiwiSaver.employerGross.value)}`,
    parts: [kiwiSaver.employerGross, kiwiSaver.esct, kiwiSaver.employerNet],
  }));

export function rowFiguresNz(worked: WorkedPayNz): RowFigures {
  return {
    hours: hoursText(worked.hours.value),
    gross: moneyText(worked.gross.value),
    beforeTax: "0.00",
    taxable: moneyText(worked.taxable.value),
    withheld: moneyText(worked.withheld.value),
    studentLoan: moneyText(loansOf(worked).value),
    childSupport: moneyText(worked.parts.childSupport.value),
    kiwiSaver: moneyText(worked.kiwiSaver.employee.value),
    afterTax: moneyText(worked.afterTax.value),
    reimbursements: moneyText(worked.reimbursements.value),
    net: moneyText(worked.net.value),
    super: moneyText(worked.kiwiSaver.employerGross.value),
    cost: moneyText(costOfNz(worked).value),
    leave: {},
    employerCosts: worked.employerCosts.map(({ cost, amount }) => ({
      code: cost.code,
      name: cost.name,
      amount: moneyText(amount.value),
    })),
    lines: shownLinesNz(worked).map(({ name, code, side, amount, line }) => ({
      name,
      code,
      group: side,
      hours: line?.hours === undefined ? null : hoursText(decimalOrZero(line.hours)),
      amount: moneyText(amount.value),
      ...(line?.units === undefined ? {} : { units: line.units, unit: unitOf(line) }),
      ...(line?.costCentre ? { costCentre: line.costCentre } : {}),
      ...(line?.corrects ? { corrects: line.corrects } : {}),
    })),
  };
}

export const unitOf = (line: PayLineNz): "weeks" | "days" =>
  line.element === "cashUp" ||
  (line.element === "unusedLeave" && line.leave === "annual") ||
  (line.element === "leaveTaken" && leaveUnitNz(line.leave ?? "") === "weeks")
    ? "weeks"
    : "days";

export function namedFiguresNz(worked: WorkedPayNz): Map<string, Figure> {
  const named = new Map<string, Figure>([
    ["gross", worked.gross],
    ["taxable", worked.taxable],
    ["withheld", worked.withheld],
    ["studentLoan", loansOf(worked)],
    ["childSupport", worked.parts.childSupport],
    ["kiwiSaver", worked.kiwiSaver.employee],
    ["esct", worked.kiwiSaver.esct],
    ["afterTax", worked.afterTax],
    ["reimbursements", worked.reimbursements],
    ["net", worked.net],
    ["super", employerOf(worked)],
    ["cost", costOfNz(worked)],
    ["hours", worked.hours],
    ["holidayGross", worked.holiday.gross],
  ]);
  for (const { cost, amount } of worked.employerCosts) named.set(`cost:${cost.code}`, amount);
  const lines = shownLinesNz(worked);
  for (const { name, code } of lines) {
    const same = lines.filter((each) => each.code === code).map((each) => each.amount);
    const [only] = same;
    named.set(`line:${code}`, only && same.length === 1 ? only : sumOf(name, same));
  }
  return named;
}

/** Facts of one pay, one entry a code, zeros left out; days are kept in hundredths. */
export function factsOfNz(worked: WorkedPayNz): Fact[] {
  const cents = new Map<string, number>();
  const add = (code: string, amount: Figure) => {
    const value = toCents(amount.value.toDecimalPlaces(2));
    cents.set(code, (cents.get(code) ?? 0) + value);
  };
  add("gross", worked.gross);
  add("taxable", worked.taxable);
  add("regularTaxable", worked.regularTaxable);
  add("notLeviable", worked.notLeviable);
  add("withheld", worked.withheld);
  add("accLevy", worked.parts.accLevy);
  add("givingCredit", worked.parts.givingCredit);
  add("studentLoan", worked.parts.studentLoan);
  add("slcir", worked.parts.slcir);
  add("slbor", worked.parts.slbor);
  add("childSupport", worked.parts.childSupport);
  add("kiwiSaver", worked.kiwiSaver.employee);
  add("kiwiSaverEmployer", worked.kiwiSaver.employerGross);
  add("kiwiSaverNet", worked.kiwiSaver.employerNet);
  add("esct", worked.kiwiSaver.esct);
  add("net", worked.net);
  add("holidayGross", worked.holiday.gross);
  // Earnings that had their 8 % with the pay.
  if (worked.holidayPayWithPay) add("holidayWithPay", worked.holiday.gross);
  add("holidayIrregular", worked.holiday.irregular);
  add("holidayDays", worked.holiday.days);
  for (const { cost, amount } of worked.employerCosts) add(`cost:${cost.code}`, amount);
  for (const { code, amount } of shownLinesNz(worked)) add(`line:${code}`, amount);
  for (const { line, amount } of worked.lines) if (line.debt !== undefined) add(`debt:${line.debt}`, amount);
  return [...cents].filter(([, amount]) => amount !== 0).map(([code, amount]) => ({ code, cents: amount }));
}
