/** What an Australian pay will make at sign-off: super by fund, the leave ledger, the payslip, the payee of the event. */

import type { DirectEntryPayment } from "@zesty/core/au/documents/directEntry";
import { payslip } from "@zesty/core/au/documents/payslip";
import { kindsMoved, takenHours } from "@zesty/core/au/pay/leaveDrawn";
import { superOf } from "@zesty/core/au/pay/snapshot";
import type { WorkedPay } from "@zesty/core/au/pay/worked";
import { superDueDate } from "@zesty/core/au/superGuarantee";
import { rollForwardAu } from "@zesty/core/calendar/businessDays";
import { addDays, addMonths, daysBetween } from "@zesty/core/calendar/dates";
import type { DatedLeave } from "@zesty/core/leave/leaveDays";
import { type Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { splitCents } from "@zesty/core/quantity/split";
import { centsText, fromE4, toCents, toE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { addressOf } from "../ground/findBusiness.ts";
import type { Run, Who } from "../ground/findRun.ts";
import type { LeaveTaken } from "../row/leaveTaken.ts";
import { passedOn } from "../row/passedOn.ts";
import { type DueEntry, type LeaveMove, owedLeaveMoves, type PreparedPay, takenMoves } from "../row/prepared.ts";
import type { LoadedRun } from "../row/runRows.ts";
import type { WorkedOut } from "../row/workRun.ts";
import { lastThree } from "../store/crypt.ts";
import type { business } from "../store/schema.ts";

/** What all pays of an Australian run are prepared with. */
export interface RunAu {
  context: Context;
  loaded: LoadedRun;
  owner: typeof business.$inferSelect;
  balances: ReadonlyMap<number, ReadonlyMap<string, number>>;
  /** "person fund" pairs that had a contribution before */
  paidBefore: ReadonlySet<string>;
  leaveTaken: LeaveTaken;
}

export function signedPartsAu(
  { context, loaded, owner, balances, paidBefore, leaveTaken }: RunAu,
  row: WorkedOut,
  worked: WorkedPay,
  yearAfter: Map<string, number>,
  payments: readonly DirectEntryPayment[],
): Pick<PreparedPay, "leave" | "slip" | "dues"> {
  const { run } = loaded;
  const { person } = row.row;
  const leave = [
    ...leaveMoves(worked, run.periodEnd, (kind) => leaveTaken.get(`${person.id} ${kind}`) ?? []),
    ...owedLeaveMoves(row.row.lines, run.periodEnd),
  ];
  const after: Record<string, Decimal> = {};
  for (const [kind, e4] of balances.get(person.id) ?? []) after[kind] = fromE4(e4);
  for (const move of leave) after[move.kind] = (after[move.kind] ?? decimal(0)).plus(fromE4(move.amountE4));
  const shares = fundShares(loaded.records.super.get(person.id));
  const parts = splitCents(
    toCents(superOf(worked).value),
    shares.map((share) => share.percent),
  );
  // The longer time is for who is new with the employer, and for a fund that is new to them; nobody is new for having
  // been paid by another program before (payday super, from memory).
  const isFirst = (id: number, fundId: number | null) =>
    !paidBefore.has(`${id} ${fundId}`) &&
    (paidBefore.has(`${id}`) || (isNewHere(loaded.run, person) && !paidBefore.has(`${id} elsewhere`)));
  const dues = shares.map(
    ({ fundId }, at): DueEntry => ({
      kind: "super",
      personId: person.id,
      fundId,
      cents: parts[at] ?? 0,
      due: superDueDate(run.payday, isFirst(person.id, fundId), context.rules),
    }),
  );
  dues.push(...passedOn(loaded, person.id, deductionDueDay(run.payday), deductedOf(worked)));
  const terms = loaded.records.terms.get(person.id);
  const slip = payslip({
    employer: { name: owner.legalName, abn: owner.abn, ...addressOf(owner) },
    employee: {
      name: `${person.givenName} ${person.familyName}`,
      payrollId: person.payrollId,
      classification: terms?.classification ?? null,
      annualRate: terms?.salaryCents == null ? null : centsText(terms.salaryCents),
    },
    period: { start: run.periodStart, end: run.periodEnd },
    payday: run.payday,
    worked,
    yearToDate: yearAfter,
    fund: fundWords(loaded, shares),
    superDue: dues.reduce((last, each) => (each.kind === "super" && each.due > last ? each.due : last), run.payday),
    paidTo: payments.map((each) => ({
      title: each.title,
      account: lastThree(each.account),
      amount: centsText(each.cents),
    })),
    balances: after,
    receivers: receiversOf(loaded, fundWords(loaded, shares)),
    hiddenCodes: loaded.elementRows.filter((each) => each.leave === "familyViolence").map((each) => each.code),
    ordinary: ordinaryOf(loaded, yearAfter),
    message: person.payslipMessage,
  });
  return { leave, slip, dues };
}

/** The pay element under which most of the year's ordinary time stands. */
function ordinaryOf({ elementRows }: LoadedRun, year: ReadonlyMap<string, number>) {
  const paid = (code: string) => year.get(`line:${code}`) ?? 0;
  const [most] = elementRows
    .filter((each) => each.element === "ordinary" && each.percent === "100")
    .sort((a, b) => paid(b.code) - paid(a.code));
  return most && { code: most.code, name: most.name, byHours: most.entry === "hours" };
}

/**
 * By the 7th of the month after: the day by which deducted child support goes on (Child Support (Registration and
 * Collection) Act 1988, from memory); for other deductions common practice, no source.
 */
export const deductionDueDay = (payday: string): string =>
  rollForwardAu(`${addMonths(`${payday.slice(0, 7)}-01`, 1).slice(0, 8)}07`);

/** Of what is deducted, what goes into super goes to its fund with the rest. */
const deductedOf = ({ lines }: WorkedPay) =>
  lines
    .filter(({ group }) => group === "beforeTax" || group === "afterTax")
    .filter(({ line }) => line.element !== "salarySacrificeSuper" && line.element !== "memberContribution")
    .map(({ line, amount }) => ({ code: line.code, amount: amount.value }));

/** Who each deduction goes to: as its pay element says, and the fund for what goes into super. */
function receiversOf({ elementRows }: LoadedRun, fund: ReturnType<typeof fundWords>): Map<string, string> {
  const toFund = ["salarySacrificeSuper", "memberContribution"];
  const number = fund?.memberNumber ? ` ${fund.memberNumber}` : "";
  return new Map(
    elementRows.flatMap((each) => {
      const receiver = each.paidTo ?? (fund && toFund.includes(each.element) ? `${fund.name}${number}` : null);
      return receiver ? [[each.code, receiver] as const] : [];
    }),
  );
}

interface FundShare {
  fundId: number | null;
  memberNumber: string | null;
  percent: Decimal;
}

/** Where a person's contributions go: shares to other funds first named, the rest to the fund chosen. */
function fundShares(chosen: { fundId: number | null; memberNumber: string | null; shares: SuperShares } | undefined) {
  const others = (chosen?.shares ?? []).map((share): FundShare => ({ ...share, percent: decimal(share.percent) }));
  const rest = decimal(100).minus(sum(others.map((share) => share.percent)));
  const main = { fundId: chosen?.fundId ?? null, memberNumber: chosen?.memberNumber ?? null, percent: rest };
  return rest.gt(0) ? [main, ...others] : others;
}
type SuperShares = { fundId: number; memberNumber: string; percent: string }[] | null;

/** One fund by name, or several with their shares: a payslip names each account that money goes to. */
function fundWords(
  { funds }: LoadedRun,
  shares: readonly FundShare[],
): { name: string; memberNumber: string | null } | null {
  const named = shares.flatMap((share) => {
    const name = share.fundId === null ? undefined : funds.get(share.fundId)?.name;
    return name ? [{ ...share, name }] : [];
  });
  const [only] = named;
  if (!only) return null;
  if (named.length === 1) return { name: only.name, memberNumber: only.memberNumber };
  return {
    name: named.map((each) => `${each.name} ${each.percent.toString()} %`).join(", "),
    memberNumber: named.map((each) => each.memberNumber ?? "no number").join(", "),
  };
}

/** Began no earlier than in the period before this one. */
const isNewHere = ({ periodStart, periodEnd }: Run, { startDate }: Who): boolean =>
  startDate >= addDays(periodStart, -(daysBetween(periodStart, periodEnd) + 1));

/** "person fund" and "person" of each who had a contribution due, "person elsewhere" of who another system paid. */
export function peopleWithSuperDue(context: Context, businessId: number): Set<string> {
  // What was taken back sums to nothing and does not count.
  const rows = context.store
    .prepared<[number, number], { key: string }>(
      `SELECT person_id || ' ' || coalesce(fund_id, 'null') AS key FROM due WHERE business_id = ? AND kind = 'super'
       GROUP BY person_id, fund_id HAVING SUM(amount_cents) > 0
       UNION SELECT person_id || ' elsewhere' FROM opening_year
         WHERE person_id IN (SELECT id FROM person WHERE business_id = ?)`,
    )
    .all(businessId, businessId);
  return new Set(rows.flatMap(({ key }) => (key.endsWith("elsewhere") ? [key] : [key, key.split(" ")[0] ?? ""])));
}

function leaveMoves(worked: WorkedPay, date: string, recorded: (kind: string) => DatedLeave[]): LeaveMove[] {
  return kindsMoved(worked).flatMap((kind): LeaveMove[] => {
    const accrued = toE4(worked.leave[kind]?.value ?? decimal(0));
    const taken = toE4(takenHours(worked, kind));
    return [
      ...(accrued === 0 ? [] : [{ kind, date, amountE4: accrued, why: "accrued" as const }]),
      ...takenMoves(kind, taken, recorded(kind), date),
    ];
  });
}
