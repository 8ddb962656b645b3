/** However late raises become known, and in whatever order: what was paid in the end is what each day was due. */
import { newCorrection } from "@zesty/contract/corrections";
import { addDays, weekday } from "@zesty/core/calendar/dates";
import { readDay } from "@zesty/core/hours/dayText";
import fc from "fast-check";
import { afterEach, expect, it } from "vitest";
import { ProblemError } from "../ground/problem.ts";
import { datesOf } from "../hours/periods.ts";
import { askForLeave } from "../leave/requests.ts";
import { saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { datedRecords } from "../store/dated.ts";
import { endWhole } from "../testing/endWhole.ts";
import {
  openUsual,
  plainTerms,
  type SmallWorld,
  said,
  signRun,
  smallWorld,
  smallWorldNz,
} from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";
import { payBack, planBackPay } from "./backPay.ts";
import { readLineOfTime, undoChange } from "./lineOfTime.ts";

let world: SmallWorld | undefined;
afterEach(() => world && endWhole(world));

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
      if (world) void endWhole(world);
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
      let [paid, set] = [0, 0];
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
        const { gross, super: counted } = readRun(context, actor, run).rows[0]?.figures ?? {};
        paid += Number(gross);
        set += Number(counted);
      }
      const due = datesOf(begin, addDays(begin, 6 * length - 1))
        .filter((day) => weekday(day) <= 5)
        .reduce((sum, day) => sum + hours * rateOn(day), 0);
      // A cent a pay is what rounding of the shares comes to.
      expect(Math.abs(paid - due)).toBeLessThan(0.12);
      // All of it is ordinary time: super of 12 %, once, however many raises were told of the same pays.
      if (terms === places[0][5]) expect(Math.abs(set - 0.12 * paid), "super").toBeLessThan(0.2);
    }),
    { numRuns: 12 },
  );
});

/** A raise of somebody of any kind, with days off and work beyond the usual in the same pays. */
const life = (code: "AU" | "NZ", length: number) =>
  fc.record({
    way: fc.constantFrom("usual", "salary", "all", "exceptions", "record"),
    from: fc.nat(2 * length - 1),
    more: fc.integer({ min: 1, max: 9 }),
    off: fc.option(
      fc.record({
        kind: fc.constantFrom(...(code === "AU" ? ["annual", "personal", "unpaid"] : ["annual", "sick", "unpaid"])),
        day: fc.nat(2 * length - 1),
        days: fc.nat(3),
      }),
    ),
    long: fc.nat(2 * length - 1),
  });

