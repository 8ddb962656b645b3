/** Rows of the open run as this page holds them: what was typed, what the server said, and the one brought to the other. */
import { current, original } from "@reduxjs/toolkit";
import type { RowChange, RunMark, RunRow, RunView, SavedRow } from "@zesty/contract/runs";
import type { SheetLine } from "@zesty/core/pay/row";
import type { Typed } from "@zesty/core/pay/strands";
import { daysSent, daysTyped, isSameDay, nothingKept } from "./dayKeeper.ts";
import {
  type Cell,
  cellsBetween,
  contentOf,
  type Elements,
  type RowContent,
  setCells,
  setOverrides,
  setPeriods,
} from "./rowContent.ts";
import {
  byPay,
  changesOf,
  type Fields,
  fields,
  isSameValue,
  keyOfCell,
  keyOfField,
  layOn,
  paysOf,
  type RunKeeper,
  valueIn,
} from "./runTyping.ts";
import type { WorkedRow } from "./workOut.ts";

export interface CellEdit {
  payId: number;
  elementId: number;
  /** typed text; blank goes back to what lies beneath, nought stays nought */
  value: string;
  /** the row of a cost centre, where a person stands in several */
  costCentre?: string | undefined;
}

/** One step of a row that can be taken back: its cells, and the fields beside them. */
export interface Step {
  payId: number;
  cells: { cell: Cell; was: Typed | null; is: Typed | null }[];
  fields?: { was: Fields; is: Fields };
}

/** Typing that is not in the run: somebody else changed the same cell meanwhile, or the browser was closed too soon. */
export interface Offered {
  change: RowChange;
  name: string;
  /** when it was typed; null when it was overtaken just now */
  at: number | null;
}

export interface RunState {
  view: RunView | null;
  /** cells whose text is not a number: kept on screen, never saved */
  bad: Record<string, { value: string; text: string }>;
  undo: Step[][];
  /** what is typed and not yet at the server */
  keeper: RunKeeper;
  /** rows of it: typed and not yet answered by the server */
  unsaved: number[];
  /** these rows as the server has them */
  base: Record<number, RowContent>;
  offered: Offered[];
  /** bumped with every edit, so that a slow answer does not overwrite newer typing */
  edit: number;
  selected: number | null;
  message: string | null;
  fresh: number[];
  /** cost centres that a person was given a row for, by pay, before anything is typed there */
  centreRows: Record<number, string[]>;
}

export const initialState: RunState = {
  view: null,
  bad: {},
  undo: [],
  keeper: nothingKept,
  unsaved: [],
  base: {},
  offered: [],
  edit: 0,
  selected: null,
  message: null,
  fresh: [],
  centreRows: {},
};

/**
 * The row of a pay. The place is looked up in the untouched state: walking a draft makes a proxy of every row on the
 * way, which takes longer than working the pay out.
 */
export function rowOf(state: RunState, payId: number): RunRow | undefined {
  const at = original(state)?.view?.rows.findIndex((row) => row.payId === payId) ?? -1;
  return at === -1 ? undefined : state.view?.rows[at];
}

export const elementsOf = (state: RunState): Elements =>
  new Map((original(state)?.view ?? state.view)?.elements.map((each) => [each.id, each]) ?? []);

export const fieldsOf = ({ included, periods, overrides }: RowContent): Fields => ({ included, periods, overrides });

/**
 * Changes rows as one step that undo takes back.
 * @param change what it makes of a row; its cells are those that differ afterwards
 */
