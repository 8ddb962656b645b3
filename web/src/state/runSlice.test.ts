/** The open run on screen: typing, faults, undo, slow answers. */
import type { RowChange, RunRow, RunView, SavedRow, SavedRows } from "@zesty/contract/runs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cents, difference, hours, money, moneyOrDash, shortDate } from "../parts/format.ts";
import { centsOfText, totalsOfRows } from "../parts/totals.ts";
import { wheelWords } from "../parts/Wheel.tsx";
import { figures, row, typedBonus, typedHours, usual, view, withTyped } from "../testing/run.ts";
import { lastOf, pendingOf } from "./pending.ts";
import { cellIn, isSameCell, setCells } from "./rowContent.ts";
import {
  caughtUp,
  cellsTyped,
  includedSet,
  loaded,
  offeredTaken,
  periodsSet,
  recovered,
  refused,
  runSlice,
  saved,
  sent,
  ticked,
  undone,
  worked,
} from "./runSlice.ts";

const { reducer } = runSlice;
const start = reducer(undefined, loaded(view));
/** What the server answers to what was typed in the first row. */
const answerOf = (state: ReturnType<typeof reducer>): SavedRow => {
  const [first] = state.view?.rows ?? [];
  const { included, periods, overrides, typed, lines } = first ?? row(1);
  return {
    ...{ payId: 1, version: 9, included, periods, overrides, typed, lines },
    ...{ refused: [], figures: figures("7.00"), marks: [] },
  };
};
const arrived = (answer: object) => saved({ runId: 1, saved: answer as SavedRows, isBatch: true });
/** All that is typed went out, and was answered. */
const answered = (state: typeof start, answer: object) => reducer(reducer(state, sent()), arrived(answer));
const bare = (hours: string) => ({ source: "typed", line: { elementId: 1, hours } });
const type = (state: typeof start, elementId: number, value: string, payId = 1) =>
  reducer(state, cellsTyped([{ payId, elementId, value }]));
const lines = (state: typeof start, payId = 1) => state.view?.rows.find((each) => each.payId === payId)?.lines;

