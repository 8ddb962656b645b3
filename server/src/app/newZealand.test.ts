/** New Zealand on a real store: sign-off and its filing, amendments, nil return, closedown, departure, the ledger. */
import { linesOf, readRecord } from "@zesty/core/formats/delimited";
import { eiDetail, eiHeader } from "@zesty/core/nz/documents/filingLayout";
import type { SheetLine } from "@zesty/core/pay/row";
import { eq } from "drizzle-orm";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { makeCorrection, planCorrection } from "../afterwards/correction.ts";
import { planDeparture, recordDeparture } from "../afterwards/recordDeparture.ts";
import { readDesk } from "../desk/readDesk.ts";
import { readDocument } from "../documents/documents.ts";
import { readDues } from "../dues/readDues.ts";
import { planClosedown, recordClosedown } from "../nz/closedown.ts";
import { setFinalReturn } from "../nz/finalReturn.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { setTick } from "../runs/ticks.ts";
import { signOffPlan } from "../signOff/plan.ts";
import { signOff } from "../signOff/signOff.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { closedown, document, journalLine, leaveEntry, outbox, signedPay } from "../store/schema.ts";
import { type SmallWorld, smallWorldNz } from "../testing/smallWorld.ts";

let world: SmallWorld;
beforeEach(() => {
  world = smallWorldNz(2);
});
afterEach(() => world.end());

const open = () => openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
const view = (runId: number) => readRun(world.context, world.actor, runId);
const row = (runId: number, at = 0) => view(runId).rows.find((each) => each.personId === world.personIds[at]);
const type = (runId: number, lines: SheetLine[], at = 0) =>
  saveRows(world.context, world.actor, runId, {
    version: view(runId).version,
    rows: [{ payId: row(runId, at)?.payId ?? 0, lines }],
  });
function sign(runId: number): void {
  for (const each of view(runId).rows)
    for (const mark of each.marks)
      if (mark.kind === "query")
        setTick(world.context, world.actor, runId, { payId: each.payId, key: mark.key, on: true });
  signOff(world.context, world.actor, runId, view(runId).version);
}
const kept = (runId: number, kind: string): string => {
  const found = world.context.store.db.select().from(document).where(eq(document.runId, runId)).all();
  return readDocument(world.context, found.filter((each) => each.kind === kind).at(-1)?.id ?? 0).bytes.toString("utf8");
};
const filingOf = (runId: number) => {
  const [header = "", ...lines] = linesOf(kept(runId, "employmentInformation"));
  return { header: readRecord(eiHeader, header), lines: lines.map((line) => readRecord(eiDetail, line)) };
};
const balance = (kind: string, at = 0) =>
  readPerson(world.context, world.personIds[at] ?? 0).leave.balances.find((each) => each.kind === kind)?.hours;
const markFiled = (runId: number, state: "accepted" | "queued") =>
  world.context.store.db.update(outbox).set({ state }).where(eq(outbox.runId, runId)).run();

