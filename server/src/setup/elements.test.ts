/** Pay elements after they were made: changed for what comes, retired, and on the payslip with who they are paid to. */
import type { ChangeElement } from "@zesty/contract/business";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { saveSection } from "../people/savePerson.ts";
import { discardRun } from "../runs/discardRun.ts";
import { openRun } from "../runs/openRun.ts";
import { listRuns, readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { sheetCsv } from "../runs/sheetCsv.ts";
import { prepareSignOff } from "../signOff/prepareSignOff.ts";
import { signOff } from "../signOff/signOff.ts";
import { audit, payElement } from "../store/schema.ts";
import { readyRun, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { addElement, changeElement, readElements } from "./elements.ts";
import { ensureElement, standardElements } from "./ensureElement.ts";

let world: SmallWorld;
afterEach(() => world.end());

const none = { leave: null, allowance: null, deduction: null, taxable: null, superable: null, account: null } as const;
const add = (change: object = {}) =>
  addElement(world.context, world.actor, world.businessId, {
    ...{ code: "GYM", name: "Gym", element: "deductionAfterTax", entry: "amount", percent: "100", ...none },
    ...change,
  });
const kept = (id: number) => readElements(world.context, world.businessId).find((each) => each.id === id);
const change = (id: number, values: Partial<ChangeElement>) => {
  const { name, percent, allowance, deduction, superable, account } = kept(id) ?? { name: "", percent: "", ...none };
  const same = { name, percent, allowance, deduction, superable, account };
  const rest = { detail: null, holidayGross: null, regular: null, paidTo: null, retired: false };
  changeElement(world.context, world.actor, world.businessId, id, { ...same, ...rest, ...values });
};
const open = () => openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
const view = (runId: number) => readRun(world.context, world.actor, runId);
const deductions = (runId: number) =>
  prepareSignOff(world.context, runId).pays[0]?.slip.deductions.map((each) => each.name);
function typeBeside(runId: number, elementId: number): void {
  const { version, rows } = view(runId);
  const [row] = rows;
  const lines = [...(row?.lines ?? []), { elementId, amount: "25.00" }];
  saveRows(world.context, world.actor, runId, { version, rows: [{ payId: row?.payId ?? 0, lines }] });
}

it("with the code of one that is added by itself is refused, and one of before is not taken for it", () => {
  world = smallWorld(1);
  const { context, businessId } = world;
  expect(() => add({ code: "NOTICE" })).toThrow(/NOTICE is kept for an element/);
  const own = context.store.db
    .insert(payElement)
    .values({
      ...{ businessId, code: "NOTICE", name: "Notice board", element: "ordinary" },
      ...none,
      entry: "amount",
      percent: "100",
      position: 90,
    })
    .returning()
    .get().id;
  const ours = ensureElement(context, businessId, standardElements.notice);
  expect(ours).not.toBe(own);
  expect(kept(ours)).toMatchObject({ code: "NOTICE-1", element: "etp" });
  expect(ensureElement(context, businessId, standardElements.notice)).toBe(ours);
});

describe.each([
  ["Australia", () => smallWorld(1)],
  ["New Zealand", () => smallWorldNz(1)],
])("a pay element, %s", (_country, make) => {
  it("says on the payslip who a deduction goes to (Fair Work Regulations, reg 3.46(1)(g), from memory)", () => {
    world = make();
    const id = add();
    const runId = open();
    typeBeside(runId, id);
    expect(deductions(runId)).toContain("Gym");
    change(id, { name: "Gym fees", paidTo: "Example Gym 1234" });
    expect(deductions(runId)).toContain("Gym fees, to Example Gym 1234");
  });
  it("is not retired while somebody has it in their usual pay; then it is offered no more, and stays where it stands", () => {
    world = make();
    const id = add();
    const runId = open();
    typeBeside(runId, id);
    const [personId = 0] = world.personIds;
    const usual = (lines: object[]) =>
      saveSection(world.context, world.actor, personId, "usualPay", { from: "2026-07-01", lines: lines as never });
    usual([{ elementId: id, amount: "25.00" }]);
    expect(kept(id)?.usedBy).toBe(1);
    expect(() => change(id, { retired: true })).toThrow("in the usual pay of 1 person");
    usual([]);
    change(id, { retired: true });
    expect(view(runId).elements.some((each) => each.id === id)).toBe(true);
    discardRun(world.context, world.actor, runId);
    expect(view(open()).elements.some((each) => each.id === id)).toBe(false);
  });
  it("of another business is not found", () => {
    world = make();
    expect(() => changeElement(world.context, world.actor, world.businessId + 1, add(), {} as never)).toThrow(
      "no such pay element",
    );
  });
});

describe("an open run", () => {
  it("can be discarded: the period is free again, and the trail keeps what was typed", () => {
    world = smallWorld(2);
    const runId = open();
    const { periodStart } = view(runId);
    discardRun(world.context, world.actor, runId);
    expect(listRuns(world.context, world.businessId)).toEqual([]);
    const [entry] = world.context.store.db.select().from(audit).where(eq(audit.what, "discarded open run")).all();
    expect(JSON.stringify(entry?.change)).toContain('"hours"');
    expect(view(open()).periodStart).toBe(periodStart);
  });
  it("is not discarded once it is signed off", () => {
    world = smallWorld(1);
    const { runId, version } = readyRun(world);
    signOff(world.context, world.actor, runId, version);
    expect(() => discardRun(world.context, world.actor, runId)).toThrow("is signed off");
  });
  it("goes along as CSV, one column a pay element, and opens in a spreadsheet as text", () => {
    world = smallWorld(1);
    const runId = open();
    typeBeside(runId, add({ name: "=Gym" }));
    const [head, row] = sheetCsv(view(runId)).toString("utf8").split("\r\n");
    expect(head).toMatch(
      /^payroll ID,name,in the run,.*'=Gym, \$".*gross,withheld,super,net$|^payroll ID,name,in the run,/,
    );
    expect(head).toContain("gross,withheld,super,net");
    expect(row).toMatch(/^E0,Alex Sample0,yes,38(\.00)?,/);
    expect(row).toContain(",25.00,1197.00,");
  });
});
