/**
 * A document that was not sent but taken to its receiver by hand (a portal, a counter, a bank's page), with the answer as
 * it was told: from here on it counts like one that was sent.
 */
import type { ByHand } from "@zesty/contract/sending";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { demandYearOpen } from "../ground/yearClosed.ts";
import { outbox } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import type { OutboxRow } from "./channels.ts";
import { allPaid, channelWords, settleAnswer } from "./settleAnswer.ts";

/** What was not sent; and what was taken over after a restore, where its receiver speaks of other lines than ours. */
export const isToldByHand = ({ channel, state, odd, knownAs }: OutboxRow): boolean =>
  channel !== "payslip" && (state === "prepared" || (state === "acknowledged" && odd && knownAs !== null));

export function taken(context: Context, actor: Actor, runId: number, messageId: number, said: ByHand): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const run = findRun(context, runId);
    const row = db.select().from(outbox).where(eq(outbox.id, messageId)).get();
    if (row?.runId !== runId || row.channel === "payslip") throw notFound("message");
    if (row.channel !== "paymentFile") demandYearOpen(context, run.businessId, run.payday);
    if (!isToldByHand(row))
      throw cannot(
        "not-waiting",
        "This document is on its way already, or answered. Only one that was not sent can be taken there by hand.",
      );
    const words = `${said.receipt ? `Receipt ${said.receipt}. ` : ""}${row.state === "prepared" ? "Taken there by hand, told by" : "What came of it was told by"} ${actor.name}${said.note ? `: ${said.note}` : "."}`;
    if (said.receipt) db.update(outbox).set({ receipt: said.receipt }).where(eq(outbox.id, row.id)).run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: `${row.state === "prepared" ? "took there by hand" : "told what came of"} the ${channelWords[row.channel]}: ${said.answer}`,
      about: `run ${run.number}, ${said.receipt ?? "no receipt"}`,
    });
    const lines = row.channel === "paymentFile" && said.answer === "accepted" ? allPaid(context, row.id) : [];
    settleAnswer(
      context,
      { ...row, receipt: said.receipt },
      said.answer === "accepted"
        ? { kind: "final", state: "accepted", detail: words, items: [], lines }
        : { kind: "refused", detail: words, items: [] },
    );
  });
  context.announce(runId);
}
