/** One sheet for the practice: what every business has to pay over, and all that is ticked of it paid in one step. */
import type { DueKind } from "@zesty/contract/dues";
import type { BusinessDues, PaidSeveral, PlanOf, PlanOfBusiness, PrepareOf } from "@zesty/contract/payOver";
import { addDays } from "@zesty/core/calendar/dates";
import { type DueSums, standingOf } from "@zesty/core/dues/standing";
import { dueKey, payeeWords, sumsOfDues } from "../dues/readDues.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { ProblemError } from "../ground/problem.ts";
import { demandRight, mayPrepare } from "../ground/rights.ts";
import { preparePayment } from "./pay.ts";
import { planShown } from "./plan.ts";

interface Row extends DueSums {
  businessId: number;
  kind: DueKind;
  fundId: number;
  fund: string | null;
  payee: string;
  dueDate: string;
  people: number;
}

/** What falls due later than so many days from now is nobody's work today. */
const daysAhead = 62;

/** Businesses with something that no payment holds yet, each with its dues; what leaves first comes first. */
export function practiceDues(context: Context, actor: Actor): BusinessDues[] {
  const rows = context.store
    .prepared<[], Row>(
      `SELECT t.business_id AS businessId, t.kind AS kind, t.fund_id AS fundId, f.name AS fund, t.payee AS payee,
         t.due_date AS dueDate, COUNT(DISTINCT CASE WHEN t.person_id > 0 THEN t.person_id END) AS people, ${sumsOfDues}
       FROM due_total t LEFT JOIN fund f ON f.id = t.fund_id
       WHERE t.owed_cents <> t.received_cents + t.allocated_cents
       GROUP BY t.business_id, t.due_date, t.kind, t.fund_id, t.payee
       HAVING SUM(t.owed_cents - t.prepared_cents - t.sent_cents - t.received_cents - t.allocated_cents) > 0 ORDER BY t.due_date, t.kind, f.name, t.payee`,
    )
    .all();
  const found = new Map<number, Row[]>();
  for (const row of rows) found.set(row.businessId, [...(found.get(row.businessId) ?? []), row]);
  return [...found].flatMap(([businessId, own]): BusinessDues[] => {
    if (!mayPrepare(context, actor, businessId)) return [];
    const { name, country, duesFrom } = findBusiness(context, businessId);
    const today = todayAt(context, businessId);
    const { sendBy } = context.country(country).dues;
    const last = addDays(today, daysAhead);
    const dues = own.flatMap((row): BusinessDues["dues"] => {
      const { kind, dueDate, payee, people, fund } = row;
      const { unpaid, isLate } = standingOf(row, dueDate, today);
      const notFollowed = duesFrom !== null && dueDate < duesFrom && unpaid === row.owed;
      if (unpaid <= 0 || notFollowed || dueDate > last) return [];
      const fundId = row.fundId || null;
      return [
        {
          ...{ key: dueKey({ ...row, fundId }), dueDate, kind, fundId, payee, words: payeeWords(kind, fund, payee) },
          ...{ unpaidCents: unpaid, isLate, people, sendBy: sendBy(kind, dueDate), returnedCents: row.returned },
        },
      ];
    });
    return dues.length > 0 ? [{ businessId, business: name, today, dues }] : [];
  });
}

export function plansOf(context: Context, actor: Actor, payments: readonly PlanOf[]): PlanOfBusiness[] {
  for (const { business } of payments) demandRight(context, actor, business, "prepare");
  return payments.map(({ business, picks, date }) => ({
    ...{ business, plan: planShown(context, actor, business, picks, date) },
  }));
}

/** Each business by itself: what one of them refuses does not keep the others back. */
export function paySeveral(context: Context, actor: Actor, payments: readonly PrepareOf[]): PaidSeveral {
  const done: PaidSeveral = { paid: [], refused: [] };
  for (const { business, ...wanted } of payments)
    try {
      demandRight(context, actor, business, "prepare");
      done.paid.push({ business, id: preparePayment(context, actor, business, wanted) });
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      done.refused.push({ business, text: error.message });
    }
  return done;
}
