/**
 * The record of time and the pays, in any order of typing, approving, leave, signing and taking back: each approved hour is
 * paid once, by the way in which the person's hours come in. Reckoned a second time from the record alone.
 */
import { addDays, weekday } from "@zesty/core/calendar/dates";
import { type DayRecord, minutesOf, readDay } from "@zesty/core/hours/dayText";
import { type Decimal, decimal, sum, zero } from "@zesty/core/quantity/decimal";
import fc from "fast-check";
import { expect, it } from "vitest";
import { makeCorrection } from "../afterwards/correction.ts";
import { ProblemError } from "../ground/problem.ts";
import { answerRequest, askForLeave } from "../leave/requests.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { unbalanced } from "../store/invariants.ts";
import { payRun } from "../store/schema.ts";
import { endWhole } from "../testing/endWhole.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

const kinds = ["usual", "exceptions", "all", "record"] as const;
const [week, first, days] = [["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"], "2026-06-22", 28];
const texts = [
  "8-16",
  "9-17 b30",
  "al",
  "al 4",
  "pl",
  "8-12, al 3.8",
  "8-12, al",
  "7.6",
  "off",
  "5",
  "8-18",
  "pl 2",
  "20-21 recall",
  "20-20:30 remote, al",
  "9-12, 20-21 recall",
  "18-22 standby",
  "9-11 cancelled",
  "",
];
let world: SmallWorld;

const all = <Row>(text: string, ...values: unknown[]) =>
  world.context.store.prepared<unknown[], Row>(text).all(...values);

function begin(): void {
  world = smallWorld(kinds.length);
  const { context, actor, personIds } = world;
  const from = "2026-06-15";
  personIds.forEach((id, at) => {
    const terms = { ...plainTerms(world, { from }), workPattern: week };
    saveSection(context, actor, id, "employment", terms);
    const use = kinds[at];
    if (use && use !== "usual")
      saveSection(context, actor, id, "time", {
        ...{ from, agreement: null, classification: null, use, settings: {}, flags: {} },
      });
  });
}

function sign(runId: number): void {
  const { context, actor } = world;
  const { version, rows } = readRun(context, actor, runId);
  const stopped = rows.filter((row) => row.marks.some((mark) => mark.kind === "stop"));
  if (stopped.length > 0)
    saveRows(context, actor, runId, { version, rows: stopped.map(({ payId }) => ({ payId, included: false })) });
  signRun(world, runId);
}

/** @param n says which person, day or text */
function act(name: string, n: number): void {
  const { context, actor, businessId, personIds } = world;
  const personId = personIds[n % personIds.length] ?? 0;
  const date = addDays(first, (n * 7 + (n >> 3)) % days);
  const runs = context.store.db.select().from(payRun).all();
  const open = runs.find((run) => run.state === "open");
  const textOf = (on: string) => {
    const record = readDay(texts[(n >> 2) % texts.length] ?? "", on, "AU");
    if (record && "fault" in record) throw new Error(record.fault);
    return record;
  };
  const approve = (approved: boolean) =>
    approveDays(context, actor, businessId, { days: [{ personId, date }], approved });
  if (name === "type") {
    saveDays(context, actor, businessId, { days: [{ personId, date, kind: "worked", record: textOf(date) }] });
    if (n % 5 > 0) approve(true);
  } else if (name === "approve") approve(n % 3 > 0);
  else if (name === "ask")
    askForLeave(context, actor, businessId, {
      ...{ personId, kind: n % 2 ? "annual" : "personal", first: date, last: addDays(date, n % 4), inAdvance: false },
      ...{ hoursADay: n % 3 ? null : "3", note: null, approve: { belowNought: true } },
    });
  else if (name === "withdraw") {
    const [newest] = all<{ id: number }>("SELECT id FROM leave_request ORDER BY id DESC");
    const answer = { answer: "withdrawn" as const, comment: null, belowNought: false, was: "approved" as const };
    if (newest) answerRequest(context, actor, businessId, newest.id, answer);
  } else if (name === "correct") {
    const pays = all<{ id: number; start: string }>(
      `SELECT p.id AS id, r.period_start AS start FROM pay p JOIN pay_run r ON r.id = p.run_id
       WHERE p.person_id = ? AND p.included AND r.kind = 'cycle' AND r.state = 'signedOff'`,
      personIds[kinds.indexOf(n % 2 ? "all" : "exceptions")],
    );
    const pay = pays[n % pays.length];
    const on = addDays(pay?.start ?? first, n % 7);
    const into = n % 3 ? ("own" as const) : ("next" as const);
    if (pay) makeCorrection(context, actor, { payId: pay.id, days: [{ date: on, record: textOf(on) }], into });
  } else if (name === "open") {
    if (!open) openUsual(world);
  } else if (name === "sign" && open) sign(open.id);
  else if (name === "takeBack") {
    const last = runs.findLast((run) => run.state === "signedOff");
    if (last) takeBack(context, actor, last.id, "A reason");
  }
}

