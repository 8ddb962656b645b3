/** What was typed reaches the server once, whatever the server and other people do meanwhile. */
import type { RunView } from "@zesty/contract/runs";
import { afterAll, afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { figures, row, typedHours, view, withTyped } from "../testing/run.ts";
import { storage } from "../testing/storage.ts";
import { keptTyping } from "./keptTyping.ts";
import { contentOf } from "./rowContent.ts";
import { cellsTyped, loaded, offeredTaken } from "./runSlice.ts";
import { flush, typed, untilSaved } from "./saving.ts";
import { store } from "./store.ts";

interface Asked {
  method: string;
  path: string;
  body: { version: number; rows: { payId: number; cells?: { now?: unknown }[] }[] } | null;
}
type Answer = { status: number; body: object };

/** A server that takes rows as they come; a test may answer in its place. */
let asked: Asked[] = [];
let answers: ((asked: Asked) => Answer | Promise<Answer> | undefined)[] = [];
/** what the server holds of the run */
let held: RunView;

function taken({ body }: Asked): Answer {
  const state = store.getState().run.view?.rows ?? [];
  const ids = body?.rows.map((each) => each.payId) ?? [];
  held = { ...held, version: held.version + 1 };
  const rows = state
    .filter((each) => ids.includes(each.payId))
    .map((each) => ({ ...each, ...contentOf(each), version: 9, refused: [], figures: figures("7.00") }));
  return { status: 200, body: { version: held.version, behind: false, segments: view.segments, totals: {}, rows } };
}
const real = { Request: globalThis.Request, fetch: globalThis.fetch };
class Near extends real.Request {
  constructor(address: string | URL | Request, more?: RequestInit) {
    super(typeof address === "string" ? new URL(address, "http://page.test") : address, more);
  }
}
vi.stubGlobal("localStorage", storage());
vi.stubGlobal("Request", Near);
vi.stubGlobal("fetch", async (request: Request) => {
  const text = await request.text();
  const one: Asked = {
    method: request.method,
    path: new URL(request.url).pathname,
    body: text === "" ? null : (JSON.parse(text) as Asked["body"]),
  };
  asked.push(one);
  const found = (await answers.shift()?.(one)) ?? (one.method === "GET" ? { status: 200, body: held } : taken(one));
  return new Response(JSON.stringify(found.body), {
    status: found.status,
    headers: { "Content-Type": "application/json" },
  });
});
afterAll(() => void vi.unstubAllGlobals());

let run = 100;
beforeEach(() => {
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
  [asked, answers] = [[], []];
  run += 1;
  held = { ...view, id: run, rows: [row(1), row(2)] };
  store.dispatch(loaded(held));
});
afterEach(() => void vi.useRealTimers());

const type = (payId: number, value: string) => {
  store.dispatch(cellsTyped([{ payId, elementId: 1, value }]));
  typed();
};
const problem = (status: number, code: string, detail = "No."): Answer => ({
  status,
  body: { type: "about:blank", title: "No", status, code, detail },
});
const unsaved = () => store.getState().run.unsaved;
const rest = (ms = 400) => vi.advanceTimersByTimeAsync(ms);
const saves = () => asked.filter((each) => each.method === "PUT");
const whom = () => saves().map((each) => each.body?.rows.map(({ payId }) => payId));

describe("what was typed", () => {
  it("is sent once the hands rest, all of it in one go", async () => {
    type(1, "12");
    await rest(200);
    type(1, "13");
    type(2, "8");
    await rest(200);
    expect(saves()).toEqual([]);
    await rest();
    expect([whom(), unsaved()]).toEqual([[[1, 2]], []]);
    expect(saves()[0]).toMatchObject({ path: `/api/runs/${run}/rows`, body: { version: 3 } });
    expect(await untilSaved()).toBe(true);
    expect(saves()).toHaveLength(1);
  });
  it("while another save is on its way is sent after it, with the version of its answer", async () => {
    let answer: (answer: Answer) => void = () => {};
    answers.push(
      () =>
        new Promise((resolve) => {
          answer = resolve;
        }),
    );
    type(1, "12");
    await rest();
    type(2, "8");
    await rest();
    expect(whom()).toEqual([[1]]);
    answer(taken(saves()[0] as Asked));
    await rest();
    expect([whom(), unsaved()]).toEqual([[[1], [2]], []]);
    expect(saves()[1]?.body?.version).toBe(4);
  });
  it("beside somebody else's change brings theirs in", async () => {
    answers.push((one) => {
      const { status, body } = taken(one);
      held = { ...held, version: 8, rows: [row(1), withTyped(row(2), typedHours("7"))] };
      return { status, body: { ...body, behind: true } };
    });
    type(1, "12");
    await rest();
    await rest();
    expect([asked.map((each) => each.method), unsaved()]).toEqual([["PUT", "GET"], []]);
    expect(store.getState().run.view?.rows[1]?.lines[0]?.hours).toBe("7");
  });
  it("and not answered goes again as it was, and after it what was typed over it since", async () => {
    answers.push(
      () => problem(503, "down"),
      (one) => {
        const { status, body } = taken(one);
        const there = withTyped(row(1), typedHours("12"));
        return { status, body: { ...body, rows: [{ ...there, version: 9, refused: [] }] } };
      },
    );
    type(1, "12");
    await rest();
    type(1, "13");
    await rest(4000);
    const cells = () => saves().map(({ body }) => body?.rows[0]?.cells as { was: unknown; is: unknown }[]);
    const hours = (value: string) => ({ source: "typed", line: { elementId: 1, hours: value } });
    expect(cells().map(([cell]) => [cell?.was, cell?.is])).toEqual([
      [null, expect.objectContaining(hours("12"))],
      [null, expect.objectContaining(hours("12"))],
      [expect.objectContaining(hours("12")), expect.objectContaining(hours("13"))],
    ]);
    expect([unsaved(), keptTyping(run)]).toEqual([[], null]);
  });
  it("and overtaken is kept in this browser until it is put in", async () => {
    answers.push((one) => {
      const { status, body } = taken(one);
      const theirs = withTyped(row(1), typedHours("3"));
      return { status, body: { ...body, rows: [{ ...theirs, version: 9, refused: [{ elementId: 1 }] }] } };
    });
    type(1, "12");
    await rest();
    expect([unsaved(), keptTyping(run)?.rows]).toMatchObject([[], [{ payId: 1, cells: [{ elementId: 1 }] }]]);
    store.dispatch(offeredTaken());
    typed();
    await rest();
    expect([unsaved(), keptTyping(run)]).toEqual([[], null]);
  });
  it("and taken back before it went is not offered on the next visit", async () => {
    type(1, "12");
    expect(keptTyping(run)).not.toBeNull();
    type(1, "10");
    await rest();
    expect([saves(), unsaved(), keptTyping(run)]).toEqual([[], [], null]);
  });
  it("and refused in one cell holds nothing else back, and goes again when that cell is typed anew", async () => {
    const errors = [{ path: "rows.0.cells.0.is.line.hours", text: "Hours are more than 9999." }];
    answers.push(() => {
      const made = problem(400, "not-valid", "Hours are more than 9999.");
      return { ...made, body: { ...made.body, errors } };
    });
    type(1, "77");
    type(2, "8");
    await rest();
    await rest(1000);
    expect([whom(), unsaved()]).toEqual([[[1, 2], [2]], [1]]);
    expect(Object.values(store.getState().run.bad)).toEqual([{ value: "77", text: errors[0]?.text }]);
    type(2, "9");
    await rest();
    expect([whom().at(-1), unsaved()]).toEqual([[2], [1]]);
    type(1, "12");
    await rest();
    expect([whom().at(-1), unsaved(), store.getState().run.bad]).toEqual([[1], [], {}]);
  });
  it("and refused for what it is stays on screen, is said, and goes again only when it is changed", async () => {
    answers.push(() => problem(422, "invalid", "Hours are more than 9999."));
    type(1, "12");
    await rest();
    await rest(10_000);
    expect([saves().length, unsaved()]).toEqual([1, [1]]);
    expect(store.getState().run.message).toBe("Hours are more than 9999.");
    type(1, "11");
    await rest();
    expect([saves().length, unsaved()]).toEqual([2, []]);
  });
  it.each([500, 503])("meets a server that answers %i: kept, and tried again by itself", async (status) => {
    answers.push(
      () => problem(status, "fault"),
      () => problem(status, "fault"),
    );
    type(1, "12");
    await rest();
    expect([unsaved(), keptTyping(run)?.rows.map(({ payId }) => payId)]).toEqual([[1], [1]]);
    await rest(3000);
    expect([saves().length, unsaved()]).toEqual([2, [1]]);
    await rest(3000);
    expect([saves().length, unsaved(), keptTyping(run)]).toEqual([3, [], null]);
  });
  it("is sent at once where somebody leaves, and nothing is sent where nothing was typed", async () => {
    await flush();
    expect(asked).toEqual([]);
    type(1, "12");
    await flush();
    expect([whom(), unsaved()]).toEqual([[[1]], []]);
  });
  it("comes to other figures at the server: those count, and it is said", async () => {
    answers.push((one) => {
      const made = taken(one) as { status: number; body: { rows: { figures: unknown }[] } };
      for (const each of made.body.rows) each.figures = figures("8.00");
      return made;
    });
    type(1, "12");
    await rest();
    expect(store.getState().run.message).toMatch(/different figures.*The server's count/);
    expect(store.getState().run.view?.rows[0]?.figures?.gross).toBe("8.00");
  });
});
