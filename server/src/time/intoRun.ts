/**
 * Approved time into the rows of an open run. Lines that came from the record of time are made anew whenever it changes;
 * what somebody typed over stays, and keeps beside it what the record says.
 */
import { addDays } from "@zesty/core/calendar/dates";
import { isTypedOver } from "@zesty/core/checks/timeChecks";
import type { OpenTime, PayElement, SheetLine } from "@zesty/core/pay/payContext";
import { withLeave } from "@zesty/core/pay/withLeave";
import { and, eq } from "drizzle-orm";
import type { Context } from "../context.ts";
import { asElement, findRun, type Run } from "../runs/runRows.ts";
import { refreshRows } from "../runs/workRun.ts";
import { ensureElement } from "../setup/ensureElement.ts";
import { pay, payCycle, payElement, payRun } from "../store/schema.ts";
import { shortOfAgreement } from "./agreementFloor.ts";
import { contextDays, type KnownPerson, personTimes, recordsOf } from "./personTimes.ts";
import type { KnownDay } from "./readDays.ts";
import { type Finder, type TimeLines, timeLines, type Wanted } from "./timeLines.ts";

const keyOf = (line: SheetLine) => `${line.elementId} ${line.costCentre ?? ""}`;

/** Dates of a period, both ends included. */
function datesOf({ periodStart, periodEnd }: Pick<Run, "periodStart" | "periodEnd">): string[] {
  const dates: string[] = [];
  for (let date = periodStart; date <= periodEnd; date = addDays(date, 1)) dates.push(date);
  return dates;
}

/**
 * Days that a run pays beside its own period: approved after theirs was signed off. They are priced with their own week
 * and the rules of their own date.
 */
const lateDays = (known: readonly KnownDay[], run: Run, since: string): KnownDay[] =>
  known.filter(
    (day) =>
      day.kind === "worked" &&
      day.record !== null &&
      day.state === "approved" &&
      day.date < run.periodStart &&
      day.date >= since,
  );

/** The approved days that a run pays for a person: of its period, and late ones. */
function daysPaid(known: readonly KnownDay[], run: Run, since: string): KnownDay[] {
  const own = known.filter(
    (day) =>
      day.kind === "worked" &&
      day.record !== null &&
      day.state === "approved" &&
      day.date >= run.periodStart &&
      day.date <= run.periodEnd,
  );
  return [...lateDays(known, run, since), ...own];
}

/** The pay element for what the record of time says: one that fits, else made when first needed. */
function finder(context: Context, businessId: number, elements: Map<number, PayElement>): Finder {
  const known = new Map<string, number>();
  const make = (wanted: Wanted): number => {
    const all = [...elements.values()];
    const added = (standard: Parameters<typeof ensureElement>[2]) => {
      const id = ensureElement(context, businessId, standard);
      const row = context.store.db.select().from(payElement).where(eq(payElement.id, id)).get();
      if (row) elements.set(id, asElement(row));
      return id;
    };
    if (wanted.kind === "leave") {
      const entry = all.find((each) => each.element === "leaveTaken" && each.leave === wanted.leave);
      const nz = all.some((each) => each.element === "daysWorked");
      return (
        entry?.id ??
        added({
          code: wanted.leave.slice(0, 10).toUpperCase(),
          name: wanted.leave,
          element: "leaveTaken",
          leave: wanted.leave,
          entry: nz ? "days" : "hours",
        })
      );
    }
    if (wanted.kind === "holiday")
      return (
        all.find((each) => each.element === wanted.element)?.id ??
        added({
          code: wanted.element.slice(0, 10).toUpperCase(),
          name: wanted.element,
          element: wanted.element,
          entry: "days",
        })
      );
    if (wanted.kind === "allowance")
      return added({
        code: wanted.id.slice(0, 20).toUpperCase(),
        name: wanted.name,
        element: "allowance",
        entry: "amount",
        ...(all.some((each) => each.element === "daysWorked") ? {} : { allowance: wanted.code as "KN" }),
        taxable: true,
        superable: true,
      });
    const { overtime, percent, rule } = wanted;
    const element = overtime ? "overtime" : "ordinary";
    const fitting = all.filter(
      (each) => each.element === element && each.entry === "hours" && each.percent === percent && !each.leave,
    );
    // Saturday's, Sunday's and a holiday's hours stand under their own names where the business has them.
    const named = ["saturday", "sunday", "holiday"].find((day) => rule.includes(day));
    const byName = (each: PayElement) => named !== undefined && each.name.toLowerCase().includes(named);
    const other = (each: PayElement) => /saturday|sunday|holiday/i.test(each.name);
    const found = fitting.find((each) => (overtime ? !other(each) : named ? byName(each) : !other(each)));
    return (
      found?.id ??
      added({
        code: `${overtime ? "OT" : "P"}${percent}`,
        name: `${overtime ? "Overtime" : "Ordinary"} at ${percent} %`,
        element,
        entry: "hours",
        percent,
      })
    );
  };
  return (wanted) => {
    const key = JSON.stringify(wanted);
    const id = known.get(key) ?? make(wanted);
    known.set(key, id);
    return id;
  };
}

