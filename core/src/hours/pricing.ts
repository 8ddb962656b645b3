/** What worked hours are worth: the base rate of the person, and the money of each piece and extra. */
import type { AgreementRules, AllowanceEntry, RuleMoney } from "../agreements/agreementRules.ts";
import { type Decimal, decimal, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { rateText } from "../quantity/units.ts";

/** Dollars that a business entered over the shipped figures: an hour by classification, a unit by allowance. */
export interface EnteredRates {
  classifications: Record<string, string>;
  allowances: Record<string, string>;
}
export const noRates: EnteredRates = { classifications: {}, allowances: {} };

/** Keys are words of an agreement's rules, also such as every object knows. */
const enteredFor = (amounts: Record<string, string>, key: string): string | undefined =>
  Object.hasOwn(amounts, key) ? amounts[key] : undefined;

export interface BaseRate {
  rate: Decimal | null;
  /** the level's rate after the junior percentage: what the agreement asks for at least */
  least: Decimal | null;
  why: string;
}

/**
 * The hourly rate of a classification: entered by the business, else a share of another level's (apprentices), else the
 * agreement's own; null where nobody knows it.
 */
export function levelRate(rules: AgreementRules, classification: string | null, entered: EnteredRates): Decimal | null {
  if (classification === null) return null;
  const own = enteredFor(entered.classifications, classification);
  const level = rules.classifications.find((each) => each.key === classification);
  if (own === undefined && level?.shareOf) {
    const whole = levelRate(rules, level.shareOf.classification, entered);
    return whole && halfUpToCent(whole.times(String(level.shareOf.percent)).div(100));
  }
  const shipped = level?.hourly;
  return own !== undefined ? decimal(own) : shipped == null ? null : decimal(String(shipped));
}

/**
 * The higher of what is agreed with the person and what the level asks for; a junior's level rate to the cent.
 * @param more what allowances for all purposes add to the level's rate, whatever the age
 */
export function baseRate(
  rules: AgreementRules | null,
  classification: string | null,
  entered: EnteredRates,
  agreed: string | null,
  ratePercent: number,
  more: { hourly: Decimal; unknown: readonly string[]; why: string } = { hourly: zero, unknown: [], why: "" },
): BaseRate {
  const [unknown] = more.unknown;
  const level = rules && levelRate(rules, classification, entered);
  const least = level ? halfUpToCent(level.times(String(ratePercent)).div(100)).plus(more.hourly) : null;
  const own = agreed === null ? null : decimal(agreed);
  if (least && (own === null || own.lt(least))) {
    // What belongs into the rate and is not known leaves it unknown: never too little in silence.
    if (unknown !== undefined)
      return { rate: null, least, why: `the amount of ${unknown.replaceAll("-", " ")} is not known` };
    const title = rules?.classifications.find((each) => each.key === classification)?.title ?? classification;
    const junior = ratePercent === 100 ? "" : `, ${ratePercent} % at this age`;
    const beside = more.why === "" ? "" : `, with ${more.why}`;
    return { rate: least, least, why: `${title}: ${rateText(least)} an hour${junior}${beside}` };
  }
  return { rate: own, least, why: own ? `agreed: ${rateText(own)} an hour` : "no rate is known" };
}

/** Dollars a unit of an allowance or addition; null where nobody entered it, nought where the rule gives none. */
export function unitAmount(
  rules: AgreementRules,
  { id, amount }: { id: string; amount: RuleMoney },
  entered: EnteredRates,
): Decimal | null {
  const own = enteredFor(entered.allowances, id);
  if (own !== undefined) return decimal(own);
  if (amount === null) return null;
  if (typeof amount === "number") return decimal(String(amount));
  const standard = levelRate(rules, rules.standardRate?.classification ?? null, entered);
  return standard ? halfUpToCent(standard.times(String(amount.percentOfStandardRate)).div(100)) : null;
}

/** Minutes at a per cent of a rate, in dollars, exact: whoever puts them into a line rounds it once. */
export const worthOf = (minutes: Decimal | number, rate: Decimal, percent: Decimal): Decimal =>
  rate.times(percent).times(minutes).div(6000);

/** Where an allowance is reported in Australia, by what it is for; what is not known is for a task (KN). */
export function reportingCodeOf({
  id,
  unit,
}: Pick<AllowanceEntry, "id" | "unit">): "MD" | "LD" | "CD" | "TD" | "QN" | "KN" {
  if (id.startsWith("meal")) return "MD";
  if (id.startsWith("laundry")) return "LD";
  if (unit === "km") return "CD";
  if (/^tools?\b/.test(id)) return "TD";
  return /first-aid|licence|language/.test(id) ? "QN" : "KN";
}
