/**
 * Leave that arose by service in pays that are signed off, where the facts that it arose by change afterwards: what would
 * have arisen by the facts before and by those after, and the difference put into the ledger on its own day. An undone
 * change takes it out by the same way; what has not been signed off arises by itself.
 */
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import { type Grant, grantsBetween } from "@zesty/core/nz/entitlement";
import { leaveKindNz } from "@zesty/core/nz/pay/elements";
import { decimal } from "@zesty/core/quantity/decimal";
import { fromE4, toE4 } from "@zesty/core/quantity/units";
import { holidayRules } from "@zesty/core/rulebook/nz/holidayRules";
import type { Context } from "../ground/context.ts";
import { datedRecords, datedRecordsNz } from "../store/dated.ts";
import { leaveEntry, person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { entriesOf, firstPaidDays, hoursOfCasuals, ledgersNz } from "./ledger.ts";
import { standingGrants, standingLapses } from "./standing.ts";

type Entry = typeof leaveEntry.$inferSelect;

interface Paid {
  id: number;
  end: IsoDate;
}

/** Pays of cycles that stand, the earliest period first. */
const paysOf = ({ store }: Context, personId: number): Paid[] =>
  store
    .prepared<[number], Paid>(
      `SELECT s.id AS id, r.period_end AS "end" FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
       WHERE s.person_id = ? AND s.kind = 'pay' AND r.kind <> 'correction' AND r.state NOT IN ('open', 'takenBack')
       ORDER BY r.period_end, s.id`,
    )
    .all(personId);

/** The ledger of a person up to a day, and all that arises by then by the facts as they stand. */
function arisenBy(context: Context, personId: number, upTo: IsoDate) {
  const rules = context.rules.find(holidayRules, upTo)?.figures;
  const [who] = rowsOf(context.store.sqlite, person, "WHERE t.id = ?", personId);
  if (!rules || !who) return null;
  const ids = [personId];
  const { terms } = datedRecords(context.store.db, ids, upTo);
  const { holidays } = datedRecordsNz(context.store.db, ids, upTo);
  const hours = hoursOfCasuals(context, ids, (id) => terms.get(id)?.basis);
  const firstPaid = firstPaidDays(context, ids);
  const ledger = ledgersNz(context, [who], upTo, holidays, firstPaid, rules, hours).get(personId);
  if (!ledger) return null;
  const brought = (kind: string) =>
    ledger.entries.findLast((entry) => entry.kind === kind && entry.why === "opening")?.date ??
    (who.startDate < (firstPaid.get(personId) ?? "") ? addDays(firstPaid.get(personId) ?? "", -1) : "");
  // What arose before this program, or is in the balance that was brought, is none of its grants.
  const grants = grantsBetween(ledger.service, null, upTo, rules).filter(({ kind, date }) => date > brought(kind));
  return { grants, pending: ledger.pending, rules };
}

const same = (a: Grant, b: Grant): boolean => a.kind === b.kind && a.date === b.date && decimal(a.amount).eq(b.amount);

/** What a grant wrote, and nobody took back since: its weeks or days, and what lapsed with it. */
function entriesOfGrant({ kind, date, amount }: Grant, entries: readonly Entry[]): Entry[] {
  const granted = standingGrants(entries, kind).findLast(
    (entry) => entry.date === date && entry.amountE4 === toE4(decimal(amount)),
  );
  return granted ? [...standingLapses(entries, kind, date), granted] : [];
}

export function withGrants<T>(
  context: Context,
  personId: number,
  _from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void,
): T {
  const pays = paysOf(context, personId);
  const upTo = pays.at(-1)?.end;
  const before = upTo === undefined ? null : arisenBy(context, personId, upTo);
  const done = change();
  const after = upTo === undefined ? null : arisenBy(context, personId, upTo);
  if (!before || !after) return done;
  const moved = new Map<string, number>();
  const put = (entry: Omit<typeof leaveEntry.$inferInsert, "personId">) => {
    context.store.db
      .insert(leaveEntry)
      // With its reason: it is sealed by itself, as the pay that it belongs to was sealed without it.
      .values({ ...entry, personId, reason: entry.reason ?? "By facts that changed since" })
      .run();
    moved.set(entry.kind, (moved.get(entry.kind) ?? 0) + entry.amountE4);
  };
  const without = (some: readonly Grant[], others: readonly Grant[]) =>
    some.filter((each) => !others.some((other) => same(each, other)));
  const [losses, gains] = [without(before.grants, after.grants), without(after.grants, before.grants)];
  if (losses.length + gains.length === 0) return done;
  // What the next pay would have put right of those before comes first: the difference is told from there.
  for (const entry of before.pending) put(entry);
  const entries = rowsOf(context.store.sqlite, leaveEntry, "WHERE t.person_id = ? ORDER BY t.date, t.id", personId);
  for (const lost of losses)
    for (const entry of entriesOfGrant(lost, entries))
      put({ ...entry, id: undefined, amountE4: -entry.amountE4, why: "reversed" });
  for (const gained of gains) {
    const { kind, date } = gained;
    const unused = entries
      .filter((entry) => entry.kind === kind && entry.date < date)
      .reduce((sum, entry) => sum + entry.amountE4, 0);
    const signedPayId = pays.find((each) => each.end >= date)?.id ?? null;
    for (const entry of entriesOf(gained, new Map([[kind, unused]]), after.rules)) put({ ...entry, signedPayId });
  }
  for (const [kind, e4] of moved) {
    if (e4 === 0) continue;
    const { words = kind, unit = "days" } = leaveKindNz(kind) ?? {};
    const amount = fromE4(Math.abs(e4));
    tell(
      `${words}: ${amount.toString()} ${amount.eq(1) ? unit.slice(0, -1) : unit} ${e4 > 0 ? "came into the balance: that much more" : "went out of the balance: that much less"} has arisen by this in pays that are signed off.`,
    );
  }
  return done;
}
