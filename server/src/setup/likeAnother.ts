/** A new business set up like one that is here: its pay elements, accounts, costs, funds and agreements. */
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { maySee } from "../ground/rights.ts";
import {
  agreementFacts,
  business,
  costCentre,
  employerCost,
  fund,
  ledgerAccount,
  ownAgreementRules,
  payElement,
  place,
  sheetColumn,
} from "../store/schema.ts";

export type Owner = typeof business.$inferSelect;

/** @throws where the one to copy is of another country, or is not for this user to see */
export function sourceToCopy(context: Context, actor: Actor, id: number, country: string): Owner {
  const found = context.store.db.select().from(business).where(eq(business.id, id)).get();
  if (found && found.country === country && maySee(context, actor, id)) return found;
  const text = "Choose a business of the same country that you can see.";
  throw cannot("copy-from", text, { errors: [{ path: "copyFrom", text }] });
}

/**
 * Costs as they hold now. One that counts for one place of several stays: what another place's insurer asks is another
 * per cent. Where the other has one place alone, it counted for everybody, and does here.
 */
function costsToCopy(db: Context["store"]["db"], businessId: number): (typeof employerCost.$inferSelect)[] {
  const rows = db
    .select()
    .from(employerCost)
    .where(eq(employerCost.businessId, businessId))
    .orderBy(employerCost.from, employerCost.id)
    .all();
  const places = db
    .select({ id: place.id })
    .from(place)
    .where(and(eq(place.businessId, businessId), eq(place.retired, false)))
    .all();
  const newest = new Map(rows.map((row) => [row.code, row]));
  return rows.flatMap((row) => {
    const holds = newest.get(row.code);
    if (holds?.placeId === null) return row.placeId === null ? [row] : [];
    return places.length === 1 && row === holds ? [{ ...row, placeId: null }] : [];
  });
}

/** Copies what is no fact of the business itself; nobody and no pay comes along. Ids are new. */
export function setUpLike({ store: { db }, clock }: Context, actor: Actor, source: Owner, businessId: number): void {
  const to = <Row extends { id: number }>({ id: _id, ...row }: Row) => ({ ...row, businessId });
  const kept = { retired: false };
  for (const table of [ledgerAccount, costCentre, fund] as const)
    for (const row of db
      .select()
      .from(table)
      .where(and(eq(table.businessId, source.id), eq(table.retired, false)))
      .all())
      db.insert(table)
        .values({ ...to(row), ...kept } as never)
        .run();
  for (const row of db
    .select()
    .from(payElement)
    .where(and(eq(payElement.businessId, source.id), eq(payElement.retired, false)))
    .all())
    db.insert(payElement)
      .values({ ...to(row), ...kept })
      .run();
  for (const row of costsToCopy(db, source.id)) db.insert(employerCost).values(to(row)).run();
  const by = { userId: actor.userId, recordedAt: clock.now() };
  for (const row of db.select().from(ownAgreementRules).where(eq(ownAgreementRules.businessId, source.id)).all())
    db.insert(ownAgreementRules)
      .values({ ...to(row), ...by })
      .run();
  for (const row of db.select().from(agreementFacts).where(eq(agreementFacts.businessId, source.id)).all())
    db.insert(agreementFacts)
      .values({ ...to(row), ...by })
      .run();
  for (const row of db.select().from(sheetColumn).where(eq(sheetColumn.businessId, source.id)).all())
    db.insert(sheetColumn)
      .values({ ...to(row), userId: actor.userId, at: clock.now() })
      .run();
  db.update(business).set({ postings: source.postings }).where(eq(business.id, businessId)).run();
}
