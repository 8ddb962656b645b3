/**
 * Exports of rosters and clocks: a row a shift. Read into days of the record of time: what will change day by day, what
 * stops a row, what a person should look at. Nothing is applied.
 */
import { addDays, dateWords, type IsoDate } from "../calendar/dates.ts";
import { minutesOfDay } from "../calendar/wallClock.ts";
import { type DayRecord, minutesOf } from "../hours/dayText.ts";
import { faultsOfShifts } from "../hours/normalise.ts";
import type { ShiftBreak } from "../hours/roster.ts";
import { markMeanings } from "../hours/shiftMarks.ts";
import { type DayShift, middleBreak, minutesOfBreak, wallAt } from "../hours/shiftText.ts";
import { decimal } from "../quantity/decimal.ts";
import { readDay, type SheetMark, whose } from "./cells.ts";
import { noPersonColumn, ownName, readHeader } from "./columns.ts";
import { hasNoBreaks, readMark, readPieces } from "./shiftDetails.ts";
import { isFault, readMinutes, readWhen } from "./shiftTimes.ts";
import { blankCell, headingKey, type SheetCell, type SheetTable } from "./table.ts";

export interface ShiftPerson {
  personId: number;
  payrollId: string;
  name: string;
  startDate: IsoDate;
  endDate: IsoDate | null;
}
export interface KnownShiftDay {
  record: DayRecord | null;
  state: "open" | "approved" | "changed" | "locked";
  payday: string | null;
}
export interface ShiftFacts {
  people: readonly ShiftPerson[];
  costCentres: readonly string[];
  timeZone: string;
  /** the period in hand: other days are asked about */
  periodStart: IsoDate;
  periodEnd: IsoDate;
  today: IsoDate;
  /** headings of strangers: a name of `shiftColumns`, or "ignore" */
  mapping: Readonly<Record<string, string>>;
  /** codes or names in the file that were said to be somebody: a payroll ID, or "ignore" */
  sameAs: Readonly<Record<string, string>>;
  known: (personId: number, date: IsoDate) => KnownShiftDay | undefined;
}

/** Columns of a sheet of shifts, with the headings that they are known by. */
export const shiftColumns = {
  code: ["code", "personcode", "payrollid", "employeecode", "employeeid", "id"],
  name: ["name", "personname", "person", "employee", "employeename"],
  date: ["date", "day", "shiftdate", "workdate"],
  start: ["start", "starttime", "from", "timein", "clockedon", "on"],
  end: ["end", "endtime", "finish", "finishtime", "to", "timeout", "clockedoff", "off"],
  break1Start: ["break1start", "breakstart"],
  break1End: ["break1end", "breakend"],
  break2Start: ["break2start"],
  break2End: ["break2end"],
  break3Start: ["break3start"],
  break3End: ["break3end"],
  unpaidMinutes: ["unpaidminutes", "unpaidbreak", "breakminutes", "break", "breaks"],
  hours: ["hours", "total", "totalhours", "worked"],
  mark: ["shifttype", "kindofshift", "typeofshift", "type", "kind", "mark"],
  pieces: ["pieces"],
  pieceRate: ["piecerate", "rateperpiece"],
  centre: ["costcentre", "costcenter", "centre"],
  notes: ["notes", "note", "comment"],
} as const satisfies Record<string, readonly string[]>;
export type ShiftColumn = keyof typeof shiftColumns;
export type Cells = Partial<Record<ShiftColumn, SheetCell>>;

export interface ShiftRowPlan {
  /** as the spreadsheet counts them */
  row: number;
  who: string;
  personId: number | null;
  date: IsoDate | null;
  marks: SheetMark[];
}
export interface ShiftDayPlan {
  personId: number;
  name: string;
  date: IsoDate;
  before: DayRecord | null;
  after: DayRecord;
  /** rows that it comes from */
  rows: number[];
}
export interface ShiftPlan {
  /** what keeps the whole file out */
  stops: string[];
  notes: string[];
  /** headings that mean nothing here and hold something */
  unmapped: string[];
  /** codes or names that nobody here has */
  strangers: string[];
  rows: ShiftRowPlan[];
  /** days that would change; those with a stopped row are left out whole */
  days: ShiftDayPlan[];
}

