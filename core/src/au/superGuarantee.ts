/**
 * Superannuation guarantee: what the employer owes a person's fund for one payday.
 * Set by: Superannuation Guarantee (Administration) Act 1992; from 1 July 2026 as amended for payday super.
 * Example: qualifying earnings of $1,140.00 at 12 %: $136.80, with the fund within seven business days.
 */
import { addBusinessDaysAu, rollForwardAu } from "../calendar/businessDays.ts";
import { addDays, completedYears, type IsoDate } from "../calendar/dates.ts";
import { superQuarterAu } from "../calendar/payrollYear.ts";
import {
  atLeastZero,
  type Decimal,
  decimal,
  decimalOrZero,
  fixed,
  hundred,
  least,
  sum,
  zero,
} from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { superGuaranteeRules } from "../rulebook/au/superGuaranteeRules.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";

/** A week of the record of time: for people under 18, whose super hangs on the hours of each week. */
export interface WeekOfPay {
  start: IsoDate;
  /** hours employed in it, overtime and paid leave among them */
  hours: string;
  /** what was earned in it that counts for super, as a weight beside the other weeks */
  earned: string;
  /** the same of what earlier pays had of it, while it was too short to count */
  paidShort?: string | undefined;
}

/** A pay that is corrected: its hours and earnings as they were, in super and out of it. */
export interface CorrectedWeeks {
  weeks: Decimal;
  employed: string;
  counted: string;
  uncounted: string;
  more: Decimal;
  earned: Decimal;
}

const one = decimal(1);

export interface GuaranteeTerms {
  payday: IsoDate;
  rules: RuleBook;
  birthDate: IsoDate;
  /** is super owed for this person at all? */
  entitled: boolean;
  /** earnings that counted before this pay, above the ceiling too, in the quarter or the year that it goes by */
  baseBefore: { quarter: Decimal; year: Decimal };
  /** hours worked in an average week of this pay; only people under 18 need it */
  hoursAWeek: Decimal;
  /** the weeks one by one, where they are on record */
  weeks?: readonly WeekOfPay[] | undefined;
  /** other pays of the same period: their hours, and what of them did not count while the week was short */
  inPeriod?: { employed: string; uncounted: string } | undefined;
  /** pays that this one corrects, of somebody under 18: `more` hours and what is `earned` with them */
  corrected?: readonly CorrectedWeeks[] | undefined;
  /** an agreed per cent above the law's, if any */
  agreedPercent?: Decimal | undefined;
  /** an agreement asks for super whatever the age and hours */
  anyAge?: boolean | undefined;
}

export interface Guarantee {
  /** what counts before the ceiling */
  counted: Figure;
  base: Figure;
  guarantee: Figure;
  /** what an agreement adds above the law: a reportable employer contribution */
  aboveGuarantee: Figure;
  /** a person under 18 with too few hours: nothing is owed */
  tooYoung: boolean;
}

