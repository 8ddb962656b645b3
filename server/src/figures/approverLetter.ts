/** The letter to who says yes to a run: what is paid, what differs and why, who is away; and the mail that leads to it. */
import type { ApproverLetter } from "@zesty/contract/approval";
import { addDays, dateWords, daysBetween } from "@zesty/core/calendar/dates";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText, dollars } from "@zesty/core/quantity/units";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { findRun } from "../ground/findRun.ts";
import { postLetter } from "../outbox/letters.ts";
import { readRun } from "../runs/readRun.ts";
import { approvalOf, askForYes, seenOf } from "../signOff/approval.ts";
import { lastThree, places } from "../store/crypt.ts";
import { linkOf } from "../users/invitations.ts";
import {
  aboutDays,
  awayNext,
  differencesOf,
  grossOf,
  mostPaydays,
  type RunRow,
  runsUpTo,
  sumsOf,
} from "./ownerPage.ts";

export function readLetter(context: Context, actor: Actor, runId: number): ApproverLetter {
  const view = readRun(context, actor, runId);
  const run = findRun(context, runId);
  const owner = findBusiness(context, run.businessId);
  const before = runsUpTo(context, run).filter((each) => each.id !== run.id && each.payday < run.payday);
  const [last] = before;
  const year = before.find((each) => Math.abs(daysBetween(each.payday, addDays(run.payday, -364))) <= aboutDays);
  const own: RunRow = { id: run.id, payday: run.payday, totals: run.totals };
  const included = view.rows.filter((row) => row.included);
  const now = new Map(included.map((row) => [row.personId, { name: row.name, gross: row.figures?.gross ?? "0.00" }]));
  const account = owner.bankAccount
    ? (JSON.parse(context.store.crypt.open(owner.bankAccount, places.businessBank(owner.bmsId))) as { account: string })
    : null;
  const approval = approvalOf(context, runId);
  return {
    ...{ runId, business: owner.name, payday: run.payday, period: { start: run.periodStart, end: run.periodEnd } },
    people: included.length,
    from: account ? lastThree(account.account) : "no account set",
    against: { last: last?.payday ?? null, year: year?.payday ?? null },
    sums: sumsOf(own, last, year),
    differences: last ? differencesOf(now, grossOf(context, last.id)) : [],
    away: awayNext(context, run.businessId, run.payday),
    paydays: [own, ...before]
      .slice(0, mostPaydays)
      .reverse()
      .map((each) => ({ payday: each.payday, cost: centsText(each.totals.cost ?? 0) })),
    rows: included.map((row) => ({
      ...{ payId: row.payId, name: row.name, net: row.figures?.net ?? "0.00" },
      last: row.context?.lastPay?.net ?? null,
    })),
    approval,
    isMine: approval.approverId === actor.userId,
    isOpen: run.state === "open",
    seen: seenOf(context, run),
  };
}

/** By mail only sums go, and the way to the letter. */
export function mailForYes(context: Context, actor: Actor, runId: number, userId: number): void {
  context.store.transaction(() => {
    const { email, name } = askForYes(context, actor, runId, userId);
    const letter = readLetter(context, actor, runId);
    const { businessId } = findRun(context, runId);
    const net = letter.sums.find((each) => each.title === "Paid to people");
    const lines = [
      `${name.split(" ")[0]}, ${actor.name} asks for your yes to the pays of ${letter.business} on ${dateWords(letter.payday)}.`,
      "",
      `${letter.people} ${letter.people === 1 ? "person is" : "people are"} paid ${dollars(decimal(net?.amount ?? "0"))}${net?.last ? `, ${net.last} against last time` : ""}.`,
      "",
      `Read it, then say yes or ask: ${linkOf(context, "yes", `run/${runId}/letter`)}`,
      "",
    ];
    postLetter(context, {
      ...{ to: email, from: actor.email, about: `yes to run ${runId}`, businessId, link: `/run/${runId}` },
      ...{ subject: `Your yes to payday ${dateWords(letter.payday)}: ${letter.business}`, text: lines.join("\n") },
    });
  });
  context.announce(runId);
}
