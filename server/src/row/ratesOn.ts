/**
 * What an hour of a person is worth on a day, and where that comes from: asked by rows, departures, leave paid out, its
 * worth and the checks alike, so that they cannot differ. No answer is said as such, never taken for nought.
 */
import { type Cycle, paysPerYear } from "@zesty/core/calendar/payPeriods";
import { allPurposeOf } from "@zesty/core/hours/allPurpose";
import { juniorPercent } from "@zesty/core/hours/juniorPercent";
import { baseRate } from "@zesty/core/hours/pricing";
import { type Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { fromE4 } from "@zesty/core/quantity/units";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { lastDaysIn } from "../hours/cycleDays.ts";
import { personTimes } from "../hours/personTimes.ts";
import { datedRecords, newest } from "../store/dated.ts";
import { payCycle, payElement, timeTerms } from "../store/schema.ts";

export interface RateOn {
  rate: Decimal | null;
  from: "own" | "salary" | "level" | "amount" | null;
  /** what is agreed with the person, whatever the level asks for */
  own: Decimal | null;
  /** what the agreement asks for at least, at the person's age */
  least: Decimal | null;
  /** per cent that the agreement has an annualised wage above the level's */
  annualisedAbove: number | null;
  /** an award's casual loading stands in the per cent of each line */
  byAgreement: boolean;
}

/** @param rulesFrom the day whose version of an agreement counts: a period's first one */
export function ratesOn(
  context: Context,
  businessId: number,
  personIds: readonly number[],
  day: string,
  rulesFrom = day,
): Map<number, RateOn> {
  const { db } = context.store;
  const { terms, usual } = datedRecords(db, personIds, day);
  const agreements = newest(db, timeTerms, personIds, day);
  const underLevels = personIds.filter((id) => agreements.get(id)?.agreement && agreements.get(id)?.classification);
  const known =
    underLevels.length === 0
      ? new Map()
      : new Map(
          personTimes(context, businessId, underLevels, rulesFrom, day, false).map(
            (each) => [each.who.id, each] as const,
          ),
        );
  const byAmount = amounts(context, businessId);
  return new Map(
    personIds.map((id): [number, RateOn] => {
      const held = terms.get(id);
      const own = held?.hourlyRateE4 == null ? null : fromE4(held.hourlyRateE4);
      const byAgreement = agreements.get(id)?.agreement != null;
      const person = known.get(id);
      if (person) {
        const { rate, least } = baseRate(
          person.time.rules,
          person.terms?.classification ?? null,
          person.rates,
          own?.toString() ?? null,
          juniorPercent(person.time, day),
          allPurposeOf(person.time.rules, person.rates, person.time.person),
        );
        // A salary is compared with the agreement over the pay as a whole: its own rate stands.
        if (held?.salaryCents != null) {
          const annualisedAbove = person.time.rules?.annualisedWage?.minimumAbove ?? null;
          return [id, { rate: own, from: "salary", own, least, annualisedAbove, byAgreement }];
        }
        const from = rate === null ? null : own?.eq(rate) ? "own" : "level";
        return [id, { rate, from, own, least, annualisedAbove: null, byAgreement }];
      }
      if (own)
        return [
          id,
          {
            rate: own,
            from: held?.salaryCents == null ? "own" : "salary",
            own,
            least: null,
            annualisedAbove: null,
            byAgreement,
          },
        ];
      const amount = held && byAmount(held, usual.get(id)?.lines ?? []);
      return [
        id,
        { rate: amount ?? null, from: amount ? "amount" : null, own, least: null, annualisedAbove: null, byAgreement },
      ];
    }),
  );
}

/** The same for a period, as it is paid: on its last day, or on that of who leaves it or its cycle within it. */
export function ratesIn(
  context: Context,
  run: { businessId: number; cycleId?: number; kind?: string; periodStart: string; periodEnd: string },
  people: readonly { id: number; endDate: string | null }[],
): Map<number, RateOn> {
  const { cycleId } = run;
  const ids = people.map((each) => each.id);
  const inCycle = cycleId === undefined ? new Map<number, string>() : lastDaysIn(context, { ...run, cycleId }, ids);
  const byDay = new Map<string, number[]>();
  for (const { id, endDate } of people) {
    const leaves = endDate !== null && endDate >= run.periodStart && endDate < run.periodEnd;
    const last = leaves ? endDate : run.periodEnd;
    const day = earlier(last, inCycle.get(id));
    byDay.set(day, [...(byDay.get(day) ?? []), id]);
  }
  return new Map([...byDay].flatMap(([day, ids]) => [...ratesOn(context, run.businessId, ids, day, run.periodStart)]));
}

const earlier = (day: string, other = day): string => (other < day ? other : day);

/** Who has neither rate nor salary and is paid an amount each pay: its share of the agreed hours. */
export function amounts({ store: { db } }: Context, businessId: number) {
  let asked: { cycles: Map<number, Cycle>; ordinary: Set<number> } | undefined;
  const read = () => ({
    cycles: new Map(
      db
        .select()
        .from(payCycle)
        .where(eq(payCycle.businessId, businessId))
        .all()
        .map((row) => [row.id, row.cycle as Cycle]),
    ),
    ordinary: new Set(
      db
        .select()
        .from(payElement)
        .where(eq(payElement.businessId, businessId))
        .all()
        .filter((row) => row.element === "ordinary")
        .map((row) => row.id),
    ),
  });
  return (
    held: { cycleId: number; weeklyHoursE4: number },
    lines: readonly { elementId: number; amount?: string | undefined }[],
  ): Decimal | null => {
    asked ??= read();
    const { cycles, ordinary } = asked;
    const cycle = cycles.get(held.cycleId);
    // Whatever is paid for the ordinary hours, in one amount or in several.
    const amount = sum(lines.filter((each) => ordinary.has(each.elementId)).map((each) => decimal(each.amount ?? "0")));
    if (!cycle || amount.isZero() || held.weeklyHoursE4 === 0) return null;
    return amount.times(paysPerYear[cycle]).div(52).div(fromE4(held.weeklyHoursE4)).toDecimalPlaces(8);
  };
}
