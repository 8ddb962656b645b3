/**
 * Notices of Inland Revenue: asked for or typed from a letter, looked at, and applied from their day or left with a
 * reason. An employer changes a tax code or deducts child support only by such a notice or a form of the person (Tax
 * Administration Act 1994, s 24L; Child Support Act 1991, s 154; from memory).
 */

import { randomUUID } from "node:crypto";
import { check } from "@zesty/contract/fields";
import { type NoticeView, type TypedNotice, typedNotice } from "@zesty/contract/nz/notices";
import { and, desc, eq, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { lastSigned } from "../ground/lastSigned.ts";
import { cannot, conflict, notFound, ProblemError } from "../ground/problem.ts";
import { noticesFor } from "../outside/inlandRevenue.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { saveSection } from "../people/savePerson.ts";
import { lastThree, places } from "../store/crypt.ts";
import { datedRecordsNz } from "../store/dated.ts";
import { agencyNotice, person, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";

type Notice = typeof agencyNotice.$inferSelect;

export function readNotices(context: Context, businessId: number): NoticeView[] {
  const { db } = context.store;
  const names = new Map(peopleOf(db, businessId).map((each) => [each.id, `${each.givenName} ${each.familyName}`]));
  const lastPayday = lastSigned(context, businessId);
  return db
    .select({ notice: agencyNotice, by: user.name })
    .from(agencyNotice)
    .leftJoin(user, eq(agencyNotice.answeredBy, user.id))
    .where(eq(agencyNotice.businessId, businessId))
    .orderBy(desc(agencyNotice.id))
    .all()
    .map(({ notice, by }): NoticeView => {
      const { id, kind, value, from, personId, shown, receivedAt, applied, reason } = notice;
      return {
        ...{ id, kind, value, from, personId, shown, receivedOn: receivedAt.slice(0, 10) },
        person: personId === null ? null : (names.get(personId) ?? ""),
        now: heldNow(context, notice),
        answer: applied === null ? null : { applied, reason, by: by ?? "" },
        late: applied === null && from <= lastPayday,
      };
    });
}

/** What is on record of what a notice is about, on its day. */
function heldNow(context: Context, { personId, from, kind }: Notice): string | null {
  if (personId === null) return null;
  const { taxCode, orders } = datedRecordsNz(context.store.db, [personId], from);
  if (kind === "taxCode") return taxCode.get(personId)?.code ?? null;
  return orders.get(personId)?.childSupport?.amount ?? null;
}

/** Asks Inland Revenue for what it has told the employer; what is known already stays as it was answered. */
export async function askForNotices(context: Context, actor: Actor, businessId: number): Promise<void> {
  const owner = findBusiness(context, businessId);
  if (!owner.ird) throw cannot("no-ird", "The business has no IRD number: add it in Set-up.", { mend: "/set-up" });
  // Nobody is asked about people who are made up.
  const told = owner.play ? [] : await noticesFor(context.settings.services.revenue, owner.ird);
  if (!told)
    throw new ProblemError(503, "not-reached", "Inland Revenue cannot be asked just now. Try again in a moment.");
  const { db } = context.store;
  context.store.transaction(() => {
    const numbers = numbersOf(context, businessId);
    let fresh = 0;
    for (const { number, ird, from, kind, value } of told) {
      const personId = numbers.get(ird) ?? null;
      fresh += db
        .insert(agencyNotice)
        .values({
          ...{ businessId, number, kind, value, from, shown: lastThree(ird), personId },
          receivedAt: context.clock.now(),
        })
        .onConflictDoNothing()
        .run().changes;
      // Whose number was recorded since the notice came is found now.
      const known = and(eq(agencyNotice.businessId, businessId), eq(agencyNotice.number, number));
      db.update(agencyNotice)
        .set({ personId })
        .where(and(known, isNull(agencyNotice.personId), isNull(agencyNotice.applied)))
        .run();
    }
    if (fresh > 0) noted(context, actor, businessId, "received notices of Inland Revenue", String(fresh));
  });
}

/** People by the IRD number that is on record of them. */
function numbersOf(context: Context, businessId: number): Map<string, number> {
  const ids = peopleOf(context.store.db, businessId).map((each) => each.id);
  const { taxCode } = datedRecordsNz(context.store.db, ids, "9999-12-31");
  return new Map(
    ids.flatMap((id): [string, number][] => {
      const sealed = taxCode.get(id)?.irdNumber;
      return sealed ? [[context.store.crypt.open(sealed, places.irdNumber(id)), id]] : [];
    }),
  );
}

/** A notice that came by letter. */
export function typeNotice(context: Context, actor: Actor, businessId: number, typed: TypedNotice): void {
  context.store.transaction(() => {
    const { db } = context.store;
    const who = db
      .select({ id: person.id })
      .from(person)
      .where(and(eq(person.id, typed.personId), eq(person.businessId, businessId)))
      .get();
    if (!who) throw notFound("person");
    db.insert(agencyNotice)
      .values({ businessId, ...typed, number: `letter ${randomUUID()}`, shown: "", receivedAt: context.clock.now() })
      .run();
    noted(context, actor, businessId, "recorded a notice of Inland Revenue", `${typed.kind} from ${typed.from}`);
  });
}

export function answerNotice(
  context: Context,
  actor: Actor,
  businessId: number,
  id: number,
  { applied, reason }: { applied: boolean; reason: string | null },
): void {
  context.store.transaction(() => {
    const { db } = context.store;
    const notice = db
      .select()
      .from(agencyNotice)
      .where(and(eq(agencyNotice.id, id), eq(agencyNotice.businessId, businessId)))
      .get();
    if (!notice) throw notFound("notice");
    if (notice.applied !== null)
      throw conflict("answered", "Somebody answered this notice meanwhile. Load the page again.");
    if (!applied && !reason)
      throw cannot("reason-missing", "Say why the notice is left.", {
        errors: [{ path: "reason", text: "Say why the notice is left." }],
      });
    if (applied) apply(context, actor, notice);
    db.update(agencyNotice).set({ applied, reason, answeredBy: actor.userId }).where(eq(agencyNotice.id, id)).run();
    const what = applied ? "applied a notice of Inland Revenue" : "left a notice of Inland Revenue";
    noted(context, actor, businessId, what, `${notice.kind} from ${notice.from}${reason ? `: ${reason}` : ""}`);
  });
}

/**
 * From the notice's day on, beside what else is on record then; and again from each later day that says otherwise: the
 * notice is the newer word.
 */
function apply(context: Context, actor: Actor, { personId, from, kind, value, shown }: Notice): void {
  if (personId === null)
    throw cannot(
      "nobody",
      `Nobody here has the IRD number that ends in ${shown}. Record the number at its person and ask again, or leave the notice with a reason.`,
      { mend: "/people" },
    );
  // What came over the line is looked at like what is typed.
  const read = check(typedNotice, { personId, kind, value, from });
  if ("errors" in read)
    throw cannot("not-readable", `${read.errors[0]?.text} Ask Inland Revenue what it means, or leave the notice.`);
  const on = (day: string) => datedRecordsNz(context.store.db, [personId], day);
  const later = context.store
    .prepared<[number, string], { day: string }>(
      `SELECT DISTINCT "from" AS day FROM ${kind === "taxCode" ? "tax_code" : "pay_orders"}
       WHERE person_id = ? AND "from" > ? ORDER BY 1`,
    )
    .all(personId, from);
  for (const day of [from, ...later.map((each) => each.day)]) {
    const { taxCode, orders } = on(day);
    if (kind === "taxCode") {
      // What was saved from the day before goes on by itself.
      if (day !== from && taxCode.get(personId)?.code === value) continue;
      const { slcir = null, slbor = null, lowerMinimum = false, loanRate = null } = taxCode.get(personId) ?? {};
      saveSection(context, actor, personId, "taxCode", {
        ...{ code: value, specialRate: null, until: null, slcir, slbor, lowerMinimum, loanRate },
        from: day,
      });
      continue;
    }
    const known = orders.get(personId);
    if (day !== from && Number(known?.childSupport?.amount ?? 0) === Number(value)) continue;
    const protectedPercent = known?.childSupport?.protectedPercent ?? null;
    saveSection(context, actor, personId, "orders", {
      childSupport: Number(value) === 0 ? null : { amount: value, protectedPercent },
      orders: known?.orders ?? [],
      from: day,
    });
  }
}

const noted = (context: Context, actor: Actor, businessId: number, what: string, about: string) =>
  record(context.store, { at: context.clock.now(), userId: actor.userId, businessId, what, about });

/** For the desk: how many wait, and the first day that one of them counts from. */
export const noticesWaiting = ({ store }: Context, businessIds: readonly number[]) =>
  store
    .prepared<[string], { businessId: number; count: number; first: string }>(
      `SELECT business_id AS businessId, COUNT(*) AS count, MIN("from") AS first FROM agency_notice
       WHERE applied IS NULL AND business_id IN (SELECT value FROM json_each(?)) GROUP BY business_id`,
    )
    .all(JSON.stringify(businessIds));
