/** The day: real in use, fixed in the demo and movable there. The time of day always runs. */
import { addDays, dateInZone, daysBetween } from "@zesty/core/calendar/dates";
import type { Store } from "../store/open.ts";
import { setting } from "../store/schema.ts";

export interface Clock {
  /** an instant, UTC, ISO text */
  now(): string;
  /** the calendar date at a place: that of the business, or the office's where no business is meant */
  today(zone: string): string;
  /** demo only */
  moveTo(day: string): void;
}

/** Where the practice itself is: its desk, its trail of changes. Nothing of a pay goes by it. */
export const officeZone = "Australia/Melbourne";

export const realClock: Clock = {
  now: () => new Date().toISOString(),
  today: (zone) => dateInZone(new Date().toISOString(), zone),
  moveTo: () => {
    throw new Error("The real day cannot be moved.");
  },
};

/** The day that is demonstrated begins at one, so that it is the same date in every zone; before eleven it ends in none. */
const [morning, latest] = ["T01:00:00.000Z", "T10:59:59.999Z"];

/**
 * The demo's day is kept in the store, so that a restart does not lose it. Its time runs on from what was recorded last
 * and never back, whatever the real hour does: events of one day are told apart by their time.
 */
export function demoClock(store: Store, firstDay: string): Clock {
  const read = () =>
    store.prepared<[], { value: string }>("SELECT value FROM setting WHERE name = 'day'").get()?.value ?? firstDay;
  const startOf = (day: string) => {
    const last = store.prepared<[], { at: string }>("SELECT at FROM audit ORDER BY id DESC LIMIT 1").get()?.at ?? "";
    const from = last.startsWith(day) && last > day + morning ? last : day + morning;
    return { day, from: Date.parse(from), real: performance.now() };
  };
  let begun = startOf(read());
  return {
    today: () => read(),
    now: () => {
      const day = read();
      if (day !== begun.day) begun = startOf(day);
      const at = begun.from + Math.floor(performance.now() - begun.real);
      return new Date(Math.min(at, Date.parse(day + latest))).toISOString();
    },
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
