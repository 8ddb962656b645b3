/**
 * The same shifts under an award, by the week or by the fortnight, told in time or after their week was paid, come to the
 * same: what is paid, what past pays looked over still owe for the late ones, and leave. What is owed was told in the run.
 */
import { shipped } from "@zesty/contract/agreementRules";
import { addDays } from "@zesty/core/calendar/dates";
import { readDay } from "@zesty/core/hours/dayText";
import { decimal } from "@zesty/core/quantity/decimal";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { lookOver } from "../afterwards/lookOver.ts";
import { saveAgreementFacts } from "../hours/agreements.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { payRun } from "../store/schema.ts";
import { atOnce } from "../store/steps.ts";
import { endWhole } from "../testing/endWhole.ts";
import { openUsual, plainTerms, signRun, smallWorld } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

const first = "2026-06-15";
const worked = "9-17 b30/17-23/6-14 b30/7.6/10-21 b60/22-6 b30/8-12/12-20 b30/9-13, 13-17/20-24/0-4".split("/");
const marked =
  "9-17 b30, 20-20:20 remote/9-11 cancelled, 12-15/7-19 b60 cancelled/9-13, 20-21 recall/18-23 standby".split("/");
const shifts = [...worked, ...marked, null, null];
const terms = fc.record({
  level: fc.constantFrom("1", "2", "3", "4"),
  rate: fc.constantFrom("35", "36.5"),
});
const lives = fc.record({
  agreement: fc.constantFrom("MA000004", "MA000009", "MA000100"),
  availability: fc.constantFrom<string[] | null>(null, ["8-18", "", "6-23", "12-22", "20-2", "", "8-20"]),
  basis: fc.constantFrom("full-time", "part-time", "casual"),
  begins: terms,
  change: fc.option(fc.record({ day: fc.nat(27), terms })),
  days: fc.array(fc.record({ shift: fc.constantFrom(...shifts), late: fc.nat(5) }), { minLength: 28, maxLength: 28 }),
});
type Life = typeof lives extends fc.Arbitrary<infer T> ? T : never;

function live(life: Life, { weeks, late }: { weeks: 1 | 2; late: boolean }) {
  const world = smallWorld(1);
  const { context, actor, businessId } = world;
  const { sqlite, db } = context.store;
  const personId = world.personIds[0] ?? 0;
  sqlite
    .prepare("UPDATE pay_cycle SET cycle = ?, first_period_start = ?")
    .run(["", "weekly", "fortnightly"][weeks], first);
  const rules = shipped().find((each) => each.code === life.agreement);
  const unknown = rules?.allowances.filter((each) => each.amount === null) ?? [];
  const allowances = Object.fromEntries(unknown.map((each, at) => [each.id, String(10 + at)]));
  saveAgreementFacts(context, actor, businessId, life.agreement, {
    ...{ from: "2025-07-01", settings: {}, rates: { classifications: {}, allowances }, source: null },
  });
  const say = (from: string, { level, rate }: Life["begins"]) => {
    const workPattern = life.basis === "casual" ? null : ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"];
    const pay = { ...plainTerms(world, { from, hourlyRate: rate }), basis: life.basis, weeklyHours: "38", workPattern };
    saveSection(context, actor, personId, "employment", pay as never);
    const isCommunity = life.agreement === "MA000100";
    const settings = isCommunity ? { stream: "homeCare" } : {};
    const classification = isCommunity ? `2.${level}` : level;
    const availability = life.agreement === "MA000009" ? life.availability : null;
    const by = { agreement: life.agreement, classification, use: "all" as const, settings, flags: {}, availability };
    saveSection(context, actor, personId, "time", { from, ...by });
    saveSection(context, actor, personId, "usualPay", { from, lines: [] } as never);
  };
  say("2020-01-06", life.begins);
  if (life.change) say(addDays(first, life.change.day), life.change.terms);
  const put = (at: number) => {
    const { shift } = life.days[at] ?? {};
    const date = addDays(first, at);
    const isTwice = shift === "0-4" && life.days[at - 1]?.shift === "22-6 b30";
    const record = shift && !isTwice ? readDay(shift, date, "AU") : null;
    if (!record) return;
    saveDays(context, actor, businessId, { days: [{ personId, date, kind: "worked", record: record as never }] });
    approveDays(context, actor, businessId, { days: [{ personId, date }], approved: true });
  };
  let told = decimal("0");
  for (let run = 0; run <= 4 / weeks; run += 1) {
    for (let at = run * weeks * 7 - weeks * 7; at < (run + 1) * weeks * 7 && at < 28; at += 1) {
      const isBefore = at < run * weeks * 7;
      if (at >= 0 && isBefore === (late && life.days[at]?.late === 0)) put(at);
    }
    const runId = openUsual(world);
    const { rows } = readRun(context, actor, runId);
    const marks = rows.flatMap((row) => row.marks);
    // Nobody worked: the row is left out, and the next period is opened.
    if (marks.some((mark) => mark.code === "noHours")) db.update(payRun).set({ state: "settled" }).run();
    else {
      for (const { text } of marks)
        told = told.plus((/paid late. With \w+, \$([\d.,]+) more/.exec(text)?.[1] ?? "0").replaceAll(",", ""));
      signRun(world, runId);
    }
  }
  const gross = sqlite
    .prepare("SELECT json_extract(snapshot, '$.figures.gross') FROM signed_pay WHERE kind = 'pay'")
    .pluck()
    .all() as string[];
  const paid = gross.reduce((sum, each) => sum.plus(each), decimal("0"));
  const span = { from: "2026-01-01", to: "2026-12-31", people: null };
  const owed = atOnce(lookOver(context, businessId, span)).pays.reduce(
    (sum, each) => sum.plus(each.difference),
    decimal("0"),
  );
  const leave = sqlite.prepare("SELECT SUM(hours_e4) / 10000.0 FROM leave_entry").pluck().get() as number;
  void endWhole(world);
  return { due: Number(paid.plus(owed)), owed: Number(owed), told: Number(told), leave };
}

describe.each([
  ["by the fortnight", { weeks: 2, late: false }],
  ["some of it late", { weeks: 1, late: true }],
  ["by the fortnight, some of it late", { weeks: 2, late: true }],
] as const)("%s", (_how, how) => {
  it("the same shifts come to the same", { timeout: 120_000 }, () => {
    fc.assert(
      fc.property(lives, (life) => {
        const [plain, other] = [live(life, { weeks: 1, late: false }), live(life, how)];
        expect(plain.owed).toBe(0);
        expect(Math.abs(other.owed - other.told), "owed as told").toBeLessThan(0.06);
        expect(Math.abs(other.due - plain.due), "due").toBeLessThan(0.3);
        expect(Math.abs(other.leave - plain.leave), "leave").toBeLessThan(0.03);
      }),
      { numRuns: Number(process.env.LIVES ?? 4) },
    );
  });
});