/** Shifts so many days from the period in hand are taken for a slip. */
export const farDays = 100;

/** The shift of a row, or what is wrong with it. */
function readShift(cells: Cells, { today }: ShiftFacts): { date: IsoDate; shift: DayShift } | { fault: string } {
  const start = readWhen(cells.start ?? blankCell, "Start", today);
  if (isFault(start)) return start;
  const end = readWhen(cells.end ?? blankCell, "End", today);
  if (isFault(end)) return end;
  const said = cells.date ? readDay(cells.date, "Date", { today }) : start.date;
  if (isFault(said)) return said;
  const date = said ?? start.date;
  if (!date) return { fault: "The row has no date." };
  if (start.date && start.date !== date)
    return { fault: `The date says ${dateWords(date)}, the start ${dateWords(start.date)}. Correct one of them.` };
  // An end before the start is of the next day; where the cell has its date, that one counts.
  const later = end.date ? (Date.parse(end.date) - Date.parse(date)) / 86_400_000 : end.minutes < start.minutes ? 1 : 0;
  const kind = readMark(cells.mark?.text ?? "");
  if ("fault" in kind) return kind;
  const { mark } = kind;
  // A day and night of care is from an hour to the same hour.
  const round = mark === "careDay" && !end.date && end.minutes === start.minutes ? minutesOfDay : 0;
  const to = end.minutes + later * minutesOfDay + round;
  if (to === start.minutes) return { fault: "The shift ends when it starts. Correct one of the two times." };
  if (to < start.minutes) return { fault: "The shift ends before it starts. Correct one of the two times." };
  const breaks: ShiftBreak[] = [];
  for (const at of [1, 2, 3] as const) {
    const [from, until] = [cells[`break${at}Start`], cells[`break${at}End`]];
    if ((from?.kind ?? "blank") === "blank" && (until?.kind ?? "blank") === "blank") continue;
    const [a, b] = [
      readWhen(from ?? blankCell, `Break ${at}, start`, today),
      readWhen(until ?? blankCell, `Break ${at}, end`, today),
    ];
    if (isFault(a)) return a;
    if (isFault(b)) return b;
    const begins = a.minutes < start.minutes ? a.minutes + minutesOfDay : a.minutes;
    const ends = b.minutes < begins % minutesOfDay ? b.minutes + minutesOfDay : b.minutes;
    breaks.push({ start: wallAt(date, begins), end: wallAt(date, ends < begins ? ends + minutesOfDay : ends) });
  }
  const unpaid = readMinutes(cells.unpaidMinutes ?? blankCell);
  if (isFault(unpaid)) return unpaid;
  const timed = breaks.reduce((sum, each) => sum + minutesOfBreak(each), 0);
  if (unpaid > 0 && breaks.length > 0 && timed !== unpaid)
    return {
      fault: `The breaks' times come to ${timed} minutes, and ${unpaid} unpaid minutes stand beside them. Correct one.`,
    };
  let breakAnywhere: number | undefined;
  if (unpaid > 0 && breaks.length === 0) {
    if (unpaid >= to - start.minutes) return { fault: `A break of ${unpaid} minutes does not fit into the shift.` };
    const middle = middleBreak(start.minutes, to, unpaid);
    breaks.push({ start: wallAt(date, middle.start), end: wallAt(date, middle.end) });
    breakAnywhere = unpaid;
  }
  if (hasNoBreaks(mark) && breaks.length > 0)
    return { fault: "A night at the workplace and time on call have no breaks. Take them out of the row." };
  const centre = cells.centre?.text.trim();
  const pieces = readPieces(cells.pieces, cells.pieceRate);
  if (pieces && "fault" in pieces) return pieces;
  return {
    date,
    shift: {
      start: wallAt(date, start.minutes),
      end: wallAt(date, to),
      breaks: breaks.map((each) => ({ ...each, paid: false })),
      ...(breakAnywhere === undefined ? {} : { breakAnywhere }),
      ...(mark ? { marks: [mark] } : {}),
      ...(centre ? { costCentre: centre } : {}),
      ...(pieces ? { pieces } : {}),
    },
  };
}

