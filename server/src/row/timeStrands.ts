/**
 * What the record of time puts into a row: priced hours of who is paid by them, and for everybody else leave and holidays,
 * each day by its own terms. An hour of a day is taken from usual pay once.
 */

import { dateWords } from "@zesty/core/calendar/dates";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { timeRulesIn } from "@zesty/core/countries/time";
import { cycleOf as ordinaryCycle } from "@zesty/core/hours/limits";
import { holidayOn, personHours } from "@zesty/core/hours/personHours";
import type { LateWeek } from "@zesty/core/pay/input";
import type { OpenTime, SheetLine } from "@zesty/core/pay/row";
import type { Strand, Taken } from "@zesty/core/pay/strands";
import { decimal, decimalOrZero, sum } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { beyondOuterLimits, shortOfAgreement } from "../hours/agreementFloor.ts";
import { holidaysOff, leaveOfFullDays, leaveOnDaysOff } from "../hours/askedOfDays.ts";
import { cycleOn } from "../hours/cycleDays.ts";
import { usualDays } from "../hours/daysWorked.ts";
import { advanceQuery, aheadOf, paidBefore, together } from "../hours/inAdvance.ts";
import { lateDays } from "../hours/paidDays.ts";
import { datesOf, periodHolding } from "../hours/periods.ts";
import { type KnownPerson, personTimes } from "../hours/personTimes.ts";
import type { KnownDay } from "../hours/readDays.ts";
import { termsUntil } from "../hours/termsUntil.ts";
import { atRateOf, joined, type TimeLines, timeLines } from "../hours/timeLines.ts";
import { weeklyAllowancesLeftOut } from "../hours/weeklyAllowances.ts";
import { payCycle } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { approvedUnpaid, isWorkedDay } from "./approvedUnpaid.ts";
import { movedByLate, paidAbout, weeksOfLate } from "./lateWeeks.ts";
import {
  accruingThen,
  asOfSpan,
  carriedBy,
  datedBack,
  hoursOf,
  leaveLines,
  takenOn,
  type Work,
  withPayable,
} from "./leaveStrands.ts";
import type { PersonSpan } from "./spans.ts";

/** A span of a row with what prices its days. */
export interface PricedSpan {
  span: PersonSpan;
  person: KnownPerson;
}

export interface TimeOfRow {
  strands: Strand[];
  /** spans whose ordinary hours come from the record */
  byRecord: number[];
  /** days of the record that the lines hold */
  dates: string[];
  lateWeeks: LateWeek[];
  /** weeks over which ordinary hours of the record are averaged */
  averagedWeeks: number;
  open: OpenTime | null;
  /** what is asked of the lines as they will stand, typed ones with them */
  ask(lines: readonly SheetLine[]): string[];
}

const isByRecord = ({ terms, salaried }: KnownPerson): boolean => terms !== null && terms.use !== "record" && !salaried;

/** Weeks of the cycle in which the agreement limits ordinary hours; without a limit a week is one. */
function weeksOfCycle({ time: { rules, person, settings } }: KnownPerson): number {
  const cycle = rules && ordinaryCycle(rules, person.basis, settings);
  return cycle?.minutes ? cycle.weeks : 1;
}

/** Who is not paid by the record and has neither rate nor level: an hour is worth its share of the usual pay of then. */
const byUsualPay = ({ span, person }: PricedSpan): KnownPerson =>
  isByRecord(person) ? person : { ...person, agreedRate: person.agreedRate ?? span.rate };

/** Days of the period that an earlier pay has paid, in advance. */
const paidElsewhere = (person: KnownPerson, run: Run): string[] =>
  person.known
    .filter((day) => day.kind === "worked" && day.state === "locked")
    .filter((day) => day.date >= run.periodStart && day.date <= run.periodEnd)
    .map((day) => day.date);

/** The days of a span by the version of the agreement that prices them: one that starts on a date takes over on it. */
function byVersion(person: KnownPerson, dates: readonly string[]): { person: KnownPerson; dates: string[] }[] {
  const later = person.versions.filter((each) => each.validFrom > (dates[0] ?? ""));
  if (later.length === 0) return [{ person, dates: [...dates] }];
  const parts = new Map<string, string[]>();
  for (const date of dates) {
    const from = later.findLast((each) => each.validFrom <= date)?.validFrom ?? "";
    parts.set(from, [...(parts.get(from) ?? []), date]);
  }
  return [...parts].map(([from, own]) => {
    const rules = later.find((each) => each.validFrom === from) ?? person.time.rules;
    return { person: { ...person, time: { ...person.time, rules } }, dates: own };
  });
}

const approvedIn = (known: readonly KnownDay[], from: string, to: string): KnownDay[] =>
  known.filter(
    (day) =>
      day.kind === "worked" && day.record !== null && day.state === "approved" && day.date >= from && day.date <= to,
  );

