/**
 * The hours sheet: a row a person (and cost centre), a column a pay element. Here it is planned for sending out and read
 * when it comes back: what will change row by row, what stops a row, what a person should look at. Nothing is applied.
 */
import { type IsoDate, isDate } from "../calendar/dates.ts";
import { readDate } from "../calendar/readDate.ts";
import type { PayElement, SheetLine } from "../pay/payContext.ts";
import { type Decimal, decimal, decimalOrZero, sum } from "../quantity/decimal.ts";
import { tidied, tidiedHours } from "../quantity/tidied.ts";
import { blankCell, headingKey, type SheetCell, type SheetTable } from "./table.ts";

export interface SheetPerson {
  payId: number;
  payrollId: string;
  name: string;
  included: boolean;
  periods: number;
  lines: SheetLine[];
  /** balances of leave in hours, where they are kept so */
  balances: Record<string, string>;
  /** hours of a usual pay; "0" where none are agreed */
  usualHours: string;
}
export interface SheetFacts {
  people: readonly SheetPerson[];
  elements: readonly PayElement[];
  costCentres: readonly string[];
  periodStart: IsoDate;
  periodEnd: IsoDate;
  today: IsoDate;
  /** headings of strangers: the code of a pay element, a name of `ownColumns`, or "ignore" */
  mapping: Readonly<Record<string, string>>;
}

/** Columns of our own beside those of pay elements. */
const ownColumns = {
  code: ["code", "personcode", "payrollid", "employeecode", "id"],
  name: ["name", "personname", "person", "employee"],
  centre: ["costcentre", "costcenter", "centre"],
  leaveFrom: ["leavefrom", "firstdayofleave"],
  leaveTo: ["leaveto", "lastdayofleave"],
  total: ["total", "totalhours", "hoursinall"],
  pays: ["payscovered", "pays"],
  lastDay: ["lastday", "leavingon"],
  notes: ["notes", "note"],
} as const;
type OwnColumn = keyof typeof ownColumns;

export interface SheetMark {
  /** `stop` keeps the row out; `query` wants a person's yes; `note` is said */
  kind: "stop" | "query" | "note";
  text: string;
}
export interface SheetRowPlan {
  /** as the spreadsheet counts them */
  row: number;
  who: string;
  payId: number | null;
  changes: { what: string; before: string; after: string }[];
  marks: SheetMark[];
}
export interface SheetPlan {
  /** what keeps the whole file out */
  stops: string[];
  notes: string[];
  /** headings that mean nothing here and hold something */
  unmapped: string[];
  rows: SheetRowPlan[];
  /** lines as they will stand, of people whose rows have no stop */
  result: { payId: number; periods: number; lines: SheetLine[] }[];
}

interface Column {
  at: number;
  heading: string;
  own?: OwnColumn;
  element?: PayElement;
}

/** The quantity of an element in a line, as it is typed in the sheet. */
const quantity = (line: SheetLine | undefined, { entry }: PayElement): string =>
  (entry === "hours" ? line?.hours : entry === "amount" ? line?.amount : line?.units) ?? "";

function findColumns(
  header: readonly SheetCell[],
  facts: SheetFacts,
): { columns: Column[]; faults: string[]; unmapped: Column[] } {
  const faults: string[] = [];
  const unmapped: Column[] = [];
  const columns = header.flatMap(({ text }, at): Column[] => {
    const heading = text.trim();
    if (heading === "") return [];
    // A heading may be any word, also one that every object knows.
    const mapped = Object.hasOwn(facts.mapping, heading) ? facts.mapping[heading] : undefined;
    if (mapped === "ignore") return [];
    const key = headingKey(mapped ?? heading);
    const own = (Object.keys(ownColumns) as OwnColumn[]).find(
      (name) => name.toLowerCase() === key || (ownColumns[name] as readonly string[]).includes(key),
    );
    if (own) return [{ at, heading, own }];
    const element = facts.elements.find((each) => headingKey(each.code) === key || headingKey(each.name) === key);
    if (element) return [{ at, heading, element }];
    unmapped.push({ at, heading });
    return [];
  });
  const meaning = new Map<string, string>();
  for (const { heading, own, element } of columns) {
    const means = own ?? element?.code ?? "";
    const before = meaning.get(means);
    if (before !== undefined) faults.push(`“${before}” and “${heading}” mean the same. Delete one of the two columns.`);
    meaning.set(means, heading);
  }
  if (!columns.some((each) => each.own === "code" || each.own === "name"))
    faults.push("No column says who a row is for. The first row needs a heading such as Code or Name.");
  return { columns, faults, unmapped };
}

