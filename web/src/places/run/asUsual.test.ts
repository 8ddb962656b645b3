import { expect, it } from "vitest";
import { isAsUsual } from "./asUsual.ts";

const typed = { source: "typed" as const, line: { elementId: 1, hours: "3" } };
const row = { included: true, typed: [], overrides: null, lines: [typed.line], marks: [] };
const run = { kind: "cycle", canSign: true, leftOut: [], rows: [row] };
const marked = (kind: string, ticked = false) => ({ rows: [{ ...row, marks: [{ kind, ticked }] }] });

it.each([
  ["a salary as ever", {}, true],
  ["a note, and a query that was looked at", marked("query", true), true],
  ["somebody who is left out by a decision", { leftOut: [{ should: false }] }, true],
  ["figures typed in a row that is not paid", { rows: [row, { ...row, included: false, typed: [typed] }] }, true],
  ["hours that were typed", { rows: [{ ...row, typed: [typed] }] }, false],
  ["figures in place of the worked ones", { rows: [{ ...row, overrides: { withheld: "1" } }] }, false],
  ["a stop", marked("stop"), false],
  ["a query that nobody looked at", marked("query"), false],
  ["somebody without hours", { rows: [row, { ...row, lines: [] }] }, false],
  ["nobody at all", { rows: [] }, false],
  ["somebody who should be paid and is not in it", { leftOut: [{ should: true }] }, false],
  ["a correction", { kind: "correction" }, false],
  ["who may not sign off", { canSign: false }, false],
] as const)("%s: %s", (_words, part, wanted) => expect(isAsUsual({ ...run, ...part } as never)).toBe(wanted));