/** The leave of later days that this run pays for a person, at the rate of those days. */
function linesAhead(work: Work, person: KnownPerson, days: readonly KnownDay[], present: string | null): TimeLines {
  const [first, last] = [days[0]?.date ?? "", days.at(-1)?.date ?? ""];
  const [then] = personTimes(work.context, work.run.businessId, [person.who.id], first, last);
  const dates = days.map((day) => day.date);
  const found = {
    lines: then ? accruingThen(leaveLines(then, dates, work.find), then, person, work.elements) : [],
    faults: [],
    queries: [advanceQuery(days)],
  };
  return then ? atRateOf(then, present, found) : found;
}

export function timeOfRow(work: Work, spans: readonly PricedSpan[], ahead: readonly KnownDay[] | undefined): TimeOfRow {
  const { run, elements } = work;
  const last = spans.at(-1);
  if (!last)
    return { strands: [], byRecord: [], dates: [], lateWeeks: [], averagedWeeks: 1, open: null, ask: () => [] };
  const present = byUsualPay(last).agreedRate;
  const areDaysCounted = spans.some(({ person }) => isByRecord(person) && person.time.use === "all");
  const isNz = timeRulesIn(last.person.time.country).holidaysByDay;
  const inPeriod = spans.flatMap(({ span }) => datesOf(span.from, span.to));
  const isOwn = new Set(inPeriod);
  const before = paidElsewhere(last.person, run);
  const dates = new Set<string>(before);
  const asks: Pick<TimeLines, "faults" | "queries"> = { faults: [], queries: [] };
  const strands: Strand[] = [];
  const byRecord = spans.flatMap(({ person }, at) => (isByRecord(person) ? [at] : []));
  const priced: TimeLines[] = [];
  const accruing = (lines: readonly SheetLine[], then: KnownPerson) => accruingThen(lines, then, last.person, elements);
  const addUsualDays = (person: KnownPerson, own: readonly string[]) =>
    strands.push({ act: 0, source: "days", line: usualDays(withPayable(person), own, work.find) });
  spans.forEach(({ span, person }, at) => {
    const asOf = isNz && span !== last.span ? asOfSpan(span, work) : null;
    const own = datesOf(span.from, span.to).filter((date) => !before.includes(date));
    if (isByRecord(person)) {
      for (const part of byVersion(person, own)) {
        const found = atRateOf(person, present, timeLines(withPayable(part.person), part.dates, work.find));
        priced.push({ ...found, lines: accruing(datedBack(found.lines, asOf), person) });
      }
      if (isNz && areDaysCounted && person.time.use !== "all") addUsualDays(person, own);
      for (const day of approvedIn(person.known, span.from, span.to)) dates.add(day.date);
      return;
    }
    const early = before.filter((date) => date >= span.from && date <= span.to);
    const then = byUsualPay({ span, person });
    const found = atRateOf(then, present, { lines: leaveLines(then, own, work.find), faults: [], queries: [] });
    if (isNz && areDaysCounted) addUsualDays(person, own);
    const isLoading = (line: SheetLine) => elements.get(line.elementId)?.element === "leaveLoading";
    const taken = takenOn(person, [...own, ...early]);
    const lines = [
      ...together([
        ...found.lines.filter((line) => !isLoading(line)),
        ...leaveLines(then, early, work.find)
          .filter((line) => !isLoading(line))
          .map(paidBefore),
      ]),
      ...found.lines.filter(isLoading),
    ];
    for (const line of accruing(datedBack(lines, asOf), person)) {
      const element = elements.get(line.elementId);
      const hours = carriedBy(line, taken, elements);
      const takes: Taken[] = hours.isZero() ? [] : [{ span: at, hours: hours.toString() }];
      // Australia: leave of a salary is paid what it takes of it.
      const isSalaryLeave =
        !isNz && person.salaried && element?.element === "leaveTaken" && !isUnpaid(person, element.leave);
      strands.push({
        ...{ act: 0, source: element?.element === "leaveTaken" ? "leave" : "holiday", line },
        ...(takes.length > 0 ? { takes } : {}),
        ...(isSalaryLeave && decimalOrZero(line.hours).eq(hours) ? { paysTaken: true } : {}),
      });
    }
    for (const day of approvedIn(person.known, span.from, span.to)) {
      const isLeave = (day.record?.leave.length ?? 0) > 0 || day.record?.otherwise !== undefined;
      if (isLeave || person.salaried || !isWorkedDay(day)) dates.add(day.date);
    }
    asks.faults.push(...unheld(work, span, person, dates));
    const payable = withPayable(person);
    asks.queries.push(
      ...holidaysOff(person, own),
      ...leaveOnDaysOff(payable, own),
      ...leaveOfFullDays(payable, own, personHours(payable.time, own)),
    );
    if (person.terms !== null && person.salaried)
      asks.queries.push(...beyondOuterLimits(withPayable(person), datesOf(span.from, span.to)));
  });
  asks.faults.push(...approvedUnpaid(work, last.person));
  const late =
    byRecord.length > 0 ? latePays(work, last.person, present) : { all: [], dates: [], weeks: [], moved: undefined };
  for (const date of late.dates) dates.add(date);
  const found = joined([...priced, ...late.all]);
  const aheadLines = ahead ? linesAhead(work, last.person, ahead, present) : null;
  strands.unshift(...found.lines.map((line): Strand => ({ act: 0, source: "days", line })));
  for (const line of aheadLines?.lines ?? []) strands.push({ act: 0, source: "leave", line: aheadOf(line) });
  for (const day of ahead ?? []) dates.add(day.date);
  const unapproved = last.person.known
    .filter(
      (day) =>
        day.kind === "worked" &&
        day.record !== null &&
        (day.state === "open" || day.state === "changed") &&
        isOwn.has(day.date),
    )
    .map((day) => day.date);
  const faults = [...new Set([...asks.faults, ...found.faults])];
  const queries = [...new Set([...asks.queries, ...found.queries, ...(aheadLines?.queries ?? [])])];
  const { moved } = late;
  const isQuiet = unapproved.length + faults.length + queries.length === 0 && !moved;
  const open = isQuiet ? null : { unapproved, faults, queries, ...(moved && { moved }) };
  const ask = (lines: readonly SheetLine[]): string[] => {
    const left = weeklyAllowancesLeftOut(last.person, lines, elements);
    if (last.person.terms === null || !last.person.salaried) return left;
    const short = shortOfAgreement(withPayable(last.person), inPeriod, lines, elements);
    return short ? [short] : [];
  };
  const averagedWeeks = Math.max(
    1,
    ...spans.flatMap(({ person }) => (isByRecord(person) ? [weeksOfCycle(person)] : [])),
  );
  return { strands, byRecord, dates: [...dates].sort(), lateWeeks: late.weeks, averagedWeeks, open, ask };
}

