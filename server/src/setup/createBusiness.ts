/** Makes a business with a first pay cycle, the usual pay elements and a small chart of accounts. */
import { randomUUID } from "node:crypto";
import type { NewBusiness, NewBusinessNz } from "@zesty/contract/business";
import { and, eq, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import type { CountryHere } from "../ground/countryHere.ts";
import { cannot } from "../ground/problem.ts";
import { business, ledgerAccount, payCycle, payElement, place, userRight } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { setUpLike, sourceToCopy } from "./likeAnother.ts";

/**
 * @param wanted as the country's contract has checked it; of the first country where none is named
 * @param play made up, to play in: its number may stand here more than once
 */
export function createBusiness(
  context: Context,
  actor: Actor,
  wanted: NewBusiness | NewBusinessNz,
  play: "open" | null = null,
): number {
  const { db } = context.store;
  const { setUp } = wanted.country ? context.country(wanted.country) : context.countries[0];
  return context.store.transaction(() => {
    const row = setUp.row(context, wanted, randomUUID());
    if (!play) demandNew(context, setUp, row);
    const { id } = db
      .insert(business)
      .values({ ...row, play })
      .returning({ id: business.id })
      .get();
    const source = wanted.copyFrom ? sourceToCopy(context, actor, wanted.copyFrom, row.country) : null;
    if (source) setUpLike(context, actor, source, id);
    for (const [code, name] of source ? [] : setUp.accounts)
      db.insert(ledgerAccount).values({ businessId: id, code, name }).run();
    db.insert(place).values({ businessId: id, name: row.name, state: row.state }).run();
    db.insert(payCycle)
      .values({ businessId: id, ...wanted.cycle })
      .run();
    (source ? [] : setUp.elements).forEach((element, position) => {
      db.insert(payElement)
        .values({
          percent: "100",
          leave: null,
          allowance: null,
          deduction: null,
          account: null,
          ...element,
          businessId: id,
          position,
        })
        .run();
    });
    if (!actor.lead) db.insert(userRight).values({ userId: actor.userId, businessId: id, right: "authorise" }).run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: id,
      what: source ? `added business, set up like ${source.name}` : "added business",
      about: wanted.name,
    });
    return id;
  });
}

function demandNew(
  context: Context,
  { number: { path, words, of } }: CountryHere["setUp"],
  row: typeof business.$inferInsert,
): void {
  const wanted = of({ abn: row.abn, ird: row.ird ?? null });
  const taken = context.store.db
    .select({ abn: business.abn, ird: business.ird })
    .from(business)
    .where(isNull(business.play))
    .all();
  if (wanted === null || !taken.some((each) => of(each) === wanted)) return;
  const text = `A business with this ${words} is here already.`;
  throw cannot(`${path}-taken`, text, { errors: [{ path, text }] });
}

export function addCycle(context: Context, actor: Actor, businessId: number, wanted: NewBusiness["cycle"]): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const taken = db
      .select({ id: payCycle.id })
      .from(payCycle)
      .where(and(eq(payCycle.businessId, businessId), eq(payCycle.name, wanted.name)))
      .get();
    if (taken) {
      const text = `A pay cycle is called ${wanted.name} already. Choose another name.`;
      throw cannot("name-taken", text, { errors: [{ path: "name", text }] });
    }
    db.insert(payCycle)
      .values({ businessId, ...wanted })
      .run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "added pay cycle",
      about: wanted.name,
    });
  });
}