describe("signing off a payday", () => {
  // 80 h × 30 = 2,400.00 fortnightly: 62,400 a year: tax (10,160.50 + 780 …) by the scale of 2026–27.
  it("spells out the filing, the dues by kind and the day they are due", () => {
    const plan = signOffPlan(world.context, open());
    expect(plan.payEvent).toBeNull();
    expect(plan.filing).toMatchObject({
      payday: "2026-07-01",
      due: "2026-07-03",
      late: false,
      amendment: 0,
      nil: false,
    });
    expect(plan.filing?.lines).toHaveLength(2);
    expect(plan.filing?.details).toEqual([
      { name: "Alex Sample0", change: "new" },
      { name: "Alex Sample1", change: "new" },
    ]);
    expect(plan.taxDues.map((each) => [each.words, each.due])).toEqual([
      ["PAYE", "2026-08-20"],
      ["KiwiSaver, both parts", "2026-08-20"],
      ["ESCT", "2026-08-20"],
    ]);
    expect(plan.declaration).toContain("employment information");
  });
  it("files what was paid, owes what is filed, and balances the books", () => {
    const runId = open();
    sign(runId);
    const { header, lines } = filingOf(runId);
    expect(header).toMatchObject({ employer_ird: "139000315", payday_date: "20260701", line_count: "2" });
    expect(lines.map((line) => line.employee_ird)).toEqual(["139000013", "139000021"]);
    const dues = readDues(world.context, world.businessId);
    expect(dues.reduce((total, each) => total + each.cents, 0)).toBe(Number(header.total_deducted));
    const posted = world.context.store.db.select().from(journalLine).all();
    const sum = (side: "debitCents" | "creditCents") => posted.reduce((total, line) => total + line[side], 0);
    expect(sum("debitCents")).toBe(sum("creditCents"));
    const csv = kept(runId, "paymentFile").split("\r\n");
    expect(csv[0]).toContain("payment_date,payee_name,account,amount");
    expect(csv[1]).toContain("01-0902-0068389-000");
    const slip = world.context.store.db.select().from(signedPay).all()[0]?.payslip as { leave: object[] };
    expect(slip.leave).toContainEqual({ kind: "Annual holidays", unit: "weeks", taken: "0", balance: "3" });
  });
  it("makes a credit transfer where the bank takes one", async () => {
    world.context.store.sqlite
      .prepare("UPDATE business SET filing = ?")
      .run(JSON.stringify({ large: true, paymentFile: "pain001" }));
    const runId = open();
    // A large employer pays for the first half of a month on the 20th of the same month.
    expect(signOffPlan(world.context, runId).taxDues[0]?.due).toBe("2026-07-20");
    sign(runId);
    const xml = kept(runId, "paymentFile");
    expect(xml).toContain("urn:iso:std:iso:20022:tech:xsd:pain.001.001.09");
    expect(xml).toMatch(/<InstdAmt Ccy="NZD">\d+\.\d\d<\/InstdAmt>/);
  });
  it("is stopped without an IRD number, unless the code is ND", () => {
    const [id = 0] = world.personIds;
    world.context.store.sqlite.prepare("UPDATE tax_code SET ird_number = NULL WHERE person_id = ?").run(id);
    const runId = open();
    expect(row(runId)?.marks.map((mark) => mark.code)).toContain("irdMissing");
    saveSection(world.context, world.actor, id, "taxCode", {
      from: "2026-06-01",
      code: "ND",
      specialRate: null,
      until: null,
      slcir: null,
      slbor: null,
      lowerMinimum: false,
    });
    sign(runId);
    expect(filingOf(runId).lines[0]).toMatchObject({ employee_ird: "000000000", tax_code: "ND" });
  });
});

describe("a payday with several runs", () => {
  const leave = { lastDay: "2026-06-26", reason: "V", noticeWorked: true, misconduct: false, pay: "now" } as const;
  it("is filed as a whole: what was not sent is replaced, what was sent is amended", () => {
    const first = open();
    const own = recordDeparture(world.context, world.actor, world.personIds[1] ?? 0, {
      ...leave,
      payday: "2026-07-01",
    });
    sign(first);
    expect(filingOf(first).lines).toHaveLength(1);
    sign(own ?? 0);
    const rows = () =>
      world.context.store.db.select().from(outbox).where(eq(outbox.channel, "employmentInformation")).all();
    expect(rows().map((each) => [each.runId, each.state, each.amendment])).toEqual([
      [first, "cancelled", 0],
      [own, "prepared", 0],
    ]);
    expect(filingOf(own ?? 0).lines).toHaveLength(2);
    // Taken back, it gives the filing back to the first run.
    const fresh = takeBack(world.context, world.actor, own ?? 0, "wrong day");
    expect(rows().find((each) => each.runId === first)?.state).toBe("prepared");
    markFiled(first, "accepted");
    sign(fresh);
    expect(rows().at(-1)).toMatchObject({ runId: fresh, amendment: 1 });
    expect(filingOf(fresh).lines).toHaveLength(2);
  });
  it("with nobody paid is a nil return", () => {
    const runId = open();
    for (const each of view(runId).rows)
      saveRows(world.context, world.actor, runId, {
        version: view(runId).version,
        rows: [{ payId: each.payId, included: false }],
      });
    expect(signOffPlan(world.context, runId).filing?.nil).toBe(true);
    signOff(world.context, world.actor, runId, view(runId).version);
    expect(filingOf(runId).header).toMatchObject({ nil_return: "Y", line_count: "0", total_gross: "0" });
  });
  it("says that it is the last where nobody is paid any more, until it is signed off", () => {
    const runId = open();
    expect(signOffPlan(world.context, runId).filing?.final).toBe(false);
    setFinalReturn(world.context, world.actor, runId, true);
    expect(signOffPlan(world.context, runId).filing?.final).toBe(true);
    sign(runId);
    expect(filingOf(runId).header).toMatchObject({ final_return: "Y", nil_return: "N" });
    expect(() => setFinalReturn(world.context, world.actor, runId, false)).toThrow("signed off");
  });
});

