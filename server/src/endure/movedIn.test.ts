/**
 * A business that comes from another program goes on as it would have gone on here: a life is paid here from its beginning,
 * and once more from a payday on, by opening figures, balances and earnings that say what was before. Each pay from then on,
 * the balances and the year's reported sums are the same.
 */
import { openingAmounts } from "@zesty/core/au/openingYear";
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import { decimal } from "@zesty/core/quantity/decimal";
import fc from "fast-check";
import { expect, it } from "vitest";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { ProblemError } from "../ground/problem.ts";
import { askForLeave } from "../leave/requests.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";

const runs = 6;
const places = {
  AU: {
    first: "2026-06-29",
    days: 7,
    hours: 38,
    typed: ["BONUS", "TOOL", "SACS", "UNION"],
    kinds: ["annual", "personal"],
  },
  NZ: { first: "2026-06-15", days: 14, hours: 80, typed: ["BONUS", "ALLOW", "COMM"], kinds: ["annual", "sick"] },
} as const;
interface Life {
  start: number;
  salary: boolean;
  withPay: boolean;
  moves: number;
  raises: { run: number; rate: string }[];
  leave: { run: number; day: number; kind: number }[];
  typed: { run: number; what: number; amount: number }[];
  last: number | null;
}
const run = fc.nat(runs - 1);
const lives: fc.Arbitrary<Life> = fc.record({
  start: fc.nat(500),
  ...{ salary: fc.boolean(), withPay: fc.boolean(), moves: fc.integer({ min: 1, max: runs - 2 }) },
  raises: fc.array(fc.record({ run, rate: fc.constantFrom("33.5", "41", "120") }), { maxLength: 2 }),
  leave: fc.array(fc.record({ run, day: fc.constantFrom(1, 2, 3), kind: fc.nat(1) }), { maxLength: 3 }),
  typed: fc.array(fc.record({ run, what: fc.nat(3), amount: fc.integer({ min: 50, max: 900 }) }), { maxLength: 3 }),
  last: fc.option(fc.nat(20)),
});

/** What was before the first pay of a world: rates, balances on the day before it, spans of earnings, the year so far. */
interface Before {
  rate: string;
  balances: { kind: string; amount: number }[];
  spans: { start: IsoDate; end: IsoDate; gross: string; irregular: string; days: string; advance?: string }[];
  year?: Record<string, number>;
}

function begin(country: "AU" | "NZ", life: Life, from: number, before: Before) {
  const { first, days, hours } = places[country];
  const start = addDays("2025-01-06", life.start);
  const world: SmallWorld = country === "NZ" ? smallWorldNz(1, { earlier: { pays: [] } }) : smallWorld(1);
  const { context, actor, personIds, element } = world;
  const { sqlite } = context.store;
  const [id = 0] = personIds;
  sqlite.prepare("UPDATE person SET start_date = ?").run(start);
  sqlite.prepare("UPDATE pay_cycle SET first_period_start = ?").run(addDays(first, from * days));
  sqlite.prepare("DELETE FROM leave_entry").run();
  for (const { kind, amount } of before.balances)
    sqlite
      .prepare("INSERT INTO leave_entry (person_id, kind, date, hours_e4, why) VALUES (?, ?, ?, ?, 'opening')")
      .run(id, kind, addDays(first, from * days - 1), amount);
  const say = (day: IsoDate, rate: string) => {
    const salary = decimal(rate).times(hours).times(364).div(days);
    const paid = life.salary ? { hourlyRate: null, salary: salary.toFixed(2) } : { hourlyRate: rate };
    const terms = { ...plainTerms(world, { from: day }), weeklyHours: String((hours * 7) / days), ...paid };
    const day5 = String((hours * 7) / days / 5);
    const workPattern = [day5, day5, day5, day5, day5, "0", "0"];
    saveSection(context, actor, id, "employment", { ...terms, workPattern } as never);
    const line = life.salary
      ? { elementId: element("SAL"), amount: salary.times(days).div(364).toFixed(2) }
      : { elementId: element("ORD"), hours: String(hours) };
    saveSection(context, actor, id, "usualPay", { from: day, lines: [line] } as never);
  };
  say(start, before.rate);
  if (country === "NZ") {
    const terms = { withPay: life.withPay, varies: false, agreedWeek: null, averageOnlyUntil: null };
    saveSection(context, actor, id, "holidays", { from: start, ...terms, keepsAnniversary: false } as never);
    saveSection(context, actor, id, "earlier", { pays: before.spans });
  } else if (before.year)
    saveSection(context, actor, id, "openingYear", {
      ...{ yearStart: "2026-07-01", carried: true, ...openingAmounts(before.year) },
      ...{ previousBmsId: null, previousPayrollId: null },
    });
  return { world, id, say };
}

