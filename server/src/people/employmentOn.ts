/** The employment of a day: who was employed again had another one before, which is reported as it was. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";

export interface Employment {
  startDate: IsoDate;
  endDate: IsoDate | null;
  /** of an employment that another one followed: the departure that ended it, where it is on record */
  departureId: number | null;
}

interface Before {
  personId: number;
  from: IsoDate;
  startedOn: IsoDate;
  leftOn: IsoDate;
  departureId: number | null;
}

/** Employments that others followed, the oldest first. */
function followed({ store }: Context, businessIds: readonly number[]): Map<number, Before[]> {
  const rows = store
    .prepared<[string], Before>(
      `SELECT a.person_id AS personId, a."from" AS "from", a.started_on AS startedOn, a.left_on AS leftOn,
         a.departure_id AS departureId
       FROM employed_again a JOIN person p ON p.id = a.person_id
       WHERE p.business_id IN (SELECT value FROM json_each(?)) AND a.undone_at IS NULL ORDER BY a.id`,
    )
    .all(JSON.stringify(businessIds));
  const found = new Map<number, Before[]>();
  for (const row of rows) found.set(row.personId, [...(found.get(row.personId) ?? []), row]);
  return found;
}

type Who = { id: number; startDate: IsoDate; endDate: IsoDate | null };

/** @returns the employment that somebody had on a day; between two of them, the one that had ended */
export function employmentsOn(context: Context, businessId: number): (who: Who, day: IsoDate) => Employment {
  const before = followed(context, [businessId]);
  return ({ id, startDate, endDate }, day) => {
    const then = before.get(id)?.find((each) => day < each.from);
    return then
      ? { startDate: then.startedOn, endDate: then.leftOn, departureId: then.departureId }
      : { startDate, endDate, departureId: null };
  };
}

/** Everybody's employments, each by itself. */
export function everyEmployment<W extends Who>(
  context: Context,
  businessIds: readonly number[],
  people: readonly W[],
): W[] {
  const before = followed(context, businessIds);
  return people.flatMap((who) => [
    ...(before.get(who.id) ?? []).map(({ startedOn, leftOn }) => ({ ...who, startDate: startedOn, endDate: leftOn })),
    who,
  ]);
}
