import fc from "fast-check";
import { expect, it } from "vitest";
import { type DueSums, standingOf } from "./standing.ts";

const none = { owed: 0, prepared: 0, sent: 0, received: 0, allocated: 0, returned: 0 };

it.each<[string, Partial<DueSums>, string, string]>([
  ["nothing done yet", { owed: 100 }, "2026-07-28", "owed 100"],
  ["its day is over", { owed: 100 }, "2026-07-29", "late 100"],
  ["came back before its day", { owed: 100, returned: 40, allocated: 60 }, "2026-07-28", "returned 40, allocated 60"],
  [
    "came back, and more is owed",
    { owed: 110, returned: 40, allocated: 60 },
    "2026-07-28",
    "owed 10, returned 40, allocated 60",
  ],
  ["came back after its day", { owed: 100, returned: 40, allocated: 60 }, "2026-07-29", "late 40, allocated 60"],
  ["on its way when its day is over", { owed: 100, sent: 100 }, "2026-07-29", "sent 100"],
  ["all there", { owed: 100, received: 100 }, "2026-12-01", "received 100"],
  ["taken back after it was paid", { owed: 0, received: 100 }, "2026-07-01", "received 100"],
])("%s", (_what, sums, today, wanted) => {
  const { parts } = standingOf({ ...none, ...sums }, "2026-07-28", today);
  expect(parts.map((each) => `${each.state} ${each.cents}`).join(", ")).toBe(wanted);
});

it("has every cent owed in exactly one state, and is late only where something is not there", () => {
  const part = fc.nat(10_000);
  fc.assert(
    fc.property(fc.tuple(part, part, part, part, part, part), fc.boolean(), ([rest, p, s, r, a, back], over) => {
      const sums = { owed: rest + p + s + r + a, prepared: p, sent: s, received: r, allocated: a, returned: back };
      const standing = standingOf(sums, "2026-07-28", over ? "2026-07-29" : "2026-07-28");
      expect(standing.parts.reduce((sum, each) => sum + each.cents, 0)).toBe(sums.owed);
      expect(new Set(standing.parts.map((each) => each.state)).size).toBe(standing.parts.length);
      expect(standing.isLate).toBe(over && rest + p + s > 0);
    }),
  );
});
