/** Checks of the time that a pay is for, in both countries: part of a period, a rate that changed, an amount far off. */
import { addDays } from "../calendar/dates.ts";
import { paysPerYear } from "../calendar/payPeriods.ts";
import type { PayrollYear } from "../calendar/payrollYear.ts";
import { partOfPeriod } from "../pay/partPeriod.ts";
import type { PersonFactsBase, RowBase } from "../pay/row.ts";
import { type Decimal, decimal, decimalOrZero, greatest, sum } from "../quantity/decimal.ts";
import { dollars, inRun, person } from "./check.ts";
import type { Mark } from "./mark.ts";

interface Line {
  line: {
    element: string;
    hours?: string | undefined;
    rate?: string | undefined;
    percent?: string | undefined;
    amount?: string | undefined;
    corrects?: unknown;
  };
  amount: { value: Decimal };
}
interface InHand {
  context: RowBase & { facts: PersonFactsBase };
  weeklyHours: Decimal;
  /** hours worked in the period, without leave and corrections */
  hours: Decimal;
  /** hours of leave taken, cashed out and corrected ones aside */
  leave: Decimal;
  basis: string;
  gross: Decimal;
  lines: readonly Line[];
  /** the payroll year that a day lies in */
  yearOf: (day: string) => PayrollYear;
}

/** House convention: three usual pays and $2,000 above one are asked about; of a first pay, which has no last one, less. */
const farAbove = { times: 3, dollars: 2000, first: { times: 2, dollars: 500 } } as const;
/** House convention: dollars an hour, and hours a week, above which somebody's first pay here is asked about. */
const firstPay = { rate: 250, weeklyHours: 60 } as const;

export function periodChecks({ context, weeklyHours, hours, leave, basis, gross, lines, yearOf }: InHand): Mark[] {
  const { facts, cycle, periods, periodStart, periodEnd } = context;
  const found: Mark[] = [];
  // The payday decides year, rates and lodgement, not the period worked.
  const { name: year } = yearOf(context.payday);
  if (yearOf(periodEnd).name !== year)
    found.push({ kind: "note", code: "otherYear", facts: { year, end: periodEnd }, mend: inRun });
  if (facts.paidBeyond && facts.endDate !== null)
    found.push({ kind: "query", code: "paidBeyond", facts: { ...facts.paidBeyond, last: facts.endDate }, mend: inRun });
  const { inCycle, raisedAndCorrected } = facts;
  if (raisedAndCorrected)
    found.push({ kind: "query", code: "raiseBesideCorrection", facts: { payday: raisedAndCorrected }, mend: inRun });
  if (inCycle?.days.length === 0)
    found.push({ kind: "query", code: "otherCycle", facts: { cycle: inCycle.other }, mend: inRun });
  if (gross.isZero()) return found;
  const { heldOver = [], fixedUntil } = facts;
  if (fixedUntil && fixedUntil < periodEnd && facts.endDate === null)
    found.push({ kind: "query", code: "fixedTermOver", facts: { until: fixedUntil }, mend: person("contract") });
  if (facts.salaryAboveUsual) {
    const { salary, usual } = facts.salaryAboveUsual;
    found.push({
      ...{ kind: "query", code: "salaryAboveUsual", mend: person("usualPay") },
      facts: { salary: dollars(decimal(salary)), usual: dollars(decimal(usual)) },
    });
  }
  if (facts.salaried && facts.hourlyRate !== null) found.push(...besideSalary(lines, decimal(facts.hourlyRate)));
  for (const { name, original, substitute } of heldOver)
    if (facts.endDate !== null && facts.endDate <= periodEnd)
      found.push({ kind: "query", code: "holidayHeldOver", facts: { name, original, substitute }, mend: inRun });
  const agreed = weeklyHours.times(52).div(paysPerYear[cycle]).times(periods);
  // Where the week changed within the period, its spans know better. Part-timers may well work beside leave.
  const has = greatest(agreed, sum((context.spans ?? []).map((span) => decimal(span.hours))));
  const all = hours.plus(leave);
  if (leave.gt(0) && has.gt(0) && basis === "full-time" && all.gt(has.plus("0.01")))
    found.push({
      ...{ kind: "query", code: "leaveBeyondPeriod", mend: inRun },
      facts: { hours: all.toDecimalPlaces(2).toString(), agreed: has.toDecimalPlaces(2).toString() },
    });
  const part = partOfPeriod({ ...facts, days: inCycle?.days }, periodStart, periodEnd);
  if (part?.whole.gt(0) && part.own.gt(0) && part.own.lt(part.whole)) {
    const most = agreed.times(part.own).div(part.whole);
    const over = most.gt(0) && hours.gt(most.plus("0.01"));
    found.push({
      kind: over ? "query" : "note",
      code: "partPeriod",
      facts: {
        ...partWords(context),
        days: String(part.days),
        of: String(part.ofDays),
        hours: hours.toDecimalPlaces(2).toString(),
        most: most.toDecimalPlaces(2).toString(),
        over: over ? "1" : "0",
      },
      mend: inRun,
    });
  }
  if (context.paidBefore && context.correctsTaxable === null)
    found.push({
      kind: "query",
      code: "paidBefore",
      facts: { amount: dollars(decimal(context.paidBefore)) },
      mend: inRun,
    });
  const rate = decimalOrZero(facts.hourlyRate ?? undefined);
  if (context.isFirstPay && context.correctsTaxable === null)
    found.push(...firstPayChecks(rate, weeklyHours, hours.times(paysPerYear[cycle]).div(periods * 52)));
  const usual = agreed.times(rate);
  const far = context.isFirstPay ? farAbove.first : farAbove;
  if (usual.gt(0) && gross.gt(usual.times(far.times)) && gross.minus(usual).gt(far.dollars))
    found.push({
      kind: "query",
      code: "farAboveUsual",
      facts: { gross: dollars(gross), usual: dollars(usual), times: gross.div(usual).toDecimalPlaces(1).toString() },
      mend: inRun,
    });
  return found;
}

