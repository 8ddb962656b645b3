/**
 * Everything that signing off will write, worked out but not yet written: the plan shows it, sign-off writes it. So
 * what is spelled out beforehand and what happens cannot part.
 */
import type { BankPart } from "@zesty/contract/people";
import { superDueDate } from "@zesty/core/au/superGuarantee";
import { withholdingDueDate } from "@zesty/core/au/withholdingDue";
import type { StateAu } from "@zesty/core/calendar/businessDays";
import { type JournalLine, payRunJournal } from "@zesty/core/journals/payRunJournal";
import { leaveKind } from "@zesty/core/leave/kinds";
import type { CessationCode, PayeeFacts } from "@zesty/core/lodgement/payEvent";
import { type Fact, factsOf } from "@zesty/core/pay/facts";
import { takenHours } from "@zesty/core/pay/leaveDrawn";
import { superOf } from "@zesty/core/pay/snapshot";
import type { WorkedPay } from "@zesty/core/pay/workedPay";
import type { DirectEntryPayment } from "@zesty/core/payments/directEntry";
import { type Payslip, payslip } from "@zesty/core/payslips/payslip";
import { type Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { splitCents, splitNetPay } from "@zesty/core/quantity/split";
import { centsText, fromE4, toCents, toE4 } from "@zesty/core/quantity/units";
import { and, eq, isNull } from "drizzle-orm";
import type { Context } from "../context.ts";
import { notFound } from "../http/problem.ts";
import { fringeBenefitsFor } from "../people/fringeBenefits.ts";
import { lastThree } from "../store/crypt.ts";
import { business, departure, due, payElement } from "../store/schema.ts";
import { leaveBalances, yearSums } from "../store/sums.ts";
import { type LoadedRun, loadRun } from "./runRows.ts";
import { totalsOf, type WorkedOut, workRows } from "./workRun.ts";

export interface PreparedPay {
  row: WorkedOut;
  worked: WorkedPay;
  facts: Fact[];
  yearAfter: Map<string, number>;
  payments: DirectEntryPayment[];
  leave: { kind: string; accruedE4: number; takenE4: number }[];
  slip: Payslip;
  /** contributions of this pay, one entry a fund */
  contributions: { fundId: number | null; cents: number; due: string }[];
}

export interface Prepared {
  loaded: LoadedRun;
  business: typeof business.$inferSelect;
  pays: PreparedPay[];
  /** every included row with its marks, those too that cannot be worked out */
  rows: WorkedOut[];
  totals: Record<string, number>;
  journal: JournalLine[];
  withholding: { cents: number; due: string };
}

export function findBusiness(context: Context, businessId: number) {
  const row = context.store.db.select().from(business).where(eq(business.id, businessId)).get();
  if (!row) throw notFound("business");
  return row;
}

export function prepareSignOff(context: Context, runId: number): Prepared {
  const loaded = loadRun(context, runId);
  const { run } = loaded;
  const owner = findBusiness(context, run.businessId);
  const rows = workRows(context, loaded).filter((each) => each.row.included);
  const ids = rows.map((each) => each.row.person.id);
  const years = yearSums(context.store, ids, run.payday).year;
  const balances = leaveBalances(context.store, ids);
  const paidBefore = peopleWithSuperDue(context, run.businessId);
  const pays = rows.flatMap((row): PreparedPay[] => {
    if (!row.worked) return [];
    const { person } = row.row;
    const facts = factsOf(row.worked, run.payday);
    const yearAfter = new Map(years.get(person.id));
    for (const fact of facts) yearAfter.set(fact.code, (yearAfter.get(fact.code) ?? 0) + fact.cents);
    const leave = leaveMovement(row.worked);
    const after: Record<string, Decimal> = {};
    for (const [kind, e4] of balances.get(person.id) ?? []) after[kind] = fromE4(e4);
    for (const move of leave)
      after[move.kind] = (after[move.kind] ?? decimal(0)).plus(fromE4(move.accruedE4 - move.takenE4));
    const chosen = loaded.records.super.get(person.id);
    const shares = fundShares(chosen);
    const superCents = toCents(superOf(row.worked).value);
    const parts = splitCents(
      superCents,
      shares.map((share) => share.percent),
    );
    const contributions = shares.map(({ fundId }, at) => ({
      fundId,
      cents: parts[at] ?? 0,
      due: superDueDate(run.payday, !paidBefore.has(`${person.id} ${fundId}`), context.rules),
    }));
    const payments = paymentsOf(context, loaded, row, toCents(row.worked.net.value));
    const slip = payslip({
      employer: { name: owner.legalName, abn: owner.abn },
      employee: {
        name: `${person.givenName} ${person.familyName}`,
        payrollId: person.payrollId,
        classification: loaded.records.terms.get(person.id)?.classification ?? null,
      },
      period: { start: run.periodStart, end: run.periodEnd },
      payday: run.payday,
      worked: row.worked,
      yearToDate: yearAfter,
      fund: fundWords(loaded, shares),
      superDue: contributions.reduce((last, each) => (each.due > last ? each.due : last), run.payday),
      paidTo: payments.map((each) => ({
        title: each.title,
        account: lastThree(each.account),
        amount: centsText(each.cents),
      })),
      balances: after,
      message: person.payslipMessage,
    });
    return [{ row, worked: row.worked, facts, yearAfter, payments, leave, slip, contributions }];
  });
  const withheld = pays.reduce((total, each) => total + toCents(each.worked.withheld.value), 0);
  return {
    loaded,
    business: owner,
    pays,
    rows,
    totals: totalsOf(rows.map((each) => each.figures)),
    journal: payRunJournal(journalPays(context, loaded, pays), owner.postings),
    withholding: { cents: withheld, due: withholdingDueDate(run.payday, context.rules) },
  };
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

/** "person fund" pairs that already had a contribution; the first one for a pair has longer to arrive. */
function peopleWithSuperDue(context: Context, businessId: number): Set<string> {
  const rows = context.store.db
    .select({ personId: due.personId, fundId: due.fundId, cents: due.amountCents })
    .from(due)
    .where(and(eq(due.businessId, businessId), eq(due.kind, "super")))
    .all();
  const owed = new Map<string, number>();
  for (const each of rows) {
    const key = `${each.personId} ${each.fundId}`;
    owed.set(key, (owed.get(key) ?? 0) + each.cents);
  }
  // What was taken back sums to nothing and does not count.
  return new Set([...owed].filter(([, cents]) => cents > 0).map(([key]) => key));
}

function leaveMovement(worked: WorkedPay): PreparedPay["leave"] {
  const kinds = new Set([
    ...Object.keys(worked.leave),
    ...worked.lines.flatMap(({ line }) =>
      line.element === "leaveTaken" && line.leave && keptOrGranted(line.leave)
        ? [line.leave]
        : line.element === "unusedLeave"
          ? [line.leave ?? "annual"]
          : [],
    ),
  ]);
  return [...kinds].map((kind) => ({
    kind,
    accruedE4: toE4(worked.leave[kind]?.value ?? decimal(0)),
    takenE4: toE4(takenHours(worked, kind)),
  }));
}

/** Leave that the ledger follows: with a balance, or granted by the year. */
const keptOrGranted = (kind: string) => leaveKind(kind).kept || kind === "familyViolence";

/** The payments of one person's net pay, one an account. */
export function paymentsOf(
  context: Context,
  loaded: LoadedRun,
  row: WorkedOut,
  netCents: number,
): DirectEntryPayment[] {
  const split = loaded.records.bank.get(row.row.person.id);
  if (!split || netCents <= 0) return [];
  const parts = JSON.parse(context.store.crypt.open(split.parts)) as BankPart[];
  const { run } = loaded;
  const lastPayday = row.row.context.lastPay?.payday;
  return splitNetPay(netCents, parts).flatMap((cents, at) => {
    const part = parts[at];
    return part && cents > 0
      ? [
          {
            bsb: part.bsb,
            account: part.account,
            cents,
            title: part.title,
            reference: `PAY ${run.payday}`,
            isNew: !lastPayday || split.from > lastPayday,
          },
        ]
      : [];
  });
}

function journalPays(context: Context, loaded: LoadedRun, pays: readonly PreparedPay[]) {
  const { db } = context.store;
  const elementAccounts = new Map(
    db
      .select()
      .from(payElement)
      .where(eq(payElement.businessId, loaded.run.businessId))
      .all()
      .flatMap((each) => (each.account ? [[each.code, each.account] as const] : [])),
  );
  const costAccounts = new Map(loaded.costs.map(({ code, expense, payable }) => [code, { expense, payable }]));
  return pays.map((each) => ({
    payId: each.row.row.payId,
    worked: each.worked,
    elementAccounts,
    costCentres: each.row.row.context.facts.costCentres,
    costAccounts,
  }));
}

const cessationOf = (context: Context, personId: number): CessationCode | null =>
  (context.store.db
    .select({ reason: departure.reason })
    .from(departure)
    .where(and(eq(departure.personId, personId), isNull(departure.undoneAt)))
    .get()?.reason as CessationCode | undefined) ?? null;

/** A person as a pay event reports them, from what is on record now. */
export function payeeFacts(
  context: Context,
  loaded: LoadedRun,
  row: WorkedOut["row"],
  yearAfter: ReadonlyMap<string, number>,
): PayeeFacts {
  const { person, context: known } = row;
  const tax = loaded.records.tax.get(person.id);
  const blank = { line1: "", suburb: "", state: "" as StateAu | "", postcode: "" };
  return {
    payrollId: person.payrollId,
    taxFileNumber: tax?.fileNumber ? context.store.crypt.open(tax.fileNumber) : null,
    name: { family: person.familyName, given: person.givenName },
    birthDate: person.birthDate,
    address: person.address ?? blank,
    startDate: person.startDate,
    endDate: person.endDate,
    cessation: cessationOf(context, person.id),
    basis: known.person.basis,
    tax: known.person.tax,
    periodStart: loaded.run.periodStart,
    periodEnd: loaded.run.periodEnd,
    fringeBenefits: fringeBenefitsFor(context, person.id, loaded.run.payday),
    yearToDate: yearAfter,
  };
}