export function changeRows(
  state: RunState,
  payIds: readonly number[],
  change: (row: RunRow, elements: Elements) => void,
): void {
  const elements = elementsOf(state);
  const steps: Step[] = [];
  const typed: Record<string, RunKeeper["days"][string]> = {};
  const kept = new Set(state.unsaved);
  for (const payId of new Set(payIds)) {
    const row = rowOf(state, payId);
    if (!row) continue;
    const before = contentOf(current(row));
    // Where nothing of the row is kept, it is as the server has it.
    if (!kept.has(payId)) state.base[payId] = before;
    const base = state.base[payId] ?? before;
    // Plain data in and out: composing through a draft would make a proxy of every line.
    const plain = structuredClone(current(row));
    change(plain, elements);
    row.typed = plain.typed;
    row.lines = plain.lines;
    row.included = plain.included;
    setPeriods(row, plain.periods);
    setOverrides(row, plain.overrides);
    if (!row.included) {
      row.figures = null;
      row.marks = [];
    }
    const cells = cellsBetween(before.typed, plain.typed).map(({ was, is, ...cell }) => ({ cell, was, is }));
    const [was, is] = [fieldsOf(before), fieldsOf(plain)];
    const after = contentOf(plain);
    for (const key of [
      ...cells.map(({ cell }) => keyOfCell(payId, cell)),
      ...fields.flatMap((field) => (isSameDay(was[field], is[field]) ? [] : [keyOfField(payId, field)])),
    ])
      typed[key] = { was: valueIn(base, key), is: valueIn(after, key), step: 0 };
    if (cells.length > 0 || JSON.stringify(was) !== JSON.stringify(is))
      steps.push({ payId, cells, ...(JSON.stringify(was) === JSON.stringify(is) ? {} : { fields: { was, is } }) });
  }
  if (steps.length === 0) return;
  state.undo.push(steps);
  if (state.undo.length > 100) state.undo.shift();
  keep(state, daysTyped(keeperOf(state), typed));
  state.edit += 1;
  state.fresh = steps.map((each) => each.payId);
}

/** Plain data: its acts would make a proxy of every value. */
const keeperOf = (state: RunState): RunKeeper => current(state).keeper;

function keep(state: RunState, keeper: RunKeeper): void {
  state.keeper = keeper;
  state.unsaved = paysOf({ ...keeper.sent, ...keeper.days });
  const kept = new Set(state.unsaved);
  for (const payId of Object.keys(state.base).map(Number)) if (!kept.has(payId)) delete state.base[payId];
}

/** All that is typed goes out. */
export const sendAll = (state: RunState): void => keep(state, daysSent(keeperOf(state)));
/** Refused for what it is: it stays on the page, and goes again with what is typed next. */
export const takeBackSent = (state: RunState): void => keep(state, { ...keeperOf(state), sent: null });

/** Theirs stands in these, mine are offered. */
function offer(state: RunState, name: string, values: RunKeeper["days"]): void {
  state.offered.push(...changesOf(values).map((change): Offered => ({ change, name, at: null })));
}

/** A newer view of the run in hand: what is typed and not saved stays, unless that very cell was changed meanwhile. */
export function mergeInto(state: RunState, fresh: RunView): void {
  const was = current(state);
  // Read before the last save and come after its answer: it would take back what was just saved.
  if (was.view && fresh.version < was.view.version) return;
  state.fresh = [];
  if (was.unsaved.length === 0) state.bad = {};
  const elements: Elements = new Map(fresh.elements.map((each) => [each.id, each]));
  const { sent } = was.keeper;
  const [typed, out] = [byPay(was.keeper.days), new Set(paysOf(sent))];
  // Of somebody who is in the run no more nothing is kept.
  const days: Record<string, RunKeeper["days"][string]> = {};
  const rows = fresh.rows.map((theirs): RunRow => {
    const own = typed.get(theirs.payId);
    const content = contentOf(theirs);
    if (own || out.has(theirs.payId)) state.base[theirs.payId] = content;
    if (!own) return theirs;
    const [left, overtaken] = overtakenIn(own, sent, content);
    offer(state, theirs.name, overtaken);
    Object.assign(days, left);
    return laidOn(theirs, left, elements);
  });
  keep(state, { ...was.keeper, days });
  state.view = { ...fresh, rows };
  if (state.unsaved.length > 0) state.edit += 1;
}

/** A row of the server with what is kept of it laid on. */
function laidOn(theirs: RunRow, values: RunKeeper["days"], elements: Elements): RunRow {
  if (Object.keys(values).length === 0) return theirs;
  const row = structuredClone(theirs);
  layOn(row, values, elements);
  return row;
}

/** What stays, and what the server has neither as it was nor as it was typed: that with what stands there now. */
function overtakenIn(
  own: RunKeeper["days"],
  sent: RunKeeper["sent"],
  content: RowContent,
): [left: RunKeeper["days"], overtaken: RunKeeper["days"]] {
  const [left, overtaken]: Record<string, RunKeeper["days"][string]>[] = [{}, {}];
  for (const [key, held] of Object.entries(own)) {
    const theirs = valueIn(content, key);
    const out = sent?.[key];
    // As it is typed here: there is nothing to send.
    if (!out && isSameValue(held.is, theirs)) continue;
    const known = [held.was, held.is, ...(out ? [out.is] : [])];
    const isKnown = known.some((each) => isSameValue(each, theirs));
    Object.assign((isKnown ? left : overtaken) ?? {}, { [key]: isKnown ? held : { ...held, was: theirs } });
  }
  return [left ?? {}, overtaken ?? {}];
}