export function planShiftSheet(table: SheetTable, facts: ShiftFacts): ShiftPlan {
  const plan: ShiftPlan = { stops: [], notes: [...table.notes], unmapped: [], strangers: [], rows: [], days: [] };
  const headerAt = table.rows.findIndex((row) => row.filter((cell) => cell.kind !== "blank").length > 1);
  const header = table.rows[headerAt];
  if (!header) return { ...plan, stops: ["The sheet is empty. Bring an export with a row for each shift."] };
  const { columns, faults, unmapped } = readHeader(
    header,
    facts.mapping,
    (key) => ownName<ShiftColumn>(shiftColumns, key),
    (name) => name,
  );
  const body = table.rows.slice(headerAt + 1);
  plan.stops.push(...faults);
  const has = (name: ShiftColumn) => columns.some((each) => each.means === name);
  plan.unmapped = unmapped
    .filter(({ at }) => body.some((row) => (row[at] ?? blankCell).kind !== "blank"))
    .map((each) => each.heading);
  if (!has("code") && !has("name")) plan.stops.push(noPersonColumn);
  if (!has("start") || !has("end"))
    plan.stops.push("No column says when a shift starts or ends. Say below which ones do, or name them Start and End.");
  if (plan.stops.length > 0) return plan;
  if (plan.unmapped.length > 0)
    plan.stops.push("Say what the columns below mean, or that they are left out; it is remembered.");
  const shifts: Taken[] = [];
  body.forEach((row, no) => {
    if (row.every((cell) => cell.kind === "blank")) return;
    const cells: Cells = Object.fromEntries(columns.map(({ at, means }) => [means, row[at] ?? blankCell]));
    if (headingKey(cells.code?.text || (cells.name?.text ?? "")) === "total") return;
    readRow(plan, shifts, cells, headerAt + no + 2, facts);
  });
  if (plan.rows.length === 0) plan.stops.push("The sheet has headings and no rows.");
  stopOverlaps(shifts, facts);
  plan.days = daysOf(shifts, facts);
  return plan;
}

interface Taken {
  person: ShiftPerson;
  date: IsoDate;
  shift: DayShift;
  note: string;
  plan: ShiftRowPlan;
}

