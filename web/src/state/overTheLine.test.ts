/**
 * A run typed over a bad line: requests that arrive late or never, answers that overtake each other or are lost, a colleague
 * who types in between. What was typed last is at the server, or offered; what stands on the page is what the server holds.
 */
import type { CellChange, RowChange, RunRow, RunView } from "@zesty/contract/runs";
import { typedIn } from "@zesty/core/pay/asTyped";
import { cellOf, nothingLaid } from "@zesty/core/pay/strands";
import fc from "fast-check";
import { afterAll, expect, it, vi } from "vitest";
import { row, view } from "../testing/run.ts";
import { type Cell, cellIn, contentOf, isSameCell } from "./rowContent.ts";
import { runApi } from "./runApi.ts";
import { cellsTyped, loaded, offeredTaken, periodsSet, undone } from "./runSlice.ts";
import { flush, typed } from "./saving.ts";
import { store } from "./store.ts";

const elements = new Map(view.elements.map((element) => [element.id, element]));
const textIn = ({ typed }: Pick<RunRow, "typed">, cell: Cell): string | null => {
  const line = cellIn(typed, cell)?.line;
  return line ? (line.hours ?? line.amount ?? "") : null;
};
const lineOf = (elementId: number, text: string) => ({
  elementId,
  ...(elementId === 1 ? { hours: text } : { amount: text }),
});

/** Takes cells as the real one does, each against what was said to stand there. */
class Held {
  version = 3;
  rows = [row(1), row(2)];
  /** what stood there at any time, by cell */
  had = new Set<string>();
  id: number;
  constructor(id: number) {
    this.id = id;
  }
  read = (): RunView => structuredClone({ ...view, id: this.id, version: this.version, rows: this.rows });
  put(payId: number, { is, ...cell }: Omit<CellChange, "was">): void {
    const own = this.rows.find((each) => each.payId === payId) as RunRow;
    const others = own.typed.filter((each) => cellOf(each.line) !== cellOf(cell));
    const said = is && typedIn(own.laid ?? nothingLaid, others, is, elements);
    own.typed = said ? [...others, said] : others;
  }
  save(body: { version: number; rows: RowChange[] }): object {
    const behind = body.version !== this.version;
    this.version += 1;
    const rows = body.rows.map(({ payId, cells = [], was = {}, periods }) => {
      const own = this.rows.find((each) => each.payId === payId) as RunRow;
      const refused = cells.filter((cell) => {
        const now = cellIn(own.typed, cell);
        if (!isSameCell(now, cell.was) && !isSameCell(now, cell.is)) return true;
        this.put(payId, cell);
        this.had.add(`${payId} ${cell.elementId} ${textIn(own, cell)}`);
        return false;
      });
      if (periods !== undefined && own.periods === was.periods) own.periods = periods;
      return { ...structuredClone(own), ...contentOf(own), version: 1, refused };
    });
    return { version: this.version, behind, segments: view.segments, totals: {}, rows };
  }
}

interface Going {
  method: string;
  body: { version: number; rows: RowChange[] };
  answer: object | null;
  end: (answer: object | null) => void;
}
let going: Going[] = [];
let held: Held;
const arrive = (one: Going) => {
  one.answer ??= one.method === "GET" ? held.read() : held.save(one.body);
};

