/** Pay of the year from before this program: counted wherever the law looks at the year, reported only when carried. */

import type { OpeningYear } from "@zesty/contract/au/openingYear";
import { openingYear as schema } from "@zesty/contract/au/openingYear";
import { check } from "@zesty/contract/fields";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readDocument } from "../documents/documents.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { setTick } from "../runs/ticks.ts";
import { signOff } from "../signOff/signOff.ts";
import { document } from "../store/schema.ts";
import { type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { readPerson } from "./readPeople.ts";
import { saveSection } from "./savePerson.ts";

let world: SmallWorld;
let id: number;
beforeEach(() => {
  world = smallWorld(1);
  id = world.personIds[0] ?? 0;
});
afterEach(() => world.end());

const opening = (change: Partial<OpeningYear> = {}): OpeningYear => ({
  yearStart: "2026-07-01",
  carried: true,
  gross: "40000.00",
  withheld: "6000.00",
  superEarnings: "38000.00",
  guarantee: "4560.00",
  reportable: "500.00",
  extras: "0",
  extrasWithheld: "0",
  terminationTaxable: "0",
  parts: [
    { category: "overtime", amount: "1500.00" },
    { category: "sacrifice:S", amount: "500.00" },
    { category: "deduction:F", amount: "90.00" },
  ],
  previousBmsId: "old-system",
  previousPayrollId: "17",
  ...change,
});
const record = (change?: Partial<OpeningYear>) =>
  saveSection(world.context, world.actor, id, "openingYear", opening(change));
const view = (runId: number) => readRun(world.context, world.actor, runId);
const open = () => openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
function type(runId: number, hours: string): void {
  const { version, rows } = view(runId);
  const lines = [{ elementId: world.element("ORD"), hours }];
  saveRows(world.context, world.actor, runId, { version, rows: [{ payId: rows[0]?.payId ?? 0, lines }] });
}
function sign(runId: number): void {
  for (const { payId, marks } of view(runId).rows)
    for (const { key, kind } of marks)
      if (kind === "query") setTick(world.context, world.actor, runId, { payId, key, on: true });
  signOff(world.context, world.actor, runId, view(runId).version);
}
const event = (runId: number): string => {
  const { context } = world;
  const found = context.store.db.select().from(document).all();
  const one = found.find((each) => each.runId === runId && each.kind === "payEvent");
  return readDocument(context, one?.id ?? 0).bytes.toString("utf8");
};
const payEvents = () => {
  return ["38", "38"].map((hours) => {
    const run = open();
    type(run, hours);
    sign(run);
    return event(run);
  });
};

describe("the year before this program", () => {
  it("carried: the pay event goes on from it, and names the earlier key once", () => {
    record();
    const [first = "", second = ""] = payEvents();
    expect(first).toContain("<GrossA>39697.00</GrossA>"); // 40,000 − 1,500 + 38 × 31.50
    expect(first).toContain("<OvertimePaymentA>1500.00</OvertimePaymentA>");
    expect(first).toMatch(/<EntitlementTypeC>R<\/EntitlementTypeC>\s*<Emp\w+>500.00</);
    expect(first).toContain("<SoftwareInformationBusinessManagementSystemId>old-system<");
    expect(second).toContain("<GrossA>40894.00</GrossA>");
    expect(second).not.toContain("old-system");
  });
  it("closed: the pay event begins with nothing, and the person's page says so", () => {
    record({ carried: false });
    const [first = ""] = payEvents();
    expect(first).toContain("<GrossA>1197.00</GrossA>");
    expect(first).not.toMatch(/Overtime|old-system/);
    expect(readPerson(world.context, id).openingYears).toEqual([
      {
        ...opening({ carried: false }),
        extras: "0.00",
        extrasWithheld: "0.00",
        terminationTaxable: "0.00",
        recordedOn: "2026-07-01",
      },
    ]);
  });
  it.each([
    [undefined, "1500.00"],
    [true, "2250.00"],
    [false, "2250.00"],
  ])("a working holiday maker's steps count it (carried: %s): 10,000 after 40,000 takes %s", (carried, tax) => {
    const { from: _from, fileNumberShown: _shown, ...declared } = readPerson(world.context, id).tax;
    saveSection(world.context, world.actor, id, "tax", {
      ...declared,
      from: "2026-06-01",
      residency: "working-holiday",
      taxFreeThreshold: false,
      homeCountry: "DE",
    });
    if (carried !== undefined) record({ carried, parts: [] });
    const run = open();
    const { version, rows } = view(run);
    const lines = [{ elementId: world.element("ORD"), amount: "10000.00" }];
    saveRows(world.context, world.actor, run, { version, rows: [{ payId: rows[0]?.payId ?? 0, lines }] });
    expect(view(run).rows[0]?.figures?.withheld).toBe(tax);
  });
  it("the annual ceiling of super counts it", () => {
    record({ superEarnings: "900000.00", gross: "900000.00", parts: [] });
    const run = open();
    type(run, "38");
    expect(view(run).rows[0]?.figures?.super).toBe("0.00");
  });
  it("typed again: the newer amounts count", () => {
    record();
    record({ gross: "20000.00" });
    expect(readPerson(world.context, id).openingYears.map((each) => each.gross)).toEqual(["20000.00"]);
  });
  it.each([
    [{ parts: [{ category: "overtime", amount: "40000.01" }] }, "more than the gross of 40000.00"],
    [{ yearStart: "2026-01-01" }, "begins on 1 July"],
    [{ previousPayrollId: "" }, "one key"],
    [{ parts: [{ category: "tips", amount: "1.00" }] }, "Category"],
  ])("refused: %o", (change, words) => {
    const answer = check(schema, { ...opening(), ...change });
    expect(JSON.stringify(answer)).toContain(words);
  });
  it("a year that has not begun is refused", () =>
    expect(() => record({ yearStart: "2027-07-01" })).toThrow("not begun"));
});