describe("typing", () => {
  it("changes the cell, keeps the rate typed over, marks the row unsaved", () => {
    const state = type(start, 1, "12,5");
    expect(lines(state)).toEqual([{ elementId: 1, hours: "12.5", rate: "40", typed: { over: "10", now: "10" } }]);
    expect([state.unsaved, state.edit, state.fresh]).toEqual([[1], 1, [1]]);
  });
  it.each(["0", "0.00"])("“%s” leaves nothing in the cell", (value) =>
    expect(lines(type(start, 1, value))).toEqual([]),
  );
  it("a blank, or the very figure, brings back what lies beneath", () => {
    for (const value of ["", "10"]) {
      const state = type(type(start, 1, "33"), 1, value);
      expect([lines(state), state.view?.rows[0]?.typed]).toEqual([lines(start), []]);
    }
  });
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
    expect(back.undo).toEqual([]);
    expect([back.unsaved, back.fresh]).toEqual([[], [1, 2]]);
    expect(reducer(back, undone()).message).toBe("There is nothing to undo in this run.");
  });
  it("takes back its own cell alone: what a colleague typed in the row stands", () => {
    const mine = type(start, 1, "33");
    const theirs = { ...view, version: 9, rows: [withTyped(row(1), typedHours("33"), typedBonus("5")), row(2)] };
    const saving = { version: 4, behind: true, segments: view.segments, totals: {}, rows: [answerOf(mine)] };
    const seen = reducer(answered(mine, saving), caughtUp(theirs));
    const back = reducer(seen, undone());
    expect(lines(back)).toEqual([usual, { elementId: 2, amount: "5" }]);
    expect(pendingOf(back)?.rows).toEqual([{ payId: 1, cells: [{ elementId: 1, was: bare("33"), is: null }] }]);
  });
  it("leaves a cell that a colleague typed in since, and says so", () => {
    const mine = type(start, 1, "33");
    const saving = { version: 4, behind: true, segments: view.segments, totals: {}, rows: [answerOf(mine)] };
    const theirs = { ...view, version: 9, rows: [withTyped(row(1), typedHours("20")), row(2)] };
    const seen = reducer(answered(mine, saving), caughtUp(theirs));
    const back = reducer(seen, undone());
    expect([lines(back)?.[0]?.hours, back.message]).toEqual([
      "20",
      "Somebody typed in Alex 1 since: their figures stand.",
    ]);
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
      rows: [answerOf(type(start, 1, "11"))],
    };
    const done = answered(type(start, 1, "11"), answer);
    expect([done.view?.version, done.unsaved, done.view?.rows[0]?.figures?.gross]).toEqual([4, [], "7.00"]);
    const newer = reducer(type(reducer(type(start, 1, "11"), sent()), 1, "12"), arrived(answer));
    expect([newer.view?.version, newer.unsaved, lines(newer)?.[0]?.hours]).toEqual([4, [1], "12"]);
    // What is typed on top of it is sent as a change of what the server has by now.
    expect(pendingOf(newer)?.rows[0]?.cells?.[0]).toMatchObject({ was: bare("11"), is: bare("12") });
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
  it("when the run was read before the save and comes after its answer; after signing in the server's counts", () => {
    const answer = {
      version: 4,
      behind: false,
      segments: view.segments,
      totals: {},
      rows: [answerOf(type(start, 1, "12"))],
    };
    const done = answered(type(start, 1, "12"), answer);
    for (const late of [loaded(view), caughtUp(view)])
      expect(lines(reducer(type(done, 2, "5"), late))?.map((line) => line.hours ?? line.amount)).toEqual(["12", "5"]);
    expect(lines(reducer(done, loaded(newer((each) => each))))?.[0]?.hours).toBe("10");
    const signedIn = reducer(done, {
      type: "api/executeMutation/fulfilled",
      meta: { arg: { endpointName: "signIn" } },
    });
    expect(lines(reducer(signedIn, loaded(view)))?.[0]?.hours).toBe("10");
  });
  it("when a colleague changed another row, or another cell of the row: both stand", () => {
    const other = newer((each) => (each.payId === 1 ? each : withTyped(each, typedHours("1"))));
    const state = reducer(type(start, 1, "12"), caughtUp(other));
    expect([state.unsaved, state.offered, lines(state)?.[0]?.hours]).toEqual([[1], [], "12"]);
    const same = newer((each) => (each.payId === 1 ? withTyped(each, typedBonus("5")) : each));
    const both = reducer(type(start, 1, "12"), caughtUp(same));
    expect([both.offered, lines(both)?.map((line) => line.hours ?? line.amount)]).toEqual([[], ["12", "5"]]);
  });
  it("when a colleague changed the same cell: theirs stands, mine is offered and can be put in", () => {
    const theirs = newer((each) => (each.payId === 1 ? withTyped(each, typedHours("3")) : each));
    const state = reducer(typed, caughtUp(theirs));
    expect([lines(state)?.[0]?.hours, state.unsaved]).toEqual(["3", [2]]);
    expect(state.message).toContain("Somebody else changed Alex 1");
    const mine = reducer(state, offeredTaken());
    expect([lines(mine)?.[0]?.hours, mine.unsaved, mine.offered]).toEqual(["12", [2, 1], []]);
  });
  it("when the server refuses a cell because somebody was faster: theirs stands, mine is offered", () => {
    const mine = type(start, 1, "12");
    const theirs = { ...answerOf(type(start, 1, "3")), refused: [{ elementId: 1 }] };
    const answer = { version: 4, behind: true, segments: view.segments, totals: {}, rows: [theirs] };
    const state = answered(mine, answer);
    expect([lines(state)?.[0]?.hours, state.offered[0]?.name]).toEqual(["3", "Alex 1"]);
    expect(lines(reducer(state, offeredTaken()))?.[0]?.hours).toBe("12");
  });
  it("when the tab closes: what was sent goes first, then what was typed over it, and nothing that was refused", () => {
    const none = reducer(reducer(type(start, 2, "7"), sent()), refused({ keys: ["1 2 "], text: "No." }));
    const out = type(reducer(type(none, 1, "12"), sent()), 1, "13");
    const cells = lastOf(out)?.rows.flatMap((each) => each.cells ?? []);
    expect(cells?.map(({ was, is }) => [was?.line.hours ?? null, is?.line.hours])).toEqual([
      [null, "12"],
      ["12", "13"],
    ]);
  });
  it("when two cells of a row were overtaken one after the other: both are put in", () => {
    const both = type(type(start, 1, "12"), 2, "50");
    const hours = caughtUp(newer((each) => (each.payId === 1 ? withTyped(each, typedHours("3")) : each)));
    const all = caughtUp({
      ...newer((each) => (each.payId === 1 ? withTyped(each, typedHours("3"), typedBonus("9")) : each)),
      version: 10,
    });
    const state = reducer(reducer(both, hours), all);
    expect([lines(state)?.map((line) => line.hours ?? line.amount), state.offered.length]).toEqual([["3", "9"], 2]);
    expect(lines(reducer(state, offeredTaken()))?.map((line) => line.hours ?? line.amount)).toEqual(["12", "50"]);
  });
  it("when the browser was closed: it is offered again, unless the server has it", () => {
    const kept = { rows: [{ payId: 1, cells: [{ elementId: 1, was: null, is: typedHours("12") }] }], at: 5 };
    expect(reducer(start, recovered(kept)).offered).toMatchObject([{ name: "Alex 1", at: 5 }]);
    const same = { rows: [{ payId: 1, cells: [{ elementId: 1, was: typedHours("3"), is: null }] }], at: 5 };
    expect(reducer(start, recovered(same)).offered).toEqual([]);
  });
});

