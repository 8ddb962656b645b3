/** Balances changed by hand: an adjustment with its reason, and leave paid out in place of being taken. */
import type { AdjustLeave, CashOutLeave } from "@zesty/contract/leave";
import { dateWords } from "@zesty/core/calendar/dates";
import { leaveKindsIn } from "@zesty/core/countries/leave";
import { decimal } from "@zesty/core/quantity/decimal";
import { toE4 } from "@zesty/core/quantity/units";
import { and, desc, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { leaveEntry, pay, payRun, person } from "../store/schema.ts";
import { record } from "../store/trail.ts";

export const refused = (path: string, text: string) => cannot("leave-refused", text, { errors: [{ path, text }] });

const nameOf = (context: Context, personId: number): { name: string; businessId: number; startDate: string } => {
  const row = context.store.db.select().from(person).where(eq(person.id, personId)).get();
  if (!row) throw notFound("person");
  return { name: `${row.givenName} ${row.familyName}`, businessId: row.businessId, startDate: row.startDate };
};

/** What stands in the ledgers of people: another text once anything was added. */
export const ledgerStamps = ({ store }: Context, ids: readonly number[]): ReadonlyMap<number, string> =>
  new Map(
    store
      .prepared<[string], { id: number; stamp: string }>(
        `SELECT p.id AS id, COUNT(e.id) || ' ' || coalesce(MAX(e.id), 0) AS stamp FROM person p
         LEFT JOIN leave_entry e ON e.person_id = p.id WHERE p.id IN (SELECT value FROM json_each(?)) GROUP BY p.id`,
      )
      .all(JSON.stringify(ids))
      .map(({ id, stamp }) => [id, stamp]),
  );

export function adjustBalance(context: Context, actor: Actor, personId: number, wanted: AdjustLeave): void {
  const { name, businessId, startDate } = nameOf(context, personId);
  const { country } = findBusiness(context, businessId);
  const kind = leaveKindsIn(country).find((each) => each.code === wanted.kind);
  if (!kind?.kept) throw refused("kind", "No balance is kept of this kind of leave.");
  const amount = decimal(wanted.amount);
  if (amount.isZero())
    throw refused("amount", "Nought changes nothing. Write what is added, or taken off with a minus.");
  if (wanted.date < startDate)
    throw refused("date", `${name} was not employed then; the first day was ${dateWords(startDate)}.`);
  context.store.transaction(() => {
    const { kind: code, date, reason } = wanted;
    context.store.db
      .insert(leaveEntry)
      .values({ personId, kind: code, date, amountE4: toE4(amount), why: "adjusted", reason })
      .run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: `adjusted ${kind.words.toLowerCase()} by ${amount.toString()} ${kind.unit}`,
      about: `${name}, ${date}: ${reason}`,
    });
  });
}

const alike = (one?: string, other?: string): boolean =>
  one === undefined || other === undefined ? one === other : decimal(one).eq(decimal(other));

/** @returns the open run that the line went into; its checks say what of the law is still wanted */
export function cashOut(context: Context, actor: Actor, personId: number, wanted: CashOutLeave): { runId: number } {
  const { name, businessId } = nameOf(context, personId);
  const { cashOut: allowed } = context.country(findBusiness(context, businessId).country).leave;
  if (decimal(wanted.amount).isZero()) throw refused("amount", "Nought changes nothing.");
  if (!allowed.kinds.includes(wanted.kind)) throw refused("kind", "This kind of leave is not cashed out.");
  return context.store.transaction(() => {
    const row = context.store.db
      .select({ payId: pay.id, runId: payRun.id, included: pay.included, number: payRun.number })
      .from(pay)
      .innerJoin(payRun, eq(pay.runId, payRun.id))
      .where(and(eq(pay.personId, personId), eq(payRun.state, "open"), eq(payRun.kind, "cycle")))
      .orderBy(desc(payRun.id))
      .get();
    if (!row) throw refused("amount", `${name} is in no open run. Open the run of the next payday first.`);
    if (!row.included)
      throw refused("amount", `${name} is left out of run ${row.number}. Bring ${name} into it again first.`);
    const view = readRun(context, actor, row.runId);
    const known = view.rows.find((each) => each.payId === row.payId);
    const line = allowed.line(context, {
      businessId,
      personId,
      name,
      kind: wanted.kind,
      amount: wanted.amount,
      agreed: wanted.agreed ?? null,
    });
    const lines = known?.lines ?? [];
    const before = lines.find((each) => each.elementId === line.elementId && each.corrects === undefined);
    // Twice the same is once; of another amount nobody can tell whether it is added or put right.
    if (
      before &&
      !(alike(before.hours, line.hours) && alike(before.units, line.units) && alike(before.amount, line.amount))
    )
      throw refused(
        "amount",
        `Run ${row.number} cashes out ${before.hours ?? before.units} ${before.hours === undefined ? "" : "h "}already. Change it in the row of ${name}.`,
      );
    if (!before)
      saveRows(context, actor, row.runId, {
        version: view.version,
        rows: [{ payId: row.payId, lines: [...lines, line] }],
      });
    return { runId: row.runId };
  });
}
