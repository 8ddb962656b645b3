/**
 * Leave that arises by service follows the facts whenever they are told: before the pay that grants it or after, undone,
 * taken back. What is told last leaves the balances that are told first.
 */
import { addDays } from "@zesty/core/calendar/dates";
import { readDay } from "@zesty/core/hours/dayText";
import fc from "fast-check";
import { afterEach, describe, expect, it } from "vitest";
import { readLineOfTime, undoChange } from "../afterwards/lineOfTime.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { askForLeave } from "../leave/requests.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { endWhole } from "../testing/endWhole.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

let world: SmallWorld;
afterEach(() => endWhole(world));
const who = () => world.personIds[0] ?? 0;
const plain = { withPay: false, varies: false, agreedWeek: null, averageOnlyUntil: null, keepsAnniversary: false };

/** Employed since a day of last year; three weeks and twelve days were brought along on 14 June. */
function begin(start: string): void {
  const earlier = { pays: [{ start, end: "2026-06-14", gross: "55000", irregular: "0", days: "240" }] };
  world = smallWorldNz(1, { earlier });
  world.context.store.sqlite.prepare("UPDATE person SET start_date = ?").run(start);
}
const told: string[] = [];
const save = (section: Parameters<typeof saveSection>[3], values: object) =>
  saveSection(world.context, world.actor, who(), section, values as never, (sentence) => void told.push(sentence));
const holidays = (from: string, change: object) => save("holidays", { ...plain, from, ...change });
const started = (startDate: string) => save("details", { ...readPerson(world.context, who()).details, startDate });
const balances = () => {
  const rows = world.context.store
    .prepared<[], { kind: string; e4: number }>("SELECT kind, SUM(hours_e4) AS e4 FROM leave_entry GROUP BY kind")
    .all();
  const of = (kind: string) => (rows.find((row) => row.kind === kind)?.e4 ?? 0) / 10_000;
  return { annual: of("annual"), sick: of("sick"), familyViolence: of("familyViolence") };
};
const runs = (count: number) => Array.from({ length: count }, () => signRun(world, openUsual(world)));

