/** The open run on this screen: rows as typed, figures as worked, undo, and what is not yet saved. */

import { createSlice, current, original, type PayloadAction } from "@reduxjs/toolkit";
import type { RowChange, RunMark, RunRow, RunView, SavedRows } from "@zesty/contract/runs";
import type { Overrides } from "@zesty/core/pay/input";
import type { SheetLine } from "@zesty/core/pay/row";
import { badText, cellKey, filledBy, inCell, isNumber, quantityOf, readCell } from "./cells.ts";
import type { WorkedRow } from "./core.ts";
import { contentOf, putContent, type RowContent, sameContent, setOverrides, setPeriods } from "./rowContent.ts";

export interface CellEdit {
  payId: number;
  elementId: number;
  /** typed text; blank clears the cell */
  value: string;
  /** the row of a cost centre, where a person stands in several */
  costCentre?: string | undefined;
}

interface Before extends RowContent {
  payId: number;
}

/** Typing that is not in the run: somebody else changed the row meanwhile, or the browser was closed too soon. */
export interface Offered {
  payId: number;
  name: string;
  content: RowContent;
  /** when it was typed; null when it was overtaken just now */
  at: number | null;
}

export interface RunState {
  view: RunView | null;
  /** cells whose text is not a number: kept on screen, never saved */
  bad: Record<string, { value: string; text: string }>;
  undo: Before[][];
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

function remember(state: RunState, payIds: readonly number[]): void {
  const before = [...new Set(payIds)].flatMap((payId): Before[] => {
    const row = rowOf(state, payId);
    if (row && !state.unsaved.includes(payId)) state.base[payId] = contentOf(current(row));
    return row
      ? [
          {
            payId,
            lines: row.lines.map((line) => ({ ...line })),
            included: row.included,
            periods: row.periods,
            overrides: row.overrides,
          },
        ]
      : [];
  });
  state.undo.push(before);
  if (state.undo.length > 100) state.undo.shift();
}

function touch(state: RunState, payIds: readonly number[]): void {
  state.unsaved = [...new Set([...state.unsaved, ...payIds])];
  state.edit += 1;
  state.fresh = [...payIds];
}

/** A newer view of the run in hand: what is typed and not saved stays, unless that very row was changed meanwhile. */
function mergeInto(state: RunState, fresh: RunView): void {
  const was = current(state);
  state.fresh = [];
  state.unsaved = [];
  state.base = {};
  if (was.unsaved.length === 0) state.bad = {};
  const rows = fresh.rows.map((theirs): RunRow => {
    const mine = was.unsaved.includes(theirs.payId) && was.view?.rows.find((row) => row.payId === theirs.payId);
    if (!mine) return theirs;
    const known = was.base[theirs.payId];
    if (known && !sameContent(theirs, known)) {
      state.offered.push({ payId: theirs.payId, name: theirs.name, content: contentOf(mine), at: null });
      return theirs;
    }
    state.base[theirs.payId] = contentOf(theirs);
    state.unsaved.push(theirs.payId);
    const { periods, overrides } = mine;
    return {
      ...theirs,
      ...contentOf(mine),
      context: theirs.context && { ...theirs.context, periods, overrides },
    };
  });
  state.view = { ...fresh, rows };
  if (state.unsaved.length > 0) state.edit += 1;
}

const keepTicks = (old: readonly RunMark[], marks: WorkedRow["marks"]): RunMark[] =>
  marks.map((mark) => ({ ...mark, ticked: old.some((each) => each.key === mark.key && each.ticked) }));

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
    /** somebody else changed the run meanwhile: their rows come in, mine stay where nobody touched them */
    caughtUp: (state, { payload }: PayloadAction<RunView>) => {
      if (state.view?.id !== payload.id) return;
      mergeInto(state, payload);
      const names = state.offered.map((each) => each.name).join(", ");
      state.message = names ? `Somebody else changed ${names} while you typed. Their change stands.` : null;
    },
    /** typing of an earlier visit that the server never had is offered again */
    recovered: (state, { payload }: PayloadAction<{ rows: RowChange[]; at: number }>) => {
      if (state.unsaved.length > 0) return;
      state.offered = payload.rows.flatMap((kept): Offered[] => {
        const row = rowOf(state, kept.payId);
        if (!row) return [];
        const here = contentOf(current(row));
        const content = contentOf({ ...here, ...kept } as RowContent);
        return sameContent(here, content) ? [] : [{ payId: kept.payId, name: row.name, content, at: payload.at }];
      });
    },
    offeredTaken: (state) => {
      const { offered } = state;
      remember(
        state,
        offered.map((each) => each.payId),
      );
      for (const { payId, content } of offered) putContent(rowOf(state, payId), content);
      state.offered = [];
      touch(
        state,
        offered.map((each) => each.payId),
      );
    },
    offeredDropped: (state) => {
      state.offered = [];
    },
    cellsTyped: (state, { payload }: PayloadAction<CellEdit[]>) => {
      const { view } = state;
      if (!view) return;
      remember(
        state,
        payload.map((each) => each.payId),
      );
      state.message = null;
      const touched: number[] = [];
      for (const { payId, elementId, value, costCentre } of payload) {
        const row = rowOf(state, payId);
        const element = view.elements.find((each) => each.id === elementId);
        if (!row || !element) continue;
        const text = readCell(value, element.entry);
        const key = cellKey(payId, elementId, costCentre);
        if (key in state.bad) delete state.bad[key];
        if (text !== "" && !isNumber(text, element.entry)) {
          const sentence = badText(row.name, element.name, value, element.entry);
          state.bad[key] = { value, text: sentence };
          state.message = sentence;
          continue;
        }
        const rest = row.lines.filter((line) => !inCell(line, elementId, costCentre));
        // What is typed over is no longer what was worked out.
        const { explained: _explained, ...was } = row.lines.find((line) => inCell(line, elementId, costCentre)) ?? {
          elementId,
        };
        const filled = filledBy(element.entry, text);
        const centre = costCentre === undefined ? {} : { costCentre };
        const { time } = was as SheetLine;
        // A blank goes back to what the record of time says; nought typed over it stays nought.
        if (text === "" && time)
          row.lines = [
            ...rest,
            { ...was, elementId, ...centre, ...filledBy(element.entry, quantityOf(time, element.entry)) },
          ];
        else if (!time && Number(text) === 0) row.lines = rest;
        else row.lines = [...rest, { ...was, elementId, ...filled, ...centre }];
        touched.push(payId);
      }
      if (touched.length > 0) touch(state, touched);
    },
    includedSet: (state, { payload }: PayloadAction<{ payId: number; included: boolean }>) => {
      const row = rowOf(state, payload.payId);
      if (!row) return;
      remember(state, [payload.payId]);
      row.included = payload.included;
      if (!payload.included) {
        row.figures = null;
        row.marks = [];
      }
      touch(state, [payload.payId]);
    },
    /** the payment covers so many pays: taxed over them, leave accrues for them */
    periodsSet: (state, { payload }: PayloadAction<{ payId: number; periods: number }>) => {
      const row = rowOf(state, payload.payId);
      if (!row || !Number.isInteger(payload.periods) || payload.periods < 1 || payload.periods > 60) return;
      remember(state, [payload.payId]);
      setPeriods(row, payload.periods);
      touch(state, [payload.payId]);
    },
    /** the lines of a row set as a whole: terms of a deduction, leave by dates, a correction taken out */
    linesSet: (state, { payload }: PayloadAction<{ payId: number; lines: SheetLine[] }>) => {
      const row = rowOf(state, payload.payId);
      if (!row) return;
      remember(state, [payload.payId]);
      row.lines = payload.lines;
      touch(state, [payload.payId]);
    },
    /** lines of many rows put in as one step, as a sheet brought them: one undo takes all of it back */
    rowsPutIn: (state, { payload }: PayloadAction<{ payId: number; periods: number; lines: SheetLine[] }[]>) => {
      const ids = payload.map((each) => each.payId);
      remember(state, ids);
      for (const { payId, periods, lines } of payload) {
        const row = rowOf(state, payId);
        if (!row) continue;
        row.lines = lines;
        setPeriods(row, periods);
      }
      touch(state, ids);
    },
    /** tax or super typed in place of the worked figure, with the reason */
    overridesSet: (state, { payload }: PayloadAction<{ payId: number; overrides: Overrides | null }>) => {
      const row = rowOf(state, payload.payId);
      if (!row) return;
      remember(state, [payload.payId]);
      setOverrides(row, payload.overrides);
      touch(state, [payload.payId]);
    },
    centreAdded: (state, { payload }: PayloadAction<{ payId: number; costCentre: string }>) => {
      const known = state.centreRows[payload.payId] ?? [];
      if (!known.includes(payload.costCentre)) state.centreRows[payload.payId] = [...known, payload.costCentre];
    },
    undone: (state) => {
      const before = state.undo.pop();
      if (!before) {
        state.message = "There is nothing to undo in this run.";
        return;
      }
      for (const each of before) {
        const row = rowOf(state, each.payId);
        if (!row) continue;
        if (!state.unsaved.includes(each.payId)) state.base[each.payId] = contentOf(current(row));
        putContent(row, each);
        for (const key of Object.keys(state.bad)) if (key.startsWith(`${each.payId}:`)) delete state.bad[key];
      }
      state.message = null;
      touch(
        state,
        before.map((each) => each.payId),
      );
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
      for (const { payId, version } of payload.saved.rows) {
        const row = rowOf(state, payId);
        if (row) row.version = version;
      }
      for (const { payId, ...content } of payload.rows ?? [])
        if (state.base[payId]) state.base[payId] = { ...state.base[payId], ...(content as Partial<RowContent>) };
      if (payload.edit !== state.edit) return;
      state.base = {};
      view.segments = payload.saved.segments;
      view.totals = payload.saved.totals;
      state.unsaved = [];
      for (const each of payload.saved.rows) {
        const row = rowOf(state, each.payId);
        if (!row) continue;
        row.included = each.included;
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

export const {
  loaded,
  caughtUp,
  recovered,
  offeredTaken,
  offeredDropped,
  cellsTyped,
  includedSet,
  periodsSet,
  linesSet,
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