describe("the desk", () => {
  it("says by when a payday has to be filed, and when that day is over", () => {
    sign(open());
    const toDo = () =>
      readDesk(world.context, world.actor).toDo.find((each) => each.words.startsWith("File the payday of"));
    expect(toDo()).toMatchObject({ date: "2026-07-03", late: false });
    world.context.clock.moveTo("2026-07-04");
    expect(toDo()?.late).toBe(true);
  });
});

describe("the leave ledger", () => {
  it("takes weeks and days, and pays by both sides of the comparison", () => {
    const runId = open();
    type(runId, [
      { elementId: world.element("ORD"), hours: "32" },
      { elementId: world.element("AL"), units: "1", hours: "40" },
      { elementId: world.element("SICK"), units: "1", hours: "8" },
    ]);
    // Average: 65,000 ÷ 52 = 1,250.00; ordinary 1,200.00.
    expect(row(runId)?.figures?.lines.map((line) => [line.code, line.amount])).toEqual([
      ["ORD", "960.00"],
      ["AL", "1250.00"],
      ["SICK", "240.00"],
    ]);
    sign(runId);
    expect([balance("annual"), balance("sick")]).toEqual(["2.0000", "11.0000"]);
  });
  it("grants when the day comes, once, and takes it back with the run", () => {
    const [id = 0] = world.personIds;
    // Twelve months and six months end in the period of the first run, 15 to 28 June.
    world.context.store.sqlite.prepare("UPDATE person SET start_date = '2024-06-20' WHERE id = ?").run(id);
    const runId = open();
    expect(row(runId)?.context?.balances.annual).toBe("7.0000");
    sign(runId);
    expect(balance("annual")).toBe("7.0000");
    const fresh = takeBack(world.context, world.actor, runId, "once more");
    expect(balance("annual")).toBe("3.0000");
    sign(fresh);
    expect(balance("annual")).toBe("7.0000");
    const granted = world.context.store.db.select().from(leaveEntry).where(eq(leaveEntry.personId, id)).all();
    expect(granted.filter((each) => each.why === "granted" && each.kind === "annual")).toHaveLength(2);
    sign(open());
    expect(balance("annual")).toBe("7.0000");
  });
  it("keeps an alternative day for work on a public holiday", () => {
    sign(open());
    const second = open();
    expect(row(second)?.context).toMatchObject({
      publicHolidays: [{ date: "2026-07-10", name: "Matariki", works: true }],
    });
    type(second, [
      { elementId: world.element("ORD"), hours: "72" },
      { elementId: world.element("PHW"), hours: "8" },
      { elementId: world.element("ALTE"), units: "1", explained: "Matariki 2026-07-10: Friday is in the working week" },
    ]);
    // 72 × 30 + 8 × 30 × 1.5.
    expect(row(second)?.figures?.gross).toBe("2520.00");
    sign(second);
    expect(balance("alternative")).toBe("1.0000");
  });
});

