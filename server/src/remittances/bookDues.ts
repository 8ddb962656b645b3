/** The books of dues that were paid: what stood as payable against the bank; back again where the money came back. */
import { payrollYearOf } from "@zesty/core/countries/countries";
import type { Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { closingOf } from "../ground/yearClosed.ts";
import { journal, journalLine } from "../store/schema.ts";
import type { Part } from "./moveParts.ts";

interface Booking {
  businessId: number;
  number: number;
  on: string;
  /** the money came back, or never left */
  back: boolean;
}

/** What leaves is booked once a payment; of what comes back, each time that something does. */
export function bookDues(context: Context, { businessId, number, on, back }: Booking, parts: readonly Part[]): void {
  if (parts.length === 0) return;
  const { db } = context.store;
  const owner = findBusiness(context, businessId);
  const { accountOf } = context.country(owner.country).dues;
  const sums = new Map<string, number>();
  for (const { kind, cents } of parts) {
    const account = accountOf(kind, owner.postings);
    sums.set(account, (sums.get(account) ?? 0) + cents);
  }
  const reference = `DP-${String(number).padStart(4, "0")}${back ? "R" : ""}`;
  const earlier = context.store
    .prepared<[number, string], { n: number }>(
      "SELECT COUNT(*) AS n FROM journal WHERE business_id = ? AND kind = 'dues' AND reference GLOB ?",
    )
    .get(businessId, `${reference}*`)?.n;
  // The books of a closed year stay as they were closed: what is heard of later is posted on the day it is heard.
  const isClosed = closingOf(context, businessId, payrollYearOf(owner.country, on).from) !== null;
  const date = isClosed ? todayAt(context, businessId) : on;
  const { id: journalId } = db
    .insert(journal)
    .values({
      ...{ businessId, runId: null, kind: "dues", date },
      reference: back && earlier ? `${reference}${earlier + 1}` : reference,
      description: back ? `Dues that came back, payment ${number}` : `Dues paid, payment ${number}`,
    })
    .returning({ id: journal.id })
    .get();
  const what = back ? "Came back" : "Paid over";
  const line = (account: string, debit: number, credit: number) =>
    db
      .insert(journalLine)
      .values({ journalId, account, debitCents: debit, creditCents: credit, costCentre: null, payId: null, what })
      .run();
  for (const [account, cents] of sums) line(account, back ? 0 : cents, back ? cents : 0);
  const all = parts.reduce((sum, each) => sum + each.cents, 0);
  line(owner.postings.bank, back ? all : 0, back ? 0 : all);
}
