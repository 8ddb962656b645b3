/** The open run on this screen: rows as typed, figures as worked, undo, and what is not yet saved. */

import { createSlice, original, type PayloadAction } from "@reduxjs/toolkit";
import type { RunMark, RunRow, RunView, SavedRows } from "@zesty/contract/runs";
import type { Entry, SheetLine } from "@zesty/core/pay/payContext";
import type { Overrides } from "@zesty/core/pay/payInput";
import type { WorkedRow } from "./core.ts";

export interface CellEdit {
  payId: number;
  elementId: number;
  /** typed text; blank clears the cell */
  value: string;
  /** the row of a cost centre, where a person stands in several */
  costCentre?: string | undefined;
}

interface Before {
  payId: number;
  lines: SheetLine[];
  included: boolean;
  periods: number;
  overrides: Overrides | null;
}

export interface RunState {
  view: RunView | null;
  /** cells whose text is not a number: kept on screen, never saved */
  bad: Record<string, { value: string; text: string }>;
  undo: Before[][];
  /** rows typed and not yet answered by the server */
  unsaved: number[];
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
  edit: 0,
  selected: null,
  message: null,
  fresh: [],
  centreRows: {},
};

export const cellKey = (payId: number, elementId: number, costCentre?: string): string =>
  `${payId}:${elementId}:${costCentre ?? ""}`;

/** Does a line stand in the cell of an element in the row of a cost centre? Corrections stand beside the sheet. */
export const inCell = (line: SheetLine, elementId: number, costCentre: string | undefined): boolean =>
  line.elementId === elementId && line.corrects === undefined && line.costCentre === costCentre;

const isNumber = (text: string, entry: Entry) =>
  (entry === "amount" ? /^\d{1,7}(\.\d{1,2})?$/ : /^\d{1,4}(\.\d{1,4})?$/).test(text);

/** "7:30" is seven and a half hours; a comma may stand for the point. */
export function readCell(typed: string, entry: Entry): string {
  const text = typed
    .trim()
    .replace(/^\$/, "")
    .replace(/(\d),(\d{3})(?!\d)/g, "$1$2")
    .replace(/,(\d{1,2})$/, ".$1")
    .replace(/^\./, "0.");
  const clock = /^(\d{1,3}):([0-5]\d)$/.exec(text);
  if (entry === "hours" && clock) {
    const tenThousandths = Math.round((Number(clock[2]) * 10_000) / 60);
    return tenThousandths === 0
      ? String(clock[1])
      : `${clock[1]}.${String(tenThousandths).padStart(4, "0").replace(/0+$/, "")}`;
  }
  return text;
}

const badWords: Record<Entry, string> = {
  hours: "is not a number of hours. Write it as 7.5 or 7:30.",
  amount: "is not an amount. Write it as 18.50.",
  days: "is not a number of days. Write it as 1 or 0.5.",
  weeks: "is not a number of weeks. A day of five is 0.2.",
};
const badText = (name: string, element: string, value: string, entry: Entry) =>
  `${name}, ${element}: “${value}” ${badWords[entry]}`;

/** What a cell holds, by how its element is typed. Weeks and days that are typed bring hours of their own. */
const filledBy = (entry: Entry, text: string): Partial<SheetLine> =>
  entry === "hours" ? { hours: text } : entry === "amount" ? { amount: text } : { units: text, hours: undefined };

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

function setPeriods(row: RunRow, periods: number): void {
  row.periods = periods;
  if (row.context) row.context.periods = periods;
}

function setOverrides(row: RunRow, overrides: Overrides | null): void {
  row.overrides = overrides;
  if (row.context) row.context.overrides = overrides;
}

function touch(state: RunState, payIds: readonly number[]): void {
  state.unsaved = [...new Set([...state.unsaved, ...payIds])];
  state.edit += 1;
  state.fresh = [...payIds];
}

const keepTicks = (old: readonly RunMark[], marks: WorkedRow["marks"]): RunMark[] =>
  marks.map((mark) => ({ ...mark, ticked: old.some((each) => each.key === mark.key && each.ticked) }));

export const runSlice = createSlice({
  name: "run",
  initialState,
  reducers: {
    loaded: (state, { payload }: PayloadAction<RunView>) => {
      const same = state.view?.id === payload.id;
      state.view = payload;
      state.bad = {};
      state.unsaved = [];
      if (!same) {
        state.undo = [];
        state.message = null;
        state.selected = payload.rows[0]?.payId ?? null;
        state.centreRows = {};
      }
      state.fresh = [];
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
        row.lines = text === "" || Number(text) === 0 ? rest : [...rest, { ...was, elementId, ...filled, ...centre }];
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
        row.lines = each.lines;
        row.included = each.included;
        setPeriods(row, each.periods);
        setOverrides(row, each.overrides);
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
    saved: (state, { payload }: PayloadAction<{ edit: number; saved: SavedRows }>) => {
      const { view } = state;
      if (!view) return;
      view.version = payload.saved.version;
      if (payload.edit !== state.edit) return;
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
  cellsTyped,
  includedSet,
  periodsSet,
  linesSet,
  overridesSet,
  centreAdded,
  undone,
  worked,
  saved,
  ticked,
  selected,
  said,
} = runSlice.actions;
