import { averagesKnown } from "@zesty/core/au/longServiceHours";
import type { DepartureLine } from "@zesty/core/au/pay/departing";
import { departurePay } from "@zesty/core/au/pay/departurePay";
import { takenHours } from "@zesty/core/au/pay/leaveDrawn";
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { type Cycle, paysPerYear } from "@zesty/core/calendar/payPeriods";
import type { SheetLine } from "@zesty/core/pay/row";
import { type Decimal, decimal, sum, zero } from "@zesty/core/quantity/decimal";
import { fromE4, hoursText } from "@zesty/core/quantity/units";
import { longServiceRules } from "@zesty/core/rulebook/au/longServiceRules";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { agreedLoading } from "../hours/agreements.ts";
import { personTimes } from "../hours/personTimes.ts";
import { besideTheRate } from "../hours/weeklyAllowances.ts";
import { serviceTakenOver } from "../people/serviceCountsFrom.ts";
import type { FinalLines, FinalPay } from "../row/afterStep.ts";
import { ratesOn } from "../row/ratesOn.ts";
import type { LoadedRun } from "../row/runRows.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import { workState } from "../setup/places.ts";
import { datedRecords } from "../store/dated.ts";
import { person } from "../store/schema.ts";
import { leaveBalances } from "../store/sums.ts";
import { serviceRecord } from "./serviceRecord.ts";

/** Works out what is owed with this pay's own accrual in the balance, and without what it takes. */
export function finalLinesAu(context: Context, { who, wanted, loaded, worked }: FinalPay): FinalLines {
  const { db } = context.store;
  const records = datedRecords(db, [who.id], wanted.lastDay);
  const held = ratesOn(context, who.businessId, [who.id], wanted.lastDay).get(who.id);
  const terms = records.terms.get(who.id);
  const accruals = worked.worked?.country === "AU" ? worked.worked.leave : {};
  const balances: Record<string, string> = {};
  for (const [kind, e4] of leaveBalances(context.store, [who.id]).get(who.id) ?? [])
    balances[kind] = hoursText(fromE4(e4));
  for (const [kind, accrued] of Object.entries(accruals))
    balances[kind] = hoursText(decimal(balances[kind] ?? "0").plus(accrued.value));
  // What this very pay takes of a balance is not paid out as well.
  if (worked.worked?.country === "AU")
    for (const kind of Object.keys(balances))
      balances[kind] = hoursText(decimal(balances[kind] ?? "0").minus(takenHours(worked.worked, kind)));
  const basis = (terms?.basis ?? "casual") as Parameters<typeof departurePay>[0]["basis"];
  const owes = basis !== "contractor" && (basis !== "casual" || decimal(balances["long-service"] ?? "0").gt(0));
  if (!held?.rate && owes)
    return {
      ...{ lines: [], notes: [], say: () => [] },
      fault: `No hourly rate of ${who.givenName} ${who.familyName} is known on ${dateWords(wanted.lastDay)}, so the final pay cannot be worked out. Enter one under People, or the level's rate in Set-up, Agreements.`,
    };
  const loading =
    records.leave.get(who.id)?.loadingPercent ??
    agreedLoading(context, who.businessId, [who.id], wanted.lastDay)(who.id, basis);
  const serviceFrom = serviceTakenOver(context, [who.id]).get(who.id) ?? who.startDate;
  const state = workState(context, who.businessId, terms?.placeId ?? null);
  const rule = context.rules.find(longServiceRules, wanted.lastDay)?.figures[state];
  const service = serviceRecord(context, who.id);
  const absences = service.absences();
  const { extras, named } = usualExtras(records.usual.get(who.id)?.lines ?? [], loaded);
  const next = addDays(wanted.lastDay, 1);
  const [known] = personTimes(context, who.businessId, [who.id], next, addDays(next, 6));
  const beside = known ? besideTheRate(known, named, next) : noneBeside;
  const owed = departurePay(
    {
      ...wanted,
      startDate: who.startDate,
      serviceFrom,
      birthDate: who.birthDate,
      basis,
      state,
      weeklyHours: fromE4(terms?.weeklyHoursE4 ?? 0).toString(),
      hourlyRate: held?.rate?.toString() ?? "0",
      balances,
      loadingPercent: loading ?? "0",
      weeklyExtras: extras
        .plus(beside.allowances)
        .plus(beside.penaltyHours.times(held?.rate ?? 0))
        .toDecimalPlaces(4)
        .toString(),
      absences,
      averages:
        rule === undefined
          ? null
          : averagesKnown(service.agreed, service.paid, rule.windows, { start: serviceFrom, lastDay: wanted.lastDay }),
      employees: employeesOn(context, who.businessId, wanted.lastDay),
    },
    context.rules,
  );
  const lines = owed.lines.map(
    (line): SheetLine => ({
      elementId: ensureElement(context, who.businessId, elementFor(line)),
      amount: line.amount,
      ...(line.leave !== undefined ? { hours: line.hours } : {}),
      detail: line.detail,
      explained: line.why,
    }),
  );
  const words = owed.lines.map((line) => ({
    name: elementFor(line).name,
    quantity: `${decimal(line.hours).toDecimalPlaces(2).toString()} h`,
    amount: line.amount,
    why: line.why,
  }));
  const unknown = beside.unknown.map(
    (name) => `The amount of ${name} is not known, and notice is paid with it: enter it in Set-up, Agreements.`,
  );
  return { lines, notes: [...owed.notes, ...(isNotice(owed.lines) ? unknown : [])], say: () => words };
}

const isNotice = (lines: readonly DepartureLine[]): boolean =>
  lines.some(({ element, leave }) => element === "etp" && leave === undefined);

const noneBeside = { allowances: zero, unknown: [], penaltyHours: zero };

/** Regular allowances of the usual pay, by the week: notice is paid at the full rate (Fair Work Act 2009, ss 18, 117). */
function usualExtras(
  lines: readonly SheetLine[],
  { elements, cycle }: LoadedRun,
): { extras: Decimal; named: string[] } {
  const weeks = decimal(52).div(paysPerYear[cycle.cycle as Cycle]);
  const own = lines.filter(
    (line) => elements.get(line.elementId)?.element === "allowance" && line.amount !== undefined,
  );
  return {
    extras: sum(own.map((line) => decimal(line.amount ?? "0"))).div(weeks),
    named: own.flatMap((line) => elements.get(line.elementId)?.name ?? []),
  };
}

const elementFor = (line: DepartureLine) =>
  line.element === "leaveTaken"
    ? standardElements.timeInLieuLeft
    : line.element === "unusedLeave"
      ? line.leave === "annual"
        ? standardElements.unusedAnnual
        : standardElements.unusedLongService
      : line.element === "etp"
        ? line.leave === "dayOff"
          ? standardElements.daysOffLeft
          : standardElements.notice
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
