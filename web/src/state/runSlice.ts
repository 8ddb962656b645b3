/** The open run on this screen: cells as typed, figures as worked, undo by cell, and what is not yet saved. */

import { createSlice, current, original, type PayloadAction } from "@reduxjs/toolkit";
import type { RowChange, RunMark, RunRow, RunView, SavedRows } from "@zesty/contract/runs";
import { typedOfLine } from "@zesty/core/pay/compose";
import type { Overrides } from "@zesty/core/pay/input";
import type { SheetLine } from "@zesty/core/pay/row";
import { nothingLaid, type Typed } from "@zesty/core/pay/strands";
import { badText, cellKey, filledBy, isNumber, readCell } from "./cells.ts";
import {
  type Cell,
  cellIn,
  cellsBetween,
  contentOf,
  type Elements,
  isIn,
  isSameCell,
  type RowContent,
  setCells,
  setOverrides,
  setPeriods,
  withChange,
} from "./rowContent.ts";
import type { WorkedRow } from "./workOut.ts";

export interface CellEdit {
  payId: number;
  elementId: number;
  /** typed text; blank goes back to what lies beneath, nought stays nought */
  value: string;
  /** the row of a cost centre, where a person stands in several */
  costCentre?: string | undefined;
}

type Fields = Pick<RowContent, "included" | "periods" | "overrides">;

