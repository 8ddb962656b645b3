/** What a New Zealand pay will make at sign-off: the leave ledger in weeks and days, the payslip, what goes to Inland Revenue. */
import { addDays, daysBetween } from "@zesty/core/calendar/dates";
import { daysOfEarned } from "@zesty/core/nz/alternativeHolidays";
import { payeDueDate } from "@zesty/core/nz/documents/employmentInformation";
import type { PaymentNz } from "@zesty/core/nz/documents/payments";
import { payslipNz } from "@zesty/core/nz/documents/payslip";
import { leaveKindNz, leaveMovedNz, type SideNz } from "@zesty/core/nz/pay/elements";
import type { WorkedPayNz } from "@zesty/core/nz/pay/worked";
import { type Decimal, decimal } from "@zesty/core/quantity/decimal";
import { centsText, fromE4, toCents, toE4 } from "@zesty/core/quantity/units";
import { addressOf } from "../ground/findBusiness.ts";
import type { LeaveTaken } from "../row/leaveTaken.ts";
import { byPayee, passedOn } from "../row/passedOn.ts";
import { type DueEntry, type LeaveMove, owedLeaveMoves, type PreparedPay, takenMoves } from "../row/prepared.ts";
import type { LoadedRun } from "../row/runRows.ts";
import type { WorkedOut } from "../row/workRun.ts";
import { lastThree } from "../store/crypt.ts";
import { nzOf } from "./rows.ts";

export function signedPartsNz(
  loaded: LoadedRun,
  row: WorkedOut,
  worked: WorkedPayNz,
  yearAfter: Map<string, number>,
  payments: readonly PaymentNz[],
  leaveTaken: LeaveTaken,
): Pick<PreparedPay, "leave" | "slip" | "dues"> {
  const { run, owner } = loaded;
  const { person, context } = row.row;
  if (context.country !== "NZ") throw new Error("A New Zealand pay belongs to a New Zealand row.");
  const arose = (earned: Decimal) =>
    daysOfEarned(
      earned,
      row.row.lines.flatMap((line) => line.time?.arose ?? []),
      context.publicHolidays,
    );
  const leave = [
    ...leaveMoves(loaded, person.id, worked, run.periodEnd, leaveTaken, arose),
    ...owedLeaveMoves(row.row.lines, run.periodEnd),
  ];
  const after: Record<string, Decimal> = {};
  const taken: Record<string, Decimal> = {};
  // Entitlements that arise with this pay stand in the row's balances already.
  for (const [kind, units] of Object.entries(context.balances)) after[kind] = decimal(units);
  for (const move of leave.filter((each) => ["taken", "accrued", "adjusted"].includes(each.why))) {
    after[move.kind] = (after[move.kind] ?? decimal(0)).plus(fromE4(move.amountE4));
    if (move.why === "taken") taken[move.kind] = (taken[move.kind] ?? decimal(0)).minus(fromE4(move.amountE4));
  }
  delete after.unpaid;
  delete after.parental;
  const slip = payslipNz({
    employer: { name: owner.legalName, ird: lastThree(owner.ird ?? ""), ...addressOf(owner) },
    employee: {
      name: `${person.givenName} ${person.familyName}`,
      payrollId: person.payrollId,
      classification: loaded.records.terms.get(person.id)?.classification ?? null,
      taxCode: context.person.taxCode,
    },
    period: { start: run.periodStart, end: run.periodEnd },
    payday: run.payday,
    worked,
    yearToDate: yearAfter,
    paidTo: payments.map((each) => ({
      title: each.title,
      account: lastThree(each.account),
      amount: centsText(each.cents),
    })),
    balances: after,
    taken,
    kiwiSaverRate: context.person.kiwiSaver?.employeeRate ?? null,
    receivers: new Map(loaded.elementRows.flatMap((each) => (each.paidTo ? [[each.code, each.paidTo] as const] : []))),
    message: person.payslipMessage,
  });
  const dues = [
    ...duesOf(loaded, worked, person.id, payeDueDate(run.payday, owner.filing?.large ?? false)),
    ...passedOn(loaded, person.id, deductionDueDayNz(run.payday), takenOf(worked, "deduction")),
  ];
  return { leave, slip, dues };
}