/** Plays a life from a run on. */
function play(country: "AU" | "NZ", life: Life, from: number, before: Before) {
  const { first, days, typed, kinds } = places[country];
  const { world, id, say } = begin(country, life, from, before);
  const { context, actor, businessId, element } = world;
  for (const leave of life.leave.filter((each) => each.run >= from))
    try {
      const day = addDays(first, leave.run * days + leave.day);
      askForLeave(context, actor, businessId, {
        ...{ personId: id, kind: kinds[leave.kind] ?? "", first: day, last: addDays(day, 1), inAdvance: false },
        ...{ hoursADay: null, note: null, approve: { belowNought: true } },
      });
    } catch (error) {
      // Twice the same days, or 8 % with each pay in place of holidays: refused alike in both.
      if (!(error instanceof ProblemError)) throw error;
    }
  const last = life.last === null ? null : addDays(first, life.moves * days + life.last);
  for (let at = from; at < runs; at += 1) {
    for (const raise of life.raises) if (raise.run === at) say(addDays(first, at * days), raise.rate);
    const isTold = last !== null && at === Math.max(from, life.moves);
    const told = { reason: "V" as const, noticeWorked: true, misconduct: false, pay: "next" as const };
    // A last day in the period that comes next opens its run.
    const opened = isTold
      ? recordDeparture(context, actor, id, { ...told, lastDay: last, payday: "2026-12-30" })
      : null;
    const runId = opened ?? openUsual(world);
    for (const { run: when, what, amount } of life.typed) {
      const { rows, version } = readRun(context, actor, runId);
      const elementId = element(typed[what % typed.length] ?? "");
      const row = rows[0];
      if (when !== at || !row || row.lines.some((line) => line.elementId === elementId)) continue;
      const given = row.lines.map((line) => ({ ...line, elementId: line.elementId }));
      saveRows(context, actor, runId, {
        ...{ version, rows: [{ payId: row.payId, lines: [...given, { elementId, amount: String(amount) }] as never }] },
      });
    }
    const row = readRun(context, actor, runId).rows[0];
    if (!row?.included) break;
    // More deducted than was earned: stopped alike in both.
    fc.pre(row.marks.every((mark) => mark.kind !== "stop"));
    signRun(world, runId);
    if (last !== null && last < addDays(first, (at + 1) * days)) break;
  }
  const { sqlite } = context.store;
  const sums = (before: IsoDate) =>
    Object.fromEntries(
      sqlite
        .prepare(
          `SELECT f.code, SUM(f.cents) FROM pay_fact f JOIN signed_pay s ON s.id = f.signed_pay_id
           JOIN pay_run r ON r.id = s.run_id WHERE r.period_end < ? GROUP BY f.code`,
        )
        .raw()
        .all(before) as [string, number][],
    );
  const balances = (before: IsoDate) =>
    sqlite
      .prepare("SELECT kind, SUM(hours_e4) AS amount FROM leave_entry WHERE date < ? GROUP BY kind ORDER BY kind")
      .all(before) as { kind: string; amount: number }[];
  const pays = (since: IsoDate) =>
    sqlite
      .prepare(
        `SELECT json_extract(s.snapshot, '$.figures') FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
         WHERE r.period_start >= ? ORDER BY r.period_start`,
      )
      .pluck()
      .all(since);
  const spans = (until: IsoDate) =>
    sqlite
      .prepare(
        `SELECT r.period_start AS start, r.period_end AS "end", ${[
          "holidayGross",
          "holidayIrregular",
          "holidayDays",
          "line:AL",
        ]
          .map((code) => `printf('%.2f', SUM(iif(f.code = '${code}', f.cents, 0)) / 100.0)`)
          .map((sum, at) => `${sum} AS ${["gross", "irregular", "days", "advance"][at]}`)
          .join(", ")}
         FROM pay_fact f JOIN signed_pay s ON s.id = f.signed_pay_id JOIN pay_run r ON r.id = s.run_id
         WHERE r.period_end < ? GROUP BY r.id`,
      )
      .all(until) as Before["spans"];
  return { world, sums, balances, pays, spans };
}

/** Spans of a fortnight, from a year before or the start, at 30 an hour. */
function spansBefore(life: Life): Before["spans"] {
  const { first } = places.NZ;
  const start = addDays("2025-01-06", life.start);
  return Array.from({ length: 26 }, (_, at) => addDays(first, -14 * (26 - at)))
    .filter((day) => addDays(day, 11) > start)
    .map((day) => ({
      start: day < start ? start : day,
      end: addDays(day, 13),
      gross: "2400",
      irregular: "0",
      days: "10",
    }));
}

it.each(["AU", "NZ"] as const)("%s: what is brought along goes on", { timeout: 120_000 }, async (country) => {
  const numRuns = Number(process.env.LIVES ?? 4);
  await fc.assert(
    fc.asyncProperty(lives, async (life) => {
      const { first, days } = places[country];
      const balances = country === "AU" ? [{ kind: "annual", amount: 600_000 }] : [{ kind: "sick", amount: 100_000 }];
      const before: Before = { rate: "31.5", balances, spans: country === "NZ" ? spansBefore(life) : [] };
      const here = play(country, life, 0, before);
      const day = addDays(first, life.moves * days);
      const rate = Array.from({ length: life.moves }, (_, at) => life.raises.filter((each) => each.run === at)).flat();
      const brought = here.balances(day);
      const isBelow = brought.some((each) => each.kind === "annual" && each.amount < 0);
      const moved = play(country, life, life.moves, {
        ...{ rate: rate.at(-1)?.rate ?? before.rate, balances: brought, year: here.sums(day) },
        spans: [
          ...before.spans,
          ...here.spans(day).map(({ advance = "0", ...span }) => ({ ...span, advance: isBelow ? advance : "0" })),
        ],
      });
      expect(moved.pays(day)).toEqual(here.pays(day));
      const rounded = (of: typeof here) =>
        of.balances("9999").map(({ kind, amount }) => [kind, Math.round(amount / 50)]);
      expect(rounded(moved)).toEqual(rounded(here));
      await Promise.all([here.world.end(), moved.world.end()]);
    }),
    { numRuns },
  );
});
