/** Which slips stand side by side, and which are left alone. */
import type { BankLineView, BankMatchView, SentToBank } from "@zesty/contract/bankStatements";
import { expect, it } from "vitest";
import { isAside, rowsOf } from "./slips.ts";

const match = (payment: string, how: BankMatchView["how"] = "whole"): BankMatchView => ({
  ...{ id: 1, payment, part: null, how, words: "", link: null, by: null, reason: "" },
});
const line = (id: number, change: Partial<BankLineView> = {}): BankLineView => ({
  ...{ id, date: "2026-07-02", cents: -100, text: "", match: null, hint: null },
  ...change,
});
const sent = (id: string, seenCents = 0, on = "2026-07-02"): SentToBank => ({
  ...{ id, words: "", link: "", on, cents: 100, reference: "", seenCents, parts: [] },
});

it.each<[string, BankLineView[], SentToBank[], string[]]>([
  ["what matches is one row", [line(1, { match: match("run 1") })], [sent("run 1", 100)], ["line 1 + run 1"]],
  ["ours alone", [], [sent("run 1")], ["run 1"]],
  [
    "seen in part: beside its line, and still open",
    [line(1, { match: match("run 1", "part") })],
    [sent("run 1", 40)],
    ["line 1 + run 1", "run 1"],
  ],
  ["the bank's alone is left aside", [line(1)], [], ["line 1 aside"]],
  ["nearly one of ours is not", [line(1, { hint: "0.01 more" })], [], ["line 1"]],
  ["said to be nothing of ours", [line(1, { match: match("", "notOurs") })], [], ["line 1 aside"]],
  [
    "the newest first",
    [line(1, { date: "2026-07-01", hint: "x" })],
    [sent("run 1", 0, "2026-07-05")],
    ["run 1", "line 1"],
  ],
])("%s", (_what, lines, payments, wanted) => {
  const rows = rowsOf({ account: null, statements: [], lines, payments });
  expect(
    rows.map(
      (row) =>
        `${row.line ? row.key : ""}${row.line && row.sent ? " + " : ""}${row.sent?.id ?? ""}${isAside(row) ? " aside" : ""}`,
    ),
  ).toEqual(wanted);
});