/** @param counted the elements of this pay that count towards the base, before any salary sacrifice */
export function superGuarantee(counted: Figure, terms: GuaranteeTerms): Guarantee {
  const row = terms.rules.row(superGuaranteeRules, terms.payday);
  const { percent, base: baseName, ceiling, young } = row.figures;
  const isYoung = terms.anyAge !== true && completedYears(terms.birthDate, terms.payday) < Number(young.under);
  const share = isYoung ? shareOfLongWeeks(terms, fixed(young.hoursOver)) : one;
  const corrected = isYoung ? (terms.corrected ?? []) : [];
  const back = sum(corrected.map((each) => dueOfCorrected(each, fixed(young.hoursOver))));
  const own = counted.value.minus(sum(corrected.map((each) => each.earned)));
  const tooYoung = share.isZero() && back.isZero();
  const before = ceiling.per === "quarter" ? terms.baseBefore.quarter : terms.baseBefore.year;
  const limit = fixed(ceiling.amount);
  const room = atLeastZero(limit.minus(before));
  // What is taken back comes off the top: far above the ceiling it takes no super with it.
  const uncounted = isYoung && !share.isZero() ? decimalOrZero(terms.inPeriod?.uncounted) : zero;
  const counting = (share.eq(one) ? own : halfUpToCent(own.times(share))).plus(uncounted).plus(back);
  const under = least(before.plus(counting), limit).minus(least(before, limit));
  const owed = terms.entitled && !tooYoung ? under : zero;
  const why = !terms.entitled
    ? "No guarantee is set for this person"
    : tooYoung
      ? `Under ${young.under} and not over ${young.hoursOver} hours a week: nothing counts`
      : corrected.length > 0
        ? `Under ${young.under}: the corrected week counts as a whole where it has over ${young.hoursOver} hours, else not at all`
        : !share.eq(one)
          ? `Under ${young.under}: only weeks over ${young.hoursOver} hours count, here ${(terms.weeks ?? []).map(({ hours, paidShort }) => `${hours} h${paidShort ? ", with what was paid of it before" : ""}`).join(" and ")}`
          : `What counts as ${baseName}, up to the ceiling of $${ceiling.amount} a ${ceiling.per}${uncounted.isZero() ? "" : `; with ${uncounted.toFixed(2)} of another pay of this week, which was too short without this one`}`;
  const base = figure(
    baseName === "qualifying earnings" ? "Qualifying earnings" : "Ordinary time earnings",
    owed,
    "money",
    () => ({
      rule: why,
      formula: `the lesser of ${counting.toFixed(2)} and ${room.toFixed(2)} left under the ceiling`,
      source: sourceNote(superGuaranteeRules, row),
      setting: { place: "person", section: "super" },
      parts: [counted],
    }),
  );
  const guarantee = figure("Super guarantee", halfUpToCent(owed.times(fixed(percent)).div(hundred)), "money", () => ({
    rule: `${percent} % of ${baseName}, to the cent`,
    formula: `${owed.toFixed(2)} × ${percent} %`,
    source: sourceNote(superGuaranteeRules, row),
    parts: [base],
  }));
  const agreed = terms.agreedPercent;
  const above =
    agreed?.gt(percent) && terms.entitled
      ? atLeastZero(halfUpToCent(counted.value.times(agreed).div(hundred)).minus(guarantee.value))
      : zero;
  const aboveGuarantee = figure("Super above the guarantee", above, "money", () => ({
    rule: agreed ? `Agreed rate of ${agreed.toString()} % less the guarantee` : "No higher rate is agreed",
    setting: { place: "person", section: "super" },
    parts: [counted],
  }));
  return { counted, base, guarantee, aboveGuarantee, tooYoung };
}

/**
 * What a correction moves of what counts: a week that it makes long counts as a whole, one that it makes short no more. Of
 * several weeks nobody knows which one is corrected: the difference counts by the share that counted then.
 */
function dueOfCorrected({ weeks, employed, counted, uncounted, more, earned }: CorrectedWeeks, over: Decimal): Decimal {
  const all = decimal(counted).plus(uncounted);
  if (weeks.gt(1)) return all.isZero() ? zero : halfUpToCent(earned.times(counted).div(all));
  const [was, is] = [decimal(employed).gt(over), decimal(employed).plus(more).gt(over)];
  if (is) return was ? earned : earned.plus(uncounted);
  return was ? zero.minus(counted) : zero;
}

/** Of what was earned, the share of weeks with more hours than the law asks for; by the average where no week is known. */
function shareOfLongWeeks({ weeks, hoursAWeek, inPeriod }: GuaranteeTerms, hoursOver: Decimal): Decimal {
  const earned = sum((weeks ?? []).map((each) => decimal(each.earned)));
  if (!weeks || earned.isZero()) return hoursAWeek.gt(hoursOver) ? one : zero;
  // Of several weeks nobody knows which one another pay of the period belongs to.
  const more = weeks.length === 1 ? decimalOrZero(inPeriod?.employed) : zero;
  const long = weeks.filter((each) => decimal(each.hours).plus(more).gt(hoursOver));
  return sum(long.map((each) => decimal(each.earned).plus(each.paidShort ?? "0"))).div(earned);
}

/**
 * The day by which the fund must have a contribution.
 * @param firstContribution is it the first one for a new person, or to a newly chosen fund?
 */
export function superDueDate(payday: IsoDate, firstContribution: boolean, rules: RuleBook): IsoDate {
  const { due } = rules.row(superGuaranteeRules, payday).figures;
  if (due.method === "payday") return addBusinessDaysAu(payday, firstContribution ? due.newPerson : due.businessDays);
  return rollForwardAu(addDays(superQuarterAu(payday).to, due.daysAfterQuarter));
}