/** Hours that a day comes to: leave without its hours is what is left of the agreed day. */
function hoursOf({ leave, shifts, ...record }: DayRecord, usual: Decimal) {
  // Called back, or reached from afar: on top of the day, whatever became of it.
  const isOnTop = ({ marks = [] }: DayRecord["shifts"][number]) => marks.includes("recall") || marks.includes("remote");
  const of = (some: DayRecord["shifts"]) => decimal(minutesOf({ ...record, shifts: some, leave: [] })).div(60);
  const worked = of(shifts.filter((each) => !isOnTop(each)));
  const onTop = of(shifts.filter(isOnTop)).minus(of([]));
  const said = sum(leave.map((each) => decimal(each.hours ?? "0")));
  const left = usual.minus(worked).minus(said);
  const rest = leave.some((each) => each.hours === undefined) && left.gt(0) ? left : zero;
  return { worked, off: said.plus(rest), onTop };
}

/** What the record owes a person, against what the signed pays hold. */
function reckoned(personId: number, kind: (typeof kinds)[number]): { paid: string; due: string } {
  const pays = all<{ input: string; start: string; end: string; kind: string }>(
    `SELECT s.input AS input, r.period_start AS start, r.period_end AS "end", r.kind AS kind FROM signed_pay s
       JOIN pay_run r ON r.id = s.run_id WHERE s.person_id = ? AND s.kind = 'pay' AND r.state <> 'takenBack'`,
    personId,
  );
  const lines = pays.flatMap((pay) => (JSON.parse(pay.input) as { lines: { hours?: string }[] }).lines);
  const paid = sum(lines.map((line) => decimal(line.hours ?? "0")));
  const records = new Map(
    all<{ date: string; record: string }>(
      `SELECT d.date AS date, d.record AS record FROM time_day d
       WHERE d.person_id = ? AND d.record IS NOT NULL AND d.record <> 'null'
         AND d.id = (SELECT MAX(n.id) FROM time_day n WHERE n.person_id = d.person_id AND n.date = d.date)
         AND (SELECT a.approved FROM time_approval a WHERE a.day_id = d.id ORDER BY a.id DESC LIMIT 1) = 1`,
      personId,
    ).map(({ date, record }) => [date, JSON.parse(record) as DayRecord]),
  );
  const usualOn = (date: string) => decimal(week[weekday(date) - 1] ?? "0");
  const last =
    pays
      .map((pay) => pay.end)
      .sort()
      .at(-1) ?? "";
  const dates =
    kind === "all"
      ? [...records.keys()].filter((date) => date <= last)
      : pays.flatMap((pay) =>
          pay.kind === "cycle" ? Array.from({ length: 7 }, (_, at) => addDays(pay.start, at)) : [],
        );
  const due = dates.map((date) => {
    const [record, usual] = [records.get(date), usualOn(date)];
    if (!record || kind === "usual" || kind === "record") return kind === "all" ? zero : usual;
    const { worked, off, onTop } = hoursOf(record, usual);
    const isAsEver = record.leave.length > 0 || record.shifts.length > 0;
    const isPart = kind === "exceptions" && isAsEver && worked.isZero() && off.lt(usual);
    // Who says only what was an exception worked the rest of the day.
    return (isPart ? usual : worked.plus(off)).plus(onTop);
  });
  return { paid: paid.toFixed(4), due: sum(due).toFixed(4) };
}

it("each approved hour is paid once, however it came in and whenever it was said", { timeout: 600_000 }, async () => {
  const bag = "type type type type approve ask withdraw open open sign sign correct correct takeBack".split(" ");
  const steps = fc.array(fc.tuple(fc.constantFrom(...bag), fc.nat(400)), { minLength: 20, maxLength: 60 });
  await fc.assert(
    fc.asyncProperty(steps, async (list) => {
      begin();
      const tried = (then: () => void) => {
        try {
          then();
        } catch (error) {
          if (!(error instanceof ProblemError)) throw error;
        }
      };
      for (const [name, n] of list) tried(() => act(name, n));
      // What was approved late is paid by the next run, once all that is open is signed.
      for (const _ of [1, 2, 3, 4, 5]) {
        tried(() => act("open", 0));
        tried(() => act("sign", 0));
      }
      expect(unbalanced(world.context.store)).toEqual([]);
      expect(all("SELECT 1 FROM time_paid GROUP BY person_id, date HAVING SUM(sign) NOT IN (0, 1)")).toEqual([]);
      for (const [at, kind] of kinds.entries()) {
        const { paid, due } = reckoned(world.personIds[at] ?? 0, kind);
        expect(`${kind} ${paid}`).toBe(`${kind} ${due}`);
      }
      await endWhole(world);
    }),
    { numRuns: Number(process.env.LIVES ?? 6), endOnFailure: true },
  );
});
