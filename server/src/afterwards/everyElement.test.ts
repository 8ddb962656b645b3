/** Corrections, element by element, in both countries: to the same is nothing, all of it taken back is all repaid. */
import type { SheetLine } from "@zesty/core/pay/row";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { readPerson } from "../people/readPeople.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { setTick } from "../runs/ticks.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { signOff } from "../signOff/signOff.ts";
import { payRun } from "../store/schema.ts";
import { factSums } from "../store/sums.ts";
import { type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { makeCorrection, planCorrection } from "./correction.ts";
import { readCorrectable } from "./readCorrectable.ts";

let world: SmallWorld;
afterEach(() => world.end());

const view = (runId: number) => readRun(world.context, world.actor, runId);
function sign(runId: number): void {
  for (const each of view(runId).rows)
    for (const mark of each.marks)
      if (mark.kind === "query")
        setTick(world.context, world.actor, runId, { payId: each.payId, key: mark.key, on: true });
  signOff(world.context, world.actor, runId, view(runId).version);
  world.context.store.db.update(payRun).set({ state: "settled" }).where(eq(payRun.id, runId)).run();
}
/** Ordinary hours and one more line, signed off and settled. */
function paid(line: SheetLine): { runId: number; payId: number } {
  const runId = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
  const payId = view(runId).rows[0]?.payId ?? 0;
  const ordinary = { elementId: world.element("ORD"), hours: "30" };
  const lines = line.elementId === ordinary.elementId ? [line] : [ordinary, line];
  saveRows(world.context, world.actor, runId, { version: view(runId).version, rows: [{ payId, lines }] });
  sign(runId);
  return { runId, payId };
}
const quantity = {
  hours: { hours: "4" },
  amount: { amount: "60" },
  weeks: { units: "0.5" },
  units: { units: "12" },
  days: { units: "1" },
} as const;
/** Worked out from the other lines, or made where they arise; and a donation, which was passed on. */
const arising = [
  "payrollGiving",
  "finalPercent",
  "closedownPay",
  "unusedLeave",
  "etp",
  "redundancy",
  "returnToWork",
  "lumpSumE",
];

const worlds = { AU: () => smallWorld(1), NZ: () => smallWorldNz(1) };
function codesOf(country: "AU" | "NZ"): string[] {
  world = worlds[country]();
  const codes = readBusiness(world.context, world.businessId)
    .elements.filter((each) => !arising.includes(each.element))
    .map((each) => each.code);
  void world.end();
  return codes;
}
const all = (["AU", "NZ"] as const).flatMap((country) => codesOf(country).map((code) => [country, code] as const));

describe.each(all)("%s %s", (country, code) => {
  it("corrected to the same is nothing; corrected to nothing it is repaid in all, leave with it", () => {
    world = worlds[country]();
    const [personId = 0] = world.personIds;
    const element = readBusiness(world.context, world.businessId).elements.find((each) => each.code === code);
    const elementId = element?.id ?? 0;
    const before = readPerson(world.context, personId).leave.balances;
    const { runId, payId } = paid({ elementId, ...quantity[element?.entry ?? "hours"] });
    const same = { payId, lines: readCorrectable(world.context, payId).lines, into: "own" as const };
    expect(() => planCorrection(world.context, world.actor, same)).toThrow("Nothing differs");

    const gross = () =>
      factSums(world.context.store, [personId], "2000-01-01", "2100-01-01").get(personId) ?? new Map();
    const wasLine = view(runId).rows[0]?.figures?.lines.find((line) => line.code === code);
    const gone = makeCorrection(world.context, world.actor, { payId, lines: [], into: "own" });
    sign(gone);
    for (const fact of ["gross", "taxable", `line:${code}`, "line:ORD"])
      expect([fact, gross().get(fact) ?? 0]).toEqual([fact, 0]);
    expect(wasLine).toBeDefined();
    const after = readPerson(world.context, personId).leave.balances;
    const kept = (balances: typeof after) =>
      Object.fromEntries(balances.map((each) => [each.kind, Number(each.hours)]).filter(([, hours]) => hours !== 0));
    // What accrued with the pay is taken back with it; New Zealand's grants by the calendar stay.
    if (country === "AU") expect(kept(after)).toEqual(kept(before));
    else for (const kind of ["annual", "alternative"]) expect(kept(after)[kind] ?? 0).toBe(kept(before)[kind] ?? 0);
  });
});

describe("New Zealand leave", () => {
  it("1 week of holidays should have been 0.4: 30.00 less in all, and the balance follows", () => {
    world = smallWorldNz(1);
    const annual = world.element("AL");
    const runId = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    const payId = view(runId).rows[0]?.payId ?? 0;
    const lines = [
      { elementId: world.element("ORD"), hours: "40" },
      { elementId: annual, units: "1" },
    ];
    saveRows(world.context, world.actor, runId, { version: view(runId).version, rows: [{ payId, lines }] });
    sign(runId);
    const balance = () =>
      readPerson(world.context, world.personIds[0] ?? 0).leave.balances.find((each) => each.kind === "annual");
    expect(balance()?.hours).toBe("2.0000");
    const wanted = {
      payId,
      lines: [
        { elementId: world.element("ORD"), hours: "64" },
        { elementId: annual, units: "0.4" },
      ],
      into: "own" as const,
    };
    // The week was paid 65,000 ÷ 52 = 1,250.00: 24 h × 30 more, 0.6 × 1,250 less.
    expect(planCorrection(world.context, world.actor, wanted).gross).toBe("-30.00");
    sign(makeCorrection(world.context, world.actor, wanted));
    expect(balance()?.hours).toBe("2.6000");
  });
});
