/** Businesses to play in: made like any other, with people from a sheet, and put away when nobody needs them any more. */
import type { NewBusiness, NewBusinessNz } from "@zesty/contract/business";
import { addDays, weekday } from "@zesty/core/calendar/dates";
import type { CountryCode } from "@zesty/core/countries/countries";
import { and, eq, inArray } from "drizzle-orm";
import { officeZone } from "../ground/clock.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { isPlay } from "../ground/play.ts";
import { cannot } from "../ground/problem.ts";
import { addPeople } from "../putIn/peopleSheet.ts";
import { createBusiness } from "../setup/createBusiness.ts";
import { addFund } from "../setup/funds.ts";
import { business, outbox } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import seeds from "./people.json" with { type: "json" };

interface Seed {
  business: Omit<NewBusiness | NewBusinessNz, "cycle"> & { cycle: { name: string; paydayOffset: number } };
  funds: { name: string; abn: string; usi: string }[];
  columns: string[];
  people: string[][];
}

/** @returns its id; the first payday is the next that is to come, so that it can be run at once */
export function makePlay(context: Context, actor: Actor, country: CountryCode): number {
  const seed = seeds[country] as unknown as Seed;
  const cycle = { ...seed.business.cycle, firstPeriodStart: firstStart(context, seed.business.cycle.paydayOffset) };
  return context.store.transaction(() => {
    const wanted = { ...seed.business, cycle } as unknown as NewBusiness | NewBusinessNz;
    const businessId = createBusiness(context, actor, wanted, "open");
    for (const fund of seed.funds) addFund(context, actor, businessId, { ...fund, isDefault: true });
    const rows = seed.people.map((cells) =>
      Object.fromEntries(seed.columns.flatMap((name, at) => (cells[at] ? [[name, cells[at]] as const] : []))),
    );
    addPeople(context, actor, businessId, rows);
    return businessId;
  });
}

/** Monday of the week that was worked for the next payday. */
function firstStart(context: Context, paydayOffset: number): string {
  const today = context.clock.today(officeZone);
  const monday = addDays(today, 1 - weekday(today) - 7);
  return addDays(monday, 6 + paydayOffset) < today ? addDays(monday, 7) : monday;
}

/** From now on it is as if it did not exist; what waits to be sent is let go. */
export function putAway(context: Context, actor: Actor, businessId: number): void {
  const { db } = context.store;
  const { name } = findBusiness(context, businessId);
  if (!isPlay(context.store, businessId))
    throw cannot("not-play", `${name} is no business to play in: it stays, with all that was paid.`);
  context.store.transaction(() => {
    db.update(outbox)
      .set({ state: "cancelled" })
      .where(and(eq(outbox.businessId, businessId), inArray(outbox.state, ["prepared", "queued", "unknown"])))
      .run();
    db.update(business).set({ play: "putAway" }).where(eq(business.id, businessId)).run();
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId, what: "put away a business to play in" },
      about: name,
    });
  });
}