const isUnpaid = (person: KnownPerson, leave: string | null): boolean =>
  leaveKindIn(person.time.country, leave ?? "annual").unpaid;

const cycleOf = ({ store }: Context, id = 0) => rowsOf(store.sqlite, payCycle, "WHERE t.id = ?", id)[0];

/** Days of before, by the periods that they lie in, each cut where terms changed: they are paid by what held on each. */
function byPart({ context, cycle }: Work, personId: number, dates: readonly string[]) {
  const parts = new Map<string, { start: string; end: string; dates: string[] }>();
  const ofDay = cycleOn(context, personId, dates);
  for (const date of dates) {
    const { start, end } = periodHolding(
      ofDay.get(date) === cycle.id ? cycle : (cycleOf(context, ofDay.get(date)) ?? cycle),
      date,
    );
    const part = termsUntil(context, personId, date, end);
    const key = `${start} ${part}`;
    const found = parts.get(key) ?? { start, end: part, dates: [] };
    found.dates.push(date);
    parts.set(key, found);
  }
  return [...parts.values()];
}

/** Late days of who is paid by the record, each with the agreement, level and rates of its own period. */
function latePays(work: Work, person: KnownPerson, present: string | null) {
  const { context, run, find, elements } = work;
  const { id } = person.who;
  const dates = lateDays(context, run, person).map((day) => day.date);
  const timesOf = (days: readonly string[]) =>
    byPart(work, id, days).flatMap((part) =>
      personTimes(context, run.businessId, [id], part.start, part.end).map((then) => ({ then, dates: part.dates })),
    );
  const own = timesOf(dates);
  const all = own.map((each) => {
    const found = atRateOf(each.then, present, timeLines(withPayable(each.then), each.dates, find));
    return { ...found, lines: accruingThen(found.lines, each.then, person, elements) };
  });
  const paid = timesOf(paidAbout(context, id, dates)).filter(({ then }) => isByRecord(then));
  return { all, dates, weeks: weeksOfLate(own, paid, dates, work), moved: movedByLate(paid, dates) };
}

/**
 * Approved hours of somebody with a usual pay and no word on how hours come in: usual pay stands, and the hours would be
 * paid by nobody. They are held only where they come to just what usual pay holds.
 */
function unheld(work: Work, span: PersonSpan, person: KnownPerson, dates: Set<string>): string[] {
  if (person.salaried || person.terms !== null) return [];
  const worked = approvedIn(person.known, span.from, span.to).filter((day) => isWorkedDay(day));
  const own = worked.filter((day) => !(day.record?.otherwise && holidayOn(person.time, day.date)));
  if (own.length === 0) return [];
  const { plain } = personHours(
    { ...withPayable(person).time, use: "all", rules: null },
    own.map((day) => day.date),
  );
  const hours = sum(plain.map((each) => hoursOf(each.minutes)));
  const usual = sum(
    span.lines
      .filter((line) => work.elements.get(line.elementId)?.element === "ordinary" && line.amount === undefined)
      .map((line) => decimalOrZero(line.hours)),
  );
  if (hours.eq(usual)) {
    for (const day of own) dates.add(day.date);
    return [];
  }
  const [first, end] = [own[0]?.date ?? "", own.at(-1)?.date ?? ""];
  const days = own.length === 1 ? dateWords(first) : `${own.length} days, ${dateWords(first)} to ${dateWords(end)},`;
  return [
    `${days} ${own.length === 1 ? "is" : "are"} approved with ${decimal(hours).toDecimalPlaces(2).toString()} h and not in this pay, which has the usual ${usual.toDecimalPlaces(2).toString()} h. Say under People, Agreement and hours, that hours are paid as recorded, or that they are kept for the record only.`,
  ];
}
