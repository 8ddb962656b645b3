/** What the employer sets aside, schemes that top pays up, and the short lists of the set-up. */
import type { CostsView, NewCost, NewTopUp } from "@zesty/contract/costs";
import { addDays } from "@zesty/core/calendar/dates";
import { centsOf, centsText } from "@zesty/core/quantity/units";
import { and, asc, eq, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import {
  costCentre,
  employerCost,
  ledgerAccount,
  payElement,
  person,
  place,
  topUpEnrolment,
  topUpScheme,
} from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { ensureElement } from "./ensureElement.ts";

export function readCosts(context: Context, businessId: number): CostsView {
  const { db } = context.store;
  const people = new Map(
    db
      .select()
      .from(person)
      .where(eq(person.businessId, businessId))
      .all()
      .map((each) => [each.id, `${each.givenName} ${each.familyName}`]),
  );
  const elements = new Map(
    db
      .select()
      .from(payElement)
      .where(eq(payElement.businessId, businessId))
      .all()
      .map((each) => [each.id, each]),
  );
  return {
    costs: db
      .select()
      .from(employerCost)
      .where(eq(employerCost.businessId, businessId))
      .orderBy(asc(employerCost.code), asc(employerCost.from))
      .all(),
    topUps: db
      .select()
      .from(topUpScheme)
      .where(eq(topUpScheme.businessId, businessId))
      .all()
      .map((scheme) => ({
        id: scheme.id,
        elementId: scheme.elementId,
        name: elements.get(scheme.elementId)?.name ?? "",
        code: elements.get(scheme.elementId)?.detail ?? "",
        amount: centsText(scheme.amountCents),
        cycle: scheme.cycle as NewTopUp["cycle"],
        from: scheme.from,
        to: scheme.to,
        people: db
          .select()
          .from(topUpEnrolment)
          .where(and(eq(topUpEnrolment.schemeId, scheme.id), isNull(topUpEnrolment.to)))
          .all()
          .map((each) => ({ personId: each.personId, name: people.get(each.personId) ?? "", from: each.from })),
      })),
  };
}

export function addCost(context: Context, actor: Actor, businessId: number, wanted: NewCost): void {
  context.store.transaction(() => {
    for (const field of ["expense", "payable"] as const) demandAccount(context, businessId, wanted[field], field);
    if (wanted.placeId !== null) demandPlace(context, businessId, wanted.placeId);
    context.store.db
      .insert(employerCost)
      .values({ ...wanted, businessId })
      .run();
    noted(context, actor, businessId, "set an employer cost", `${wanted.name} ${wanted.percent} % from ${wanted.from}`);
  });
}

function demandAccount(context: Context, businessId: number, code: string, path: string): void {
  const found = context.store.db
    .select({ id: ledgerAccount.id })
    .from(ledgerAccount)
    .where(and(eq(ledgerAccount.businessId, businessId), eq(ledgerAccount.code, code)))
    .get();
  if (found) return;
  const text = `The ledger has no account ${code}. Add it below, or choose another.`;
  throw cannot("unknown-account", text, { errors: [{ path, text }] });
}

function demandPlace(context: Context, businessId: number, placeId: number): void {
  const found = context.store.db
    .select({ id: place.id })
    .from(place)
    .where(and(eq(place.businessId, businessId), eq(place.id, placeId)))
    .get();
  if (found) return;
  const text = "The business has no such place of work. Choose another, or everybody.";
  throw cannot("unknown-place", text, { errors: [{ path: "placeId", text }] });
}

export function addTopUp(context: Context, actor: Actor, businessId: number, wanted: NewTopUp): number {
  return context.store.transaction(() => {
    const elementId = ensureElement(context, businessId, {
      code: wanted.code.slice(0, 12),
      name: wanted.name,
      element: "topUp",
      superable: false,
      detail: wanted.code,
    });
    const { id } = context.store.db
      .insert(topUpScheme)
      .values({
        businessId,
        elementId,
        amountCents: centsOf(wanted.amount),
        cycle: wanted.cycle,
        from: wanted.from,
        to: wanted.to,
      })
      .returning({ id: topUpScheme.id })
      .get();
    noted(context, actor, businessId, "added a top-up scheme", wanted.name);
    return id;
  });
}

/** Sets who is enrolled from a period on: others are enrolled until the day before it. */
export function enrolInTopUp(
  context: Context,
  actor: Actor,
  businessId: number,
  schemeId: number,
  wanted: { personIds: number[]; from: string },
): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const scheme = db.select().from(topUpScheme).where(eq(topUpScheme.id, schemeId)).get();
    if (scheme?.businessId !== businessId) throw notFound("top-up scheme");
    const own = new Set(
      db
        .select({ id: person.id })
        .from(person)
        .where(eq(person.businessId, businessId))
        .all()
        .map((each) => each.id),
    );
    if (wanted.personIds.some((id) => !own.has(id)))
      throw cannot("unknown-person", "One of these people does not belong to the business. Nobody was enrolled.");
    const enrolled = db
      .select()
      .from(topUpEnrolment)
      .where(and(eq(topUpEnrolment.schemeId, schemeId), isNull(topUpEnrolment.to)))
      .all();
    for (const each of enrolled)
      if (!wanted.personIds.includes(each.personId))
        db.update(topUpEnrolment)
          .set({ to: addDays(wanted.from, -1) })
          .where(eq(topUpEnrolment.id, each.id))
          .run();
    for (const personId of wanted.personIds)
      if (!enrolled.some((each) => each.personId === personId))
        db.insert(topUpEnrolment).values({ schemeId, personId, from: wanted.from }).run();
    noted(
      context,
      actor,
      businessId,
      "enrolled people in a top-up scheme",
      `${wanted.personIds.length} from ${wanted.from}`,
    );
  });
}

export function addCentre(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: { code: string; name: string },
): void {
  addCoded(context, actor, businessId, costCentre, "cost centre", wanted);
}

export function addAccount(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: { code: string; name: string },
): void {
  addCoded(context, actor, businessId, ledgerAccount, "ledger account", wanted);
}

function addCoded(
  context: Context,
  actor: Actor,
  businessId: number,
  table: typeof costCentre | typeof ledgerAccount,
  words: string,
  wanted: { code: string; name: string },
): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const taken = db
      .select({ id: table.id })
      .from(table)
      .where(and(eq(table.businessId, businessId), eq(table.code, wanted.code)))
      .get();
    if (taken) {
      const text = `Code ${wanted.code} is used by another ${words}. Choose another.`;
      throw cannot("code-taken", text, { errors: [{ path: "code", text }] });
    }
    db.insert(table)
      .values({ ...wanted, businessId })
      .run();
    noted(context, actor, businessId, `added ${words}`, `${wanted.code} ${wanted.name}`);
  });
}

const noted = (context: Context, actor: Actor, businessId: number, what: string, about: string): void =>
  void record(context.store, { at: context.clock.now(), userId: actor.userId, businessId, what, about });
