/** The open run on screen: typing, faults, undo, slow answers. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { describe, expect, it } from "vitest";
import { cents, difference, hours, money, moneyOrDash, shortDate } from "../parts/format.ts";
import { centsOfText, totalsOfRows } from "../parts/totals.ts";
import { wheelWords } from "../parts/Wheel.tsx";
import {
  caughtUp,
  cellsTyped,
  includedSet,
  loaded,
  offeredTaken,
  periodsSet,
  recovered,
  runSlice,
  saved,
  ticked,
  undone,
  worked,
} from "./runSlice.ts";

const figures = (gross: string) => ({
  hours: "0",
  gross,
  beforeTax: "0.00",
  taxable: gross,
  withheld: "0.00",
  afterTax: "0.00",
  reimbursements: "0.00",
  net: gross,
  super: "0.00",
  cost: gross,
  leave: {},
  lines: [],
  employerCosts: [],
});
const row = (payId: number): RunRow => ({
  payId,
  version: 1,
  personId: payId,
  payrollId: `E${payId}`,
  name: `Alex ${payId}`,
  basis: "casual",
  included: true,
  periods: 1,
  overrides: null,
  lines: [{ elementId: 1, hours: "10", rate: "40" }],
  context: null,
  figures: figures("100.10"),
  marks: [
    {
      kind: "query",
      code: "noEmail",
      facts: {},
      mend: { place: "person", section: "details" },
      key: "k",
      text: "t",
      ticked: false,
    },
  ],
  last: null,
});
const view = {
  id: 1,
  version: 3,
  segments: ["now", "todo", "todo", "todo", "todo"],
  totals: {},
  elements: [
    { id: 1, name: "Ordinary", code: "ORD", entry: "hours" },
    { id: 2, name: "Bonus", code: "BON", entry: "amount" },
  ],
  rows: [row(1), row(2)],
} as unknown as RunView;
const { reducer } = runSlice;
const start = reducer(undefined, loaded(view));
const type = (state: typeof start, elementId: number, value: string, payId = 1) =>
  reducer(state, cellsTyped([{ payId, elementId, value }]));
const lines = (state: typeof start, payId = 1) => state.view?.rows.find((each) => each.payId === payId)?.lines;

describe("typing", () => {
  it("changes the cell, keeps the rate typed over, marks the row unsaved", () => {
    const state = type(start, 1, "12,5");
    expect(lines(state)).toEqual([{ elementId: 1, hours: "12.5", rate: "40" }]);
    expect([state.unsaved, state.edit, state.fresh]).toEqual([[1], 1, [1]]);
  });
  it.each(["", "0", "0.00"])("“%s” clears the cell", (value) => expect(lines(type(start, 1, value))).toEqual([]));
  it.each([
    [1, "abc", "Alex 1, Ordinary: “abc” is not a number of hours. Write it as 7.5 or 7:30."],
    [1, "-4", "Alex 1, Ordinary: “-4” is below nought. To take something back, correct the pay that it was in."],
    [1, ".", "Alex 1, Ordinary: “.” is not a number of hours. Write it as 7.5 or 7:30."],
    [2, "1.234", "Alex 1, Bonus: “1.234” is not an amount. Write it as 18.50."],
  ])("element %i, “%s”: the text stays, is said and is not saved", (elementId, value, sentence) => {
    const state = type(start, elementId, value);
    expect(state.message).toBe(sentence);
    expect(Object.values(state.bad)).toEqual([{ value, text: sentence }]);
    expect([state.unsaved, lines(state)]).toEqual([[], lines(start)]);
    expect(Object.values(type(state, elementId, "5").bad)).toEqual([]);
  });
});

describe("undo", () => {
  it("takes back a whole paste at once, then says that there is nothing more", () => {
    const pasted = reducer(
      start,
      cellsTyped([
        { payId: 1, elementId: 1, value: "1" },
        { payId: 2, elementId: 1, value: "2" },
      ]),
    );
    const back = reducer(pasted, undone());
    expect([lines(back, 1), lines(back, 2)]).toEqual([lines(start, 1), lines(start, 2)]);
    expect(back.unsaved).toEqual([1, 2]);
    expect(reducer(back, undone()).message).toBe("There is nothing to undo in this run.");
  });
  it("brings a person back who was left out", () => {
    const out = reducer(start, includedSet({ payId: 1, included: false }));
    expect(out.view?.rows[0]).toMatchObject({ included: false, figures: null, marks: [] });
    expect(reducer(out, undone()).view?.rows[0]?.included).toBe(true);
  });
});

describe("a payment that covers several pays", () => {
  const set = (periods: number) => reducer(start, periodsSet({ payId: 1, periods }));
  it("is kept, saved and undone", () => {
    expect([set(3).view?.rows[0]?.periods, set(3).unsaved]).toEqual([3, [1]]);
    expect(reducer(set(3), undone()).view?.rows[0]?.periods).toBe(1);
  });
  it.each([0, -1, 61, 1.5, Number.NaN])("%s is not taken", (periods) => expect(set(periods)).toBe(start));
});

describe("answers", () => {
  const mark = {
    kind: "query" as const,
    code: "noEmail" as const,
    facts: {},
    mend: { place: "person" as const, section: "details" },
    key: "k",
    text: "t",
  };
  it("of the worker keep ticks, and are dropped when something newer was typed", () => {
    const looked = reducer(start, ticked({ payId: 1, key: "k", on: true }));
    const typed = type(looked, 1, "11");
    const answered = reducer(
      typed,
      worked({ edit: 1, rows: [{ payId: 1, figures: figures("440.00"), marks: [mark] }] }),
    );
    expect(answered.view?.rows[0]).toMatchObject({ figures: { gross: "440.00" }, marks: [{ ticked: true }] });
    const late = reducer(
      type(answered, 1, "12"),
      worked({ edit: 1, rows: [{ payId: 1, figures: figures("1.00"), marks: [] }] }),
    );
    expect(late.view?.rows[0]?.figures?.gross).toBe("440.00");
  });
  it("of the server count, raise the version, and never overwrite newer typing", () => {
    const answer = {
      version: 4,
      behind: false,
      segments: view.segments,
      totals: { gross: 1 },
      rows: [{ payId: 1, version: 9, included: true, figures: figures("7.00"), marks: [] }],
    };
    const done = reducer(type(start, 1, "11"), saved({ runId: 1, edit: 1, saved: answer }));
    expect([done.view?.version, done.unsaved, done.view?.rows[0]?.figures?.gross]).toEqual([4, [], "7.00"]);
    const newer = reducer(type(type(start, 1, "11"), 1, "12"), saved({ runId: 1, edit: 1, saved: answer }));
    expect([newer.view?.version, newer.unsaved, lines(newer)?.[0]?.hours]).toEqual([4, [1], "12"]);
    // What is typed on top of it is sent with the version that the server gave the row.
    expect(newer.view?.rows[0]?.version).toBe(9);
  });
});

describe("figures on screen", () => {
  it("totals add whole cents and leave out who is left out", () => {
    const out = reducer(start, includedSet({ payId: 2, included: false }));
    expect(totalsOfRows(start.view?.rows ?? []).gross).toBe(20_020);
    expect(totalsOfRows(out.view?.rows ?? []).gross).toBe(10_010);
    expect(centsOfText("-0.05")).toBe(-5);
  });
  it.each([
    [money("1234567.5"), "1,234,567.50"],
    [money("-12.00"), "−12.00"],
    [moneyOrDash("0.00"), "–"],
    [cents(-5), "−0.05"],
    [difference(1250), "+12.50"],
    [difference(0), ""],
    [hours("7.6000"), "7.6"],
    [hours("2.9231", 2), "2.92"],
    [shortDate("2026-07-02"), "2 July"],
  ])("%s", (shown, expected) => expect(shown).toBe(expected));
  it("a wheel says its steps in words", () =>
    expect(wheelWords(["done", "now", "todo", "todo", "wrong"])).toBe(
      "Hours done, Check in hand, Sign off to do, Send to do, Settle needs you",
    ));
});

describe("numbers as people type them", () => {
  it.each([
    [1, ".5", { hours: "0.5" }],
    [1, "7.5h", { hours: "7.5" }],
    [1, "7.5 hours", { hours: "7.5" }],
    [1, "7:30", { hours: "7.5" }],
    [1, "7.", { hours: "7" }],
    [1, "12,5", { hours: "12.5" }],
    [2, "82,000", { amount: "82000" }],
    [2, "$1,234,567.5", { amount: "1234567.5" }],
  ])("element %i, “%s”", (elementId, value, wanted) =>
    expect(lines(type(start, elementId, value))?.find((line) => line.elementId === elementId)).toMatchObject(wanted),
  );
});

describe("typing is never lost", () => {
  const typed = type(type(start, 1, "12"), 2, "50", 2);
  const newer = (change: (row: RunRow) => RunRow): RunView => ({ ...view, version: 9, rows: view.rows.map(change) });
  it("when the run is read anew: what is not saved stays", () => {
    const state = reducer(typed, loaded(newer((each) => each)));
    expect([state.unsaved, state.view?.version]).toEqual([[1, 2], 9]);
    expect([lines(state)?.[0]?.hours, lines(state, 2)?.[1]?.amount]).toEqual(["12", "50"]);
  });
  it("when a colleague changed another row: both stand", () => {
    const theirs = newer((each) => (each.payId === 1 ? each : { ...each, lines: [], figures: figures("1.00") }));
    const state = reducer(type(start, 1, "12"), caughtUp(theirs));
    expect([state.unsaved, state.offered, lines(state)?.[0]?.hours]).toEqual([[1], [], "12"]);
  });
  it("when a colleague changed the same row: theirs stands, mine is offered and can be put in", () => {
    const theirs = newer((each) =>
      each.payId === 1 ? { ...each, lines: [{ elementId: 1, hours: "3", rate: "40" }] } : each,
    );
    const state = reducer(typed, caughtUp(theirs));
    expect([lines(state)?.[0]?.hours, state.unsaved]).toEqual(["3", [2]]);
    expect(state.message).toContain("Somebody else changed Alex 1");
    const mine = reducer(state, offeredTaken());
    expect([lines(mine)?.[0]?.hours, mine.unsaved, mine.offered]).toEqual(["12", [2, 1], []]);
  });
  it("when the browser was closed: it is offered again, unless the server has it", () => {
    const kept = { rows: [{ payId: 1, lines: [{ elementId: 1, hours: "12", rate: "40" }] }], at: 5 };
    expect(reducer(start, recovered(kept)).offered).toMatchObject([{ payId: 1, name: "Alex 1", at: 5 }]);
    const same = {
      rows: [
        {
          payId: 1,
          lines: [
            { elementId: 1, hours: "10", rate: "40" },
            { elementId: 2, amount: "0" },
          ],
        },
      ],
      at: 5,
    };
    expect(reducer(start, recovered(same)).offered).toEqual([]);
  });
});
