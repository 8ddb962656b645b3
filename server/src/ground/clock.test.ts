import { afterEach, describe, expect, it, vi } from "vitest";
import { record } from "../store/trail.ts";
import { emptyWorld } from "../testing/smallWorld.ts";
import { demoClock } from "./clock.ts";

describe("the demo's clock", () => {
  afterEach(() => vi.useRealTimers());
  it("runs on within its day, over a full hour, a restart and a real midnight, and ends in no other day", () => {
    const world = emptyWorld();
    const { store } = world.context;
    vi.useFakeTimers({ toFake: ["Date", "performance"], now: Date.parse("2026-11-27T01:59:59.900Z") });
    let clock = demoClock(store, "2026-07-01");
    const seen = [clock.now()];
    for (const wait of [200, 3_600_000, 1000]) {
      vi.advanceTimersByTime(wait);
      seen.push(clock.now());
    }
    record(store, { at: clock.now(), userId: null, businessId: null, what: "looked", about: "x" });
    vi.advanceTimersByTime(23 * 3_600_000);
    clock = demoClock(store, "2026-07-01");
    vi.advanceTimersByTime(5);
    seen.push(clock.now());
    vi.advanceTimersByTime(30 * 3_600_000);
    seen.push(clock.now());
    expect(seen).toEqual([...seen].sort());
    expect(seen.slice(0, 4).map((each, at) => Date.parse(each) - Date.parse(seen[Math.max(at - 1, 0)] ?? ""))).toEqual([
      0, 200, 3_600_000, 1000,
    ]);
    expect(seen.every((each) => each.startsWith("2026-07-01T"))).toBe(true);
    clock.moveTo("2026-07-02");
    expect(clock.now()).toBe("2026-07-02T01:00:00.000Z");
    void world.end();
  });
});
