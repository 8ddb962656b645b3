/** The sheet of proof on a real store: the voices agree on what was done, and each that is tampered with stands out alone. */
import type { PayEvent, PayeeRecord } from "@zesty/core/au/documents/payEvent";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText, toCents } from "@zesty/core/quantity/units";
import { eq } from "drizzle-orm";
import fc from "fast-check";
import { afterEach, describe, expect, it } from "vitest";
import { eventFigures } from "../au/payEventsTaken.ts";
import { payEventXml } from "../au/payEventXml.ts";
import { saveSection } from "../people/savePerson.ts";
import { addElement } from "../setup/elements.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { answerItem, outbox, payment } from "../store/schema.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readProofPays, readYearProof } from "./proof.ts";

let world: SmallWorld;
afterEach(() => world.end());

/** Signs runs off, and answers for agency and bank that all was taken and paid. */
const paid = (count: number, answered = true): number[] =>
  Array.from({ length: count }, () => {
    const runId = signRun(world, openUsual(world));
    if (!answered) return runId;
    const { db } = world.context.store;
    db.update(outbox).set({ state: "accepted" }).where(eq(outbox.runId, runId)).run();
    db.update(payment).set({ state: "paid" }).run();
    return runId;
  });
const sheet = (from?: string) => readYearProof(world.context, world.businessId, from);
const differs = () => sheet("2026-07-01").rows.map((row) => row.differs);
const change = (sql: string) => {
  const { sqlite } = world.context.store;
  for (const { name } of sqlite.prepare("SELECT name FROM sqlite_master WHERE type = 'trigger'").all() as {
    name: string;
  }[])
    sqlite.exec(`DROP TRIGGER "${name}"`);
  expect(sqlite.prepare(sql).run().changes).toBeGreaterThan(0);
};

describe.each([
  ["Australia", smallWorld, "super", "PAYG withheld"],
  ["New Zealand", smallWorldNz, "kiwiSaver", "PAYE"],
] as const)("a year of %s", (country, make, owedColumn, taxWords) => {
  it("is agreed on by every voice once everything was answered, in the sheet and pay by pay", () => {
    world = make(2);
    paid(3);
    const { rows, columns, totals, open, year } = sheet("2026-07-01");
    expect(rows.map((row) => [row.differs, row.reportedOn !== null])).toEqual([
      [[], true],
      [[], true],
    ]);
    expect(year.from).toBe(country === "Australia" ? "2026-07-01" : "2026-04-01");
    for (const { name, voices } of columns)
      expect(Object.keys(totals[name] ?? {}).sort(), name).toEqual([...voices].sort());
    expect(totals.gross?.facts).toBeGreaterThan(0);
    expect(totals.net?.bank).toBe(totals.net?.facts);
    expect(open).toHaveLength(3);
    const pays = readProofPays(world.context, rows[0]?.personId ?? 0, "2026-07-01");
    expect(pays.map((each) => each.figures.net?.facts).reduce((a = 0, b = 0) => a + b, 0)).toBe(
      rows[0]?.figures.net?.facts,
    );
    for (const each of pays)
      for (const said of Object.values(each.figures)) expect(new Set(Object.values(said)).size).toBe(1);
  });
  it.each([
    [
      "the ledger",
      `UPDATE journal_line SET credit_cents = credit_cents + 1 WHERE what = '${taxWords}' AND pay_id = 1`,
      ["tax"],
    ],
    ["the bank", "UPDATE payment SET state = 'returned' WHERE pay_id = 1", ["net"]],
    [
      "who is owed",
      `UPDATE due SET amount_cents = amount_cents - 1 WHERE person_id = 1 AND kind = '${owedColumn}'`,
      [owedColumn],
    ],
    ["a fact", "UPDATE pay_fact SET cents = cents + 1 WHERE person_id = 1 AND code = 'net'", ["net"]],
  ])("shows where %s says otherwise, at the person and in the column alone", (_who, sql, expected) => {
    world = make(2);
    paid(1);
    change(sql);
    expect(differs()).toEqual([expected, []]);
  });
  it("shows what is signed and not yet reported or paid, and nothing of what was taken back", () => {
    world = make(1);
    const [first] = paid(1, false);
    expect(sheet("2026-07-01").rows[0]?.reportedOn).toBeNull();
    expect(sheet("2026-07-01").rows[0]?.differs).toContain("net");
    takeBack(world.context, world.actor, first ?? 0, "Entered twice");
    expect(sheet("2026-07-01").rows.flatMap((row) => row.differs)).toEqual([]);
    expect(sheet("2026-07-01").totals.net).toEqual({ facts: 0, ledger: 0, bank: 0 });
  });
});

