/** The stages of super of an Australian pay: guarantee, sacrifice, what is agreed above, the member's own. */
import { override } from "../../pay/override.ts";
import { type Decimal, decimal, decimalOrZero, sum, zero } from "../../quantity/decimal.ts";
import { superGuaranteeRules } from "../../rulebook/au/superGuaranteeRules.ts";
import { sumOf } from "../../working/figure.ts";
import { superGuarantee } from "../superGuarantee.ts";
import { agreedHours, weeksIn } from "./accruingHours.ts";
import { amounts, type Earned, type Given, type Sacrificed } from "./earnings.ts";
import { isSuperable, withoutPay } from "./elements.ts";
import type { PayInput } from "./input.ts";
import type { Kept } from "./netPay.ts";
import type { WorkedLine } from "./worked.ts";

export function contributions(
  { input, rules, periods, overridden }: Given,
  { earnings, extras, terminationLines, contractorLines }: Earned,
  { sacrificed }: Sacrificed,
  { afterTaxLines }: Kept,
) {
  const { person, payday, cycle, toDate = {} } = input;
  const superRow = rules.row(superGuaranteeRules, payday);
  // Pay in lieu of notice counts, other termination payments do not: the pay element says which is which.
  const superable = [...earnings, ...extras, ...terminationLines].filter((each) =>
    isSuperable(each.line, superRow.figures.counts),
  );
  const counted = sumOf(
    `Earnings that count as ${superRow.figures.base}`,
    amounts(superable),
    "money",
    "Before any salary sacrifice; overtime and expense allowances do not count",
  );
  const weeksOfPay = weeksIn(cycle, periods);
  const ofPay = (lines: readonly WorkedLine[], day: string) => lines.filter(({ line }) => line.corrects === day);
  const corrected = Object.entries(input.corrected ?? {}).map(([day, was]) => ({
    ...was,
    weeks: weeksOfPay,
    more: hoursTyped(ofPay(earnings, day)),
    earned: sum(ofPay(superable, day).map((each) => each.amount.value)),
  }));
  const own = earnings.filter(({ line }) => input.corrected?.[line.corrects ?? ""] === undefined);
  const worked = superGuarantee(counted, {
    payday,
    rules,
    birthDate: person.birthDate,
    entitled: person.super?.guarantee !== false,
    baseBefore: {
      quarter: decimalOrZero(toDate.guaranteeEarningsQuarter ?? toDate.guaranteeBaseQuarter ?? toDate.guaranteeBase),
      year: decimalOrZero(toDate.guaranteeEarnings ?? toDate.guaranteeBase),
    },
    corrected,
    hoursAWeek: hoursEmployed(own, input).plus(decimalOrZero(input.inPeriod?.employed)).div(weeksOfPay),
    weeks: input.weeks,
    inPeriod: input.inPeriod,
    agreedPercent: person.super?.rate ? decimal(person.super.rate) : undefined,
    anyAge: person.super?.anyAge,
  });
  const contractor = sumOf("Super for a contractor", amounts(contractorLines));
  const guarantee = override(
    "guarantee",
    "Super guarantee",
    contractor.value.isZero() ? worked.guarantee : sumOf("Super guarantee", [worked.guarantee, contractor]),
    input.overrides,
    overridden,
  );
  return {
    aboveGuarantee: worked.aboveGuarantee,
    super: {
      counted: worked.counted,
      base: worked.base,
      guarantee,
      sacrificed,
      reportable: sumOf(
        "Reportable employer super contributions",
        [sacrificed, worked.aboveGuarantee],
        "money",
        "Salary sacrifice, and what an agreed rate adds above the guarantee",
      ),
      member: sumOf(
        "Member's own super contributions",
        amounts(afterTaxLines.filter((each) => each.line.element === "memberContribution")),
      ),
      tooYoung: worked.tooYoung,
    },
  };
}
export type Contributed = ReturnType<typeof contributions>;

/**
 * Hours that somebody under 18 is employed for (super is owed above 30 a week): hours typed, paid leave among them; a
 * salary stands for the agreed hours. Weeks are known one by one only from a record of days (`weeks` of the input).
 */
function hoursEmployed(earnings: readonly WorkedLine[], input: PayInput): Decimal {
  const typed = hoursTyped(earnings);
  const salaried = earnings.some(
    (each) => each.line.element === "ordinary" && each.line.hours === undefined && each.amount.value.gt(0),
  );
  const agreed = salaried ? agreedHours(input) : zero;
  return typed.gt(agreed) ? typed : agreed;
}

const employed = ["ordinary", "overtime", "leaveTaken"];
const hoursTyped = (earnings: readonly WorkedLine[]): Decimal =>
  sum(
    earnings
      .filter((each) => employed.includes(each.line.element) && !withoutPay(each.line))
      .map((each) => decimalOrZero(each.line.hours)),
  );
