import type { RunRow } from "@zesty/contract/runs";
import { expect, test } from "vitest";
import { dayBefore, sharedNotes, withoutShared } from "./runNotes.ts";

const row = (payId: number, ...notes: string[]): RunRow =>
  ({ payId, marks: notes.map((text) => ({ kind: text.startsWith("?") ? "query" : "note", text })) }) as RunRow;

test("a note of three people or more is said once, queries never", () => {
  const rows = [row(1, "a", "?b"), row(2, "a", "?b"), row(3, "a", "?b", "c"), row(4)];
  const shared = sharedNotes(rows);
  expect(shared).toEqual([{ text: "a", people: 3 }]);
  const bare = rows.map((each) => withoutShared(each, shared));
  expect(bare.map((each) => each.marks.map((mark) => mark.text))).toEqual([["?b"], ["?b"], ["?b", "c"], []]);
  expect(bare[3]).toBe(rows[3]);
  expect(withoutShared(rows[0] as RunRow, shared)).toBe(bare[0]);
});

test.each([
  ["2026-07-02", "AU", null],
  ["2026-07-04", "AU", "2026-07-03"],
  ["2026-12-26", "AU", "2026-12-24"],
  ["2026-07-10", "NZ", "2026-07-09"],
] as const)("a payday on %s in %s moves to %s", (payday, country, to) => {
  expect(dayBefore({ payday, country })).toBe(to);
});
