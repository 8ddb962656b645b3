/** What the bank booked and what was sent to it, side by side. */
import type { BankLineView, BankView, SentToBank } from "@zesty/contract/bankStatements";
import { addDays, daysBetween } from "@zesty/core/calendar/dates";
import { centsText } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { openAccount } from "../setup/businessRow.ts";
import { lastThree } from "../store/crypt.ts";
import { type Sent, sentToBank } from "./sent.ts";

interface LineRow {
  id: number;
  date: string;
  cents: number;
  text: string;
  matchId: number | null;
  payment: string | null;
  part: string | null;
  how: "whole" | "part" | "return" | "notOurs" | null;
  reason: string | null;
  by: string | null;
}

/** @param months so many of the past */
export function readBank(context: Context, businessId: number, months = 3): BankView {
  const { store } = context;
  const from = addDays(todayAt(context, businessId), -31 * months);
  const account = openAccount(context, findBusiness(context, businessId));
  const statements = store
    .prepared<[number], BankView["statements"][number]>(
      `SELECT s.id AS id, s.name AS name, s."from" AS "from", s."to" AS "to", s.at AS at, s.closing_cents AS closing,
         (SELECT COUNT(*) FROM bank_line l WHERE l.statement_id = s.id) AS lines
       FROM bank_statement s WHERE s.business_id = ? ORDER BY s.id DESC LIMIT 20`,
    )
    .all(businessId);
  const rows = store
    .prepared<[number, string], LineRow>(
      `SELECT l.id AS id, l.date AS date, l.cents AS cents, l.text AS text, m.id AS matchId,
         CASE WHEN m.outbox_id IS NOT NULL THEN 'run ' || m.outbox_id WHEN m.due_payment_id IS NOT NULL THEN 'dues ' || m.due_payment_id END AS payment,
         CAST(m.part AS TEXT) AS part, m.how AS how, m.reason AS reason, u.name AS "by"
       FROM bank_line l LEFT JOIN bank_match m ON m.line_id = l.id AND m.ended_at IS NULL LEFT JOIN user u ON u.id = m.user_id
       WHERE l.business_id = ? AND l.date >= ? ORDER BY l.date DESC, l.id DESC`,
    )
    .all(businessId, from);
  // Only what a statement could have shown is asked for.
  const since = statements.map((each) => each.from).sort()[0];
  const sent = since === undefined ? [] : sentToBank(context, businessId, since > from ? since : from);
  const byId = new Map(sent.map((each) => [each.id, each]));
  const seen = new Map<string, Set<string>>();
  for (const { payment, part, how } of rows)
    if (payment !== null && how !== "return") seen.set(payment, (seen.get(payment) ?? new Set()).add(part ?? "whole"));
  const isSeen = (id: string, part: string) => seen.get(id)?.has("whole") === true || seen.get(id)?.has(part) === true;
  const payments = sent.map((each): SentToBank => {
    const parts = each.parts.map(({ id, words, cents }) => ({ id, words, cents, seen: isSeen(each.id, id) }));
    const seenCents = parts.reduce((sum, part) => sum + (part.seen ? part.cents : 0), 0);
    return { ...each, parts, seenCents };
  });
  const open = payments.filter((each) => each.seenCents === 0);
  return {
    account: account ? lastThree(account.account) : null,
    statements,
    payments: payments.reverse(),
    lines: rows.map((row): BankLineView => {
      const of = row.payment === null ? undefined : byId.get(row.payment);
      return {
        ...{ id: row.id, date: row.date, cents: row.cents, text: row.text },
        match:
          row.matchId === null || row.how === null
            ? null
            : {
                ...{ id: row.matchId, payment: row.payment ?? "", part: row.part, how: row.how, by: row.by },
                ...{ reason: row.reason ?? "", words: wordsOf(row, of), link: of?.link ?? null },
              },
        hint: row.matchId === null ? (row.cents > 0 ? backHint(row, payments) : hintOf(row, open)) : null,
      };
    }),
  };
}

function wordsOf({ how, part }: LineRow, of: Sent | undefined): string {
  if (how === "notOurs") return "nothing of payroll's";
  const name = of?.parts.find((each) => each.id === part)?.words;
  return `${how === "return" ? "Came back: " : ""}${name ? `${name}, ` : ""}${of?.words ?? "a payment of before"}`;
}

/** A credit as much as something that left some days before may be its return: a person says so. */
function backHint({ cents, date }: LineRow, payments: readonly SentToBank[]): string | null {
  const like = payments.flatMap((each) => {
    const days = daysBetween(each.on, date);
    return days < 0 || days > 10 ? [] : each.parts.filter((part) => part.seen && part.cents === cents);
  });
  return like[0] ? `As much as went to ${like[0].words}: say whether that came back.` : null;
}

/** One of ours that it would be but for some cents, within the days of a booking. */
function hintOf({ cents, date }: LineRow, open: readonly SentToBank[]): string | null {
  if (cents >= 0) return null;
  const near = open.find((each) => {
    const days = daysBetween(each.on, date);
    return days >= 0 && days <= 4 && each.cents !== -cents && Math.abs(each.cents + cents) <= 100;
  });
  if (near)
    return `${centsText(Math.abs(near.cents + cents))} ${-cents > near.cents ? "more" : "less"} than ${near.words}`;
  const alike = open.filter((each) => each.cents === -cents);
  return alike.length > 1 ? `As much as ${alike.length} of ours: say which.` : null;
}
