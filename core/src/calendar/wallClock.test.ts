/** Wall clocks of places against an outside reference: the Temporal polyfill with the zone data of the machine. */
import fc from "fast-check";
import { Temporal } from "temporal-polyfill";
import { expect, test } from "vitest";
import { dayOf } from "./dates.ts";
import { clockText, dateOfWall, evenStretches, isSkipped, minutesOfDay, readWall, utcOf } from "./wallClock.ts";

const epoch = dayOf("1970-01-01") * minutesOfDay;
const zones = ["Sydney", "Adelaide", "Hobart", "Lord_Howe", "Brisbane", "Perth"].map((each) => `Australia/${each}`);
// Changes of the clock in both countries lie in the nights from Saturday to the first or last Sunday of these months.
const nights = [2024, 2025, 2026, 2027].flatMap((year) =>
  ["04", "09", "10"].map((month) => readWall(`${year}-${month}-01T00:00`) ?? 0),
);
const walls = fc.oneof(
  fc.integer({ min: readWall("2015-01-01T00:00") ?? 0, max: readWall("2030-12-31T23:59") ?? 0 }),
  fc
    .tuple(fc.constantFrom(...nights), fc.integer({ min: 0, max: 29 }), fc.integer({ min: 90, max: 200 }))
    .map(([night, days, minutes]) => night + days * minutesOfDay + minutes),
);

test.each([...zones, "Pacific/Auckland", "Pacific/Chatham"])(
  "%s: minutes of UTC, skipped and repeated hours",
  (zone) => {
    fc.assert(
      fc.property(walls, (wall) => {
        const clock = ((wall % minutesOfDay) + minutesOfDay) % minutesOfDay;
        const plain = Temporal.PlainDateTime.from(`${dateOfWall(wall)}T${clockText(clock)}`);
        const at = (disambiguation: "earlier" | "later") =>
          plain.toZonedDateTime(zone, { disambiguation }).epochMilliseconds / 60_000 + epoch;
        const skipped = !plain.equals(plain.toZonedDateTime(zone).toPlainDateTime());
        expect(isSkipped(zone, wall)).toBe(skipped);
        if (skipped) return;
        expect(utcOf(zone, wall)).toBe(at("earlier"));
        expect(utcOf(zone, wall, true)).toBe(at("later"));
        // Cut where the clock changes, every stretch shows what the wall shows at its start.
        for (const { from, ahead } of evenStretches(zone, at("earlier"), at("later") + 1440)) {
          const there = Temporal.Instant.fromEpochMilliseconds((from - epoch) * 60_000).toZonedDateTimeISO(zone);
          expect(ahead).toBe(there.offsetNanoseconds / 60e9);
        }
      }),
      { numRuns: 400 },
    );
  },
);
