/** The newest event replaced whole: under the first one's number, and only where nothing has gone out after it. */
import { eq } from "drizzle-orm";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readDocument } from "../documents/documents.ts";
import { findRun } from "../ground/findRun.ts";
import { saveSection } from "../people/savePerson.ts";
import { outbox } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readYearProof } from "../year/proof.ts";
import { replaceable, replacedBy, replaceEvent } from "./replaceEvent.ts";
import { sendAgain, sendRun, sendView } from "./sendRun.ts";
import { settleAnswer } from "./settleAnswer.ts";

let world: SmallWorld;
beforeEach(() => {
  world = smallWorld(1);
});
afterEach(() => world.end());

const signed = () => {
  const runId = signRun(world, openUsual(world));
  sendRun(world.context, world.actor, runId, ["payEvent"]);
  return runId;
};
const events = (runId: number) =>
  world.context.store.db
    .select()
    .from(outbox)
    .where(eq(outbox.runId, runId))
    .all()
    .filter((row) => row.channel === "payEvent");
const answer = (runId: number, state: "accepted" | "rejected") => {
  const row = events(runId).at(-1);
  if (!row) throw new Error("No event.");
  world.context.store.db
    .update(outbox)
    .set({ receipt: `R-${row.id}` })
    .where(eq(outbox.id, row.id))
    .run();
  settleAnswer(world.context, row, { kind: "final", state, detail: "", items: [] });
};
const replace = (runId: number) => replaceEvent(world.context, world.actor, runId, { reason: "Wrong addresses" });
const xml = (id: number | null | undefined) => readDocument(world.context, id ?? 0).bytes.toString();
const said = (text: string, name: string) => new RegExp(`<[^>]*${name}>([^<]*)<`).exec(text)?.[1];

describe("an event replaced whole", () => {
  it("goes out under the first one's number, flagged, with people as they are on record now", () => {
    const runId = signed();
    answer(runId, "accepted");
    expect(replaceable(world.context, findRun(world.context, runId))).toMatch(/^I am authorised/);
    const address = { line1: "9 Other St", suburb: "Sampleton", state: "VIC", postcode: "3350" };
    saveSection(world.context, world.actor, world.personIds[0] ?? 0, "details", {
      ...{ familyName: "Sample0", givenName: "Alex", birthDate: "1990-02-03", email: null, phone: null, address },
      ...{ startDate: "2020-01-06", endDate: null, payslipMessage: null, privateNotes: null },
    });
    replace(runId);
    const [first, second] = events(runId);
    expect([first?.state, second?.state, second?.replacesId]).toEqual(["accepted", "queued", first?.id]);
    expect(second?.messageId).not.toBe(first?.messageId);
    const [was, is] = [xml(first?.documentId), xml(second?.documentId)];
    for (const name of ["InteractionTransactionId", "PaymentRecordTransactionD", "InteractionRecordCt"])
      expect(said(is, name), name).toBe(said(was, name));
    expect([said(was, "AmendmentI"), said(is, "AmendmentI")]).toEqual(["false", "true"]);
    expect(is).toContain("9 Other St");
    answer(runId, "accepted");
    expect(events(runId).map((row) => row.state)).toEqual(["replaced", "accepted"]);
    // Replaced once more it still has the first one's number, and none of the receipts before is its own.
    replace(runId);
    expect(replacedBy(world.context, events(runId)[2] as never)).toEqual({
      submissionId: first?.messageId,
      receipts: [`R-${second?.id}`, `R-${first?.id}`],
    });
  });
  it("leaves the one before as it was where it is not taken", () => {
    const runId = signed();
    answer(runId, "accepted");
    replace(runId);
    expect(() => replace(runId)).toThrow(/Only the newest event/);
    answer(runId, "rejected");
    expect(events(runId).map((row) => row.state)).toEqual(["accepted", "rejected"]);
    expect(readYearProof(world.context, world.businessId, "2026-07-01").rows[0]?.reportedOn).toBe("2026-07-02");
    expect(() => sendAgain(world.context, world.actor, runId, "payEvent")).toThrow(/Replace it again, as a whole/);
    expect(sendView(world.context, runId).replaceable).not.toBeNull();
    replace(runId);
    expect(events(runId)[2]?.replacesId).toBe(events(runId)[0]?.id);
  });
  it("is not for one that a newer one has overtaken, nor for one without an answer, nor in New Zealand", async () => {
    const first = signed();
    expect(() => replace(first)).toThrow(/Only the newest event/);
    answer(first, "accepted");
    const second = signed();
    expect(() => replace(first)).toThrow(/Only the newest event/);
    answer(second, "accepted");
    expect([first, second].map((run) => sendView(world.context, run).replaceable !== null)).toEqual([false, true]);
    await world.end();
    world = smallWorldNz(1);
    const filed = signRun(world, openUsual(world));
    expect(sendView(world.context, filed).replaceable).toBeNull();
    expect(() => replace(filed)).toThrow(/Only the newest event/);
  });
});
