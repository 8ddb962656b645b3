/**
 * What became of the demo's dues: paid in their time and receipted, but for what is planted. Saltbush tried a part of the
 * June quarter's super early, and one contribution came back; its withholding of May was forgotten.
 */
import type { DuePick, DueView } from "@zesty/contract/dues";
import type { Application } from "../app/application.ts";
import { takeStatementIn } from "../bankStatements/takeIn.ts";
import { savePayee } from "../dues/payees.ts";
import { readDues } from "../dues/readDues.ts";
import type { Actor } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { payByHand } from "../remittances/byHand.ts";
import { preparePayment } from "../remittances/pay.ts";
import { planPayment } from "../remittances/plan.ts";
import { openAccount } from "../setup/businessRow.ts";
import type { Made } from "./makeBusiness.ts";

/** The payday after which Saltbush sends super early, and whose contribution comes back. */
const early = { day: "2026-06-11", back: "SCK05" };
const forgotten = "2026-06-22";

const pick = ({ dueDate, kind, fundId, payee }: DueView): DuePick => ({ dueDate, kind, fundId, payee });

export function giveReceivers({ context }: Application, actor: Actor, made: readonly Made[]): void {
  for (const { businessId } of made) {
    const owner = findBusiness(context, businessId);
    const give = (receiver: string, name: string, bsb: string, account: string, reference: string) =>
      savePayee(context, actor, businessId, { receiver, name, bsb, account, reference });
    if (owner.ird === null) {
      give("clearingHouse", "Limeleaf Clearing", "990-404", "40404040", "");
      give("taxOffice", "Tax office", "990-093", "93093093", `00${owner.abn.slice(0, 9)}`);
    } else give("inlandRevenue", "Inland Revenue", "", "01-0902-0068389-000", owner.ird);
  }
}

const tellStandins = ({ settings }: Application["context"], rules: object[]): Promise<unknown> =>
  fetch(`${settings.services.control}/scenario`, {
    method: "PUT",
    headers: { "Content-Type": "application/json", "X-Sim": "1" },
    body: JSON.stringify({ rules }),
  });

/** Saltbush pays one fund of the running quarter; the fund does not know one of its members. */
export async function payEarly(
  { context, outbox }: Application,
  actor: Actor,
  { businessId }: Made,
  payday: string,
): Promise<void> {
  if (payday !== early.day) return;

  await tellStandins(context, [
    {
      ...{ service: "super", operation: "batch", fault: "REJECT_LINE", uses: -1 },
      ...{ match: { payrollId: early.back }, with: { code: "SM-02", text: "birth date differs from the fund's" } },
    },
  ]);
  const open = readDues(context, businessId).filter((each) => each.kind === "super" && each.unpaidCents > 0);
  const dearest = open.reduce((most, each) => (each.people > most.people ? each : most));
  const picks = [pick(dearest)];
  const plan = planPayment(context, businessId, picks);
  const confirmed = plan.lines.map((line) => line.receiver);
  preparePayment(context, actor, businessId, { picks, date: plan.earliest, cents: plan.cents, confirmed });
  await outbox.drain();
}

/** The bank's statement of Saltbush, as far as its payroll goes back; a payment by hand is not in it. */
export async function bringStatement({ context }: Application, actor: Actor, { businessId }: Made): Promise<void> {
  const { bmsId } = findBusiness(context, businessId);
  const span = new URLSearchParams({ business: bmsId, from: "2026-04-01", to: "2026-06-24", format: "camt053" });
  const account = openAccount(context, findBusiness(context, businessId))?.account ?? "";
  const answer = await fetch(`${context.settings.services.bank}/v1/accounts/${account}/statement?${span.toString()}`);
  const data = Buffer.from(await answer.text()).toString("base64");
  takeStatementIn(context, actor, businessId, { name: "Statement to 24 June", data });
}

/** Whatever fell due until today was paid by hand some days before, each with a receipt. */
export async function payWhatFellDue({ context }: Application, actor: Actor, made: readonly Made[]): Promise<void> {
  await tellStandins(context, []);
  for (const { businessId, story } of made) {
    const today = todayAt(context, businessId);
    const { bankDay } = context.country(findBusiness(context, businessId).country).dues;
    const due = readDues(context, businessId, 3).filter((each) => each.dueDate < today && each.unpaidCents > 0);
    const days = [...new Set(due.map((each) => each.dueDate))].sort();
    for (const [at, day] of days.entries()) {
      const picked = due.filter(
        (each) =>
          each.dueDate === day &&
          !(story.business.name === "Saltbush Cycle Kitchen" && each.kind === "withholding" && day === forgotten),
      );
      for (const kinds of [
        picked.filter((each) => each.kind === "super"),
        picked.filter((each) => each.kind !== "super"),
      ]) {
        const [first] = kinds;
        if (!first) continue;
        const on = first.sendBy ?? bankDay(day);
        payByHand(context, actor, businessId, {
          ...{ picks: kinds.map(pick), cents: kinds.reduce((sum, each) => sum + each.unpaidCents, 0), on },
          receipt: `EFT ${String(4100 + at)}`,
          ...(first.kind === "super" ? { receivedOn: day } : {}),
        });
      }
    }
  }
}