describe("a closedown", () => {
  const days = { from: "2026-06-22", to: "2026-06-26" };
  beforeEach(() => {
    // The second person started in February: no entitlement yet.
    const [, id = 0] = world.personIds;
    world.context.store.sqlite.prepare("UPDATE person SET start_date = '2026-02-02' WHERE id = ?").run(id);
    world.context.store.sqlite.prepare("DELETE FROM leave_entry WHERE person_id = ?").run(id);
    saveSection(world.context, world.actor, id, "earlier", {
      pays: [{ start: "2026-02-02", end: "2026-06-14", gross: "22800", irregular: "0", days: "95" }],
    });
  });
  it("is shown before, changes nothing until it is recorded", () => {
    const runId = open();
    const plan = planClosedown(world.context, runId, days);
    expect(plan.people.map((each) => [each.name, each.anniversaryOn])).toEqual([
      ["Alex Sample0", null],
      ["Alex Sample1", "2026-06-22"],
    ]);
    expect(row(runId)?.lines).toEqual([{ elementId: world.element("ORD"), hours: "80" }]);
    expect(world.context.store.db.select().from(closedown).all()).toEqual([]);
  });
  it("pays annual holidays or 8 %, and moves the anniversary", () => {
    const runId = open();
    recordClosedown(world.context, world.actor, runId, days);
    expect(row(runId)?.figures?.lines.map((line) => [line.code, line.amount])).toEqual([
      ["ORD", "1200.00"],
      ["AL", "1250.00"],
    ]);
    // 8 % × (22,800 earned so far + 1,200 of this pay) = 1,920.00.
    expect(row(runId, 1)?.figures?.lines.map((line) => [line.code, line.amount])).toEqual([
      ["ORD", "1200.00"],
      ["CLOSED", "1920.00"],
    ]);
    sign(runId);
    expect(readPerson(world.context, world.personIds[1] ?? 0).nz?.entitlement).toMatchObject({
      anniversary: "2026-06-22",
      next: "2027-06-22",
    });
  });
  it("is refused where it does not touch the period", () => {
    const runId = open();
    expect(() => planClosedown(world.context, runId, { from: "2026-12-24", to: "2027-01-04" })).toThrow(
      "does not touch",
    );
  });
});

describe("a departure", () => {
  const leaving = { lastDay: "2026-06-26", reason: "V", noticeWorked: true, misconduct: false, pay: "next" } as const;
  it("pays weeks at the greater rate and 8 % since the anniversary, this pay and the weeks among it", () => {
    const [id = 0] = world.personIds;
    const plan = planDeparture(world.context, world.actor, id, leaving);
    // 3 weeks × 1,250.00; public holidays after the end: Matariki, 10 July, falls into the three weeks: 8 h × 30.
    expect(plan.lines.map((line) => [line.name, line.quantity, line.amount])).toEqual([
      ["Annual holidays not taken", "3 weeks", "3750.00"],
      ["Public holidays after the end", "1 day", "240.00"],
      // Of 65,000 in 364 days 160 fall after 6 January: 28,571.43; 8 % × (28,571.43 + 2,400 + 3,750).
      ["Holiday pay of 8 %", "", "2777.71"],
    ]);
    const runId = recordDeparture(world.context, world.actor, id, leaving) ?? 0;
    type(runId, [
      { elementId: world.element("ORD"), hours: "72" },
      ...(row(runId)?.lines ?? []).filter((line) => line.elementId !== world.element("ORD")),
    ]);
    // Eight hours less: 240.00 × 8 % less.
    expect(row(runId)?.figures?.lines.find((line) => line.code === "HOL-8")?.amount).toBe("2758.51");
    sign(runId);
    expect(balance("annual")).toBe("0.0000");
    expect(filingOf(runId).lines[0]).toMatchObject({ finish_date: "20260626", lump_sum: "1" });
  });
});

