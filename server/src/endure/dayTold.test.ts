/**
 * Days told after their pay was signed off: corrected by its days, it comes to what it would have been, had they been told
 * in time. Pay by its parts, super or KiwiSaver, leave; looked over afterwards nothing is owed, and taken back nothing stays.
 */
import { shipped } from "@zesty/contract/agreementRules";
import { addDays } from "@zesty/core/calendar/dates";
import { readDay } from "@zesty/core/hours/dayText";
import fc from "fast-check";
import { expect, it } from "vitest";
import { makeCorrection } from "../afterwards/correction.ts";
import { lookOver } from "../afterwards/lookOver.ts";
import { readCorrectable } from "../afterwards/readCorrectable.ts";
import { ProblemError } from "../ground/problem.ts";
import { saveAgreementFacts } from "../hours/agreements.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { atOnce } from "../store/steps.ts";
import { endWhole } from "../testing/endWhole.ts";
import { openUsual, plainTerms, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

/** Weeks as any, weeks with a public holiday, and the last ones that a payroll year pays. */
const firsts = {
  AU: ["2026-06-22", "2026-11-02", "2026-06-08"],
  NZ: ["2026-06-22", "2026-07-06"],
};
const shifts = [
  ..."9-17 b30/6-14 b30/10-21 b60/12-20 b30/7.6/9-13/9-18 b60/14-22 b30/22-6 b30/17-1 b30/10-15, 17-21".split("/"),
  ..."9-17 b30, 19-20 recall/9-17 b30 training/9-17 b30 as 4".split("/"),
];
const leaves = {
  AU: "al/sick/unpaid/al 3/9-13, sick 3/comp/fdv/jury/9-20 b30, bank/lsl 4/workcover/unpaidsick".split("/"),
  NZ: "al/sick/unpaid/ber/fv/acc1/jury/parental".split("/"),
};
const days = (country: "AU" | "NZ") => fc.constantFrom("off", "", ...shifts, ...leaves[country], ...leaves[country]);
const lives = (country: "AU" | "NZ") =>
  fc.record({
    first: fc.constantFrom(...firsts[country]),
    way: fc.constantFrom("all", "exceptions", "salary"),
    weeks: fc.constantFrom(1, 2),
    basis: fc.constantFrom("full", "part", "casual"),
    agreement: fc.constantFrom("MA000004", "MA000009"),
    days: fc.array(fc.option(fc.constantFrom(...shifts), { freq: 3 }), { minLength: 14, maxLength: 14 }),
    told: fc.array(fc.record({ at: fc.nat(13), was: fc.option(days(country), { freq: 3 }), is: days(country) }), {
      ...{ minLength: 1, maxLength: 3 },
    }),
    twice: fc.boolean(),
    into: fc.constantFrom("next" as const, "own" as const),
  });
type Life = ReturnType<typeof lives> extends fc.Arbitrary<infer T> ? T : never;
const weeks = {
  full: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"],
  part: ["6", "0", "6", "6", "6", "0", "0"],
  casual: null,
};

function live(country: "AU" | "NZ", life: Life, late: boolean) {
  const { first } = life;
  // What takes from an earlier payroll year needs a run of its own.
  const isYearOver = first === "2026-06-08";
  const [into, isTwice] = isYearOver ? (["own", false] as const) : [life.into, life.twice];
  const earlier = {
    pays: [{ start: "2025-05-26", end: addDays(first, -1), gross: "65000", irregular: "0", days: "260" }],
  };
  const world = country === "AU" ? smallWorld(1) : smallWorldNz(1, { earlier });
  const { context, actor, businessId } = world;
  const { sqlite } = context.store;
  const personId = world.personIds[0] ?? 0;
  sqlite
    .prepare("UPDATE pay_cycle SET cycle = ?, first_period_start = ?")
    .run(["", "weekly", "fortnightly"][life.weeks], first);
  if (country === "AU") {
    const unknown = shipped()
      .find((each) => each.code === life.agreement)
      ?.allowances.filter((each) => each.amount === null);
    const allowances = Object.fromEntries((unknown ?? []).map((each, at) => [each.id, String(10 + at)]));
    const rates = { classifications: {}, allowances };
    saveAgreementFacts(context, actor, businessId, life.agreement, {
      ...{ from: "2025-07-01", settings: {}, rates, source: null },
    });
  }
  const isSalary = life.way === "salary";
  const isCasual = life.basis === "casual" && !isSalary;
  const basis = isCasual ? "casual" : life.basis === "part" ? "part-time" : "full-time";
  const pay = isSalary ? { hourlyRate: null, salary: "93600.00" } : { hourlyRate: country === "NZ" ? "34" : null };
  saveSection(context, actor, personId, "employment", {
    ...plainTerms(world, {
      from: "2020-01-06",
      basis,
      ...pay,
      workPattern: isCasual ? null : weeks[life.basis as "full"],
    }),
    weeklyHours: isCasual ? "0" : life.basis === "part" ? "24" : "38",
  });
  const amount = ((93600 * life.weeks) / 52).toFixed(2);
  const lines = isSalary ? [{ elementId: world.element("SAL"), amount }] : [];
  saveSection(context, actor, personId, "usualPay", { from: "2020-01-06", lines } as never);
  const use = isCasual ? "all" : isSalary ? "exceptions" : (life.way as "all");
  const agreed =
    country === "AU" ? { agreement: life.agreement, classification: "3" } : { agreement: null, classification: null };
  saveSection(context, actor, personId, "time", {
    from: "2020-01-06",
    ...agreed,
    settings: {},
    flags: {},
    use,
  } as never);

  const read = (text: string, date: string) => {
    const record = readDay(text, date, country);
    if (record && "fault" in record) throw new Error(record.fault);
    return record;
  };
  const put = (at: number, text: string) => {
    const date = addDays(first, at);
    saveDays(context, actor, businessId, { days: [{ personId, date, kind: "worked", record: read(text, date) }] });
    approveDays(context, actor, businessId, { days: [{ personId, date }], approved: true });
  };
  const last = new Map(life.told.map((each) => [each.at, each]));
  life.days.forEach((shift, at) => {
    const told = last.get(at);
    const text = told ? (late ? told.was : told.is) : use === "all" || at % 5 === 0 ? shift : null;
    if (text != null && (text !== "" || told)) put(at, text);
  });
  const correct = () => {
    const { runs } = {
      runs: sqlite
        .prepare(
          "SELECT p.id AS payId, r.period_start AS start, r.period_end AS end FROM pay p JOIN pay_run r ON r.id = p.run_id WHERE r.kind = 'cycle' AND r.state <> 'open' AND r.period_end < date(?, '+14 day')",
        )
        .all(first) as { payId: number; start: string; end: string }[],
    };
    for (const { payId, start, end } of runs)
      for (const some of isTwice ? [...last.values()].map((each) => [each]) : [[...last.values()]]) {
        const own = some.filter(({ at }) => addDays(first, at) >= start && addDays(first, at) <= end);
        if (own.length === 0) continue;
        expect(readCorrectable(context, payId).days, "by its days").not.toBeNull();
        try {
          const runId = makeCorrection(context, actor, {
            ...{ payId, lines: [], into },
            days: own.map(({ at, is }) => ({ date: addDays(first, at), record: read(is, addDays(first, at)) })),
          });
          if (isTwice) signRun(world, runId);
        } catch (error) {
          if (!(error instanceof ProblemError) || error.problem.code !== "no-difference") throw error;
        }
      }
  };
  const isOpen = () =>
    sqlite.prepare("SELECT id FROM pay_run WHERE state = 'open' ORDER BY id").pluck().all() as number[];
  const close = (runId: number) => {
    const empty = readRun(context, actor, runId)
      .rows.flatMap((row) => row.marks)
      .some((mark) => mark.code.startsWith("noHours"));
    fc.pre(!empty);
    try {
      signRun(world, runId);
    } catch (error) {
      // More is taken back than one pay has: that stops, and is taken back in a run of its own.
      fc.pre(!(error instanceof ProblemError && error.message.includes("Net pay is")));
      // The new year would be told less than nothing of a kind, and is stopped.
      fc.pre(!(isYearOver && error instanceof ProblemError && error.message.includes("below nought")));
      throw error;
    }
  };
  for (let run = 0; run < 2 / life.weeks; run += 1) close(openUsual(world));
  // Weeks to come, so that what was paid too much can be taken back.
  for (let at = 14; use === "all" && at < 56; at += 1) if (at % 7 < 5) put(at, "7.6");
  if (late) correct();
  const cycles = () => Number(sqlite.prepare("SELECT COUNT(*) FROM pay_run WHERE kind = 'cycle'").pluck().get());
  for (const id of isOpen()) close(id);
  while (cycles() < 2 / life.weeks + 3) close(openUsual(world));
  const looked = atOnce(lookOver(context, businessId, { from: "2026-01-01", to: "2026-12-31", people: null })).pays;
  const sums = (table: string, key: string, of: string) =>
    sqlite.prepare(`SELECT ${key}, SUM(${of}) FROM ${table} GROUP BY ${key}`).raw().all() as [string, number][];
  const found = new Map([...sums("pay_fact", "code", "cents"), ...sums("leave_entry", "'leave ' || kind", "hours_e4")]);
  void endWhole(world);
  return {
    found,
    looked: looked.map(({ difference, fault }) => fault ?? difference),
  };
}

it.each(["AU", "NZ"] as const)(
  "%s: corrected by its days a pay comes to what it would have been",
  { timeout: 600_000 },
  (country) => {
    fc.assert(
      fc.property(lives(country), (life) => {
        let plain: ReturnType<typeof live>;
        try {
          plain = live(country, life, false);
        } catch (error) {
          if (!(error instanceof ProblemError)) throw error;
          return;
        }
        const other = live(country, life, true);
        expect(plain.looked, "in time").toEqual([]);
        expect(other.looked, "nothing is owed").toEqual([]);
        // New Zealand: what was taken too much for KiwiSaver stays with the member.
        const left = /^(debt:|report:deduction|net$|cost|line:OVERPAID)|withheld|kiwiSaver|esct/i;
        const far = [...new Set([...plain.found.keys(), ...other.found.keys()])]
          .filter((key) => !left.test(key))
          .map((key) => [key, other.found.get(key) ?? 0, plain.found.get(key) ?? 0] as const)
          // Holidays are worth what was earned before, as it was known then.
          .filter(([, is, due]) => Math.abs(is - due) > (country === "NZ" ? 1000 : 5));
        expect(far.map(([key, is, due]) => `${key}: ${is} for ${due}`)).toEqual([]);
      }),
      {
        numRuns: Number(process.env.LIVES ?? 3),
      },
    );
  },
);
