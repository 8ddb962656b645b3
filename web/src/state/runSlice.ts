/** The open run on this screen: cells as typed, figures as worked, undo by cell, and what is not yet saved. */

import { createSlice, current, type PayloadAction } from "@reduxjs/toolkit";
import type { RowChange, RunView, SavedRows } from "@zesty/contract/runs";
import { typedOfLine } from "@zesty/core/pay/asTyped";
import type { Overrides } from "@zesty/core/pay/input";
import type { SheetLine } from "@zesty/core/pay/row";
import { nothingLaid, type Typed } from "@zesty/core/pay/strands";
import { api } from "./api.ts";
import { badText, cellKey, filledBy, isNumber, readCell } from "./cells.ts";
import { type Cell, cellIn, contentOf, isIn, isSameCell, setCells } from "./rowContent.ts";
import { mergeInto, putAnswers, settleSent } from "./runAnswers.ts";
import {
  type CellEdit,
  changedFields,
  changeRows,
  elementsOf,
  fieldsOf,
  initialState,
  keepTicks,
  keptOf,
  type Offered,
  pickFields,
  putOffered,
  refuseSent,
  rowOf,
  sendAll,
  takeBackSent,
} from "./runRows.ts";
import { reducer, store } from "./store.ts";
import type { WorkedRow } from "./workOut.ts";

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
      const names = [...new Set(state.offered.map((each) => each.name))].join(", ");
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
      const changes = current(state).offered.map(({ change }) => change);
      state.offered = [];
      changeRows(
        state,
        changes.map(({ payId }) => payId),
        (row, elements) => {
          for (const change of changes) if (change.payId === row.payId) putOffered(row, change, elements);
        },
      );
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
    sent: (state) => sendAll(state),
    notTaken: (state) => takeBackSent(state),
    refused: (state, { payload }: PayloadAction<{ keys: string[]; text: string }>) =>
      refuseSent(state, payload.keys, payload.text),
    /** the server's figures, which count; @param isBatch it answers what was sent, and not a tick */
    saved: (state, { payload }: PayloadAction<{ runId: number; saved: SavedRows; isBatch?: boolean }>) => {
      const { view } = state;
      if (view?.id !== payload.runId) return;
      const { rows, version } = payload.saved;
      // A view that was read since knows more than this answer.
      const isNewest = version >= view.version;
      if (payload.isBatch) settleSent(state, rows, isNewest);
      if (!isNewest) return;
      view.version = version;
      putAnswers(state, rows);
      if (state.unsaved.length > 0) return;
      view.segments = payload.saved.segments;
      view.totals = payload.saved.totals;
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
  extraReducers: (build) =>
    // A backup may have been brought back meanwhile: whatever the server holds now is newer than what stands here.
    build.addMatcher(api.endpoints.signIn.matchFulfilled, (state) => {
      if (state.view) state.view.version = 0;
    }),
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
  lineSet,
  rowsPutIn,
  overridesSet,
  centreAdded,
  undone,
  worked,
  saved,
  sent,
  notTaken,
  refused,
  ticked,
  selected,
  said,
} = runSlice.actions;

reducer.inject(runSlice);
// Its state is there with the next action: whoever asks for it asks after this line.
store.dispatch({ type: "run/brought" });