describe("two people at one row, each typing, undoing and reading what the other saved", () => {
  // A server of one row that takes cells as the real one does.
  const serve = () => {
    let now = row(1);
    const elements = new Map(view.elements.map((element) => [element.id, element]));
    return {
      view: (): RunView => ({ ...view, rows: [structuredClone(now), row(2)] }),
      take: (changes: RowChange[]) => {
        const next = structuredClone(now);
        for (const { was, is, ...cell } of changes[0]?.cells ?? []) {
          const there = cellIn(next.typed, cell);
          if (isSameCell(there, was) || isSameCell(there, is)) setCells(next, [{ cell, is }], elements);
        }
        now = next;
      },
    };
  };
  it("never lose what the other typed and did not take back", () => {
    const cell = fc.constantFrom(1, 2);
    const act = fc.oneof(
      fc.record({
        who: fc.constantFrom(0, 1),
        what: fc.constant("type" as const),
        cell,
        value: fc.integer({ min: 1, max: 9 }),
      }),
      fc.record({ who: fc.constantFrom(0, 1), what: fc.constantFrom("undo" as const, "read" as const) }),
    );
    fc.assert(
      fc.property(fc.array(act, { maxLength: 14 }), (acts) => {
        const server = serve();
        const screens = [0, 1].map(() => reducer(undefined, loaded(server.view())));
        // Each has a cell of their own, and nobody but them types in it.
        const own = [undefined, undefined] as (string | undefined)[];
        const sync = (who: number) => {
          const pending = pendingOf(screens[who] as typeof start);
          if (pending) server.take(pending.rows);
          const clean = reducer(undefined, loaded(server.view()));
          screens[who] = {
            ...clean,
            undo: (screens[who] as typeof start).undo,
            edit: (screens[who] as typeof start).edit,
          };
        };
        const stacks: (string | undefined)[][] = [[], []];
        for (const each of acts) {
          const { who } = each;
          if (each.what === "type") {
            const before = screens[who] as typeof start;
            const mine = who + 1;
            screens[who] = type(before, mine, String(each.value));
            if ((screens[who] as typeof start).undo.length > before.undo.length) {
              (stacks[who] as (string | undefined)[]).push(own[who]);
              own[who] = mine === 1 && each.value === 10 ? undefined : String(each.value);
            }
          } else if (each.what === "undo") {
            if ((screens[who] as typeof start).undo.length > 0)
              own[who] = (stacks[who] as (string | undefined)[]).pop();
            screens[who] = reducer(screens[who] as typeof start, undone());
          }
          sync(who);
          const [first] = server.view().rows;
          const at = (elementId: number) => first?.lines.find((line) => line.elementId === elementId);
          expect([at(1)?.hours, at(2)?.amount]).toEqual([own[0] ?? "10", own[1]]);
        }
      }),
      { numRuns: 200 },
    );
  });
});
