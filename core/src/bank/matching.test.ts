import fc from "fast-check";
import { expect, it } from "vitest";
import { type Match, matchLines, type SentPayment, type StatementLine } from "./matching.ts";

const payment = (id: string, cents: number[], on = "2026-07-02"): SentPayment => ({
  ...{ id, on, cents: cents.reduce((sum, each) => sum + each, 0), reference: `REF-${id}` },
  parts: cents.map((each, at) => ({ id: String(at), cents: each, reference: `PC-${id}-${at}` })),
});
const line = (key: string, cents: number, date = "2026-07-02", text = ""): StatementLine => ({
  key,
  cents,
  date,
  text,
});
const said = (matches: readonly Match[]) =>
  matches
    .map((each) => `${each.line} ${each.how} ${each.payment}${each.part === null ? "" : `.${each.part}`}`)
    .join(", ");

it.each<[string, StatementLine[], SentPayment[], string]>([
  ["a whole file on its day", [line("a", -300)], [payment("1", [100, 200])], "a whole 1"],
  ["four days after", [line("a", -300, "2026-07-06")], [payment("1", [100, 200])], "a whole 1"],
  ["five days after", [line("a", -300, "2026-07-07")], [payment("1", [100, 200])], ""],
  ["before its day", [line("a", -300, "2026-07-01")], [payment("1", [100, 200])], ""],
  ["off by a cent", [line("a", -299)], [payment("1", [100, 200])], ""],
  ["line by line", [line("a", -200), line("b", -100)], [payment("1", [100, 200])], "a part 1.1, b part 1.0"],
  ["two files alike", [line("a", -300)], [payment("1", [300]), payment("2", [300])], ""],
  [
    "two files alike, one named",
    [line("a", -300, "2026-07-02", "payroll 2")],
    [payment("1", [300]), payment("2", [300])],
    "",
  ],
  [
    "two files alike, one named in full",
    [line("a", -300, "2026-07-02", "REF-2 payroll")],
    [payment("1", [300]), payment("2", [300])],
    "a whole 2",
  ],
  ["two parts alike", [line("a", -100)], [payment("1", [100, 100, 5])], ""],
  [
    "what came back",
    [line("b", 100, "2026-07-05", "RETURNED PC-1-0"), line("a", -300)],
    [payment("1", [100, 200])],
    "a whole 1, b return 1.0",
  ],
  [
    "a credit as much as a part, that names nothing",
    [line("b", 100, "2026-07-05", "TAKINGS"), line("a", -300)],
    [payment("1", [100, 200])],
    "a whole 1",
  ],
  ["a credit of nothing that left", [line("b", 100)], [payment("1", [100, 200])], ""],
  ["what is not ours", [line("x", -4_500), line("y", 9_900)], [payment("1", [100])], ""],
])("%s", (_what, lines, payments, wanted) => {
  expect(said(matchLines(lines, payments))).toBe(wanted);
  // In any order the same.
  expect(said(matchLines([...lines].reverse(), payments))).toBe(wanted);
});

it("takes nothing twice, finds nothing new the second time, and never another amount", () => {
  const amounts = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 4 });
  fc.assert(
    fc.property(
      fc.array(amounts, { maxLength: 6 }),
      fc.array(fc.integer({ min: -12, max: 6 }), { maxLength: 12 }),
      (sent, booked) => {
        const payments = sent.map((cents, at) => payment(String(at), cents));
        const lines = booked.filter((cents) => cents !== 0).map((cents, at) => line(`l${at}`, cents));
        const found = matchLines(lines, payments);
        expect(new Set(found.map((each) => each.line)).size).toBe(found.length);
        expect(new Set(found.map((each) => `${each.payment} ${each.part} ${each.how === "return"}`)).size).toBe(
          found.length,
        );
        for (const { line: key, payment: id, part } of found) {
          const own = payments.find((each) => each.id === id);
          const cents = part === null ? own?.cents : own?.parts.find((each) => each.id === part)?.cents;
          expect(Math.abs(lines.find((each) => each.key === key)?.cents ?? 0)).toBe(cents);
        }
        expect(matchLines(lines, payments, found)).toEqual([]);
      },
    ),
  );
});

it("matches five thousand lines within a second", () => {
  const payments = Array.from({ length: 1500 }, (_, at) => payment(String(at), [1000 + at, 7_000_000 + at]));
  const lines = Array.from({ length: 5000 }, (_, at) => line(`l${at}`, -(1000 + (at % 3000))));
  // Of the processor: what else the machine does is not ours.
  const begun = process.cpuUsage();
  matchLines(lines, payments);
  expect(process.cpuUsage(begun).user / 1000).toBeLessThan(1000);
});
