/**
 * Everything that signing off will write, worked out but not yet written: the plan shows it, sign-off writes it. So
 * what is spelled out beforehand and what happens cannot part.
 */
import type { BankPart } from "@zesty/contract/people";
import { superDueDate } from "@zesty/core/au/superGuarantee";
import { withholdingDueDate } from "@zesty/core/au/withholdingDue";
import type { StateAu } from "@zesty/core/calendar/businessDays";
import { type JournalLine, payRunJournal } from "@zesty/core/journals/payRunJournal";
import type { PayeeFacts } from "@zesty/core/lodgement/payEvent";
import { type Fact, factsOf } from "@zesty/core/pay/facts";
import type { WorkedPay } from "@zesty/core/pay/workedPay";
import type { DirectEntryPayment } from "@zesty/core/payments/directEntry";
import { type Payslip, payslip, takenHours } from "@zesty/core/payslips/payslip";
import { type Decimal, decimal } from "@zesty/core/quantity/decimal";
import { splitNetPay } from "@zesty/core/quantity/split";
import { centsText, fromE4, toCents, toE4 } from "@zesty/core/quantity/units";
import { and, eq } from "drizzle-orm";
import type { Context } from "../context.ts";
import { notFound } from "../http/problem.ts";
import { lastThree } from "../store/crypt.ts";
import { business, costCentre, due, payElement } from "../store/schema.ts";
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
  superCents: number;
  superDue: string;
  fundId: number | null;
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
    const facts = factsOf(row.worked);
    const yearAfter = new Map(years.get(person.id));
    for (const fact of facts) yearAfter.set(fact.code, (yearAfter.get(fact.code) ?? 0) + fact.cents);
    const leave = leaveMovement(row.worked);
    const after: Record<string, Decimal> = {};
    for (const [kind, e4] of balances.get(person.id) ?? []) after[kind] = fromE4(e4);
    for (const move of leave)
      after[move.kind] = (after[move.kind] ?? decimal(0)).plus(fromE4(move.accruedE4 - move.takenE4));
    const chosen = loaded.records.super.get(person.id);
    const fundId = chosen?.fundId ?? null;
    const first = !paidBefore.has(`${person.id} ${fundId}`);
    const superDue = superDueDate(run.payday, first, context.rules);
    const payments = paymentsOf(context, loaded, row, toCents(row.worked.net.value));
    const superCents = toCents(row.worked.super.guarantee.value.plus(row.worked.super.reportable.value));
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
      fund:
        fundId === null
          ? null
          : { name: loaded.funds.get(fundId)?.name ?? "", memberNumber: chosen?.memberNumber ?? null },
      superDue,
      paidTo: payments.map((each) => ({
        title: each.title,
        account: lastThree(each.account),
        amount: centsText(each.cents),
      })),
      balances: after,
      message: person.payslipMessage,
    });
    return [{ row, worked: row.worked, facts, yearAfter, payments, leave, slip, superCents, superDue, fundId }];
  });
  const withheld = pays.reduce((total, each) => total + toCents(each.worked.withheld.value), 0);
  return {
    loaded,
    business: owner,
    pays,
    rows,
    totals: totalsOf(rows.map((each) => each.figures)),
    journal: payRunJournal(journalPays(context, loaded, pays), owner.postings),
    withholding: { cents: withheld, due: withholdingDueDate(run.payday) },
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
      line.element === "leaveTaken" && line.leave && line.leave !== "unpaid" ? [line.leave] : [],
    ),
  ]);
  return [...kinds].map((kind) => ({
    kind,
    accruedE4: toE4(worked.leave[kind]?.value ?? decimal(0)),
    takenE4: toE4(takenHours(worked, kind)),
  }));
}

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
  const centres = new Map(
    db
      .select()
      .from(costCentre)
      .where(eq(costCentre.businessId, loaded.run.businessId))
      .all()
      .map((each) => [each.id, each.code]),
  );
  return pays.map((each) => {
    const centre = centres.get(loaded.records.terms.get(each.row.row.person.id)?.costCentreId ?? 0);
    return {
      payId: each.row.row.payId,
      worked: each.worked,
      elementAccounts,
      costCentres: centre ? [{ code: centre, share: "1" }] : [],
    };
  });
}

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
    basis: known.person.basis,
    tax: known.person.tax,
    periodStart: loaded.run.periodStart,
    periodEnd: loaded.run.periodEnd,
    yearToDate: yearAfter,
  };
}
