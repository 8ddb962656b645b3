/** Pay elements of a business: listed with who uses them, added, changed, retired. */
import type { BusinessView, ChangeElement, NewElement } from "@zesty/contract/business";
import type { AllowanceCode, DeductionCode } from "@zesty/core/au/pay/input";
import type { PayElement } from "@zesty/core/pay/row";
import { and, asc, eq, max } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { datedRecords } from "../store/dated.ts";
import { payElement, person } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { reservedCodes } from "./ensureElement.ts";

export function readElements(context: Context, businessId: number): BusinessView["elements"] {
  const { db } = context.store;
  const used = usedBy(context, businessId);
  const rows = db
    .select()
    .from(payElement)
    .where(eq(payElement.businessId, businessId))
    .orderBy(asc(payElement.position))
    .all();
  return rows.map((row) => ({ ...row, usedBy: used.get(row.id) ?? 0 })) as BusinessView["elements"];
}

/** How many people have an element in their usual pay, as it stands now or will. */
function usedBy(context: Context, businessId: number): Map<number, number> {
  const { db } = context.store;
  const people = db.select().from(person).where(eq(person.businessId, businessId)).all();
  const today = todayAt(context, businessId);
  const here = people.filter((each) => each.endDate === null || each.endDate >= today).map((each) => each.id);
  const counts = new Map<number, number>();
  for (const { lines } of datedRecords(db, here, "9999-12-31").usual.values())
    for (const id of new Set(lines.map((line) => line.elementId))) counts.set(id, (counts.get(id) ?? 0) + 1);
  return counts;
}

export function addElement(context: Context, actor: Actor, businessId: number, wanted: NewElement): number {
  const { db } = context.store;
  return context.store.transaction(() => {
    if (reservedCodes.has(wanted.code)) {
      const text = `Code ${wanted.code} is kept for an element that is added by itself when it is needed. Choose another.`;
      throw cannot("code-kept", text, { errors: [{ path: "code", text }] });
    }
    const taken = db
      .select({ id: payElement.id })
      .from(payElement)
      .where(and(eq(payElement.businessId, businessId), eq(payElement.code, wanted.code)))
      .get();
    if (taken) {
      const text = `Code ${wanted.code} is used by another pay element. Choose another.`;
      throw cannot("code-taken", text, { errors: [{ path: "code", text }] });
    }
    const last = db
      .select({ at: max(payElement.position) })
      .from(payElement)
      .where(eq(payElement.businessId, businessId))
      .get();
    const { id } = db
      .insert(payElement)
      .values({ ...wanted, businessId, position: (last?.at ?? 0) + 1 })
      .returning({ id: payElement.id })
      .get();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "added pay element",
      about: wanted.name,
    });
    return id;
  });
}

/** Open runs are worked out again by the caller; what was signed off stays as it was. */
export function changeElement(
  context: Context,
  actor: Actor,
  businessId: number,
  elementId: number,
  wanted: ChangeElement,
): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const before = db.select().from(payElement).where(eq(payElement.id, elementId)).get();
    if (before?.businessId !== businessId) throw notFound("pay element");
    const users = usedBy(context, businessId).get(elementId) ?? 0;
    if (wanted.retired && !before.retired && users > 0) {
      const text = `${before.name} is in the usual pay of ${users} ${users === 1 ? "person" : "people"}. Take it out there first.`;
      throw cannot("element-used", text, { errors: [{ path: "retired", text }] });
    }
    db.update(payElement).set(wanted).where(eq(payElement.id, elementId)).run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: wanted.retired && !before.retired ? "retired pay element" : "changed pay element",
      about: wanted.name,
      change: { before, after: wanted },
    });
  });
}

/** An element as the core knows it. */
export const asElement = (row: typeof payElement.$inferSelect): PayElement => ({
  id: row.id,
  code: row.code,
  name: row.name,
  element: row.element as PayElement["element"],
  entry: row.entry,
  percent: row.percent,
  unitRate: row.unitRate,
  leave: row.leave,
  allowance: row.allowance as AllowanceCode | null,
  deduction: row.deduction as DeductionCode | null,
  taxable: row.taxable,
  superable: row.superable,
  detail: row.detail,
  holidayGross: row.holidayGross,
  regular: row.regular,
});
