/**
 * A pay is composed: what holds of every one, whatever lies beneath and whatever was typed, in both units (hours and a
 * salary's dollars). The second reckoning is by sums alone.
 */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays, weekday } from "../calendar/dates.ts";
import { decimal, decimalOrZero, sum } from "../quantity/decimal.ts";
import { elements } from "../testMakers.ts";
import { typedFrom, typedIn } from "./asTyped.ts";
import { baseOf, type SpanTerms } from "./base.ts";
import { compose } from "./compose.ts";
import type { PayElement, SheetLine } from "./row.ts";
import { cellOf, type Laid, nothingLaid, type Strand, type Typed } from "./strands.ts";

const [ORD, AL, BONUS, SAL] = [1, 2, 7, 12];
const known: ReadonlyMap<number, PayElement> = elements;
const whole = { start: "2026-06-22", end: "2026-06-28" };
const pattern = ["8", "8", "8", "8", "8", "0", "0"];

/** Terms of a week that is cut on some days; each part with its own rate, or all with one. */
const week = fc
  .record({
    cuts: fc.subarray([1, 2, 3, 4, 5]),
    rates: fc.array(fc.constantFrom("30", "31.5", "33"), { minLength: 6, maxLength: 6 }),
    salary: fc.boolean(),
    hours: fc.integer({ min: 1, max: 4000 }).map((each) => decimal(each).div(100).toString()),
  })
  .map(({ cuts, rates, salary, hours }) => {
    const starts = [0, ...cuts];
    const line: SheetLine = salary
      ? { elementId: SAL, amount: decimal(hours).times(30).toFixed(2) }
      : { elementId: ORD, hours };
    const spans = starts.map((start, at): SpanTerms => {
      const next = starts[at + 1];
      return {
        from: addDays(whole.start, start),
        to: next === undefined ? whole.end : addDays(whole.start, next - 1),
        ...{ workPattern: pattern, weeklyHours: "40", rate: rates[at] ?? "30", lines: [line] },
      };
    });
    return { spans, line, salary };
  });
const laidOf = (spans: readonly SpanTerms[], strands: Strand[] = []): Laid => ({
  ...{ ...nothingLaid, dayHours: "8", weekHours: "40", strands },
  ...baseOf(spans, whole, known),
});
/** Leave of whole days of the week, each once, taking what that day has of the usual hours. */
const leaveOn = (days: readonly number[], spans: readonly SpanTerms[], pays: boolean): Strand[] =>
  days.map((day) => {
    const date = addDays(whole.start, day);
    const span = spans.findIndex((each) => each.from <= date && each.to >= date);
    const hours = pattern[weekday(date) - 1] ?? "0";
    return {
      ...{ act: 0, source: "leave", line: { elementId: AL, hours, time: { hours, why: [date] } } },
      ...{ takes: [{ span, hours }], ...(pays ? { paysTaken: true } : {}) },
    };
  });
const total = (lines: readonly SheetLine[], of: "hours" | "amount", element?: number) =>
  sum(
    lines.filter((line) => element === undefined || line.elementId === element).map((line) => decimalOrZero(line[of])),
  );
/** Dollars of lines, each hour at its own rate, to four places: halves of a cent do not hide a whole one. */
const worth = (lines: readonly SheetLine[], rate: string) =>
  sum(
    lines.map((line) =>
      line.amount === undefined ? decimalOrZero(line.hours).times(line.rate ?? rate) : decimal(line.amount),
    ),
  ).toDecimalPlaces(4);
const cells = (lines: readonly SheetLine[]) => lines.map((line) => JSON.stringify(line)).sort();

/** Something typed in one of a few cells, by hand, from a sheet or by a copy. */
const typing = fc.array(
  fc.record({
    source: fc.constantFrom("typed" as const, "sheet" as const, "again" as const),
    line: fc.record({
      elementId: fc.constantFrom(ORD, BONUS),
      costCentre: fc.constantFrom(undefined, "KIT"),
      quantity: fc.integer({ min: 0, max: 60 }).map(String),
    }),
  }),
  { maxLength: 5 },
);
const asTyped = (said: {
  source: Typed["source"];
  line: { elementId: number; costCentre: string | undefined; quantity: string };
}): Typed => ({
  source: said.source,
  line: {
    elementId: said.line.elementId,
    ...(said.line.costCentre ? { costCentre: said.line.costCentre } : {}),
    ...(said.line.elementId === BONUS ? { amount: `${said.line.quantity}.00` } : { hours: said.line.quantity }),
  },
});

