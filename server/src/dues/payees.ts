/** Where dues are paid to: the newest row of a receiver counts. */
import type { DuesView, PayeeView } from "@zesty/contract/dues";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { stampOf } from "../http/seen.ts";
import { payee } from "../store/schema.ts";
import { record } from "../store/trail.ts";

export type Payee = typeof payee.$inferSelect;

/** The newest account of each receiver. */
export const payeesOf = ({ store }: Context, businessId: number): Map<string, Payee> =>
  new Map(
    store
      .prepared<[number], Payee>(
        "SELECT id, business_id AS businessId, receiver, name, bsb, account, reference, at FROM payee WHERE business_id = ? ORDER BY id",
      )
      .all(businessId)
      .map((row) => [row.receiver, row]),
  );

/** The receiver of deductions that are passed on to somebody by name. */
export const deductionFor = (payee: string): string => `deduction ${payee}`;

/** Whoever something was deducted for. */
const deductedFor = ({ store }: Context, businessId: number) =>
  store
    .prepared<[number], { payee: string }>(
      "SELECT DISTINCT payee FROM due_total WHERE business_id = ? AND payee <> '' ORDER BY payee",
    )
    .all(businessId)
    .map(({ payee }) => ({ receiver: deductionFor(payee), title: payee }));

export function readPayees(context: Context, businessId: number): DuesView["payees"] {
  const { dues } = context.country(findBusiness(context, businessId).country);
  const given = payeesOf(context, businessId);
  return [...dues.receivers, ...deductedFor(context, businessId)].map(({ receiver, title }) => {
    const row = given.get(receiver);
    const { name = "", bsb = "", account = "", reference = "" } = row ?? {};
    const shown = row ? { receiver, name, bsb, account, reference } : null;
    return { receiver, title, given: shown, stamp: stampOf(shown) };
  });
}

/** An account that money goes to is appended: what was paid before keeps what it was paid to. */
export function savePayee(context: Context, actor: Actor, businessId: number, given: PayeeView): void {
  const { store, clock } = context;
  const { dues } = context.country(findBusiness(context, businessId).country);
  const known = [...dues.receivers, ...deductedFor(context, businessId)].find(
    (each) => each.receiver === given.receiver,
  );
  if (!known) throw cannot("no-receiver", "Nothing of this business goes to such a receiver.");
  const text = dues.accountFault(given.bsb, given.account);
  if (text) throw cannot("no-account", text, { errors: [{ path: "account", text }] });
  store.transaction(() => {
    store.db
      .insert(payee)
      .values({ businessId, at: clock.now(), ...given })
      .run();
    record(store, {
      ...{ at: clock.now(), userId: actor.userId, businessId, what: "set where dues are paid to" },
      about: `${known.title}: ${given.name}`,
    });
  });
}
