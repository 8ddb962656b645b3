/** What tests of dues ask of a small world: a due by its kind, where its money stands, and paying it as it is seen. */
import type { DuePick, DueView, PayeeView } from "@zesty/contract/dues";
import { savePayee } from "../dues/payees.ts";
import { readDues } from "../dues/readDues.ts";
import { preparePayment } from "../remittances/pay.ts";
import { planPayment } from "../remittances/plan.ts";
import type { SmallWorld } from "./smallWorld.ts";

export const clearing: PayeeView = {
  ...{ receiver: "clearingHouse", name: "Lime Clearing", bsb: "650-000", account: "40404040", reference: "" },
};
export const giveClearing = ({ context, actor, businessId }: SmallWorld): void =>
  savePayee(context, actor, businessId, clearing);

export function dueOf({ context, businessId }: SmallWorld, kind = "super"): DueView {
  const found = readDues(context, businessId).find((each) => each.kind === kind);
  if (!found) throw new Error(`Nothing of ${kind} is due.`);
  return found;
}
export const pick = ({ dueDate, kind, fundId }: DueView): DuePick => ({ dueDate, kind, fundId });

/** "owed 100, sent 40" */
export const statesOf = (world: SmallWorld, kind = "super"): string =>
  dueOf(world, kind)
    .parts.map((each) => `${each.state} ${each.cents}`)
    .join(", ");

/** Prepares what is left of a due, as seen, on the next day that banks work. */
export function payAsSeen(world: SmallWorld, picks: DuePick[] = [pick(dueOf(world))]): number {
  const { context, actor, businessId } = world;
  const plan = planPayment(context, businessId, picks);
  const confirmed = plan.lines.map((line) => line.receiver);
  return preparePayment(context, actor, businessId, { picks, date: plan.earliest, cents: plan.cents, confirmed });
}