/** One step of a row that can be taken back: its cells, and the fields beside them. */
interface Step {
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
  /** rows typed and not yet answered by the server */
  unsaved: number[];
  /** rows as the server has them, of those that are not saved */
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

const initialState: RunState = {
  view: null,
  bad: {},
  undo: [],
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
function rowOf(state: RunState, payId: number): RunRow | undefined {
  const at = original(state)?.view?.rows.findIndex((row) => row.payId === payId) ?? -1;
  return at === -1 ? undefined : state.view?.rows[at];
}

const elementsOf = (state: RunState): Elements =>
  new Map((original(state)?.view ?? state.view)?.elements.map((each) => [each.id, each]) ?? []);

const fieldsOf = ({ included, periods, overrides }: RowContent): Fields => ({ included, periods, overrides });

/**
 * Changes rows as one step that undo takes back.
 * @param change what it makes of a row; its cells are those that differ afterwards
 */
function changeRows(
  state: RunState,
  payIds: readonly number[],
  change: (row: RunRow, elements: Elements) => void,
): void {
  const elements = elementsOf(state);
  const steps: Step[] = [];
  for (const payId of new Set(payIds)) {
    const row = rowOf(state, payId);
    if (!row) continue;
    const before = contentOf(current(row));
    if (!state.unsaved.includes(payId)) state.base[payId] = before;
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
    if (cells.length > 0 || JSON.stringify(was) !== JSON.stringify(is))
      steps.push({ payId, cells, ...(JSON.stringify(was) === JSON.stringify(is) ? {} : { fields: { was, is } }) });
  }
  if (steps.length === 0) return;
  state.undo.push(steps);
  if (state.undo.length > 100) state.undo.shift();
  touch(
    state,
    steps.map((each) => each.payId),
  );
}

function touch(state: RunState, payIds: readonly number[]): void {
  state.unsaved = [...new Set([...state.unsaved, ...payIds])];
  state.edit += 1;
  state.fresh = [...payIds];
}

/** A newer view of the run in hand: what is typed and not saved stays, unless that very cell was changed meanwhile. */
function mergeInto(state: RunState, fresh: RunView): void {
  const was = current(state);
  state.fresh = [];
  state.unsaved = [];
  state.base = {};
  if (was.unsaved.length === 0) state.bad = {};
  const elements: Elements = new Map(fresh.elements.map((each) => [each.id, each]));
  const rows = fresh.rows.map((theirs): RunRow => {
    const mine = was.unsaved.includes(theirs.payId) && was.view?.rows.find((row) => row.payId === theirs.payId);
    if (!mine) return theirs;
    const base = was.base[theirs.payId] ?? contentOf(mine);
    const { content, overtaken } = withChange(contentOf(theirs), changeBetween(theirs.payId, base, contentOf(mine)));
    if (overtaken) state.offered.push({ change: overtaken, name: theirs.name, at: null });
    if (JSON.stringify(content) === JSON.stringify(contentOf(theirs))) return theirs;
    state.base[theirs.payId] = contentOf(theirs);
    state.unsaved.push(theirs.payId);
    const row = structuredClone(theirs);
    setCells(
      row,
      cellsBetween(theirs.typed, content.typed).map(({ is, was: _was, ...cell }) => ({ cell, is })),
      elements,
    );
    row.included = content.included;
    setPeriods(row, content.periods);
    setOverrides(row, content.overrides);
    return row;
  });
  state.view = { ...fresh, rows };
  if (state.unsaved.length > 0) state.edit += 1;
}

function changeBetween(payId: number, base: RowContent, now: RowContent): RowChange {
  const was = fieldsOf(base);
  return { payId, cells: cellsBetween(base.typed, now.typed), was, ...changedFields(was, fieldsOf(now)) };
}

/** Fields that were changed; the others are left out. */
const changedFields = (was: Fields, is: Fields): Partial<Fields> =>
  Object.fromEntries(
    Object.entries(is).filter(([name, value]) => JSON.stringify(was[name as keyof Fields]) !== JSON.stringify(value)),
  );

const keepTicks = (old: readonly RunMark[], marks: WorkedRow["marks"]): RunMark[] =>
  marks.map((mark) => ({ ...mark, ticked: old.some((each) => each.key === mark.key && each.ticked) }));

/** What was offered goes in over what stands there now. */
function putOffered(row: RunRow, { cells = [], included, periods, overrides }: RowChange, elements: Elements): void {
  setCells(
    row,
    cells.map(({ is, was: _was, ...cell }) => ({ cell, is })),
    elements,
  );
  if (included !== undefined) row.included = included;
  if (periods !== undefined) row.periods = periods;
  if (overrides !== undefined) row.overrides = overrides;
}

export const runSlice = createSlice({
  name: "run",
  initialState,
  reducers: {
    loaded: (state, { payload }: PayloadAction<RunView>) => {
      if (state.view?.id === payload.id) return mergeInto(state, payload);
      Object.assign(state, initialState, {
        view: payload,
        edit: state.edit,
        selected: payload.rows[0]?.payId ?? null,
      });
    },
    /** somebody else changed the run meanwhile: their cells come in, mine stay where nobody touched them */
    caughtUp: (state, { payload }: PayloadAction<RunView>) => {
      if (state.view?.id !== payload.id) return;
      mergeInto(state, payload);
      const names = state.offered.map((each) => each.name).join(", ");
      state.message = names ? `Somebody else changed ${names} while you typed. Their change stands.` : null;
    },
    /** typing of an earlier visit that the server never had is offered again */
    recovered: (state, { payload }: PayloadAction<{ rows: RowChange[]; at: number }>) => {
      if (state.unsaved.length > 0) return;
      state.offered = payload.rows.flatMap((change): Offered[] => {
        const row = rowOf(state, change.payId);
        if (!row) return [];
        const here = contentOf(current(row));
        const is = (change.cells ?? []).every((cell) => isSameCell(cellIn(here.typed, cell), cell.is));
        const fields = changedFields(fieldsOf(here), { ...fieldsOf(here), ...pickFields(change) });
        return is && Object.keys(fields).length === 0 ? [] : [{ change, name: row.name, at: payload.at }];
      });
    },
    offeredTaken: (state) => {
      const offered = new Map(current(state).offered.map(({ change }) => [change.payId, change]));
      state.offered = [];
      changeRows(state, [...offered.keys()], (row, elements) => {
        const change = offered.get(row.payId);
        if (change) putOffered(row, change, elements);
      });
    },
    offeredDropped: (state) => {
      state.offered = [];
    },
    cellsTyped: (state, { payload }: PayloadAction<CellEdit[]>) => {
      const elements = elementsOf(state);
      state.message = null;
      const good = payload.flatMap(({ payId, elementId, value, costCentre }) => {
        const element = elements.get(elementId);
        const name = rowOf(state, payId)?.name;
        if (!element || name === undefined) return [];
        const text = readCell(value, element.entry);
        const key = cellKey(payId, elementId, costCentre);
        if (key in state.bad) delete state.bad[key];
        if (text === "" || isNumber(text, element.entry)) return [{ payId, elementId, costCentre, text }];
        const sentence = badText(name, element.name, value, element.entry);
        state.bad[key] = { value, text: sentence };
        state.message = sentence;
        return [];
      });
      changeRows(
        state,
        good.map((each) => each.payId),
        (row) => {
          for (const { elementId, costCentre, text } of good.filter((each) => each.payId === row.payId)) {
            const cell: Cell = { elementId, ...(costCentre === undefined ? {} : { costCentre }) };
            const was = cellIn(row.typed, cell);
            const { entry = "amount" } = elements.get(elementId) ?? {};
            const line = { ...cell, ...keptOf(was?.line), ...filledBy(entry, text) };
            setCells(row, [{ cell, is: text === "" ? null : { source: "typed", line } }], elements);
          }
        },
      );
    },
    includedSet: (state, { payload }: PayloadAction<{ payId: number; included: boolean }>) =>
      changeRows(state, [payload.payId], (row) => {
        row.included = payload.included;
      }),
    /** the payment covers so many pays: taxed over them, leave accrues for them */
    periodsSet: (state, { payload }: PayloadAction<{ payId: number; periods: number }>) => {
      if (!Number.isInteger(payload.periods) || payload.periods < 1 || payload.periods > 60) return;
      changeRows(state, [payload.payId], (row) => {
        row.periods = payload.periods;
      });
    },
    /** one line of a row set as a whole: its rate, the terms of a deduction, what belongs to an odd pay */
    lineSet: (state, { payload }: PayloadAction<{ payId: number; line: SheetLine }>) =>
      changeRows(state, [payload.payId], (row, elements) => {
        const { line } = payload;
        const others = row.typed.filter((each) => !isIn(each, line));
        setCells(row, [{ cell: line, is: typedOfLine(row.laid ?? nothingLaid, others, line, elements) }], elements);
      }),
    /** cells of many rows put in as one step, as a sheet brought them: one undo takes all of it back */
    rowsPutIn: (state, { payload }: PayloadAction<{ payId: number; periods: number; typed: Typed[] }[]>) => {
      const brought = new Map(payload.map((each) => [each.payId, each]));
      changeRows(state, [...brought.keys()], (row, elements) => {
        const own = brought.get(row.payId);
        if (!own) return;
        const ids = new Set(own.typed.map(({ line }) => line.elementId));
        // Of an element that the sheet speaks of, what was typed before in any cost centre gives way.
        const gone = row.typed
          .filter(({ line }) => ids.has(line.elementId))
          .map(({ line }) => ({ cell: line, is: null }));
        setCells(row, gone, elements);
        setCells(
          row,
          own.typed.map((is) => ({ cell: is.line, is })),
          elements,
        );
        row.periods = own.periods;
      });
    },
    /** tax or super typed in place of the worked figure, with the reason */
    overridesSet: (state, { payload }: PayloadAction<{ payId: number; overrides: Overrides | null }>) =>
      changeRows(state, [payload.payId], (row) => {
        row.overrides = payload.overrides;
      }),
    centreAdded: (state, { payload }: PayloadAction<{ payId: number; costCentre: string }>) => {
      const known = state.centreRows[payload.payId] ?? [];
      if (!known.includes(payload.costCentre)) state.centreRows[payload.payId] = [...known, payload.costCentre];
    },
    undone: (state) => {
      const steps = current(state).undo.at(-1);
      if (!steps) {
        state.message = "There is nothing to undo in this run.";
        return;
      }
      const left: string[] = [];
      const depth = state.undo.length;
      changeRows(
        state,
        steps.map((each) => each.payId),
        (row, elements) => {
          const step = steps.find((each) => each.payId === row.payId);
          if (!step) return;
          // What somebody else typed since stands: only what this step put there is taken back.
          const mine = step.cells.filter(({ cell, is }) => isSameCell(cellIn(row.typed, cell), is));
          if (mine.length < step.cells.length) left.push(row.name);
          setCells(
            row,
            mine.map(({ cell, was }) => ({ cell, is: was })),
            elements,
          );
          if (step.fields) Object.assign(row, changedFields(step.fields.is, step.fields.was));
        },
      );
      for (const { payId } of steps)
        for (const key of Object.keys(state.bad)) if (key.startsWith(`${payId}:`)) delete state.bad[key];
      // Taking back is no step of its own.
      state.undo = state.undo.slice(0, depth - 1);
      state.message = left.length > 0 ? `Somebody typed in ${left.join(", ")} since: their figures stand.` : null;
    },
    /** figures of the worker for what is typed now */
    worked: (state, { payload }: PayloadAction<{ edit: number; rows: WorkedRow[] }>) => {
      if (payload.edit !== state.edit) return;
      for (const each of payload.rows) {
        const row = rowOf(state, each.payId);
        if (!row?.included) continue;
        row.figures = each.figures;
        row.marks = keepTicks(row.marks, each.marks);
      }
    },
    /** the server's figures, which count */
    saved: (
      state,
      { payload }: PayloadAction<{ runId: number; edit: number; saved: SavedRows; rows?: RowChange[] }>,
    ) => {
      const { view } = state;
      if (view?.id !== payload.runId) return;
      view.version = payload.saved.version;
      for (const each of payload.saved.rows) {
        const row = rowOf(state, each.payId);
        if (row) row.version = each.version;
        if (state.base[each.payId]) state.base[each.payId] = contentOf(each);
        if (each.refused.length > 0) overtake(state, each.payId, each.refused, payload.rows);
      }
      if (payload.edit !== state.edit) return;
      state.base = {};
      view.segments = payload.saved.segments;
      view.totals = payload.saved.totals;
      state.unsaved = [];
      for (const each of payload.saved.rows) {
        const row = rowOf(state, each.payId);
        if (!row) continue;
        row.included = each.included;
        row.typed = each.typed;
        row.lines = each.lines;
        row.figures = each.figures;
        row.marks = each.marks;
      }
    },
    ticked: (state, { payload }: PayloadAction<{ payId: number; key: string; on: boolean }>) => {
      const mark = rowOf(state, payload.payId)?.marks.find((each) => each.key === payload.key);
      if (mark) mark.ticked = payload.on;
    },
    selected: (state, { payload }: PayloadAction<number>) => {
      state.selected = payload;
    },
    said: (state, { payload }: PayloadAction<string | null>) => {
      state.message = payload;
    },
  },
});

const pickFields = ({ included, periods, overrides }: RowChange): Partial<Fields> => ({
  ...(included === undefined ? {} : { included }),
  ...(periods === undefined ? {} : { periods }),
  ...(overrides === undefined ? {} : { overrides }),
});

/** What was said of a cell beside its quantity stays when another quantity is typed. */
const keptOf = (line: SheetLine | undefined): Partial<SheetLine> =>
  line
    ? {
        ...(line.rate === undefined ? {} : { rate: line.rate }),
        ...(line.terms === undefined ? {} : { terms: line.terms }),
        ...(line.detail === undefined ? {} : { detail: line.detail }),
      }
    : {};

/** Cells in which somebody else was faster: theirs stand, mine are offered. */
function overtake(state: RunState, payId: number, refused: readonly Cell[], sent: readonly RowChange[] = []): void {
  const cells = (sent.find((each) => each.payId === payId)?.cells ?? []).filter((cell) =>
    refused.some((each) => each.elementId === cell.elementId && each.costCentre === cell.costCentre),
  );
  const name = rowOf(state, payId)?.name ?? "";
  state.offered.push({ change: { payId, cells }, name, at: null });
  state.message = `Somebody else changed ${name} while you typed. Their change stands.`;
}

export const {
  loaded,
  caughtUp,
  recovered,
  offeredTaken,
  offeredDropped,
  cellsTyped,
  includedSet,
  periodsSet,
  lineSet,
  rowsPutIn,
  overridesSet,
  centreAdded,
  undone,
  worked,
  saved,
  ticked,
  selected,
  said,
} = runSlice.actions;
