/** Whose hourly rate a new table changes, and by how much: seen before it takes effect. */
import type { RateMove } from "@zesty/contract/time";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { hourlyRateOn } from "../hours/hourlyRate.ts";
import { personTimes } from "../hours/personTimes.ts";
import { dryRun } from "../store/dryRun.ts";
import { person } from "../store/schema.ts";

interface Rate {
  name: string;
  level: string | null;
  rate: string | null;
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
  return [...after].map(([personId, { name, level, rate }]) => ({
    personId,
    name,
    level,
    before: before.get(personId)?.rate ?? null,
    after: rate,
  }));
}
