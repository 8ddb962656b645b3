/** An export of shifts brought to the week: read, and what it would change. Whoever looks at it applies it. */

import type { ShiftSheetFile, ShiftSheetPreview } from "@zesty/contract/hoursSheet";
import { addDays } from "@zesty/core/calendar/dates";
import { farDays, planShiftSheet, type ShiftFacts, shiftColumns } from "@zesty/core/hoursSheet/shiftSheet";
import { counted } from "@zesty/core/quantity/units";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { daysBetweenDates } from "../hours/readDays.ts";
import { centreCodes } from "../row/rowFacts.ts";
import { meaningsOf, readBrought, rememberMeanings, sheetRead } from "../sheets/readFile.ts";
import { person } from "../store/schema.ts";
import { record } from "../store/trail.ts";

/** Nothing is written but what headings and codes were said to mean. */
export async function shiftSheetBack(
  context: Context,
  actor: Actor,
  businessId: number,
  file: ShiftSheetFile,
): Promise<ShiftSheetPreview> {
  const { name, mapping = {}, people = {}, from, to } = file;
  const table = await readBrought(file);
  const owner = findBusiness(context, businessId);
  const known = context.store.db.select().from(person).where(eq(person.businessId, businessId)).all();
  demandKnown("mapping", mapping, new Set([...Object.keys(shiftColumns), "ignore"]), "no column of a sheet of shifts");
  demandKnown("people", people, new Set([...known.map((each) => each.payrollId), "ignore"]), "nobody here");
  const ids = known.map((each) => each.id);
  const days = new Map<string, ReturnType<ShiftFacts["known"]>>();
  for (const [id, list] of daysBetweenDates(context, ids, addDays(from, -farDays), addDays(to, farDays)))
    for (const { kind, date, record: day, state, payday } of list)
      if (kind === "worked") days.set(`${id} ${date}`, { record: day, state, payday });
  const plan = planShiftSheet(table, {
    people: known.map((each) => ({
      personId: each.id,
      payrollId: each.payrollId,
      name: `${each.givenName} ${each.familyName}`,
      startDate: each.startDate,
      endDate: each.endDate,
    })),
    costCentres: [...centreCodes(context, businessId).values()],
    timeZone: owner.timeZone,
    periodStart: from,
    periodEnd: to,
    today: todayAt(context, businessId),
    mapping: { ...meaningsOf(context, businessId, "shifts"), ...mapping },
    sameAs: { ...meaningsOf(context, businessId, "people"), ...people },
    known: (id, date) => days.get(`${id} ${date}`),
  });
  context.store.transaction(() => {
    rememberMeanings(context, actor, businessId, "shifts", mapping);
    rememberMeanings(context, actor, businessId, "people", people);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: `looked at the shifts of ${name.slice(0, 80)}`,
      about: `${counted(String(plan.rows.length), "rows")}, ${counted(String(plan.days.length), "days")}`,
    });
  });
  return { ...plan, ...sheetRead(table) };
}

function demandKnown(path: string, said: Record<string, string>, known: ReadonlySet<string>, what: string): void {
  const strange = Object.entries(said).find(([, means]) => !known.has(means));
  if (!strange) return;
  const text = `“${strange[0]}” cannot mean ${strange[1]}: that is ${what}.`;
  throw cannot("hours-sheet", text, { errors: [{ path, text }] });
}
