/** Sign-off, take-back and answers on a real store: invariants that must hold whatever happens. */

import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import { centsOf } from "@zesty/core/quantity/units";
import { and, eq } from "drizzle-orm";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { listJournals, readJournal } from "../books/readBooks.ts";
import { readDocument } from "../documents/documents.ts";
import { readDues } from "../dues/readDues.ts";
import { taken } from "../outbox/byHand.ts";
import { backOffMs } from "../outbox/sending.ts";
import { sendAgain, sendRun, sendView } from "../outbox/sendRun.ts";
import { settleAnswer } from "../outbox/settleAnswer.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { signOffPlan } from "../signOff/plan.ts";
import { signOff } from "../signOff/signOff.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { answerItem, document, journal, outbox, payment, payRun, signedPay } from "../store/schema.ts";
import { factSums, leaveBalances } from "../store/sums.ts";
import { verify } from "../store/trail.ts";
import { readyRun, type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { openRun } from "./openRun.ts";
import { keptWorking, readRun } from "./readRun.ts";
import { saveRows } from "./saveRows.ts";

let world: SmallWorld;
beforeEach(() => {
  world = smallWorld(3);
});
afterEach(() => world.end());

const sums = () => factSums(world.context.store, world.personIds, "2026-07-01", "2027-06-30");
const balances = () => leaveBalances(world.context.store, world.personIds);
function signed(): number {
  const { runId, version } = readyRun(world);
  signOff(world.context, world.actor, runId, version);
  return runId;
}

describe("sign-off", () => {
  it("writes what the plan said, and every sum over facts agrees with the kept pays", () => {
    const { context, actor, businessId } = world;
    const { runId, version } = readyRun(world);
    const plan = signOffPlan(context, runId);
    signOff(context, actor, runId, version);
    const run = readRun(context, actor, runId);
    expect(run.state).toBe("signedOff");
    expect(run.totals).toEqual(plan.totals);
    const kept = context.store.db.select().from(signedPay).where(eq(signedPay.runId, runId)).all();
    for (const code of ["gross", "withheld", "net"] as const) {
      const fromFacts = [...sums().values()].reduce((total, each) => total + (each.get(code) ?? 0), 0);
      const fromPays = kept.reduce((total, each) => total + centsOf((each.snapshot as PaySnapshot).figures[code]), 0);
      expect([fromFacts, fromPays], code).toEqual([plan.totals[code], plan.totals[code]]);
    }
    const dues = readDues(context, businessId);
    expect(dues.map((each) => [each.kind, each.dueDate])).toEqual([
      ["super", "2026-07-13"],
      ["withholding", "2026-08-21"],
    ]);
    expect(dues[0]?.cents).toBe(plan.totals.super);
    const [posted] = listJournals(context, businessId);
    const { entries } = readJournal(context, posted?.id ?? 0);
    expect(entries.reduce((total, each) => total + each.debitCents - each.creditCents, 0)).toBe(0);
    expect(
      entries.every(
        (each) =>
          each.parts.reduce((total, part) => total + part.debitCents + part.creditCents, 0) ===
          each.debitCents + each.creditCents,
      ),
    ).toBe(true);
    expect(verify(context.store).broken).toEqual([]);
  });

  it.each([
    ["paid here for the first time, employed for years", "2020-01-06", false, "2026-07-13"],
    ["who began in the period", "2026-06-24", false, "2026-07-30"],
    ["who began in the period before", "2026-06-15", false, "2026-07-30"],
    ["who began before that", "2026-06-12", false, "2026-07-13"],
    ["who began lately, and was paid by another system", "2026-06-24", true, "2026-07-13"],
  ])("super of somebody %s, %s, opening figures: %s, is due on %s", (_who, startDate, before, due) => {
    const { context, actor, personIds } = world;
    for (const id of personIds) {
      saveSection(context, actor, id, "details", { ...readPerson(context, id).details, startDate });
      if (before)
        saveSection(context, actor, id, "openingYear", {
          ...{ yearStart: "2026-07-01", carried: true, gross: "100.00", withheld: "0", superEarnings: "100.00" },
          ...{ guarantee: "12.00", reportable: "0", extras: "0", extrasWithheld: "0", terminationTaxable: "0" },
          ...{ parts: [], previousBmsId: null, previousPayrollId: null },
        });
    }
    signed();
    const dates = readDues(context, world.businessId).filter((each) => each.kind === "super");
    expect(dates.map((each) => each.dueDate)).toEqual([due]);
  });

  it("keeps the documents encrypted, byte for byte, and the bank's lines by person", () => {
    const { context } = world;
    const runId = signed();
    const documents = context.store.db.select().from(document).where(eq(document.runId, runId)).all();
    expect(documents.map((each) => each.kind).sort()).toEqual(["journal", "payEvent", "paymentFile"]);
    for (const each of documents) expect(each.bytes.includes("Sample")).toBe(false);
    const file = documents.find((each) => each.kind === "paymentFile");
    const text = readDocument(context, file?.id ?? 0).bytes.toString("latin1");
    expect(text.split("\r\n").every((line) => line === "" || line.length === 120)).toBe(true);
    const lines = context.store.db.select().from(payment).all();
    expect(lines).toHaveLength(6);
    expect(lines.reduce((total, each) => total + each.cents, 0)).toBe(readRun(context, world.actor, runId).totals.net);
    const event = readDocument(context, documents.find((each) => each.kind === "payEvent")?.id ?? 0).bytes.toString(
      "utf8",
    );
    expect(event).toContain("<TaxFileNumberId>123456782</TaxFileNumberId>");
    expect(event).toContain("<EntitlementTypeC>Q</EntitlementTypeC>");
  });

  it("answers why for a kept figure, with the edition of the rule book", () => {
    const runId = signed();
    const [row] = readRun(world.context, world.actor, runId).rows;
    expect(keptWorking(world.context, runId, row?.payId ?? 0, "withheld").parts?.[0]?.source?.standing).toBe("derived");
  });

  it("does not go through with stops, with an old version, or twice", () => {
    const { context, actor } = world;
    const { runId, version } = readyRun(world);
    const [row] = readRun(context, actor, runId).rows;
    expect(() => signOff(context, actor, runId, version - 1)).toThrow(/Somebody else changed/);
    saveRows(context, world.actor, runId, { version, rows: [{ payId: row?.payId ?? 0, lines: [] }] });
    expect(() => signOff(context, actor, runId, version + 1)).toThrow(/One stop must be mended first/);
    saveRows(context, world.actor, runId, {
      version: version + 1,
      rows: [{ payId: row?.payId ?? 0, included: false }],
    });
    signOff(context, actor, runId, version + 2);
    expect(() => signOff(context, actor, runId, version + 3)).toThrow(/cannot be changed/);
  });
});

describe("take-back", () => {
  it("brings every sum back to where it was, and keeps the trail", () => {
    const { context, actor, businessId } = world;
    const runId = signed();
    expect(
      balances()
        .get(world.personIds[0] ?? 0)
        ?.get("annual"),
    ).toBe(200_000 + 29_231);
    const fresh = takeBack(context, actor, runId, "wrong week");
    expect([...sums().values()].every((each) => [...each.values()].every((cents) => cents === 0))).toBe(true);
    expect(
      balances()
        .get(world.personIds[0] ?? 0)
        ?.get("annual"),
    ).toBe(200_000);
    expect(readDues(context, businessId)).toEqual([]);
    expect(
      listJournals(context, businessId)
        .map((each) => each.kind)
        .sort(),
    ).toEqual(["reversal", "run"]);
    expect(readRun(context, actor, fresh).rows).toHaveLength(3);
    expect(readRun(context, actor, fresh).rows[0]?.last).toBeNull();
    expect(readPerson(context, world.personIds[0] ?? 0).leave.entries.map((each) => each.why)).toContain("reversed");
  });
  it("is refused once something is on its way, and for a run that is not the latest", () => {
    const { context, actor, businessId, cycleId } = world;
    const runId = signed();
    const next = openRun(context, actor, businessId, { cycleId, from: "last" });
    expect(() => takeBack(context, actor, runId, "x")).toThrow(/Only the latest run/);
    context.store.db.update(payRun).set({ state: "takenBack" }).where(eq(payRun.id, next)).run();
    sendRun(context, actor, runId, ["payslip"]);
    expect(() => takeBack(context, actor, runId, "x")).toThrow(/on its way or has arrived/);
  });
});

describe("answers", () => {
  const outcome = {
    kind: "final" as const,
    state: "partial" as const,
    detail: "",
    items: [{ severity: "error" as const, code: "E07", text: "no", payrollId: "E1" }],
    lines: [
      { line: 0, state: "paid" as const, reason: "" },
      { line: 1, state: "returned" as const, reason: "account closed" },
    ],
  };
  it.each(["payEvent", "paymentFile"] as const)("the same answer twice changes nothing more (%s)", (channel) => {
    const { context } = world;
    const runId = signed();
    const row = context.store.db
      .select()
      .from(outbox)
      .where(and(eq(outbox.runId, runId), eq(outbox.channel, channel)))
      .get();
    if (!row) throw new Error("no row");
    const state = () =>
      JSON.stringify([
        context.store.db.select().from(answerItem).all(),
        context.store.db.select().from(payment).all(),
        context.store.db.select().from(journal).all().length,
      ]);
    settleAnswer(context, row, outcome);
    const once = state();
    settleAnswer(context, row, outcome);
    expect(state()).toBe(once);
  });
  it("of what was taken there by hand count like those of what was sent, and nothing of it is sent again", () => {
    const { context, actor } = world;
    const runId = signed();
    const rows = () => context.store.db.select().from(outbox).where(eq(outbox.runId, runId)).all();
    const idOf = (channel: string) => rows().find((each) => each.channel === channel)?.id ?? 0;
    const said = (answer: "accepted" | "refused", receipt: string | null) => ({ answer, receipt, note: null });
    const take = (channel: string, answer: "accepted" | "refused", receipt: string | null) =>
      taken(context, actor, runId, idOf(channel), said(answer, receipt));
    expect(() => taken(context, actor, runId, idOf("payslip"), said("accepted", "1"))).toThrow(/no such message/);
    take("payEvent", "accepted", "P-778");
    expect(() => take("payEvent", "accepted", "P-779")).toThrow(/on its way already, or answered/);
    take("paymentFile", "accepted", "B-12");
    const told = rows().map(({ channel, state, receipt }) => `${channel} ${state} ${receipt}`);
    expect(told).toEqual(expect.arrayContaining(["payEvent accepted P-778", "paymentFile accepted B-12"]));
    expect(
      context.store.db
        .select()
        .from(payment)
        .all()
        .every((each) => each.state === "paid"),
    ).toBe(true);
    const settled = context.store.db.select().from(journal).where(eq(journal.kind, "settlement")).all();
    expect(settled).toHaveLength(1);
    sendRun(context, actor, runId, ["payEvent", "paymentFile", "payslip"]);
    expect(
      rows()
        .filter((each) => each.state === "queued")
        .map((each) => each.channel),
    ).toEqual(["payslip", "payslip", "payslip"]);
    expect(verify(context.store).broken).toEqual([]);
  });
  it("of a refusal told by hand lead to the document made anew", () => {
    const { context, actor } = world;
    const runId = signed();
    const event = () =>
      context.store.db
        .select()
        .from(outbox)
        .where(and(eq(outbox.runId, runId), eq(outbox.channel, "payEvent")))
        .all();
    taken(context, actor, runId, event()[0]?.id ?? 0, { answer: "refused", receipt: null, note: "wrong branch" });
    expect(event()[0]).toMatchObject({ state: "refused", detail: expect.stringMatching(/told by .*: wrong branch/) });
    const wheel = () => sendView(context, runId).segments[3];
    expect(wheel()).toBe("wrong");
    sendAgain(context, actor, runId, "payEvent");
    expect(event().map((each) => each.state)).toEqual(["refused", "queued"]);
    // What was made again stands in its place.
    expect(wheel()).toBe("now");
  });
  it("waits longer with every try, an hour at the most", () => {
    expect([1, 2, 3, 4, 5, 6, 30].map(backOffMs)).toEqual([2000, 4000, 8000, 16_000, 32_000, 300_000, 3_600_000]);
  });
});

describe("a payment that covers several pays", () => {
  it("is taxed over them, and accrues leave for them", () => {
    const { context, actor, element } = world;
    const { runId, version } = readyRun(world);
    const [row] = readRun(context, actor, runId).rows;
    const one = row?.figures;
    const saved = saveRows(context, world.actor, runId, {
      version,
      rows: [{ payId: row?.payId ?? 0, periods: 3, lines: [{ elementId: element("ORD"), hours: "114" }] }],
    });
    const three = saved.rows[0]?.figures;
    expect(centsOf(three?.withheld ?? "0")).toBe(3 * centsOf(one?.withheld ?? "0"));
    expect(three?.leave.annual).toBe("8.7692");
  });
});

describe("the next run", () => {
  it("follows on the last period, from usual pay or from the last pay", () => {
    const { context, actor, businessId, cycleId, element } = world;
    const { runId, version } = readyRun(world);
    const [row] = readRun(context, actor, runId).rows;
    saveRows(context, world.actor, runId, {
      version,
      rows: [{ payId: row?.payId ?? 0, lines: [{ elementId: element("ORD"), hours: "30" }] }],
    });
    signOff(context, actor, runId, version + 1);
    const next = readRun(context, actor, openRun(context, actor, businessId, { cycleId, from: "last" }));
    expect([next.periodStart, next.payday, next.rows[0]?.lines[0]?.hours]).toEqual(["2026-06-29", "2026-07-09", "30"]);
    expect(next.rows[0]?.context?.toDate.gross).toBe("945.00");
    expect(next.last?.payday).toBe("2026-07-02");
  });
});