describe("composed", () => {
  it("a period cut where nothing changes is as if it were not cut, and shares always add up", () => {
    fc.assert(
      fc.property(week, ({ spans, line, salary }) => {
        const lines = compose(laidOf(spans), [], known);
        const of = salary ? "amount" : "hours";
        expect(total(lines, of).toString()).toBe(decimal(line[of] ?? "0").toString());
        const same = spans.map((span) => ({ ...span, rate: "30" }));
        expect(compose(laidOf(same), [], known)).toEqual(
          compose(laidOf([{ ...(same[0] as SpanTerms), to: whole.end }]), [], known),
        );
      }),
    );
  });

  it("an amount for the period is shared out whole, whatever days the weeks have, and with leave too", () => {
    const weeks = fc.array(
      fc.constantFrom(pattern, ["9.5", "9.5", "9.5", "9.5", "0", "0", "0"], ["0", "0", "4", "0", "20", "0", "0"], null),
      {
        ...{ minLength: 6, maxLength: 6 },
      },
    );
    fc.assert(
      fc.property(week, weeks, fc.subarray([0, 1, 2, 3, 4]), ({ spans }, patterns, taken) => {
        const lines: SheetLine[] = [{ elementId: SAL, amount: "1200.00" }];
        const own = spans.map((span, at) => ({ ...span, rate: "30", lines, workPattern: patterns[at] ?? null }));
        expect(total(compose(laidOf(own), [], known), "amount").toString()).toBe("1200");
        expect(total(compose(laidOf(own, leaveOn(taken, own, true)), [], known), "amount").lte("1200")).toBe(true);
      }),
    );
    // Five days of eight hours, and four of nine and a half from Wednesday on: two of five days and two of four.
    const [from, to] = [addDays(whole.start, 1), addDays(whole.start, 2)];
    const terms = { weeklyHours: "40", rate: "30", lines: [{ elementId: SAL, amount: "1200.00" }] };
    const cut = [
      { ...terms, from: whole.start, to: from, workPattern: pattern },
      { ...terms, from: to, to: whole.end, workPattern: ["9.5", "9.5", "9.5", "9.5", "0", "0", "0"] },
    ];
    expect(baseOf(cut, whole, known).base.map(({ line }) => line.amount)).toEqual(["533.33", "666.67"]);
  });

  it("what leave takes and what is worked come to the usual hours or the salary, and no hour is taken twice", () => {
    const days = fc.subarray([0, 1, 2, 3, 4]);
    fc.assert(
      fc.property(week, days, ({ spans, salary }, taken) => {
        const usual: SheetLine = salary ? { elementId: SAL, amount: "1200.00" } : { elementId: ORD, hours: "40" };
        const own = spans.map((span) => ({ ...span, rate: "30", lines: [usual] }));
        const lines = compose(laidOf(own, leaveOn(taken, own, salary)), [], known);
        expect(total(lines, "hours", AL).toString()).toBe(String(8 * taken.length));
        expect(worth(lines, "30").toString()).toBe("1200");
        if (!salary) expect(total(lines, "hours", ORD).toString()).toBe(String(40 - 8 * taken.length));
        // The same days said once more take no more than there is.
        const twice = compose(laidOf(own, [...leaveOn(taken, own, salary), ...leaveOn(taken, own, salary)]), [], known);
        for (const line of twice) expect(decimalOrZero(line.hours ?? line.amount).isNegative()).toBe(false);
      }),
    );
  });

  it("the order of strands and of typing in different cells makes no difference, and composing twice is once", () => {
    fc.assert(
      fc.property(week, fc.subarray([0, 1, 2, 3, 4]), typing, ({ spans, salary }, taken, said) => {
        const strands = leaveOn(taken, spans, salary);
        const cellsOnce = [...new Map(said.map(asTyped).map((each) => [cellOf(each.line), each])).values()].filter(
          (each) => each.source !== "sheet",
        );
        const one = compose(laidOf(spans, strands), cellsOnce, known);
        const other = compose(laidOf(spans, [...strands].reverse()), [...cellsOnce].reverse(), known);
        const without = (lines: readonly SheetLine[]) =>
          lines.map(({ time: _time, ...line }) => line).filter((line) => line.elementId !== AL);
        expect(cells(without(other))).toEqual(cells(without(one)));
        expect(total(other, "hours", AL).toString()).toBe(total(one, "hours", AL).toString());
        expect(compose(laidOf(spans, strands), cellsOnce, known)).toEqual(one);
      }),
    );
  });

  it("a cell that is emptied goes back to what lies beneath, and a figure equal to it says nothing", () => {
    fc.assert(
      fc.property(week, typing, ({ spans }, said) => {
        const laid = laidOf(spans);
        const bare = compose(laid, [], known);
        const typed = said.map(asTyped);
        expect(compose(laid, typed.slice(0, 0), known)).toEqual(bare);
        for (const line of bare.filter((each) => each.rate === undefined)) {
          const { elementId, hours, amount } = line;
          const again = {
            source: "typed" as const,
            line: { elementId, ...(hours ? { hours } : {}), ...(amount ? { amount } : {}) },
          };
          if (bare.filter((each) => cellOf(each) === cellOf(line)).length === 1)
            expect(typedIn(laid, [], again, known)).toBeNull();
        }
      }),
    );
  });

  it("what is read back from the lines as they stand is the same pay: a sheet out and in changes nothing", () => {
    fc.assert(
      fc.property(week, fc.subarray([0, 1, 2, 3, 4]), typing, ({ spans, salary }, taken, said) => {
        const laid = laidOf(spans, leaveOn(taken, spans, salary));
        expect(typedFrom(laid, compose(laid, [], known), known)).toEqual([]);
        const lines = compose(laid, said.map(asTyped), known);
        const read = compose(laid, typedFrom(laid, lines, known), known);
        for (const of of ["hours", "amount"] as const)
          for (const element of [ORD, AL, BONUS, SAL])
            expect(total(read, of, element).toString()).toBe(total(lines, of, element).toString());
      }),
    );
  });

  it("rows of a person in a sheet replace together, over all cost centres", () => {
    fc.assert(
      fc.property(week, fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 30 }), ({ spans }, a, b) => {
        const usual = spans.map((span) => ({ ...span, rate: "30", lines: [{ elementId: ORD, hours: "38" }] }));
        const sheet = (costCentre: string, hours: number): Typed => ({
          ...{ source: "sheet", line: { elementId: ORD, costCentre, hours: String(hours) } },
        });
        const lines = compose(laidOf(usual), [sheet("FRONT", a), sheet("KIT", b)], known);
        expect(total(lines, "hours", ORD).toString()).toBe(String(a + b));
      }),
    );
  });
});
