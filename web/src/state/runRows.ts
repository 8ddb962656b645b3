/** Rows of the open run as this page holds them: what is typed in them, step by step, and what is kept until it is sent. */
import { current, original } from "@reduxjs/toolkit";
import type { RowChange, RunMark, RunRow, RunView } from "@zesty/contract/runs";
import type { SheetLine } from "@zesty/core/pay/row";
import type { Typed } from "@zesty/core/pay/strands";
import { cellKey } from "./cells.ts";
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
  cellOfKey,
  type Fields,
  fields,
  keyOfCell,
  keyOfField,
  paysOf,
  type RunKeeper,
  type Typing,
  valueIn,
} from "./runTyping.ts";
import { isAlike, nothingKept, valuesRefused, valuesSent, valuesTyped } from "./typingKeeper.ts";
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
  const typed: Typing = {};
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
      ...fields.flatMap((field) => (isAlike(was[field], is[field]) ? [] : [keyOfField(payId, field)])),
    ])
      typed[key] = { was: valueIn(base, key), is: valueIn(after, key), step: 0 };
    if (cells.length > 0 || JSON.stringify(was) !== JSON.stringify(is))
      steps.push({ payId, cells, ...(JSON.stringify(was) === JSON.stringify(is) ? {} : { fields: { was, is } }) });
  }
  if (steps.length === 0) return;
  state.undo.push(steps);
  if (state.undo.length > 100) state.undo.shift();
  keep(state, valuesTyped(keeperOf(state), typed));
  state.edit += 1;
  state.fresh = steps.map((each) => each.payId);
}

/** Plain data: its acts would make a proxy of every value. */
export const keeperOf = (state: RunState): RunKeeper => current(state).keeper;

export function keep(state: RunState, keeper: RunKeeper): void {
  state.keeper = keeper;
  state.unsaved = paysOf({ ...keeper.sent, ...keeper.values });
  const kept = new Set(state.unsaved);
  for (const payId of Object.keys(state.base).map(Number)) if (!kept.has(payId)) delete state.base[payId];
}

/** All that is typed goes out. */
export const sendAll = (state: RunState): void => keep(state, valuesSent(keeperOf(state)));
/** A fault of the server, which took nothing of it: it goes again with what is typed since, not as it was for ever. */
export const takeBackSent = (state: RunState): void => keep(state, { ...keeperOf(state), sent: null });

/** Refused for what they are: they stay on the page until they are typed anew, and hold nothing else back. */
export function refuseSent(state: RunState, keys: readonly string[], text: string): void {
  const keeper = keeperOf(state);
  for (const key of keys) {
    const held = keeper.values[key];
    const at = held && cellOfKey(key, held);
    if (at) state.bad[cellKey(at.payId, at.cell.elementId, at.cell.costCentre)] = { value: at.text, text };
  }
  keep(state, valuesRefused(keeper, Object.fromEntries(keys.map((key) => [key, text]))));
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
