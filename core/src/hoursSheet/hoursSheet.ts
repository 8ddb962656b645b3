/**
 * The hours sheet when it comes back: a row a person (and cost centre), a column a pay element. What will change row by
 * row, what stops a row, what a person should look at. Nothing is applied.
 */
import { daysBetween } from "../calendar/dates.ts";
import type { PayElement } from "../pay/row.ts";
import type { Typed } from "../pay/strands.ts";
import { type Decimal, decimal, decimalOrZero, sum } from "../quantity/decimal.ts";
import { tidied, tidiedHours } from "../quantity/tidied.ts";
import { readDay, readFigure, type SheetMark, whose } from "./cells.ts";
import { clockLike, clockLikeWords } from "./clockLike.ts";
import { findColumns, type OwnColumn } from "./columns.ts";
import { linesIn, quantity, type SheetFacts, type SheetPerson } from "./sheetFacts.ts";
import { blankCell, headingKey, type SheetCell, type SheetTable } from "./table.ts";

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
  /** cells as they will stand, of people whose rows have no stop: all rows of a person replace together */
  result: { payId: number; periods: number; typed: Typed[] }[];
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
  const taken = new Map<number, Kept>();
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
    const kept: Kept = taken.get(person.payId) ?? { person, said: [], periods: person.periods, stopped: false };
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
    for (const { element, text } of typed) kept.said.push({ element, centre, text, row: found });
    const pays = own.pays && own.pays.kind !== "blank" ? Number(tidied(own.pays.text)) : kept.periods;
    if (!Number.isInteger(pays) || pays < 1 || pays > 60)
      stop(`Pays covered: “${own.pays?.text}” is not a number from 1 to 60.`);
    else if (pays !== kept.periods) {
      found.changes.push({ what: "Pays covered", before: String(kept.periods), after: String(pays) });
      kept.periods = pays;
    }
    if (marks.some((mark) => mark.kind === "stop")) kept.stopped = true;
  });
  const settled = [...taken.values()].map((kept) => ({ kept, typed: settle(kept) }));
  for (const { kept, typed } of settled)
    if (!kept.person.included && typed.length > 0)
      kept.said[0]?.row.marks.push({ kind: "query", text: `${kept.person.name} is left out of this run.` });
  askAboutMinutes([...taken.values()]);
  if (plan.rows.length === 0) plan.stops.push("The sheet has headings and no rows.");
  // A person over several rows comes whole or not at all.
  const changed = new Set(plan.rows.filter((row) => row.changes.length > 0).map((row) => row.payId));
  plan.result = settled.flatMap(({ kept: { person, periods, stopped }, typed }) =>
    stopped || !changed.has(person.payId) ? [] : [{ payId: person.payId, periods, typed }],
  );
  return plan;
}

/** Hours that are new in the sheet, where all of them together look like hours and minutes. */
function askAboutMinutes(taken: readonly Kept[]): void {
  const fresh = taken.flatMap(({ person, said }) =>
    said.filter(({ element, centre, text }) => {
      const lines = linesIn(person.lines, element).filter((line) => line.costCentre === centre);
      return element.entry === "hours" && text !== "" && !decimalOrZero(quantity(lines, element)).eq(text);
    }),
  );
  const like = new Set(clockLike(fresh.map(({ text }) => text)));
  for (const { element, text, row } of fresh)
    if (like.has(text)) row.marks.push({ kind: "query", text: clockLikeWords(element.name, text) });
}

interface Kept {
  person: SheetPerson;
  /** what each row of the person says */
  said: { element: PayElement; centre: string | undefined; text: string; row: SheetRowPlan }[];
  periods: number;
  stopped: boolean;
}

/** The cells of a person that all their rows together change; each row says what becomes of its own. */
function settle({ person, said }: Kept): Typed[] {
  const elements = [...new Map(said.map(({ element }) => [element.id, element])).values()];
  return elements.flatMap((element): Typed[] => {
    const own = said.filter((each) => each.element === element);
    const lines = linesIn(person.lines, element);
    const here = quantity(lines, element);
    const [first] = own;
    if (!first || isCopied(own, here)) {
      first?.row.marks.push({
        kind: element.entry === "hours" ? "query" : "note",
        text: `${element.name}: ${here} stands in each of ${own.length} rows and counts once, as it stands in the run.`,
      });
      return [];
    }
    const inCentre = (centre: string | undefined) =>
      quantity(
        lines.filter((line) => line.costCentre === centre),
        element,
      );
    const named = new Set(own.map(({ centre }) => centre));
    const left = [...new Set(lines.map((line) => line.costCentre))].filter((centre) => !named.has(centre));
    const differs = (a: string, b: string) => !decimalOrZero(a).eq(decimalOrZero(b));
    const gone = left.filter((centre) => differs(inCentre(centre), "0"));
    const moved = own.filter(({ centre, text }) => differs(inCentre(centre), text));
    if (moved.length + gone.length === 0) return [];
    const what = (centre: string | undefined) => `${element.name}${centre ? `, ${centre}` : ""}`;
    for (const { centre, text, row } of moved)
      row.changes.push({ what: what(centre), before: inCentre(centre), after: text });
    for (const centre of gone) first.row.changes.push({ what: what(centre), before: inCentre(centre), after: "" });
    return own.map(({ centre, text }) => ({
      source: "sheet",
      line: {
        elementId: element.id,
        ...(centre === undefined ? {} : { costCentre: centre }),
        ...(element.entry === "hours"
          ? { hours: text || "0" }
          : element.entry === "amount"
            ? { amount: text || "0" }
            : { units: text || "0" }),
      },
    }));
  });
}

/** A row that was copied for another cost centre brings what it did not split: it is there once. */
const isCopied = (own: Kept["said"], here: string): boolean =>
  own.length > 1 &&
  decimalOrZero(here).gt(0) &&
  own.every(({ text }) => text !== "" && decimalOrZero(text).eq(decimalOrZero(here)));

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
      person.lines.some((line) => line.elementId === element.id && decimalOrZero(quantity([line], element)).eq(text)),
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
  const days = daysBetween(facts.periodStart, facts.periodEnd) + 1;
  if (worked.gt(days * 24)) stop(`${worked.toString()} hours in all are more than ${days} days hold.`);
  else if (usual.isZero() && worked.gt(days * 8)) query(`${worked.toString()} hours in ${days} days.`);
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