/** A figure as people type it; a sentence where it is none. */
function readFigure(cell: SheetCell, { entry, name }: PayElement): string | { fault: string } {
  if (cell.kind === "blank") return "";
  if (cell.kind === "error")
    return { fault: `${name}: the cell holds an error (${cell.text}). Mend it in the spreadsheet.` };
  if (cell.kind === "formula")
    return { fault: `${name}: the formula has no stored value. Open and save the sheet once, or type the figure.` };
  if (cell.kind === "date")
    return { fault: `${name}: ${cell.text} is a date, not ${entry === "amount" ? "dollars" : "a number"}.` };
  const text = entry === "hours" ? tidiedHours(cell.text) : tidied(cell.text);
  if (/^-/.test(text)) return { fault: `${name}: ${text} is below nought. Correct the pay that it was in instead.` };
  const good = entry === "amount" ? /^\d{1,7}(\.\d{1,2})?$/ : /^\d{1,4}(\.\d{1,4})?$/;
  if (!good.test(text))
    return {
      fault: `${name}: “${cell.text.slice(0, 40)}” is not ${entry === "amount" ? "an amount" : "a number"}. Write it as ${entry === "amount" ? "18.50" : "7.6"}.`,
    };
  if (entry === "hours" && Number(text) > 744) return { fault: `${name}: ${text} hours are more than a month holds.` };
  return Number(text) === 0 ? "" : decimal(text).toString();
}

function readDay(cell: SheetCell, what: string, facts: SheetFacts): IsoDate | null | { fault: string } {
  if (cell.kind === "blank") return null;
  if (cell.kind === "date" && isDate(cell.text)) return cell.text;
  const date = cell.kind === "text" ? readDate(cell.text, facts.today) : null;
  if (date) return date;
  // Month first would fit: the reader is asked, never guessed for.
  const swapped = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/.exec(cell.text);
  const other =
    swapped && Number(swapped[2]) > 12 ? " It looks as if day and month were swapped: write the day first." : "";
  return { fault: `${what}: “${cell.text.slice(0, 40)}” is not a date. Write it as 22/6/2026.${other}` };
}

const plainName = (name: string): string =>
  name
    .toLowerCase()
    .split(",")
    .reverse()
    .join(" ")
    .replace(/[^\p{L}]+/gu, " ")
    .trim();

function whose(
  cells: Partial<Record<OwnColumn, SheetCell>>,
  facts: SheetFacts,
): { person: SheetPerson | null; marks: SheetMark[] } {
  const [code, name] = [cells.code?.text.trim() ?? "", cells.name?.text.trim() ?? ""];
  const byCode =
    code === "" ? undefined : facts.people.find((each) => each.payrollId.toLowerCase() === code.toLowerCase());
  const named = name === "" ? [] : facts.people.filter((each) => plainName(each.name) === plainName(name));
  if (byCode) {
    const other = name !== "" && plainName(byCode.name) !== plainName(name);
    return {
      person: byCode,
      marks: other ? [{ kind: "query", text: `The sheet says “${name}”, ${code} is ${byCode.name}.` }] : [],
    };
  }
  if (code === "" && named.length === 1) return { person: named[0] ?? null, marks: [] };
  const text =
    named.length > 1
      ? `Two people are called ${name}. Give the code.`
      : `“${code || name}” is not in this run. Check the code, or bring the person into the run first.`;
  return { person: null, marks: [{ kind: "stop", text }] };
}

