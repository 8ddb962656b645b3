/** What came back stays until that very thing is paid or taken, and is made again with the particulars of the day. */
import { and, eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import { readDocument } from "../documents/documents.ts";
import { findRun } from "../ground/findRun.ts";
import { saveSection } from "../people/savePerson.ts";
import { segmentsOf } from "../row/segments.ts";
import { answerItem, outbox, payment } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { sendAgain, sendRun, sendView } from "./sendRun.ts";
import { settleAnswer } from "./settleAnswer.ts";

let world: SmallWorld;
afterEach(() => world.end());

type Channel = "payEvent" | "paymentFile" | "employmentInformation" | "payslip";
const newest = (runId: number, channel: Channel) => {
  const rows = world.context.store.db
    .select()
    .from(outbox)
    .where(and(eq(outbox.runId, runId), eq(outbox.channel, channel)))
    .all();
  const row = rows.at(-1);
  if (!row) throw new Error(`No ${channel}.`);
  return row;
};
const text = (runId: number, channel: Channel) =>
  readDocument(world.context, newest(runId, channel).documentId ?? 0).bytes.toString("latin1");
const took = (runId: number, channel: Channel, items: { payrollId: string; text: string }[] = []) =>
  settleAnswer(world.context, newest(runId, channel), {
    ...{ kind: "final", state: items.length > 0 ? "partial" : "accepted", detail: "" },
    items: items.map((each) => ({ ...each, severity: "error", code: "E07" })),
  });
/** The bank answers each line of the newest file. @param back lines that came back */
const paid = (runId: number, back: number[] = []) => {
  const row = newest(runId, "paymentFile");
  const lines = world.context.store.db.select().from(payment).where(eq(payment.outboxId, row.id)).all();
  settleAnswer(world.context, row, {
    ...{ kind: "final", state: back.length > 0 ? "partial" : "accepted", detail: "", items: [] },
    lines: lines.map(({ line }) => ({
      ...{ line, state: back.includes(line) ? "returned" : "paid", reason: back.includes(line) ? "closed" : "" },
    })),
  });
};
const open = () =>
  world.context.store.db
    .select()
    .from(answerItem)
    .where(eq(answerItem.open, true))
    .all()
    .map((each) => each.code);
const state = (runId: number) => findRun(world.context, runId).state;
const wheel = (runId: number) => segmentsOf(world.context, findRun(world.context, runId))[3];

describe("four days after the payday", () => {
  const tail = "Alex Sample0";
  it("pays to the account that was given today, and reports the number of today (Australia)", () => {
    world = smallWorld(1);
    const { context, actor, personIds } = world;
    const id = personIds[0] ?? 0;
    const runId = signRun(world, openUsual(world));
    const { payday } = findRun(context, runId);
    sendRun(context, actor, runId, ["payEvent", "paymentFile"]);
    took(runId, "payEvent", [{ payrollId: "E0", text: "number" }]);
    paid(runId, [0]);
    context.clock.moveTo("2026-07-06");
    saveSection(context, actor, id, "bank", {
      from: "2026-07-06",
      parts: [{ bsb: "990-112", account: "77001122", title: tail, kind: "rest", value: "" }],
    });
    saveSection(context, actor, id, "tax", {
      ...{ from: "2026-07-06", numberStatus: "given", fileNumber: "876543210", pendingSince: null },
      ...{ residency: "resident", taxFreeThreshold: false, studyLoan: false, medicare: "levy" },
      ...{ medicareDependants: null, offsetsPerYear: null, extraPerPay: null },
    });
    sendAgain(context, actor, runId, "paymentFile");
    expect(text(runId, "paymentFile")).toMatch(/77001122/);
    expect(text(runId, "paymentFile")).not.toMatch(/10000000/);
    // The day that the bank is asked for is no day of the past.
    expect(payday).toBe("2026-07-02");
    expect(text(runId, "paymentFile").slice(74, 80)).toBe("060726");
    expect(sendView(context, runId).rows.at(-1)?.pays).toEqual([
      { person: "Alex Sample0", cents: expect.any(Number), to: "••• 122", sameAccount: false },
    ]);
    // Made once more as it was answered: the number is today's, the way it was taxed is that of the pay.
    context.store.db
      .update(outbox)
      .set({ state: "rejected" })
      .where(eq(outbox.id, newest(runId, "payEvent").id))
      .run();
    const before = text(runId, "payEvent");
    sendAgain(context, actor, runId, "payEvent");
    const after = text(runId, "payEvent");
    expect(after).toContain("876543210");
    const treatment = (xml: string) => /TaxTreatment[^>]*>([^<]*)</.exec(xml)?.[1];
    expect(treatment(after)).toBe(treatment(before));
  });
  it("pays and files with what is on record today (New Zealand)", () => {
    world = smallWorldNz(1);
    const { context, actor, personIds } = world;
    const runId = signRun(world, openUsual(world));
    sendRun(context, actor, runId, ["employmentInformation", "paymentFile"]);
    took(runId, "employmentInformation");
    paid(runId, [0]);
    context.clock.moveTo("2026-07-06");
    saveSection(context, actor, personIds[0] ?? 0, "bank", {
      from: "2026-07-06",
      parts: [{ bsb: "", account: "01-0902-0068389-001", title: tail, kind: "rest", value: "" }],
    });
    saveSection(context, actor, personIds[0] ?? 0, "taxCode", {
      ...{ from: "2026-07-06", code: "S", irdNumber: "049091850", specialRate: null, until: null },
      ...{ slcir: null, slbor: null, lowerMinimum: false },
    });
    sendAgain(context, actor, runId, "paymentFile");
    expect(text(runId, "paymentFile")).toContain("068389-001");
    expect(text(runId, "paymentFile")).toMatch(/2026-07-06|20260706/);
    sendAgain(context, actor, runId, "employmentInformation");
    expect(text(runId, "employmentInformation")).toMatch(/49091850/);
    // The code that the tax was worked by, not the one from today on.
    expect(text(runId, "employmentInformation")).toMatch(/,M,/);
  });
});

describe("what stands open", () => {
  it("is not closed by an answer of another channel, and the run is not settled until that payment is made", () => {
    world = smallWorld(2);
    const { context, actor } = world;
    const runId = signRun(world, openUsual(world));
    sendRun(context, actor, runId, ["payEvent", "paymentFile", "payslip"]);
    context.store.db.update(outbox).set({ state: "accepted" }).where(eq(outbox.channel, "payslip")).run();
    took(runId, "payEvent");
    paid(runId, [1]);
    expect([state(runId), wheel(runId), open()]).toEqual(["sent", "wrong", ["RETURNED"]]);
    const next = signRun(world, openUsual(world));
    sendRun(context, actor, next, ["payEvent"]);
    took(next, "payEvent");
    expect(open()).toEqual(["RETURNED"]);
    sendAgain(context, actor, runId, "paymentFile");
    expect([newest(runId, "paymentFile").state, open()]).toEqual(["prepared", ["RETURNED"]]);
    expect(sendView(context, runId).rows.at(-1)?.pays?.[0]?.sameAccount).toBe(true);
    sendRun(context, actor, runId, ["paymentFile"]);
    paid(runId);
    expect([state(runId), wheel(runId), open()]).toEqual(["settled", "done", []]);
  });
  it("is closed by a newer event of the same year, which settles the run that it stood in", () => {
    world = smallWorld(1);
    const { context, actor } = world;
    const runId = signRun(world, openUsual(world));
    sendRun(context, actor, runId, ["payEvent", "paymentFile", "payslip"]);
    context.store.db.update(outbox).set({ state: "accepted" }).where(eq(outbox.channel, "payslip")).run();
    paid(runId);
    took(runId, "payEvent", [{ payrollId: "E0", text: "postcode" }]);
    expect([state(runId), open()]).toEqual(["sent", ["E07"]]);
    const next = signRun(world, openUsual(world));
    sendRun(context, actor, next, ["payEvent"]);
    took(next, "payEvent");
    expect([state(runId), open()]).toEqual(["settled", []]);
  });
  it("is closed by the filing of its own payday alone (New Zealand)", () => {
    world = smallWorldNz(1);
    const { context, actor } = world;
    const runId = signRun(world, openUsual(world));
    sendRun(context, actor, runId, ["employmentInformation"]);
    took(runId, "employmentInformation", [{ payrollId: "N0", text: "code" }]);
    const next = signRun(world, openUsual(world));
    sendRun(context, actor, next, ["employmentInformation"]);
    took(next, "employmentInformation");
    expect(open()).toEqual(["E07"]);
    sendAgain(context, actor, runId, "employmentInformation");
    took(runId, "employmentInformation");
    expect(open()).toEqual([]);
  });
  it("a payslip that was not delivered stands by name on desk and readiness, until it goes to a mended address", () => {
    world = smallWorld(1);
    const { context, actor } = world;
    const runId = signRun(world, openUsual(world));
    sendRun(context, actor, runId, ["payEvent", "paymentFile", "payslip"]);
    took(runId, "payEvent");
    paid(runId);
    const undelivered = { kind: "refused" as const, detail: "no such address", items: [] };
    settleAnswer(context, newest(runId, "payslip"), undelivered);
    const onDesk = () => readDesk(context, actor).toDo.filter((each) => /payslip was not delivered/.test(each.words));
    expect([state(runId), wheel(runId), onDesk().map((each) => each.words)]).toEqual([
      "signedOff",
      "wrong",
      ["Alex Sample0: The payslip was not delivered: no such address."],
    ]);
    // Again, and again in vain: once, with the newest reason.
    sendAgain(context, actor, runId, "payslip");
    settleAnswer(context, newest(runId, "payslip"), { ...undelivered, detail: "the box is full" });
    expect(onDesk().map((each) => each.words)).toEqual([
      "Alex Sample0: The payslip was not delivered: the box is full.",
    ]);
    sendAgain(context, actor, runId, "payslip");
    took(runId, "payslip");
    expect([state(runId), wheel(runId), onDesk()]).toEqual(["settled", "done", []]);
  });
});