/**
 * Lines of the record put into a row: typed-over ones keep what was typed.
 * @param opening the row was just made from usual pay: its ordinary hours give way
 */
function merged(
  lines: readonly SheetLine[],
  found: TimeLines,
  elements: ReadonlyMap<number, PayElement>,
  opening: boolean,
): SheetLine[] {
  const fresh = new Map(found.lines.map((line) => [keyOf(line), line]));
  const kept: SheetLine[] = [];
  for (const line of lines) {
    const now = line.corrects === undefined ? fresh.get(keyOf(line)) : undefined;
    const element = elements.get(line.elementId);
    const ordinary = element?.element === "ordinary" && element.entry === "hours" && line.corrects === undefined;
    if (line.time === undefined) {
      if (ordinary && opening) continue;
      const nothing = ordinary ? { ...zeroOf(line), why: ["nothing is recorded here"] } : undefined;
      const time = now?.time ?? nothing;
      kept.push(time ? { ...line, time } : line);
    } else if (isTypedOver(line))
      kept.push({ ...line, time: now?.time ?? { ...zeroOf(line), why: ["nothing is recorded any more"] } });
    else continue;
    fresh.delete(keyOf(line));
  }
  return [...fresh.values(), ...kept];
}
const zeroOf = (line: SheetLine) => (line.amount === undefined ? { hours: "0" } : { amount: "0" });

/** Who is paid by salary or usual pay without an agreement: leave takes the place of the usual hours. */
function withRecordedLeave(
  lines: SheetLine[],
  found: TimeLines,
  elements: readonly PayElement[],
  rate: string | null,
): SheetLine[] {
  const isLeave = (id: number) => elements.find((each) => each.id === id)?.element === "leaveTaken";
  const fresh = found.lines.filter((line) => isLeave(line.elementId));
  const gone = lines.filter(
    (line) => line.time && isLeave(line.elementId) && !fresh.some((each) => each.elementId === line.elementId),
  );
  let after = lines;
  for (const { elementId, hours = "0", units, time } of [
    ...fresh,
    ...gone.map((line) => ({ ...line, hours: "0", time: undefined })),
  ]) {
    const before = after.find((line) => line.elementId === elementId && line.time);
    if (before && isTypedOver(before)) {
      after = after.map((line) => (line === before ? { ...line, ...(time ? { time } : {}) } : line));
      continue;
    }
    after = withLeave(after, elements, { elementId, leave: hours, inPeriod: hours, units, rate })
      .lines.map((line) => (line.elementId === elementId && time ? { ...line, time } : line))
      .filter((line) => line.elementId !== elementId || time !== undefined);
  }
  return after;
}

/** What the record still asks of a row. */
function openOf(person: KnownPerson, run: Run, found: TimeLines): OpenTime | null {
  const unapproved = person.known
    .filter(
      (day) =>
        day.kind === "worked" &&
        day.record !== null &&
        (day.state === "open" || day.state === "changed") &&
        day.date >= run.periodStart &&
        day.date <= run.periodEnd,
    )
    .map((day) => day.date);
  const { faults, queries } = found;
  return unapproved.length + faults.length + queries.length === 0 ? null : { unapproved, faults, queries };
}

/**
 * Puts the record of time into rows of an open run.
 * @param personIds only these people; everybody in the run when left out
 * @param opening the rows were just made from usual pay
 * @returns the pays that changed
 */
