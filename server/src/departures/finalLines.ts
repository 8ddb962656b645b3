/** The lines of a final pay: worked out from what the person has at the end, and added to the row of a run. */
import type { DeparturePlan, NewDeparture } from "@zesty/contract/departures";
import { type DepartureLine, departurePay } from "@zesty/core/departure/departurePay";
import type { SheetLine } from "@zesty/core/pay/payContext";
import { decimal } from "@zesty/core/quantity/decimal";
import { fromE4, hoursText } from "@zesty/core/quantity/units";
import { and, eq, isNull } from "drizzle-orm";
import type { Context } from "../context.ts";
import { findRun, loadRun } from "../runs/runRows.ts";
import { workRows } from "../runs/workRun.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import { workState } from "../setup/places.ts";
import { datedRecords } from "../store/dated.ts";
import { departure, pay, payRun, person } from "../store/schema.ts";
import { leaveBalances } from "../store/sums.ts";
import { addFinalLinesNz } from "./finalLinesNz.ts";

type Who = typeof person.$inferSelect;

/** Works out what is owed with this pay's own accrual in the balance, and adds it to the row. */
export function addFinalLines(
  context: Context,
  payId: number,
  runId: number,
  who: Who,
  wanted: Pick<NewDeparture, "lastDay" | "reason" | "noticeWorked" | "misconduct">,
): { lines: SheetLine[]; notes: string[]; words: DeparturePlan["lines"] } {
  const { db } = context.store;
  const records = datedRecords(db, [who.id], wanted.lastDay);
  const terms = records.terms.get(who.id);
  const [worked] = workRows(context, loadRun(context, runId, [payId]));
  if (worked?.row.context.country === "NZ") return addFinalLinesNz(context, worked, runId, who, wanted.lastDay);
  const accruals = worked?.worked?.country === "AU" ? worked.worked.leave : {};
  const balances: Record<string, string> = {};
  for (const [kind, e4] of leaveBalances(context.store, [who.id]).get(who.id) ?? [])
    balances[kind] = hoursText(fromE4(e4));
  for (const [kind, accrued] of Object.entries(accruals))
    balances[kind] = hoursText(decimal(balances[kind] ?? "0").plus(accrued.value));
  const owed = departurePay(
    {
      ...wanted,
      startDate: who.startDate,
      birthDate: who.birthDate,
      basis: (terms?.basis ?? "casual") as Parameters<typeof departurePay>[0]["basis"],
      state: workState(context, who.businessId, terms?.placeId ?? null),
      weeklyHours: fromE4(terms?.weeklyHoursE4 ?? 0).toString(),
      hourlyRate: fromE4(terms?.hourlyRateE4 ?? 0).toString(),
      balances,
      loadingPercent: records.leave.get(who.id)?.loadingPercent ?? "0",
      employees: employeesOn(context, who.businessId, wanted.lastDay),
    },
    context.rules,
  );
  const lines = owed.lines.map(
    (line): SheetLine => ({
      elementId: ensureElement(context, who.businessId, elementFor(line)),
      amount: line.amount,
      ...(line.element === "unusedLeave" ? { hours: line.hours } : {}),
      detail: line.detail,
      explained: line.why,
    }),
  );
  const row = db.select().from(pay).where(eq(pay.id, payId)).get();
  db.update(pay)
    .set({ lines: [...(row?.lines ?? []), ...lines] })
    .where(eq(pay.id, payId))
    .run();
  db.update(payRun)
    .set({ version: findRun(context, runId).version + 1 })
    .where(eq(payRun.id, runId))
    .run();
  const words = owed.lines.map((line) => ({
    name: elementFor(line).name,
    quantity: `${decimal(line.hours).toDecimalPlaces(2).toString()} h`,
    amount: line.amount,
    why: line.why,
  }));
  return { lines, notes: owed.notes, words };
}

const elementFor = (line: DepartureLine) =>
  line.element === "unusedLeave"
    ? line.leave === "annual"
      ? standardElements.unusedAnnual
      : standardElements.unusedLongService
    : line.element === "etp"
      ? standardElements.notice
      : standardElements.redundancy;

const employeesOn = (context: Context, businessId: number, day: string): number =>
  context.store.db
    .select()
    .from(person)
    .where(eq(person.businessId, businessId))
    .all()
    .filter((each) => each.startDate <= day && (each.endDate === null || each.endDate >= day)).length;

/** Departures that waited for their period's run: their final pay goes into it now. */
export function applyWaiting(context: Context, runId: number): void {
  const { db } = context.store;
  const run = findRun(context, runId);
  const waiting = db
    .select({ departure, pay })
    .from(departure)
    .innerJoin(pay, and(eq(pay.personId, departure.personId), eq(pay.runId, runId)))
    .where(and(isNull(departure.undoneAt), isNull(departure.runId)))
    .all();
  for (const each of waiting) {
    const who = db.select().from(person).where(eq(person.id, each.departure.personId)).get();
    if (!who || each.departure.lastDay > run.periodEnd) continue;
    const { lines } = addFinalLines(context, each.pay.id, runId, who, {
      lastDay: each.departure.lastDay,
      reason: each.departure.reason as NewDeparture["reason"],
      noticeWorked: each.departure.noticeWorked,
      misconduct: each.departure.misconduct,
    });
    db.update(departure).set({ runId, payId: each.pay.id, lines }).where(eq(departure.id, each.departure.id)).run();
  }
}
