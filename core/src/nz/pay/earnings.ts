/** The first stage of a New Zealand pay: what is earned, and what of it PAYE is worked out on. */
import type { Overridden } from "../../pay/input.ts";
import { decimal } from "../../quantity/decimal.ts";
import { halfUpToCent } from "../../quantity/rounding.ts";
import { deductionRatesNz } from "../../rulebook/nz/deductionRatesNz.ts";
import { type RuleBook, sourceNote } from "../../rulebook/ruleBook.ts";
import { type Figure, figure, sumOf } from "../../working/figure.ts";
import { employerPercent } from "../kiwiSaver.ts";
import type { ExtraPay, PayeTerms } from "../paye.ts";
import { countsAsGross, type SideNz, traitsNz } from "./elements.ts";
import type { PayInputNz } from "./input.ts";
import type { WorkedLineNz } from "./worked.ts";
import { withHolidayPercent, workLineNz } from "./workLine.ts";

/** What every stage is handed. */
export interface Given {
  input: PayInputNz;
  rules: RuleBook;
  /** pay periods that the pay covers */
  periods: number;
  terms: PayeTerms;
  /** figures that stand as typed */
  overridden: Overridden[];
}

export const percent = (text: string | undefined) => (text === undefined ? undefined : decimal(text));
export const amounts = (chosen: readonly WorkedLineNz[]) => chosen.map((line) => line.amount);

/** Lines that are paid, with 8 % in place of annual holidays where it is lawful; gross and taxable earnings. */
export function earned({ input, rules }: Given) {
  const { person, payday } = input;
  const lines = withHolidayPercent(
    input.lines
      .filter((line) => traitsNz[line.element].side !== "deduction")
      .map((line) => workLineNz(line, input, rules)),
    input,
    rules,
  );
  const of = (side: SideNz) => lines.filter((line) => line.side === side);
  const taxed = amounts(of("earnings"));
  // Gross earnings of the Act: bonuses and back pay among them (s 14).
  const goesBy = sumOf("Earnings that holiday pay goes by", [
    ...taxed,
    ...amounts(of("extra").filter((each) => countsAsGross(each.line))),
  ]);
  const withPay = person.holidayPayWithPay === true ? holidayPayWithPay(goesBy, payday, rules) : null;
  const wages = [...taxed, ...(withPay ? [withPay] : [])];
  const agreed = [...wages, ...amounts(of("extra").filter((each) => each.line.element !== "redundancy"))];
  const within = employerWithin(input, sumOf("Agreed pay", agreed), rules);
  const regularParts = [...wages, ...(within ? [within] : [])];
  const extras: ExtraPay[] = of("extra").map(({ line, amount }) => ({
    amount,
    levied: line.element !== "redundancy",
  }));
  const extraAmounts = extras.map((each) => each.amount);
  const regular = sumOf("Regular earnings", regularParts);
  return {
    lines,
    withPay,
    extras,
    regular,
    donations: of("donation"),
    redundancy: sumOf("Redundancy", amounts(lines.filter((each) => each.line.element === "redundancy"))),
    reimbursements: sumOf("Reimbursements", amounts(of("reimbursement"))),
    gross: sumOf("Gross", [...regularParts, ...extraAmounts]),
    taxable: sumOf("Taxable", [regular, ...extraAmounts], "money", "What PAYE was worked out on"),
  };
}
export type Earned = ReturnType<typeof earned>;

/** The employer's KiwiSaver comes out of the agreed pay, so that both parts together are the agreed amount. */
function employerWithin({ person, payday }: PayInputNz, agreed: Figure, rules: RuleBook): Figure | null {
  if (person.kiwiSaver?.totalRemuneration !== true || person.kiwiSaver.status !== "member") return null;
  const theirs = employerPercent(
    person.birthDate,
    percent(person.kiwiSaver.employerRate),
    { payday, rules },
    person.kiwiSaver.voluntaryEmployer,
  );
  if (theirs.isZero()) return null;
  const share = halfUpToCent(agreed.value.times(theirs).div(theirs.plus(100)));
  return figure("Employer's KiwiSaver within the agreed pay", share.negated(), "money", () => ({
    rule: `Total remuneration: the employer's ${theirs.toString()} % is part of the agreed pay`,
    formula: `${agreed.value.toFixed(2)} × ${theirs.toString()} ÷ ${theirs.plus(100).toString()}`,
    setting: { place: "person", section: "kiwiSaver" },
    parts: [agreed],
  }));
}

/** Holidays Act 2003 s 28: paid on top of gross earnings, rounded once (convention C6). */
function holidayPayWithPay(earned: Figure, payday: string, rules: RuleBook): Figure {
  const row = rules.row(deductionRatesNz, payday);
  const percent = row.figures.holidayPayPercent;
  return figure("Holiday pay with each pay", halfUpToCent(earned.value.times(percent).div(100)), "money", () => ({
    rule: `${percent} % of gross earnings in place of annual holidays (Holidays Act 2003, s 28)`,
    formula: `${earned.value.toFixed(2)} × ${percent} %`,
    source: sourceNote(deductionRatesNz, row),
    parts: [earned],
  }));
}