export function putTimeIntoRun(
  context: Context,
  runId: number,
  { personIds, opening = false }: { personIds?: readonly number[]; opening?: boolean } = {},
): number[] {
  const { db } = context.store;
  const run = findRun(context, runId);
  if (run.state !== "open" || run.kind !== "cycle") return [];
  const cycle = db.select().from(payCycle).where(eq(payCycle.id, run.cycleId)).get();
  const wanted = personIds && new Set(personIds);
  const rows = db
    .select()
    .from(pay)
    .where(eq(pay.runId, runId))
    .all()
    .filter((row) => !wanted || wanted.has(row.personId));
  const since = cycle?.firstPeriodStart ?? run.periodStart;
  const withTime = peopleWithTime(
    context,
    rows.map((row) => row.personId),
    run,
  );
  const people = personTimes(context, run.businessId, [...withTime], run.periodStart, run.periodEnd);
  const elements = new Map(
    db
      .select()
      .from(payElement)
      .where(eq(payElement.businessId, run.businessId))
      .all()
      .map((each) => [each.id, asElement(each)]),
  );
  const find = finder(context, run.businessId, elements);
  const changed: number[] = [];
  const write = context.store.prepared<[string, string | null, number]>(
    "UPDATE pay SET lines = ?, open_time = ? WHERE id = ?",
  );
  for (const person of people) {
    const row = rows.find((each) => each.personId === person.who.id);
    if (!row) continue;
    const late = lateDays(person.known, run, since).map((day) => day.date);
    const time = {
      ...person.time,
      days: recordsOf(person.known, (day) => day.state === "approved" || day.state === "locked"),
    };
    const found = timeLines({ ...person, time }, [...late, ...datesOf(run)], find);
    const byHours = person.terms !== null && !person.salaried;
    const lines = byHours
      ? merged(row.lines, found, elements, opening)
      : withRecordedLeave(row.lines, found, [...elements.values()], person.agreedRate);
    const short = byHours ? null : shortOfAgreement({ ...person, time }, datesOf(run), lines, elements);
    const open = openOf(person, run, byHours ? found : { ...found, faults: [], queries: short ? [short] : [] });
    if (JSON.stringify([lines, open]) === JSON.stringify([row.lines, row.openTime ?? null])) continue;
    write.run(JSON.stringify(lines), open && JSON.stringify(open), row.id);
    changed.push(row.id);
  }
  return changed;
}

/** People with days recorded about a period, or with an agreement: nobody else is looked at. */
function peopleWithTime({ store }: Context, personIds: readonly number[], run: Run): Set<number> {
  return new Set(
    store
      .prepared<[string, string, string], { id: number }>(
        `SELECT p.value AS id FROM json_each(?) p
         WHERE EXISTS (SELECT 1 FROM time_terms t WHERE t.person_id = p.value)
            OR EXISTS (SELECT 1 FROM time_day d WHERE d.person_id = p.value AND d.date BETWEEN ? AND ?)`,
      )
      .all(JSON.stringify(personIds), addDays(run.periodStart, -contextDays), run.periodEnd)
      .map((each) => each.id),
  );
}

/** After days, approvals or terms of people changed: the open runs of the business take them up. */
export function refreshTimeInRuns(context: Context, businessId: number, personIds: readonly number[]): void {
  const open = context.store.db
    .select({ id: payRun.id })
    .from(payRun)
    .where(and(eq(payRun.businessId, businessId), eq(payRun.state, "open"), eq(payRun.kind, "cycle")))
    .all();
  for (const { id } of open) {
    const changed = putTimeIntoRun(context, id, { personIds });
    if (changed.length === 0) continue;
    refreshRows(context, id, changed);
    context.announce(id);
  }
}

/** After what holds of an agreement changed: everybody in an open run is priced anew. */
export function refreshBusinessTime(context: Context, businessId: number): void {
  const people = context.store
    .prepared<[number], { id: number }>("SELECT id FROM person WHERE business_id = ?")
    .all(businessId);
  context.store.transaction(() =>
    refreshTimeInRuns(
      context,
      businessId,
      people.map((each) => each.id),
    ),
  );
}

/** With the sign-off: the days that a run pays are locked. */
export function lockDays(context: Context, run: Run, pays: readonly { payId: number; personId: number }[]): void {
  if (run.kind !== "cycle") return;
  const ids = peopleWithTime(
    context,
    pays.map((each) => each.personId),
    run,
  );
  if (ids.size === 0) return;
  const cycle = context.store.db.select().from(payCycle).where(eq(payCycle.id, run.cycleId)).get();
  const write = context.store.prepared<[number, number, string, number]>(
    "INSERT INTO time_paid (day_id, person_id, date, pay_id, sign) VALUES (?, ?, ?, ?, 1)",
  );
  for (const person of personTimes(context, run.businessId, [...ids], run.periodStart, run.periodEnd)) {
    const payId = pays.find((each) => each.personId === person.who.id)?.payId;
    if (payId === undefined) continue;
    for (const day of daysPaid(person.known, run, cycle?.firstPeriodStart ?? run.periodStart))
      write.run(day.dayId, day.personId, day.date, payId);
  }
}

/** With a run that is taken back: its days are open again. */
export function unlockDays({ store }: Context, runId: number): void {
  store
    .prepared<[number]>(
      `INSERT INTO time_paid (day_id, person_id, date, pay_id, sign)
       SELECT day_id, person_id, date, pay_id, -1 FROM time_paid
       WHERE pay_id IN (SELECT id FROM pay WHERE run_id = ?)`,
    )
    .run(runId);
}