/** Reads a sheet that came back. */
export function planHoursSheet(table: SheetTable, facts: SheetFacts): SheetPlan {
  const plan: SheetPlan = { stops: [], notes: [...table.notes], unmapped: [], rows: [], result: [] };
  const headerAt = table.rows.findIndex((row) => row.filter((cell) => cell.kind !== "blank").length > 1);
  const header = table.rows[headerAt];
  if (!header) return { ...plan, stops: ["The sheet is empty. Send out an hours sheet from the run, and fill it in."] };
  const { columns, faults, unmapped } = findColumns(header, facts);
  plan.stops.push(...faults);
  const body = table.rows.slice(headerAt + 1);
  plan.unmapped = unmapped
    .filter(({ at }) => body.some((row) => (row[at] ?? blankCell).kind !== "blank"))
    .map(({ heading }) => heading);
  if (plan.unmapped.length > 0)
    plan.stops.push(
      `${plan.unmapped.map((each) => `“${each}”`).join(", ")}: say what ${plan.unmapped.length === 1 ? "this column means" : "these columns mean"}, or that ${plan.unmapped.length === 1 ? "it is" : "they are"} left out.`,
    );
  if (faults.length > 0) return plan;
  const elements = columns.flatMap((each) => (each.element ? [{ at: each.at, element: each.element }] : []));
  const sums = new Map<number, Decimal>();
  const taken = new Map<number, { lines: SheetLine[]; periods: number; stopped: boolean }>();
  const seen = new Map<string, number>();
  body.forEach((cells, no) => {
    const row = headerAt + no + 2;
    if (cells.every((cell) => cell.kind === "blank")) return;
    const own = Object.fromEntries(
      columns.flatMap(({ at, own: name }) => (name ? [[name, cells[at] ?? blankCell]] : [])),
    ) as Partial<Record<OwnColumn, SheetCell>>;
    if (headingKey(own.code?.text ?? own.name?.text ?? "") === "total") {
      for (const { at, element } of elements) {
        const said = readFigure(cells[at] ?? blankCell, element);
        if (typeof said === "string" && said !== "" && !(sums.get(element.id) ?? decimal(0)).eq(said))
          plan.stops.push(
            `The rows of ${element.name} come to ${(sums.get(element.id) ?? decimal(0)).toString()}, the TOTAL row says ${said}.`,
          );
      }
      return;
    }
    const { person, marks } = whose(own, facts);
    const found: SheetRowPlan = {
      row,
      who: person?.name ?? (own.name?.text || own.code?.text || "?"),
      payId: person?.payId ?? null,
      changes: [],
      marks,
    };
    plan.rows.push(found);
    if (!person) return;
    const stop = (text: string) => marks.push({ kind: "stop", text });
    const query = (text: string) => marks.push({ kind: "query", text });
    const centre = own.centre?.text.trim() || undefined;
    if (centre !== undefined && !facts.costCentres.includes(centre))
      stop(`There is no cost centre ${centre}. Known are ${facts.costCentres.join(", ") || "none"}.`);
    const before = seen.get(`${person.payId} ${centre ?? ""}`);
    if (before !== undefined)
      stop(
        `Row ${before} is for the same person${centre ? ` and cost centre ${centre}` : ""}. Give one of them a cost centre, or add them up.`,
      );
    seen.set(`${person.payId} ${centre ?? ""}`, row);
    const kept = taken.get(person.payId) ?? { lines: [...person.lines], periods: person.periods, stopped: false };
    taken.set(person.payId, kept);
    const typed: { element: PayElement; text: string }[] = [];
    for (const { at, element } of elements) {
      const text = readFigure(cells[at] ?? blankCell, element);
      if (typeof text !== "string") stop(text.fault);
      else {
        typed.push({ element, text });
        if (text !== "") sums.set(element.id, (sums.get(element.id) ?? decimal(0)).plus(text));
      }
    }
    examineRow(found, person, own, typed, facts, { stop, query });
    for (const { element, text } of typed) {
      const isHere = (line: SheetLine) =>
        line.elementId === element.id &&
        line.corrects === undefined &&
        line.terms === undefined &&
        line.costCentre === centre;
      const line = kept.lines.find(isHere);
      const was = quantity(line, element);
      if (decimalOrZero(was).eq(decimalOrZero(text))) continue;
      found.changes.push({ what: `${element.name}${centre ? `, ${centre}` : ""}`, before: was, after: text });
      const rest = kept.lines.filter((each) => each !== line);
      const { explained: _explained, ...same } = line ?? { elementId: element.id };
      const filled =
        element.entry === "hours"
          ? { hours: text || "0" }
          : element.entry === "amount"
            ? { amount: text || "0" }
            : { units: text || "0", hours: undefined };
      kept.lines =
        text === "" && !line?.time
          ? rest
          : [...rest, { ...same, ...filled, ...(centre ? { costCentre: centre } : {}) }];
    }
    const pays = own.pays && own.pays.kind !== "blank" ? Number(tidied(own.pays.text)) : kept.periods;
    if (!Number.isInteger(pays) || pays < 1 || pays > 60)
      stop(`Pays covered: “${own.pays?.text}” is not a number from 1 to 60.`);
    else if (pays !== kept.periods) {
      found.changes.push({ what: "Pays covered", before: String(kept.periods), after: String(pays) });
      kept.periods = pays;
    }
    if (marks.some((mark) => mark.kind === "stop")) kept.stopped = true;
    else if (!person.included && found.changes.length > 0) query(`${person.name} is left out of this run.`);
  });
  if (plan.rows.length === 0) plan.stops.push("The sheet has headings and no rows.");
  // A person over several rows comes whole or not at all.
  const changed = new Set(plan.rows.filter((row) => row.changes.length > 0).map((row) => row.payId));
  plan.result = [...taken].flatMap(([payId, { lines, periods, stopped }]) =>
    stopped || !changed.has(payId) ? [] : [{ payId, periods, lines }],
  );
  return plan;
}