/** Plain hours beside the salary, as a sheet with everybody's hours puts them in: a salary pays them already. */
function besideSalary(lines: readonly Line[], own: Decimal): Mark[] {
  const ordinary = lines.filter(({ line }) => line.element === "ordinary" && line.corrects === undefined);
  const hours = ordinary.filter(
    ({ line }) =>
      line.amount === undefined &&
      decimalOrZero(line.hours).gt(0) &&
      // Days that were paid by the hour before the salary began have the rate of then.
      own.eq(line.rate ?? own) &&
      Number(line.percent ?? 100) === 100,
  );
  if (hours.length === 0 || ordinary.every(({ line }) => line.amount === undefined)) return [];
  const facts = {
    hours: sum(hours.map(({ line }) => decimalOrZero(line.hours)))
      .toDecimalPlaces(2)
      .toString(),
    amount: dollars(sum(hours.map(({ amount }) => amount.value))),
  };
  return [{ kind: "query", code: "hoursBesideSalary", facts, mend: inRun }];
}

/** Which days of the period are not this pay's, and why. */
function partWords({ facts, periodStart, periodEnd }: InHand["context"]): Record<string, string> {
  const { startDate, endDate, inCycle } = facts;
  if (!inCycle) return startDate > periodStart ? { start: startDate } : { end: endDate ?? "" };
  const [first, last] = [inCycle.days[0], inCycle.days.at(-1)];
  return {
    cycle: inCycle.other,
    ...(first && first.from > periodStart ? { start: addDays(first.from, -1) } : {}),
    ...(last && last.to < periodEnd ? { end: addDays(last.to, 1) } : {}),
  };
}

/**
 * Nothing before says what is usual: a point that slipped, or a fortnight's hours given as a week's, would be paid, and be
 * usual from then on.
 * @param agreed hours a week
 * @param worked hours of this pay, by the week
 */
function firstPayChecks(rate: Decimal, agreed: Decimal, worked: Decimal): Mark[] {
  const most = agreed.gt(worked) ? agreed : worked;
  const found: Mark[] = [];
  if (rate.gt(firstPay.rate))
    found.push({ kind: "query", code: "firstRateHigh", facts: { rate: dollars(rate) }, mend: person("employment") });
  if (most.gt(firstPay.weeklyHours))
    found.push({
      ...{ kind: "query", code: "firstHoursHigh" },
      facts: { hours: most.toDecimalPlaces(2).toString(), agreed: agreed.gte(worked) ? "1" : "0" },
      mend: agreed.gte(worked) ? person("employment") : inRun,
    });
  return found;
}
