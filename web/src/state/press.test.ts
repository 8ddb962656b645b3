/** The key of a press: kept until it is answered, another one for anything else. */
import { afterAll, beforeEach, describe, expect, it, vi } from "vitest";
import { api, problemOf } from "./api.ts";
import { leaveApi } from "./leaveApi.ts";
import { pressAnswered, pressOf, textOfBody } from "./press.ts";
import { runApi } from "./runApi.ts";
import { store } from "./store.ts";

describe("a key", () => {
  it("is the same for the same until an answer comes; a fault between leaves it open", () => {
    const first = pressOf("/a", "POST 1");
    expect(first).toMatch(/^[\x21-\x7e]{8,100}$/);
    for (const open of [0, 500, 502]) pressAnswered("/a", first, open);
    expect(pressOf("/a", "POST 1")).toBe(first);
    pressAnswered("/a", first, 422);
    expect(pressOf("/a", "POST 1")).not.toBe(first);
  });
  it("is another one where something else was asked of the address since: on, off, and on again are three", () => {
    const keys = ["on", "off", "on"].map((what) => pressOf("/tick", what));
    expect(new Set(keys).size).toBe(3);
    expect(pressOf("/other", "on")).not.toBe(keys[2]);
    // What is answered late is not what is asked now.
    pressAnswered("/tick", keys[0] ?? "", 200);
    expect(pressOf("/tick", "on")).toBe(keys[2]);
  });
  it("tells one file from another", () => {
    const file = (name: string, text: string) => textOfBody(new File([text], name, { lastModified: 1 }));
    expect(file("a.csv", "1")).toBe(file("a.csv", "1"));
    expect(new Set([file("a.csv", "1"), file("b.csv", "1"), file("a.csv", "12"), textOfBody({ a: 1 })]).size).toBe(4);
  });
});

describe("what a page asks for", () => {
  const sent: { key: string | null; method: string }[] = [];
  let answer: () => Response = () => Response.error();
  vi.stubGlobal(
    "Request",
    class extends Request {
      constructor(address: string | URL | Request, more?: RequestInit) {
        super(typeof address === "string" ? new URL(address, "http://page.test") : address, more);
      }
    },
  );
  vi.stubGlobal("fetch", async ({ headers, method }: Request) => {
    sent.push({ key: headers.get("Idempotency-Key"), method });
    return answer();
  });
  afterAll(() => void vi.unstubAllGlobals());
  beforeEach(() => void sent.splice(0));
  const adjust = () =>
    store.dispatch(
      leaveApi.endpoints.adjustLeave.initiate({
        person: 1,
        seen: "1 1",
        kind: "annual",
        date: "2026-06-01",
        amount: "8",
        reason: "R",
      }),
    );
  const json = (body: object, status = 200) =>
    new Response(JSON.stringify(body), { status, headers: { "Content-Type": "application/json" } });

  it("goes by one key until it is answered, and what was not answered is said to be done once", async () => {
    for (const lost of [
      () => {
        throw new TypeError("failed");
      },
      () => new Response("<p>Bad gateway</p>", { status: 502, headers: { "Content-Type": "text/html" } }),
    ]) {
      answer = lost;
      expect(problemOf((await adjust()).error)).toMatchObject({
        code: "not-reached",
        detail:
          "The server did not answer. Press once more when it does: if this arrived already, it is not done twice.",
      });
    }
    answer = () => json({ detail: "Nought changes nothing.", status: 422, code: "amount" }, 422);
    expect(problemOf((await adjust()).error).detail).toBe("Nought changes nothing.");
    answer = () => json({});
    await adjust();
    const keys = sent.filter(({ method }) => method === "POST").map(({ key }) => key);
    expect([new Set(keys.slice(0, 3)).size, keys[3] === keys[0], keys.includes(null)]).toEqual([1, false, false]);
  });
  it("has none where it only looks, and where it keeps its own typing", async () => {
    answer = () => json({});
    await store.dispatch(api.endpoints.session.initiate());
    await store.dispatch(runApi.endpoints.saveRows.initiate({ run: 1, version: 1, rows: [] }));
    expect(sent.map(({ key }) => key)).toEqual([null, null]);
  });
});