describe("what the agency holds", () => {
  it("is the newest event that was taken of each person, and not one that refused them", () => {
    world = smallWorld(2);
    const [first = 0, second = 0] = world.personIds;
    const runs = paid(2);
    const event = world.context.store.db
      .select()
      .from(outbox)
      .where(eq(outbox.runId, runs[1] ?? 0))
      .all()
      .find((each) => each.channel === "payEvent");
    world.context.store.db
      .insert(answerItem)
      .values({
        ...{ outboxId: event?.id ?? 0, businessId: world.businessId, personId: first },
        ...{ severity: "error", code: "X", text: "refused", open: true },
      })
      .run();
    const rows = new Map(sheet("2026-07-01").rows.map((row) => [row.personId, row]));
    expect(rows.get(first)?.differs).toEqual(["income", "tax", "guarantee"]);
    expect(rows.get(second)?.differs).toEqual([]);
    expect(rows.get(first)?.figures.income).toEqual({ facts: 239_400, reported: 119_700 });
  });
  it("of a filing in error is what it says of everybody who is not in error", () => {
    world = smallWorldNz(2);
    const [first = 0] = world.personIds;
    paid(2);
    const { db } = world.context.store;
    const filing = db
      .select()
      .from(outbox)
      .all()
      .filter((each) => each.channel === "employmentInformation")
      .at(-1);
    db.update(outbox)
      .set({ state: "partial" })
      .where(eq(outbox.id, filing?.id ?? 0))
      .run();
    db.insert(answerItem)
      .values({
        ...{ outboxId: filing?.id ?? 0, businessId: world.businessId, personId: first },
        ...{ severity: "error", code: "X", text: "in error", open: true },
      })
      .run();
    expect(differs()).toEqual([["gross", "tax", "kiwiSaver", "esct"], []]);
  });
  it("is read for what this program paid: what an earlier system brought in is taken off", () => {
    world = smallWorld(1);
    const [id = 0] = world.personIds;
    saveSection(world.context, world.actor, id, "openingYear", {
      ...{ yearStart: "2026-07-01", carried: true, gross: "40000.00", withheld: "6000.00", superEarnings: "38000.00" },
      ...{ guarantee: "4560.00", reportable: "0", extras: "0", extrasWithheld: "0", terminationTaxable: "0" },
      parts: [{ category: "overtime", amount: "1500.00" }],
      ...{ previousBmsId: null, previousPayrollId: null },
    });
    paid(2);
    expect(sheet("2026-07-01").rows[0]).toMatchObject({ differs: [], figures: { income: { reported: 239_400 } } });
  });
  it("says nothing of contractors, who are proved by the other voices alone", () => {
    world = smallWorld(2);
    const [id = 0] = world.personIds;
    saveSection(
      world.context,
      world.actor,
      id,
      "employment",
      plainTerms(world, { from: "2026-01-01", basis: "contractor", weeklyHours: "0", hourlyRate: null }),
    );
    const elementId = addElement(world.context, world.actor, world.businessId, {
      ...{ code: "CONSUP", name: "Contractor super", element: "contractorSuper", entry: "amount", percent: "100" },
      ...{ leave: null, allowance: null, deduction: null, taxable: null, superable: null, account: null },
    });
    saveSection(world.context, world.actor, id, "usualPay", {
      from: "2026-01-01",
      lines: [{ elementId, amount: "500.00" }],
    });
    paid(1);
    const row = sheet("2026-07-01").rows.find((each) => each.personId === id);
    expect(row).toMatchObject({ isReported: false, reportedOn: null, differs: [] });
    expect(row?.figures.super).toEqual({ facts: 50_000, ledger: 50_000, owed: 50_000 });
    expect(row?.figures).not.toHaveProperty("guarantee");
    expect(differs()).toEqual([[], []]);
  });
  it("nobody paid makes an empty year", () => {
    world = smallWorld(1);
    expect(sheet()).toMatchObject({ rows: [], open: [], years: [{ name: "2026–27" }] });
  });
  it("adds up to the event's own figures, whatever stands in it", () => {
    world = smallWorld(1);
    const cents = fc.integer({ min: -9_999_999, max: 99_999_999 });
    const amount = cents.map((each) => centsText(each));
    const coded = fc.array(fc.record({ type: fc.constantFrom("A", "B", "C"), amount }), { maxLength: 3 });
    const income = fc.record({
      ...{ type: fc.constant("SAW" as const), withheld: amount, gross: amount, overtime: amount, bonus: amount },
      ...{ directorFee: amount, paidLeave: coded, allowances: coded, sacrifice: coded, lumpSums: coded },
      etp: fc.array(
        fc.record({
          code: fc.constant("R"),
          date: fc.constant("2026-07-02"),
          taxFree: amount,
          taxable: amount,
          withheld: amount,
        }),
        { maxLength: 2 },
      ),
    });
    const sum = (list: readonly string[]) => list.reduce((all, each) => all + toCents(decimal(each)), 0);
    fc.assert(
      fc.property(fc.array(income, { minLength: 1, maxLength: 3 }), amount, (incomes, guarantee) => {
        const bytes = payEventXml({
          ...event,
          payees: [
            {
              ...{ ...payee, incomes, final: true, fringeBenefits: [{ type: "T", amount: guarantee }] },
              super: ["L", "R"].map((type) => ({ type, amount: guarantee })),
            },
          ],
        });
        expect(eventFigures(bytes)).toEqual([
          {
            payrollId: "E<1>",
            final: true,
            ...{ guarantee: sum([guarantee]), reportable: sum([guarantee]), fringe: sum([guarantee]) },
            income: sum(
              incomes.flatMap((each) => [
                ...[each.gross, each.overtime, each.bonus, each.directorFee],
                ...[...each.paidLeave, ...each.allowances, ...each.lumpSums].map((one) => one.amount),
                ...each.etp.map((one) => one.taxable),
              ]),
            ),
            tax: sum(incomes.flatMap((each) => [each.withheld, ...each.etp.map((one) => one.withheld)])),
          },
        ]);
      }),
      { numRuns: 60 },
    );
  });
});

const event: PayEvent = {
  ...{ action: "submit", submissionId: "s", runAt: "2026-07-02T00:00:00Z", payDate: "2026-07-02", w1: "1", w2: "1" },
  payer: {
    ...{ bmsId: "b", abn: "63000000011", branch: "1", name: "Example & Sons" },
    contact: { name: "Kim", phone: "0400000000", email: "kim@example.org" },
  },
  childSupport: { garnishee: null, deduction: null },
  declaration: { declarer: "Kim", date: "2026-07-02", accepted: true },
  payees: [],
};
const payee: PayeeRecord = {
  ...{ payrollId: "E<1>", taxFileNumber: "123456782", name: { family: "Sample", given: "A" } },
  ...{ birth: { day: 1, month: 2, year: 1990 }, start: "2020-01-06", end: null, cessation: null, basis: "F" },
  address: { line1: "1 Example St", suburb: "Sampleton", state: "VIC", postcode: "3350" },
  ...{ taxTreatment: "RTXXXX", period: { start: "2026-06-22", end: "2026-06-28" }, final: false },
  ...{ incomes: [], deductions: [], super: [], fringeBenefits: [] },
};