const real = globalThis.Request;
class Near extends real {
  constructor(address: string | URL | Request, more?: RequestInit) {
    super(typeof address === "string" ? new URL(address, "http://page.test") : address, more);
  }
}
vi.stubGlobal("localStorage", { getItem: () => null, setItem: () => undefined, removeItem: () => undefined });
vi.stubGlobal("Request", Near);
vi.stubGlobal("fetch", async (request: Request) => {
  const text = await request.text();
  const body = text === "" ? null : JSON.parse(text);
  const answer = await new Promise<object | null>((end) =>
    going.push({ method: request.method, body, answer: null, end }),
  );
  if (answer === null) throw new TypeError("cut");
  return new Response(JSON.stringify(answer), { headers: { "Content-Type": "application/json" } });
});
afterAll(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

/** The page reads the run anew when it hears of a change; heard while it reads, once more afterwards. */
let [reading, again] = [false, false];
async function read(): Promise<void> {
  if (reading) {
    again = true;
    return;
  }
  reading = true;
  const { data } = await store.dispatch(runApi.endpoints.run.initiate(held.id, { forceRefetch: true }));
  if (data) store.dispatch(loaded(data));
  reading = false;
  if (again || !data) {
    again = false;
    void read();
  }
}

const at = fc.nat(5);
const cell = fc.record({ payId: fc.constantFrom(1, 2), elementId: fc.constantFrom(1, 2) });
const value = fc.constantFrom("5", "7", "9", "");
type Act = () => unknown;
const settle = () => vi.advanceTimersByTimeAsync(0);
const take = (index: number): Going | undefined => going[index % Math.max(1, going.length)];
const finish = (one: Going | undefined, answer: "came" | "lost" | "cut"): void => {
  if (!one) return;
  if (answer !== "cut") arrive(one);
  going = going.filter((each) => each !== one);
  one.end(answer === "came" ? structuredClone(one.answer) : null);
};
interface Mine {
  touched: Set<string>;
  typed: Map<string, string | null>;
  hasUndone: boolean;
  others: Map<string, string | null>;
}
const acts = fc.oneof(
  { weight: 4, arbitrary: fc.tuple(cell, value).map(([each, text]) => ["type", each, text] as const) },
  { weight: 1, arbitrary: fc.constant(["undo"] as const) },
  { weight: 1, arbitrary: fc.constant(["takeOffer"] as const) },
  { weight: 1, arbitrary: fc.constantFrom(2, 3).map((periods) => ["periods", periods] as const) },
  { weight: 2, arbitrary: fc.tuple(cell, value).map(([each, text]) => ["other", each, text] as const) },
  { weight: 3, arbitrary: fc.constant(["wait"] as const) },
  { weight: 3, arbitrary: at.map((index) => ["arrive", index] as const) },
  {
    weight: 4,
    arbitrary: fc.tuple(at, fc.constantFrom("came", "came", "lost", "cut")).map((each) => ["end", ...each] as const),
  },
);

function actOf(mine: Mine, act: typeof acts extends fc.Arbitrary<infer T> ? T : never): Act {
  switch (act[0]) {
    case "type":
      return () => {
        const [, { payId, elementId }, text] = act;
        const name = `${payId} ${elementId} `;
        mine.touched.add(name);
        const { run } = store.getState();
        const shown = run.view?.rows.find((each) => each.payId === payId);
        // What stands there already is no change, and what stood there before it was typed over is one that was taken back.
        const stood = [shown, run.base[payId]].flatMap((each) => (each ? [textIn(each, { elementId }) ?? ""] : []));
        if (stood.includes(text)) mine.typed.delete(name);
        else mine.typed.set(name, text === "" ? null : text);
        store.dispatch(cellsTyped([{ payId, elementId, value: text }]));
        typed();
      };
    case "undo":
      return () => {
        mine.hasUndone = true;
        store.dispatch(undone());
        typed();
      };
    case "takeOffer":
      return () => {
        for (const { change } of store.getState().run.offered)
          for (const { elementId, is } of change.cells ?? []) {
            const name = `${change.payId} ${elementId} `;
            mine.typed.set(name, is?.line.hours ?? is?.line.amount ?? null);
            // Only what stood there afterwards counts.
            held.had.delete(`${name}${mine.typed.get(name)}`);
          }
        store.dispatch(offeredTaken());
        typed();
      };
    case "periods":
      return () => {
        store.dispatch(periodsSet({ payId: 1, periods: act[1] }));
        typed();
      };
    case "other":
      return () => {
        const [, { payId, elementId }, text] = act;
        const is = text === "" ? null : ({ source: "typed", line: lineOf(elementId, text) } as const);
        held.put(payId, { elementId, is });
        held.had.add(`${payId} ${elementId} ${text === "" ? null : text}`);
        held.version += 1;
        mine.others.set(`${payId} ${elementId} `, text === "" ? null : text);
        void read();
      };
    case "wait":
      return () => vi.advanceTimersByTimeAsync(400);
    case "arrive":
      return () => {
        const one = take(act[1]);
        if (one) arrive(one);
      };
    case "end":
      return () => finish(take(act[1]), act[2] as "came");
  }
}

let runs = 500;
it("what was typed last is at the server or offered, and the page shows what the server holds", async () => {
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
  await fc.assert(
    fc.asyncProperty(fc.array(acts, { maxLength: 30 }), async (list) => {
      runs += 1;
      going = [];
      [reading, again] = [false, false];
      held = new Held(runs);
      store.dispatch(loaded(held.read()));
      const mine: Mine = { touched: new Set(), typed: new Map(), hasUndone: false, others: new Map() };
      for (const act of list) {
        await actOf(mine, act)();
        await settle();
      }
      // The line is good again: all comes to its end, in order.
      for (let round = 0; round < 40 && (going.length > 0 || store.getState().run.unsaved.length > 0); round += 1) {
        for (const one of [...going]) {
          finish(one, "came");
          await settle();
        }
        await vi.advanceTimersByTimeAsync(4000);
      }
      void flush();
      void read();
      await settle();
      while (going.length > 0) {
        finish(going[0], "came");
        await settle();
      }
      const { view: shown, unsaved, offered } = store.getState().run;
      expect(unsaved).toEqual([]);
      for (const own of held.rows) {
        const here = shown?.rows.find(({ payId }) => payId === own.payId) as RunRow;
        for (const elementId of [1, 2]) {
          const name = `${own.payId} ${elementId} `;
          const now = textIn(own, { elementId });
          expect([name, textIn(here, { elementId })]).toEqual([name, now]);
          const last = mine.typed.get(name);
          const theirs = mine.others.get(name);
          if (!mine.touched.has(name) && theirs !== undefined) expect([name, now]).toEqual([name, theirs]);
          if (last === undefined || mine.hasUndone) continue;
          const isOffered = offered.some(
            ({ change }) =>
              change.payId === own.payId &&
              change.cells?.some(
                (each) =>
                  each.elementId === elementId && (each.is?.line.hours ?? each.is?.line.amount ?? null) === last,
              ),
          );
          expect([name, now === last || isOffered || held.had.has(`${name}${last}`)]).toEqual([name, true]);
          if (!mine.others.has(name)) expect([name, now]).toEqual([name, last]);
        }
        expect(here.periods).toBe(own.periods);
      }
    }),
    { numRuns: 300 },
  );
}, 60_000);