function readRow(plan: ShiftPlan, shifts: Taken[], cells: Cells, row: number, facts: ShiftFacts): void {
  const said = cells.code?.text.trim() || (cells.name?.text.trim() ?? "");
  const same = Object.hasOwn(facts.sameAs, said) ? facts.sameAs[said] : undefined;
  if (same === "ignore") return;
  const named =
    same === undefined
      ? { ...(cells.code ? { code: cells.code } : {}), ...(cells.name ? { name: cells.name } : {}) }
      : { code: { kind: "text" as const, text: same } };
  const { person, marks } = whose(named, facts, "is nobody here. Check the code, or say below whose it is.");
  const found: ShiftRowPlan = {
    row,
    who: person?.name ?? (said || "?"),
    personId: person?.personId ?? null,
    date: null,
    marks,
  };
  plan.rows.push(found);
  if (!person) {
    if (said !== "" && !plan.strangers.includes(said)) plan.strangers.push(said);
    return;
  }
  const stop = (text: string) => marks.push({ kind: "stop", text });
  const query = (text: string) => marks.push({ kind: "query", text });
  const read = readShift(cells, facts);
  if (isFault(read)) return void stop(read.fault);
  const { date, shift } = read;
  found.date = date;
  if (date < addDays(facts.periodStart, -farDays) || date > addDays(facts.periodEnd, farDays))
    return void stop(`${dateWords(date)} is far from this period. Look at day, month and year.`);
  if (date < person.startDate || (person.endDate !== null && date > person.endDate))
    stop(`${person.name} was not employed on ${dateWords(date)}.`);
  const known = facts.known(person.personId, date);
  if (known?.state === "locked") stop(`${dateWords(date)} is paid, on ${dateWords(known.payday ?? date)}.`);
  if (shift.costCentre && !facts.costCentres.includes(shift.costCentre))
    stop(`There is no cost centre ${shift.costCentre}. Known are ${facts.costCentres.join(", ") || "none"}.`);
  const minutes = minutesOf({ shifts: [shift], leave: [] });
  if (minutes > 14 * 60) query(`${decimal(minutes).div(60).toDecimalPlaces(2).toString()} hours in one shift.`);
  const total = cells.hours?.text.trim() ?? "";
  const hours = decimal(minutes).div(60).toDecimalPlaces(2);
  const isWork = shift.marks?.every((mark) => markMeanings[mark].work === "all") ?? true;
  if (isWork && /^\d+(\.\d+)?$/.test(total) && !decimal(total).toDecimalPlaces(2).eq(hours))
    query(`The row says ${total} h, its times come to ${hours.toString()} h. The times are taken.`);
  if (date < facts.periodStart || date > facts.periodEnd)
    query(
      date < facts.periodStart
        ? `${dateWords(date)} lies before this period: it is paid with the next run, as late.`
        : `${dateWords(date)} lies after this period: it waits for its own run.`,
    );
  const twin = shifts.find(
    (each) => each.person === person && each.shift.start === shift.start && each.shift.end === shift.end,
  );
  if (twin) return void stop(`Row ${twin.plan.row} is the same shift. Delete one of the two.`);
  shifts.push({ person, date, shift, note: cells.notes?.text.trim().slice(0, 500) ?? "", plan: found });
}

/** Shifts that overlap each other, breaks outside a shift, hours that the clock does not have. */
function stopOverlaps(shifts: readonly Taken[], facts: ShiftFacts): void {
  for (const person of new Set(shifts.map((each) => each.person))) {
    const own = shifts.filter((each) => each.person === person);
    for (const { path, text } of faultsOfShifts(
      own.map((each) => each.shift),
      facts.timeZone,
    ))
      own[Number(path.split(".")[1])]?.plan.marks.push({ kind: "stop", text });
  }
}

function daysOf(shifts: readonly Taken[], facts: ShiftFacts): ShiftDayPlan[] {
  const days = new Map<string, Taken[]>();
  for (const each of shifts) {
    const key = `${each.person.personId} ${each.date}`;
    days.set(key, [...(days.get(key) ?? []), each]);
  }
  return [...days.values()].flatMap((all): ShiftDayPlan[] => {
    const [{ person, date }] = all as [Taken, ...Taken[]];
    if (all.some(({ plan }) => plan.marks.some((mark) => mark.kind === "stop"))) return [];
    const before = facts.known(person.personId, date)?.record ?? null;
    const note = [...new Set(all.map((each) => each.note).filter(Boolean))].join("; ").slice(0, 500);
    // Hours without their times give way to shifts; everything else of the day stays.
    const { hours: _hours, ...known } = before ?? { leave: [] };
    const after: DayRecord = {
      ...known,
      shifts: all.map((each) => each.shift).sort((a, b) => a.start.localeCompare(b.start)),
      ...(note ? { note } : {}),
    };
    if (JSON.stringify(before?.shifts ?? []) === JSON.stringify(after.shifts) && before?.hours === undefined) return [];
    const total = minutesOf(after);
    if (total > 16 * 60)
      all[0]?.plan.marks.push({
        kind: "query",
        text: `${decimal(total).div(60).toDecimalPlaces(2).toString()} hours on ${dateWords(date)}.`,
      });
    if (facts.known(person.personId, date)?.state === "approved")
      all[0]?.plan.marks.push({
        kind: "query",
        text: `${dateWords(date)} was approved: it will ask for approval anew.`,
      });
    return [
      { personId: person.personId, name: person.name, date, before, after, rows: all.map((each) => each.plan.row) },
    ];
  });
}