it.each([
  ["AU", "2026-06-22", 7, "7.6", () => smallWorld(1)],
  ["NZ", "2026-06-15", 14, "8", () => smallWorldNz(1)],
] as const)(
  "%s: paid back late it comes to what it would have been in time, leave, holidays and long days too",
  (code, begin, length, day, make) => {
    fc.assert(
      fc.property(life(code, length), ({ way, from, more, off, long }) => {
        const play = (late: boolean): number => {
          if (world) void endWhole(world);
          const made = make();
          world = made;
          const { context, actor, businessId, element } = made;
          const [id = 0] = made.personIds;
          const terms = (since: string, by: number) => ({
            ...plainTerms(made, { from: since }),
            ...{ weeklyHours: String(Number(day) * 5), workPattern: [day, day, day, day, day, "0", "0"] },
            ...(way === "salary"
              ? { hourlyRate: null, salary: String(78_000 + by * 2080) }
              : { hourlyRate: String(32 + by) }),
          });
          saveSection(context, actor, id, "employment", terms("2020-01-06", 0));
          if (way === "salary") {
            const lines = [{ elementId: element("SAL"), amount: code === "AU" ? "1500.00" : "3000.00" }];
            saveSection(context, actor, id, "usualPay", { from: "2020-01-06", lines });
          } else if (way !== "usual") {
            const time = { agreement: null, classification: null, use: way, settings: {}, flags: {} } as const;
            saveSection(context, actor, id, "time", { from: "2020-01-06", ...time });
          }
          const change = { section: "employment" as const, values: terms(addDays(begin, from), more) };
          if (!late) saveSection(context, actor, id, "employment", change.values);
          const isOff = (date: string) =>
            off !== null && addDays(begin, off.day) <= date && date <= addDays(begin, off.day + off.days);
          if (off)
            try {
              askForLeave(context, actor, businessId, {
                ...{ personId: id, kind: off.kind, inAdvance: false, hoursADay: null, note: null },
                ...{ first: addDays(begin, off.day), last: addDays(begin, off.day + off.days) },
                approve: { belowNought: true },
              });
            } catch (error) {
              // A weekend is no leave.
              if (!(error instanceof ProblemError)) throw error;
            }
          const put = (date: string, text: string) => {
            const record = readDay(text, date, code) as never;
            saveDays(context, actor, businessId, { days: [{ personId: id, date, kind: "worked", record }] });
            approveDays(context, actor, businessId, { days: [{ personId: id, date }], approved: true });
          };
          let paid = 0;
          for (const run of [0, 1, 2]) {
            for (const date of datesOf(addDays(begin, run * length), addDays(begin, run * length + length - 1))) {
              if (isOff(date) || weekday(date) > 5) continue;
              if (date === addDays(begin, long) && (way === "all" || way === "exceptions")) put(date, "10");
              else if (way === "all") put(date, day);
            }
            const runId = openUsual(made);
            try {
              if (late && run === 2) payBack(context, actor, id, change);
            } catch (error) {
              if (!(error instanceof ProblemError) || error.problem.code !== "no-back-pay") throw error;
            }
            signRun(made, runId);
            paid += Number(readRun(context, actor, runId).rows[0]?.figures?.gross);
          }
          return paid;
        };
        const [early, late] = [play(false), play(true)];
        // A raise that reaches no paid day is refused, and the last run is paid by the old rate.
        const isRefused =
          datedRecords((world as SmallWorld).context.store.db, world?.personIds ?? [], "2027-01-01").terms.get(
            world?.personIds[0] ?? 0,
          )?.from === "2020-01-06";
        if (!isRefused) expect(Math.abs(early - late)).toBeLessThan(0.05);
      }),
      { numRuns: 8 },
    );
  },
);

// 78,000 to 83,200 a year: a fifteenth more of each amount, whoever put it there.
it.each([
  ["as agreed, copied with the next run", "1500.00", "last", undefined, "200.00"],
  ["typed in a run, another amount", "1500.00", "usual", "1400.00", "193.33"],
  ["typed in a run, without usual pay", undefined, "usual", "1500.00", "100.00"],
  ["said as usual pay, another amount than the salary's", "1450.00", "usual", undefined, "193.34"],
] as const)("a salary %s is owed its raise", (_what, said, from, typed, due) => {
  const made = smallWorld(1);
  world = made;
  const { context, actor, businessId, cycleId } = made;
  const [id = 0] = made.personIds;
  const elementId = made.element("SAL");
  const terms = (since: string, salary: string) => ({ ...plainTerms(made, { from: since }), hourlyRate: null, salary });
  saveSection(context, actor, id, "employment", terms("2020-01-06", "78000"));
  const lines = said === undefined ? [] : [{ elementId, amount: said }];
  saveSection(context, actor, id, "usualPay", { from: "2020-01-06", lines });
  if (said !== undefined) signRun(made, openUsual(made));
  const runId = openRun(context, actor, businessId, { cycleId, from });
  if (typed !== undefined) {
    const { version, rows } = readRun(context, actor, runId);
    const payId = rows[0]?.payId ?? 0;
    saveRows(context, actor, runId, { version, rows: [{ payId, lines: [{ elementId, amount: typed }] }] });
  }
  signRun(made, runId);
  const change = { section: "employment" as const, values: terms("2026-06-22", "83200") };
  expect(planBackPay(context, actor, id, change).total).toBe(due);
});

it("over many pays is a line that a correction of its pay may send back", () => {
  const made = smallWorld(1);
  world = made;
  const { context, actor } = made;
  const [id = 0] = made.personIds;
  for (let at = 0; at < 32; at += 1) signRun(made, openUsual(made));
  const runId = openUsual(made);
  payBack(context, actor, id, said(plainTerms(made, { from: "2026-06-22", hourlyRate: "40" })));
  const lines = readRun(context, actor, runId).rows[0]?.lines ?? [];
  expect(lines.some((line) => (line.explained?.length ?? 0) > 300)).toBe(true);
  expect(newCorrection.validate({ payId: 1, lines, into: "next" }).error).toBeUndefined();
});
