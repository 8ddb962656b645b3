/** What of the desk is shown, what comes first, and that no wheel lies upon another. */
import type { DeskView, Lane, Payday, ToDo } from "@zesty/contract/desk";
import { describe, expect, it } from "vitest";
import { apart, densityOf } from "../../parts/Tape.tsx";
import { everything, shownOf, worstFirst } from "./shown.ts";

const payday = (day: string, state: Payday["state"] = "ahead", cycleName = "Weekly"): Payday => ({
  ...{ runId: null, cycleId: 1, cycleName, payday: day, periodStart: day, periodEnd: day, state },
  segments: ["todo", "todo", "todo", "todo", "todo"],
});
const lane = (businessId: number, name: string, change: Partial<Lane> = {}): Lane => ({
  ...{ businessId, name, country: "AU", play: false, begins: false, keeper: null, paydays: [], pins: [] },
  ...change,
});
const line = (businessId: number, words: string, change: Partial<ToDo> = {}): ToDo => ({
  ...{ businessId, business: `B${businessId}`, date: "2026-07-01", words, kind: "hours", late: false, link: "/run/1" },
  ...change,
});
const desk: DeskView = {
  ...{ day: "2026-07-01", from: "2026-05-27", to: "2026-08-05" },
  lanes: [
    lane(1, "Saltbush", { keeper: { id: 5, name: "Kim" }, paydays: [payday("2026-07-02", "open")] }),
    lane(2, "Kayaks", { country: "NZ", paydays: [payday("2026-07-02", "ahead", "Monthly")] }),
    lane(3, "Quince", { keeper: { id: 6, name: "Sam" } }),
  ],
  toDo: [line(0, "Tables end"), line(1, "Type hours"), line(3, "Tax was to be there", { late: true })],
};

describe("what is shown", () => {
  it.each([
    ["everything", {}, [1, 2, 3], 3],
    ["words of a name", { words: "salt" }, [1], 1],
    ["words of a cycle", { words: "monthly" }, [2], 0],
    ["words of what waits", { words: "tax" }, [3], 1],
    ["mine", { keeper: "mine" }, [1], 1],
    ["somebody else's", { keeper: "6" }, [3], 1],
    ["nobody's", { keeper: "nobody" }, [2], 0],
    ["a country", { country: "NZ" }, [2], 0],
    ["late", { waits: "late" }, [3], 1],
    ["open", { waits: "open" }, [1], 1],
    ["nothing of it", { words: "salt", country: "NZ" }, [], 0],
  ])("%s", (_what, wanted, ids, lines) => {
    const { lanes, toDo } = shownOf(desk, { ...everything, ...wanted }, 5);
    expect([lanes.map((each) => each.businessId), toDo.length]).toEqual([ids, lines]);
  });
});

it("the worst comes first, and of equals the earlier", () => {
  const lines = [
    line(1, "ahead", { date: "2026-07-09" }),
    line(1, "tomorrow", { date: "2026-07-02" }),
    line(1, "today"),
    line(1, "set-up", { kind: "mend", link: "/set-up" }),
    line(1, "waits", { date: "2026-06-25", kind: "settle" }),
    line(1, "came back", { kind: "mend" }),
    line(1, "late", { date: "2026-06-22", kind: "due", late: true }),
  ];
  expect(worstFirst(lines, "2026-07-01").map((each) => each.words)).toEqual([
    ...["late", "came back", "waits", "today", "tomorrow", "set-up", "ahead"],
  ]);
});

it("no wheel lies upon another, however close their days, and none is left out", () => {
  const days = ["2026-06-01", "2026-06-01", "2026-06-02", "2026-06-02", "2026-07-01"];
  for (const lanes of [3, 12, 400]) {
    const density = densityOf(lanes);
    const placed = apart(
      desk,
      days.map((day) => payday(day, "settled")),
      density,
    );
    const pixels = placed.map(({ at }) => (at * 1000) / 70);
    const size = { full: 34, line: 24, thin: 6 }[density];
    expect(pixels).toHaveLength(days.length);
    for (let at = 1; at < pixels.length; at += 1)
      expect((pixels[at] ?? 0) - (pixels[at - 1] ?? 0)).toBeGreaterThanOrEqual(size);
  }
});
