/** Whose hourly rate a new table changes, and by how much: seen before it takes effect. */
import type { RateMove } from "@zesty/contract/time";
import { addMonths } from "@zesty/core/calendar/dates";
import { type Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { hourlyRateOn } from "../hours/hourlyRate.ts";
import { type KnownPerson, personTimes } from "../hours/personTimes.ts";
import { dryRun } from "../store/dryRun.ts";
import { person } from "../store/schema.ts";

interface Rate {
  name: string;
  level: string | null;
  rate: string | null;
  hours: Decimal | null;
}

/** What an hour is worth for everybody who is paid by an agreement on a day. */
function ratesOn(context: Context, businessId: number, agreement: string, day: string): Map<number, Rate> {
  const ids = context.store.db
    .select()
    .from(person)
    .where(eq(person.businessId, businessId))
    .all()
    .filter((each) => each.startDate <= day && (each.endDate === null || each.endDate >= day))
    .map((each) => each.id);
  return new Map(
    personTimes(context, businessId, ids, day, day)
      .filter((each) => each.terms?.agreement === agreement)
      .map((each) => {
        const level = each.terms?.classification ?? null;
        return [
          each.who.id,
          {
            name: `${each.who.givenName} ${each.who.familyName}`,
            level: each.time.rules?.classifications.find((one) => one.key === level)?.title ?? level,
            rate: hourlyRateOn(each, day)?.toString() ?? null,
            hours: hoursAYear(context, each, day),
          },
        ];
      }),
  );
}

/** @param change done for real and taken back: what is shown is what it would do */
export function whoMoves(
  context: Context,
  businessId: number,
  agreement: string,
  day: string,
  change: () => void,
): RateMove[] {
  const before = ratesOn(context, businessId, agreement, day);
  const after = dryRun(context.store, () => {
    change();
    return ratesOn(context, businessId, agreement, day);
  });
  return [...after].map(([personId, { name, level, rate, hours }]): RateMove => {
    const was = before.get(personId)?.rate ?? null;
    const yearly =
      rate === null || was === null || hours === null
        ? null
        : halfUpToCent(decimal(rate).minus(was).times(hours)).toFixed(2);
    return { personId, name, level, before: was, after: rate, yearly };
  });
}

/** Hours of a year: as agreed, else as paid in the twelve months before. */
function hoursAYear({ store }: Context, { who, time }: KnownPerson, day: string): Decimal | null {
  const agreed = time.person.basis === "casual" ? [] : (time.pattern ?? []);
  const week = sum(agreed.map((hours) => decimal(hours)));
  if (week.gt(0)) return week.times(52);
  const paid = store
    .prepared<[number, string, string], { hours: string }>(
      `SELECT json_extract(s.snapshot, '$.figures.hours') AS hours FROM signed_pay s
       WHERE s.person_id = ? AND s.payday BETWEEN ? AND ? AND s.kind = 'pay'
         AND NOT EXISTS (SELECT 1 FROM signed_pay r WHERE r.reverses_id = s.id)`,
    )
    .all(who.id, addMonths(day, -12), day);
  return paid.length === 0 ? null : sum(paid.map((each) => decimal(each.hours)));
}
