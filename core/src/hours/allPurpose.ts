/**
 * Weekly allowances for all purposes are part of the hourly rate: overtime, penalties, leave and notice go by it. A
 * thirty-eighth of the week's amount, each to the cent, for whom the agreement means by facts of the person alone; what
 * hangs on the shift stands beside the hours as before.
 * Set by: the awards' definitions of "all purposes", as in MA000010 cl 30 and MA000020 cl 21 (from memory). The cent of
 * each: common practice of the pay guides, no source.
 * Example: 49.40 a week for leading three, 38 hours: 1.30 an hour; overtime at 150 % of 28.12 + 1.30 is 44.13.
 */
import type { AgreementRules, AllowanceEntry, Condition } from "../agreements/agreementRules.ts";
import { type Decimal, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { rateText } from "../quantity/units.ts";
import { type EnteredRates, unitAmount } from "./pricing.ts";
import type { RosterPerson } from "./roster.ts";

/** Ordinary hours of a full-timer's week, by which the week's amount is shared out. */
const fullWeek = "38";

export interface AllPurpose {
  /** dollars an hour, all of them together */
  hourly: Decimal;
  /** ids of the allowances within it, or meant to be: they are not paid once more beside the hours */
  within: readonly string[];
  /** of those: what nobody entered an amount for */
  unknown: readonly string[];
  why: string;
}

export const noAllPurpose: AllPurpose = { hourly: zero, within: [], unknown: [], why: "" };

const ofPerson = new Set<keyof Condition>(["person", "leads", "basis"]);

/** A weekly allowance that facts of the person alone decide. */
const byFacts = ({ trigger, if: condition = {} }: AllowanceEntry): boolean =>
  trigger.kind === "perWeek" && (Object.keys(condition) as (keyof Condition)[]).every((key) => ofPerson.has(key));

const isFolded = (each: AllowanceEntry): boolean => each.allPurpose === true && byFacts(each);

const means = (condition: Condition = {}, { basis, flags = {}, leads = 0 }: RosterPerson): boolean =>
  (!condition.basis || condition.basis.includes(basis)) &&
  Object.entries(condition.person ?? {}).every(([key, value]) => (flags[key] ?? false) === value) &&
  (!condition.leads || (leads >= condition.leads.from && leads <= (condition.leads.to ?? Number.POSITIVE_INFINITY)));

export function allPurposeOf(rules: AgreementRules | null, entered: EnteredRates, person: RosterPerson): AllPurpose {
  const meant = (rules?.allowances ?? []).filter((each) => isFolded(each) && means(each.if, person));
  if (!rules || meant.length === 0) return noAllPurpose;
  const parts = meant.map((each) => ({ id: each.id, weekly: unitAmount(rules, each, entered) }));
  const hourly = (weekly: Decimal) => halfUpToCent(weekly.div(fullWeek));
  return {
    hourly: parts.reduce((total, { weekly }) => (weekly ? total.plus(hourly(weekly)) : total), zero),
    within: parts.map(({ id }) => id),
    unknown: parts.flatMap(({ id, weekly }) => (weekly ? [] : [id])),
    why: parts
      .flatMap(({ id, weekly }) =>
        weekly?.gt(0) ? [`${id.replaceAll("-", " ")} ${rateText(weekly)} a week ÷ ${fullWeek}`] : [],
      )
      .join(", "),
  };
}

/** Weekly allowances that stand beside the rate and that no shift decides: a fact of the person alone gives them. */
export const weeklyByFacts = (
  rules: AgreementRules,
  entered: EnteredRates,
  person: RosterPerson,
): { id: string; weekly: Decimal | null }[] =>
  rules.allowances
    // Without a word on who it is for it is everybody's: that is in the usual pay or in the rate.
    .filter(({ allPurpose, if: { person: facts, leads } = {} }) => !allPurpose && (facts ?? leads) !== undefined)
    .filter((each) => byFacts(each) && means(each.if, person))
    .map((each) => ({ id: each.id, weekly: unitAmount(rules, each, entered) }));