/** What a person should look at in a row: leave without dates, sums far from usual, leave beyond the balance, the end. */
function examineRow(
  found: SheetRowPlan,
  person: SheetPerson,
  own: Partial<Record<OwnColumn, SheetCell>>,
  typed: readonly { element: PayElement; text: string }[],
  facts: SheetFacts,
  { stop, query }: { stop: (text: string) => void; query: (text: string) => void },
): void {
  const leave = typed.filter(({ element, text }) => element.element === "leaveTaken" && text !== "");
  const from = own.leaveFrom ? readDay(own.leaveFrom, "Leave from", facts) : null;
  const to = own.leaveTo ? readDay(own.leaveTo, "Leave to", facts) : null;
  for (const each of [from, to]) if (each !== null && typeof each === "object") stop(each.fault);
  if (typeof from === "string" && typeof to === "string" && to < from) stop("Leave ends before it starts.");
  if (leave.length > 0 && own.leaveFrom && (from === null || to === null)) {
    const names = leave.map(({ element }) => element.name).join(", ");
    const asBefore = leave.every(({ element, text }) =>
      person.lines.some((line) => line.elementId === element.id && decimalOrZero(quantity(line, element)).eq(text)),
    );
    if (!asBefore) stop(`${names} without its dates. Fill in Leave from and Leave to.`);
  }
  for (const { element, text } of leave) {
    const balance = person.balances[element.leave ?? ""];
    if (element.entry === "hours" && balance !== undefined && decimal(text).gt(balance))
      query(`${element.name}: ${text} h, ${decimal(balance).toDecimalPlaces(2).toString()} h in the balance.`);
  }
  const worked = sum(
    typed.filter(({ element, text }) => element.entry === "hours" && text !== "").map(({ text }) => decimal(text)),
  );
  const usual = decimal(person.usualHours);
  if (usual.gt(0) && (worked.gt(usual.times("1.5")) || worked.lt(usual.div(2))))
    query(`${worked.toString()} hours in all; usual are ${usual.toString()}.`);
  if (own.total && own.total.kind !== "blank" && !own.total.computed && own.total.kind !== "formula") {
    const said = tidiedHours(own.total.text);
    if (/^\d+(\.\d+)?$/.test(said) && !decimal(said).toDecimalPlaces(2).eq(worked.toDecimalPlaces(2)))
      query(`The row's total says ${said}, its hours come to ${worked.toString()}.`);
  }
  const last = own.lastDay ? readDay(own.lastDay, "Last day", facts) : null;
  if (last !== null && typeof last === "object") stop(last.fault);
  else if (typeof last === "string")
    query(`Last day ${last}: record the departure on the person's page; nothing is done by itself.`);
  const note = own.notes?.text.trim();
  if (note) found.marks.push({ kind: "note", text: note.slice(0, 500) });
}

/** The sheet that goes out: headings, and a row a person or cost centre with what stands there now. */
export function hoursSheetOut(
  facts: Pick<SheetFacts, "people" | "elements">,
  elements: readonly PayElement[],
): { headings: string[]; rows: string[][]; hoursColumns: number[] } {
  const unit = { hours: "h", amount: "$", days: "days", weeks: "weeks" } as const;
  const headings = [
    "Code",
    "Name",
    "Cost centre",
    ...elements.map((each) => `${each.name} (${unit[each.entry]})`),
    "Leave from",
    "Leave to",
    "Total hours",
    "Pays covered",
    "Last day",
    "Notes",
  ];
  const rows = facts.people
    .filter((each) => each.included)
    .flatMap((person) => {
      const centres = [...new Set([undefined, ...person.lines.map((line) => line.costCentre)])];
      return centres.map((centre) => [
        person.payrollId,
        person.name,
        centre ?? "",
        ...elements.map((each) =>
          quantity(
            person.lines.find(
              (line) =>
                line.elementId === each.id &&
                line.corrects === undefined &&
                line.terms === undefined &&
                line.costCentre === centre,
            ),
            each,
          ),
        ),
        "",
        "",
        "",
        centre === undefined ? String(person.periods) : "",
        "",
        "",
      ]);
    });
  const hoursColumns = elements.flatMap((each, at) => (each.entry === "hours" ? [at + 3] : []));
  return { headings, rows, hoursColumns };
}
