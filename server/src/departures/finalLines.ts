/** The lines of a final pay: worked out from what the person has at the end, and added to the row of a run. */
import type { DeparturePlan, NewDeparture } from "@zesty/contract/departures";
import { type Cycle, paysPerYear } from "@zesty/core/calendar/payPeriods";
import { type DepartureLine, departurePay } from "@zesty/core/departure/departurePay";
import type { SheetLine } from "@zesty/core/pay/payContext";
import { decimal } from "@zesty/core/quantity/decimal";
import { fromE4, hoursText } from "@zesty/core/quantity/units";
import { and, eq, isNull } from "drizzle-orm";
import type { Context } from "../context.ts";
import { cannot } from "../http/problem.ts";
import { findRun, type LoadedRun, loadRun } from "../runs/runRows.ts";
import { type WorkedOut, workRows } from "../runs/workRun.ts";
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
  wanted: Pick<NewDeparture, "lastDay" | "reason" | "noticeWorked" | "misconduct" | "invalidity" | "smallEmployer">,
): { lines: SheetLine[]; notes: string[]; words: DeparturePlan["lines"] } {
  const { db } = context.store;
  const records = datedRecords(db, [who.id], wanted.lastDay);
  const terms = records.terms.get(who.id);
  const loaded = loadRun(context, runId, [payId]);
  const [worked] = workRows(context, loaded);
  demandTables(worked);
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
      weeklyExtras: weeklyExtras(records.usual.get(who.id)?.lines ?? [], loaded),
      employees: employeesOn(context, who.businessId, wanted.lastDay),
    },
    context.rules,
  );
  const lines = owed.lines.map(
    (line): SheetLine => ({
      elementId: ensureElement(context, who.businessId, elementFor(line)),
      amount: line.amount,
      ...(line.element === "unusedLeave" || line.element === "leaveTaken" ? { hours: line.hours } : {}),
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

/** Without the tables of its payday a final pay would come out empty: it is not worked out at all. */
export function demandTables(worked: WorkedOut | undefined): void {
  const missing = worked?.marks.filter((mark) => mark.code === "missingTable") ?? [];
  if (missing.length > 0)
    throw cannot(
      "missing-table",
      `${missing.map((mark) => mark.text).join(" ")} Load its rows first; nothing was changed.`,
      {
        mend: "/set-up/rules",
      },
    );
}

/** Regular allowances of the usual pay, by the week: notice is paid at the full rate (Fair Work Act 2009, s 117). */
function weeklyExtras(lines: readonly SheetLine[], { elements, cycle }: LoadedRun): string {
  const weeks = decimal(52).div(paysPerYear[cycle.cycle as Cycle]);
  return lines
    .filter((line) => elements.get(line.elementId)?.element === "allowance" && line.amount !== undefined)
    .reduce((total, line) => total.plus(line.amount ?? "0"), decimal(0))
    .div(weeks)
    .toDecimalPlaces(4)
    .toString();
}

const elementFor = (line: DepartureLine) =>
  line.element === "leaveTaken"
    ? standardElements.timeInLieuLeft
    : line.element === "unusedLeave"
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
    .filter((each) => each.startDate <= day && (each.endDate === null || each.endDate >= day))
    .filter((each) => {
      const basis = datedRecords(context.store.db, [each.id], day).terms.get(each.id)?.basis;
      // Contractors are no employees, and casuals count only where they are regular: that is asked.
      return basis !== "contractor" && basis !== "casual";
    }).length;

/** Departures that waited for their period's run: their final pay goes into it now. */
export function applyWaiting(context: Context, runId: number): string[] {
  const { db } = context.store;
  const run = findRun(context, runId);
  const waiting = db
    .select({ departure, pay })
    .from(departure)
    .innerJoin(pay, and(eq(pay.personId, departure.personId), eq(pay.runId, runId)))
    .where(and(isNull(departure.undoneAt), isNull(departure.runId)))
    .all();
  if (waiting.length === 0) return [];
  const applied: string[] = [];
  const missing = workRows(context, loadRun(context, runId)).some((row) =>
    row.marks.some((mark) => mark.code === "missingTable"),
  );
  // Their rows stand with a stop until the tables come; the lines are added then.
  if (missing) return applied;
  for (const each of waiting) {
    const who = db.select().from(person).where(eq(person.id, each.departure.personId)).get();
    if (!who || each.departure.lastDay > run.periodEnd) continue;
    const { lines } = addFinalLines(context, each.pay.id, runId, who, {
      lastDay: each.departure.lastDay,
      reason: each.departure.reason as NewDeparture["reason"],
      noticeWorked: each.departure.noticeWorked,
      misconduct: each.departure.misconduct,
      invalidity: each.departure.invalidity,
      smallEmployer: each.departure.smallEmployer,
    });
    db.update(departure).set({ runId, payId: each.pay.id, lines }).where(eq(departure.id, each.departure.id)).run();
    applied.push(`${who.givenName} ${who.familyName}`);
  }
  return applied;
}