describe("facts that leave arises by", () => {
  it.each<[string, string, () => void, object, string[]]>([
    [
      "five weeks a year",
      "2025-07-08",
      () => holidays("2026-07-01", { annualWeeks: "5" }),
      { annual: 8 },
      ["Annual holidays: 1 week came into the balance"],
    ],
    [
      "five weeks, from after the anniversary",
      "2025-07-08",
      () => holidays("2026-07-09", { annualWeeks: "5" }),
      { annual: 7 },
      [],
    ],
    [
      "8 % with each pay",
      "2025-07-08",
      () => holidays("2026-07-01", { withPay: true }),
      { annual: 3 },
      ["Annual holidays: 4 weeks went out of the balance"],
    ],
    [
      "service that counts from before",
      "2025-08-20",
      () => holidays("2020-01-06", { countsFrom: "2025-07-01" }),
      { annual: 7 },
      ["Annual holidays: 4 weeks came into the balance"],
    ],
    [
      "a first day that was later",
      "2025-07-08",
      () => started("2025-08-20"),
      { annual: 3 },
      ["Annual holidays: 4 weeks went out of the balance"],
    ],
    [
      "a first day that was later, still before the last pay",
      "2025-07-01",
      () => started("2025-07-08"),
      { annual: 7 },
      [],
    ],
    // Twelve days less two lapse when twenty arise: ten carry over (s 65).
    [
      "twenty days of sick leave",
      "2026-01-12",
      () => holidays("2026-07-01", { sickDays: "20" }),
      { sick: 30 },
      ["Sick leave: 10 days came into the balance"],
    ],
  ])("told late: %s", (_what, start, tell, due, sentences) => {
    begin(start);
    told.length = 0;
    const [, last] = runs(2);
    const before = balances();
    tell();
    expect(balances()).toMatchObject(due);
    expect(told.filter((each) => each.includes("balance"))).toEqual(
      sentences.map((each) => expect.stringContaining(each)),
    );
    // Undone it is as before; what nobody can undo is said the other way round.
    const lane = readLineOfTime(world.context, who()).lanes.find((each) => each.section === "holidays");
    const notch = lane?.notches.at(-1);
    if (!_what.includes("first day")) {
      undoChange(world.context, world.actor, who(), "holidays", notch?.id ?? 0);
      expect(balances()).toEqual(before);
      tell();
    } else {
      started(start);
      expect(balances()).toEqual(before);
      tell();
    }
    // Taken back and signed anew it comes to the same.
    signRun(world, takeBack(world.context, world.actor, last ?? 0, "once more"));
    expect(balances()).toMatchObject(due);
  });

  it("told first or told last, of any person: the same balances", () => {
    const change = fc.oneof(
      fc.constantFrom({ annualWeeks: "5" }, { sickDays: "15" }, { withPay: true }, { countsFrom: "2025-06-18" }),
      fc.record({ basis: fc.constantFrom("casual", "part-time") }),
      fc.record({ start: fc.nat(60).map((day) => addDays("2025-06-20", day)) }),
    );
    const facts = fc.array(fc.record({ change, from: fc.nat(60), known: fc.nat(6) }), { minLength: 1, maxLength: 2 });
    fc.assert(
      fc.property(fc.nat(60), facts, fc.option(fc.nat(4)), (start, all, away) => {
        const said = all.toSorted((a, b) => a.from - b.from);
        const play = (late: boolean) => {
          begin(addDays("2025-07-01", start));
          const tell = (run: number) => {
            for (const { change: values, from, known } of said) {
              if ((late ? known : 0) !== run) continue;
              const day = addDays("2026-06-15", from);
              if ("start" in values) started(values.start);
              else if ("basis" in values) {
                const terms = { ...plainTerms(world, { from: day }), weeklyHours: "40", hourlyRate: "30" };
                save("employment", { ...terms, ...values, workPattern: ["8", "8", "8", "8", "8", "0", "0"] });
              } else {
                const held = said
                  .filter((each) => each.from <= from && (!late || each.known <= known))
                  .map((each) => each.change);
                const others = held.filter((each) => !("start" in each) && !("basis" in each));
                holidays(day, Object.assign({}, ...others, values));
              }
            }
          };
          tell(0);
          const first = addDays("2026-06-15", 7 * (away ?? 0));
          const { context, actor, businessId } = world;
          if (away !== null)
            askForLeave(context, actor, businessId, {
              ...{ personId: who(), kind: "unpaid", first, last: addDays(first, 11), inAdvance: false },
              ...{ hoursADay: null, note: null, approve: { belowNought: true } },
            });
          for (let run = 1; run <= 6; run += 1) {
            runs(1);
            tell(run);
          }
          const found = balances();
          void endWhole(world);
          return found;
        };
        expect(play(true)).toEqual(play(false));
      }),
      {
        numRuns: Number(process.env.LIVES ?? 8),
        examples: [
          [2, [{ change: { start: "2025-06-20" }, from: 0, known: 2 }], 1],
          // Five weeks from between the anniversary of the first day and that of the service that is told last.
          [
            10,
            [
              { change: { annualWeeks: "5" }, from: 15, known: 0 },
              { change: { countsFrom: "2025-06-18" }, from: 20, known: 4 },
            ],
            null,
          ],
        ],
      },
    );
    begin("2025-07-08");
  }, 60_000);

  // The period of the final pay goes on to 12 July, the employment does not.
  it.each([
    // 8 % of the year so far, this pay and the weeks: 55,000 + 2,400 + 1,680 + 3,600.
    ["2026-07-07", "the day before the anniversary", 3, "5014.40"],
    // Of this pay one day in ten, and the weeks: 192 + 8,400. The year before has its weeks (s 25).
    ["2026-07-08", "the day of the anniversary", 7, "687.36"],
  ])(
    "last day %s, %s: %d weeks and %s are paid at the end, in the cycle's run and in one of its own",
    (lastDay, _which, weeks, percent) => {
      const paid = (["next", "now"] as const).map((pay) => {
        begin("2025-07-08");
        runs(1);
        const departure = { lastDay, reason: "V" as const, noticeWorked: true, misconduct: false, pay };
        const runId = pay === "next" ? openUsual(world) : 0;
        const left = recordDeparture(world.context, world.actor, who(), { ...departure, payday: "2026-07-15" });
        const [row] = readRun(world.context, world.actor, runId || (left ?? 0)).rows;
        void endWhole(world);
        const worth = row?.figures?.lines.find((line) => line.code === "HOL-8")?.amount;
        return [row?.lines.find((line) => line.units === String(weeks))?.units, worth, row?.figures?.withheld];
      });
      expect(paid[0]?.slice(0, 2)).toEqual([String(weeks), percent]);
      // The four weeks that the lump sum is taxed by are the same (s RD 17).
      expect(paid[1]).toEqual(paid[0]);
      begin("2025-07-08");
    },
  );

  // Twelve days unused, ten carry over, ten arise on 12 July; a day of before that is told late was none of the unused ones.
  it.each([
    ["in the pay that grants", "2026-07-02", 1],
    ["late, of the pay before", "2026-06-25", 2],
  ])("a day of sick leave told %s lapses no more once it is known", (_when, date, paid) => {
    begin("2026-01-12");
    save("time", { from: "2026-06-01", agreement: null, classification: null, use: "all", settings: {}, flags: {} });
    const { context, actor, businessId } = world;
    const put = (day: string, text: string) => {
      const record = readDay(text, day, "NZ") as never;
      saveDays(context, actor, businessId, { days: [{ personId: who(), date: day, kind: "worked", record }] });
      approveDays(context, actor, businessId, { days: [{ personId: who(), date: day }], approved: true });
    };
    for (let run = 0; run < 4; run += 1) {
      if (run === paid) put(date, "sick");
      put(addDays("2026-06-16", 14 * run), "8");
      runs(1);
    }
    expect(balances().sick).toBe(20);
  });

  it("8 % with each pay from the middle of a year asks what was earned since the anniversary without it, once", () => {
    begin("2025-07-08");
    runs(1);
    holidays("2026-06-29", { withPay: true });
    const asked = () => {
      const runId = openUsual(world);
      const [row] = readRun(world.context, world.actor, runId).rows;
      signRun(world, runId);
      return row?.marks.filter((mark) => mark.code === "eightPercentBegan").map((mark) => mark.text);
    };
    // 55,000 brought along and 2,400 paid here: 8 % is 4,592.
    expect(asked()).toEqual([
      expect.stringContaining(
        "$57,400.00, has had none of it, and no four weeks arise for it any more: pay the $4,592.00",
      ),
    ]);
    expect(asked()).toEqual([]);
  });
});
