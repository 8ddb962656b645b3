/** The day: real in use, fixed in the demo and movable there. The time of day always runs. */
import { addDays, dateInZone, daysBetween } from "@zesty/core/calendar/dates";
import { eq } from "drizzle-orm";
import type { Store } from "./store/open.ts";
import { setting } from "./store/schema.ts";

export interface Clock {
  /** an instant, UTC, ISO text */
  now(): string;
  /** the calendar date at a place */
  today(zone?: string): string;
  /** demo only */
  moveTo(day: string): void;
}

export const realClock: Clock = {
  now: () => new Date().toISOString(),
  today: (zone = "Australia/Melbourne") => dateInZone(new Date().toISOString(), zone),
  moveTo: () => {
    throw new Error("The real day cannot be moved.");
  },
};

/** The demo's day is kept in the store, so that a restart does not lose it. */
export function demoClock(store: Store, firstDay: string): Clock {
  const read = () => store.db.select().from(setting).where(eq(setting.name, "day")).get()?.value ?? firstDay;
  return {
    today: () => read(),
    // Business hours of the demo's day, in UTC: early enough to be the same date in every Australian zone.
    now: () => `${read()}T${new Date().toISOString().slice(11).replace(/^\d\d/, "01")}`,
    moveTo: (day) => {
      if (daysBetween(read(), day) < 0) throw new RangeError("The day can only be moved forward.");
      if (day > addDays(read(), 400)) throw new RangeError("The day can be moved by a year at most.");
      store.db
        .insert(setting)
        .values({ name: "day", value: day })
        .onConflictDoUpdate({ target: setting.name, set: { value: day } })
        .run();
    },
  };
}
