/** What the server says of a run, brought to what is typed in it. */
import { current } from "@reduxjs/toolkit";
import type { RunRow, RunView, SavedRow } from "@zesty/contract/runs";
import { contentOf, type Elements, type RowContent, setOverrides, setPeriods } from "./rowContent.ts";
import { elementsOf, keep, keeperOf, type Offered, type RunState, rowOf } from "./runRows.ts";
import {
  byPay,
  changesOf,
  fields,
  isSameValue,
  keyOfCell,
  keyOfField,
  layOn,
  type Typing,
  valueIn,
} from "./runTyping.ts";

/** Theirs stands in these, mine are offered. */
function offer(state: RunState, name: string, values: Typing): void {
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
  const [typed, out] = [byPay(was.keeper.values), byPay(was.keeper.sent)];
  // Of somebody who is in the run no more nothing is kept, and what was overtaken goes no more.
  const values: Typing = {};
  const sent: Typing = {};
  const rows = fresh.rows.map((theirs): RunRow => {
    const { payId } = theirs;
    const [own, gone, content] = [typed.get(payId) ?? {}, out.get(payId) ?? {}, contentOf(theirs)];
    if (typed.has(payId) || out.has(payId)) state.base[payId] = content;
    const { left, overtaken } = overtakenIn(own, gone, content);
    offer(state, theirs.name, overtaken);
    Object.assign(values, left);
    for (const [key, held] of Object.entries(gone)) if (!(key in overtaken)) sent[key] = held;
    return laidOn(theirs, left, elements);
  });
  keep(state, { ...was.keeper, values, sent: Object.keys(sent).length > 0 ? sent : null });
  state.view = { ...fresh, rows };
  if (state.unsaved.length > 0) state.edit += 1;
}

/** A row of the server with what is kept of it laid on. */
function laidOn(theirs: RunRow, values: Typing, elements: Elements): RunRow {
  if (Object.keys(values).length === 0) return theirs;
  const row = structuredClone(theirs);
  layOn(row, values, elements);
  return row;
}

/** What stays, and what the server has neither as it was nor as it was typed: that with what stands there now. */
function overtakenIn(own: Typing, sent: Typing, content: RowContent): { left: Typing; overtaken: Typing } {
  const left: Typing = {};
  const overtaken: Typing = {};
  for (const [key, held] of Object.entries(own)) {
    const theirs = valueIn(content, key);
    const out = sent[key];
    // As it is typed here: there is nothing to send.
    if (!out && isSameValue(held.is, theirs)) continue;
    const known = [held.was, held.is, ...(out ? [out.is] : [])];
    if (known.some((each) => isSameValue(each, theirs))) left[key] = held;
    else overtaken[key] = { ...held, was: theirs };
  }
  return { left, overtaken };
}

/**
 * The server's answer to what was sent: it has it, but for cells and fields that somebody else had changed. There theirs
 * stand, and mine are offered; what was typed over something that arrived stays, now against that.
 */
export function settleSent(state: RunState, rows: readonly SavedRow[], isNewest: boolean): void {
  const keeper = keeperOf(state);
  const out = byPay(keeper.sent);
  const values: Typing = { ...keeper.values };
  const names: string[] = [];
  for (const each of rows) {
    const answered = contentOf(each);
    const stands = isNewest ? answered : (state.base[each.payId] ?? answered);
    const refused: Typing = {};
    for (const [key, { is }] of Object.entries(out.get(each.payId) ?? {})) {
      const now = values[key];
      if (!now) continue;
      const since = { ...now, was: valueIn(stands, key) };
      const isRefused =
        each.refused.some((cell) => keyOfCell(each.payId, cell) === key) ||
        (fields.some((field) => keyOfField(each.payId, field) === key) && !isSameValue(valueIn(answered, key), is));
      if (isRefused) refused[key] = since;
      if (isRefused || isSameValue(now.is, is)) delete values[key];
      else values[key] = since;
    }
    const name = rowOf(state, each.payId)?.name ?? "";
    offer(state, name, refused);
    if (Object.keys(refused).length > 0) names.push(name);
  }
  if (names.length > 0)
    state.message = `Somebody else changed ${names.join(", ")} while you typed. Their change stands.`;
  keep(state, { ...keeper, values, sent: null });
}

/** Rows as the server answered them; what was typed in them since stays. */
export function putAnswers(state: RunState, rows: readonly SavedRow[]): void {
  const { keeper } = current(state);
  const [typed, elements] = [byPay(keeper.values), elementsOf(state)];
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