/**
 * The server's answer to what was sent: it has it, but for cells and fields that somebody else had changed. There theirs
 * stand, and mine are offered; what was typed over something that arrived stays, now against that.
 */
export function settleSent(state: RunState, rows: readonly SavedRow[], isNewest: boolean): void {
  const keeper = keeperOf(state);
  const out = byPay(keeper.sent);
  const days: Record<string, RunKeeper["days"][string]> = { ...keeper.days };
  const names: string[] = [];
  for (const each of rows) {
    const answered = contentOf(each);
    const stands = isNewest ? answered : (state.base[each.payId] ?? answered);
    const refused: Record<string, RunKeeper["days"][string]> = {};
    for (const [key, { is }] of Object.entries(out.get(each.payId) ?? {})) {
      const now = days[key];
      if (!now) continue;
      const since = { ...now, was: valueIn(stands, key) };
      const isRefused =
        each.refused.some((cell) => keyOfCell(each.payId, cell) === key) ||
        (fields.some((field) => keyOfField(each.payId, field) === key) && !isSameValue(valueIn(answered, key), is));
      if (isRefused) refused[key] = since;
      if (isRefused || isSameValue(now.is, is)) delete days[key];
      else days[key] = since;
    }
    const name = rowOf(state, each.payId)?.name ?? "";
    offer(state, name, refused);
    if (Object.keys(refused).length > 0) names.push(name);
  }
  if (names.length > 0)
    state.message = `Somebody else changed ${names.join(", ")} while you typed. Their change stands.`;
  keep(state, { ...keeper, days, sent: null });
}

/** Rows as the server answered them; what was typed in them since stays. */
export function putAnswers(state: RunState, rows: readonly SavedRow[]): void {
  const { keeper } = current(state);
  const [typed, elements] = [byPay(keeper.days), elementsOf(state)];
  for (const each of rows) {
    const row = rowOf(state, each.payId);
    if (!row) continue;
    const { included, typed: cells, lines, figures, marks, version } = each;
    const own = typed.get(each.payId);
    if (!own) {
      Object.assign(row, { included, typed: cells, lines, figures, marks, version });
      setPeriods(row, each.periods);
      setOverrides(row, each.overrides);
      continue;
    }
    state.base[each.payId] = contentOf(each);
    const theirs = { ...structuredClone(current(row)), ...contentOf(each), lines, version };
    Object.assign(row, laidOn(theirs, own, elements));
    // Its figures are worked out anew, with what came from others.
    state.fresh = [];
    state.edit += 1;
  }
}

/** Fields that were changed; the others are left out. */
export const changedFields = (was: Fields, is: Fields): Partial<Fields> =>
  Object.fromEntries(
    Object.entries(is).filter(([name, value]) => JSON.stringify(was[name as keyof Fields]) !== JSON.stringify(value)),
  );

export const keepTicks = (old: readonly RunMark[], marks: WorkedRow["marks"]): RunMark[] =>
  marks.map((mark) => ({ ...mark, ticked: old.some((each) => each.key === mark.key && each.ticked) }));

/** What was offered goes in over what stands there now. */
export function putOffered(
  row: RunRow,
  { cells = [], included, periods, overrides }: RowChange,
  elements: Elements,
): void {
  setCells(
    row,
    cells.map(({ is, was: _was, ...cell }) => ({ cell, is })),
    elements,
  );
  if (included !== undefined) row.included = included;
  if (periods !== undefined) row.periods = periods;
  if (overrides !== undefined) row.overrides = overrides;
}

export const pickFields = ({ included, periods, overrides }: RowChange): Partial<Fields> => ({
  ...(included === undefined ? {} : { included }),
  ...(periods === undefined ? {} : { periods }),
  ...(overrides === undefined ? {} : { overrides }),
});

/** What was said of a cell beside its quantity stays when another quantity is typed. */
export const keptOf = (line: SheetLine | undefined): Partial<SheetLine> =>
  line
    ? {
        ...(line.rate === undefined ? {} : { rate: line.rate }),
        ...(line.terms === undefined ? {} : { terms: line.terms }),
        ...(line.detail === undefined ? {} : { detail: line.detail }),
      }
    : {};
