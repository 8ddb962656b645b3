/** However late raises become known, and in whatever order: what was paid in the end is what each day was due. */
import { addDays, weekday } from "@zesty/core/calendar/dates";
import fc from "fast-check";
import { afterEach, expect, it } from "vitest";
import { ProblemError } from "../ground/problem.ts";
import { datesOf } from "../hours/periods.ts";
import { readRun } from "../runs/readRun.ts";
import { datedRecords } from "../store/dated.ts";
import {
  openUsual,
  plainTerms,
  type SmallWorld,
  said,
  signRun,
  smallWorld,
  smallWorldNz,
} from "../testing/smallWorld.ts";
import { payBack } from "./backPay.ts";
import { readLineOfTime, undoChange } from "./lineOfTime.ts";

let world: SmallWorld | undefined;
afterEach(() => world?.end());

const week = { workPattern: ["8", "8", "8", "8", "8", "0", "0"], weeklyHours: "40" };
const places = [
  ["Australia", () => smallWorld(1), "2026-06-22", 7, 7.6, {}],
  ["New Zealand", () => smallWorldNz(1), "2026-06-15", 14, 8, week],
] as const;
/** From which day of the twelve weeks, by how much, in which run it is recorded, and whether it is undone there. */
const raise = fc.record({
  day: fc.integer({ min: -3, max: 30 }),
  more: fc.integer({ min: 1, max: 12 }),
  known: fc.integer({ min: 0, max: 5 }),
  undone: fc.constantFrom(false, false, false, true),
});

it.each(places)("%s", (_name, make, begin, length, hours, terms) => {
  fc.assert(
    fc.property(fc.array(raise, { minLength: 1, maxLength: 4 }), (raises) => {
      void world?.end();
      const { context, actor, personIds, ...rest } = make();
      world = { context, actor, personIds, ...rest };
      const [id = 0] = personIds;
      const rateOn = (day: string) =>
        (datedRecords(context.store.db, [id], day).terms.get(id)?.hourlyRateE4 ?? 0) / 10_000;
      const put = (from: string, more: number, undone: boolean) => {
        const hourlyRate = (rateOn(from) + more / 2).toFixed(2);
        try {
          payBack(context, actor, id, said(plainTerms(world as SmallWorld, { from, hourlyRate, ...terms })));
        } catch (error) {
          // A raise that reaches no pay is none of this.
          if (error instanceof ProblemError && error.problem.code === "no-back-pay") return;
          throw error;
        }
        if (!undone) return;
        const lane = readLineOfTime(context, id).lanes.find((each) => each.section === "employment");
        undoChange(context, actor, id, "employment", lane?.notches.findLast((each) => each.from === from)?.id ?? 0);
      };
      let paid = 0;
      for (let at = 0; at < 6; at += 1) {
        const run = openUsual(world);
        for (const { day, more, known, undone } of raises)
          if (known === at)
            put(
              addDays(begin, (day * length) / 7),
              more,
              // A day that was said twice goes back to the day before it.
              undone && raises.filter((each) => each.day === day).length === 1,
            );
        signRun(world, run);
        paid += Number(readRun(context, actor, run).rows[0]?.figures?.gross);
      }
      const due = datesOf(begin, addDays(begin, 6 * length - 1))
        .filter((day) => weekday(day) <= 5)
        .reduce((sum, day) => sum + hours * rateOn(day), 0);
      // A cent a pay is what rounding of the shares comes to.
      expect(Math.abs(paid - due)).toBeLessThan(0.12);
    }),
    { numRuns: 12 },
  );
});