describe("a correction", () => {
  it("is taxed as the difference, and files what is taken back as an adjustment", () => {
    const runId = open();
    sign(runId);
    markFiled(runId, "accepted");
    world.context.store.sqlite.prepare("UPDATE pay_run SET state = 'settled' WHERE id = ?").run(runId);
    const wanted = {
      payId: row(runId)?.payId ?? 0,
      lines: [{ elementId: world.element("ORD"), hours: "76" }],
      into: "own" as const,
    };
    const plan = planCorrection(world.context, world.actor, wanted);
    expect([plan.gross, plan.lines[0]?.hours]).toEqual(["-120.00", "-4.0000"]);
    expect(Number(plan.withheld)).toBeLessThan(0);
    const own = makeCorrection(world.context, world.actor, wanted);
    sign(own);
    const line = filingOf(own).lines.find((each) => each.gross_adjustment !== "0");
    expect(line).toMatchObject({ gross: "0", gross_adjustment: "-12000" });
  });
});

describe("a person's sections", () => {
  const code = { specialRate: null, until: null, slcir: null, slbor: null, lowerMinimum: false };
  it("ask for what the law asks", () => {
    const [id = 0] = world.personIds;
    const save = (values: object) =>
      saveSection(world.context, world.actor, id, "taxCode", { ...code, ...values } as never);
    expect(() => save({ code: "STC" })).toThrow("has a rate");
    save({ code: "M SL", irdNumber: "139-000-072", slbor: { amount: "25" } });
    const shown = readPerson(world.context, id).nz?.taxCode;
    expect([shown?.code, shown?.irdShown, shown?.slbor]).toEqual(["M SL", "••• 072", { amount: "25" }]);
  });
  it("give the ESCT rate by last year's earnings, those from before this program among them", () => {
    const [id = 0] = world.personIds;
    const runId = open();
    const base = () => {
      const context = row(runId)?.context;
      return context?.country === "NZ" ? context.person.kiwiSaver : null;
    };
    saveSection(world.context, world.actor, id, "kiwiSaver", {
      ...{ status: "member", joined: "existing", employeeRate: "3.5", employerRate: null, esctRate: null },
      ...{ suspendedUntil: null, temporaryUntil: null, optOutDate: null, totalRemuneration: false },
    } as never);
    // Nothing on record: an estimate, 40 h × 30 × 52 with 3.5 % of the employer's.
    expect(base()).toMatchObject({ esctBase: "64584.00" });
    saveSection(world.context, world.actor, id, "earlier", {
      pays: [{ start: "2025-03-31", end: "2026-03-29", gross: "36400", irregular: "0", days: "250" }],
    } as never);
    // 364 days at 100 a day, the first of them in the year before; with 3.5 %: the lower rate.
    expect(base()).toMatchObject({ esctBase: "37570.50" });
  });
  it("deduct an order until its total is reached", () => {
    const [id = 0] = world.personIds;
    saveSection(world.context, world.actor, id, "orders", {
      from: "2026-06-01",
      childSupport: { amount: "100", protectedPercent: null },
      orders: [
        { kind: "court", name: "Court order", amount: "150", served: "2026-06-01", total: "200" },
        { kind: "fine", name: "Fines", amount: "20", served: "2026-06-02" },
      ],
    });
    const runId = open();
    const taken = (run: number) => row(run)?.figures?.lines.find((line) => line.name === "Court order")?.amount;
    expect([row(runId)?.figures?.childSupport, taken(runId)]).toEqual(["100.00", "150.00"]);
    sign(runId);
    // Each to whom it names, with an account of its own.
    const owed = readDues(world.context, world.businessId).filter((each) => each.kind === "order");
    expect(owed.map((each) => `${each.words} ${each.unpaidCents}`)).toEqual([
      "Deducted by order, for Court order 15000",
      "Deducted by order, for Fines 2000",
    ]);
    const second = open();
    expect(taken(second)).toBe("50.00");
  });
});