/** Entitlements that arise by the end of the period, then what this pay takes and earns. */
function leaveMoves(
  loaded: LoadedRun,
  personId: number,
  worked: WorkedPayNz,
  date: string,
  leaveTaken: LeaveTaken,
  arose: (earned: Decimal) => readonly string[] | null,
): LeaveMove[] {
  const moved = new Map<string, { kind: string; corrects: string | undefined; taken: number; earned: number }>();
  for (const { line } of worked.lines) {
    const move = leaveMovedNz(line);
    if (!move) continue;
    const key = `${move.kind} ${line.corrects ?? ""}`;
    const found = moved.get(key) ?? { kind: move.kind, corrects: line.corrects, taken: 0, earned: 0 };
    const e4 = toE4(decimal(move.units));
    if (move.sign === 1) found.earned += e4;
    else found.taken += e4;
    moved.set(key, found);
  }
  // What corrects an earlier pay was taken then, wherever the correction stands.
  const { payday, periodEnd } = loaded.run;
  const then = (corrects: string) => addDays(corrects, -daysBetween(periodEnd, payday));
  return [
    ...(loaded.run.kind === "correction" ? [] : (nzOf(loaded).ledgers.get(personId)?.pending ?? [])),
    ...[...moved.values()].flatMap(({ kind, corrects, taken, earned }): LeaveMove[] =>
      corrects !== undefined && loaded.run.kind === "cycle"
        ? [...earnedMoves(kind, earned, [], then(corrects)), ...takenMoves(kind, taken, [], then(corrects))]
        : [
            ...earnedMoves(kind, earned, arose(fromE4(earned)) ?? [], date),
            ...takenMoves(
              ...([kind, taken, leaveTaken.get(`${personId} ${kind}`) ?? [], date] as const),
              leaveKindNz(kind)?.moves ? "last" : "first",
            ),
          ],
    ),
  ];
}

/** Each alternative holiday stands on the public holiday that it arose on; where nobody knows which, on the period's end. */
function earnedMoves(kind: string, earned: number, days: readonly string[], periodEnd: string): LeaveMove[] {
  if (earned === 0) return [];
  const why = "accrued" as const;
  if (days.length === 0) return [{ kind, date: periodEnd, amountE4: earned, why }];
  return days.map((date) => ({ kind, date, amountE4: earned / days.length, why }));
}

const takenOf = ({ lines }: WorkedPayNz, wanted: SideNz) =>
  lines.filter(({ side }) => side === wanted).map(({ line, amount }) => ({ code: line.code, amount: amount.value }));

/** What is deducted by agreement goes on by the 20th of the next month, as PAYE does: common practice, no source. */
export const deductionDueDayNz = (payday: string): string => payeDueDate(payday, false);

/**
 * Everything for Inland Revenue goes on one day, and is owed by its kind; an order is owed to whom it names, a gift to whom
 * its pay element names.
 */
function duesOf(loaded: LoadedRun, worked: WorkedPayNz, personId: number, due: string): DueEntry[] {
  const { withheld, parts, kiwiSaver, orders } = worked;
  const of = (kind: DueEntry["kind"], ...amounts: Decimal[]): DueEntry => ({
    kind,
    personId,
    fundId: null,
    cents: amounts.reduce((total, each) => total + toCents(each), 0),
    due,
  });
  return [
    of("paye", withheld.value),
    of("childSupport", parts.childSupport.value),
    of("studentLoan", parts.studentLoan.value, parts.slcir.value, parts.slbor.value),
    of("kiwiSaver", kiwiSaver.employee.value, kiwiSaver.employerNet.value),
    of("esct", kiwiSaver.esct.value),
    ...orders.map(({ order, amount }) => ({ ...of("order", amount.value), payee: order.name })),
    ...[...byPayee(loaded, takenOf(worked, "donation"))].map(([payee, amount]) => ({ ...of("giving", amount), payee })),
  ];
}
