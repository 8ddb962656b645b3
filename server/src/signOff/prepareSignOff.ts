/** Works a run out for sign-off: what the plan shows and what sign-off writes come from this one structure. */

import type { BankPart } from "@zesty/contract/bank";
import { factsOfPay } from "@zesty/core/countries/countries";
import { splitNetPay } from "@zesty/core/quantity/split";
import { toCents } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { findRun } from "../ground/findRun.ts";
import { freshRun } from "../row/keepComposed.ts";
import { leaveTakenIn } from "../row/leaveTaken.ts";
import type { NetPayment, Prepared, PreparedPay } from "../row/prepared.ts";
import type { LoadedRun } from "../row/runRows.ts";
import { rowWorker, totalsOf, type WorkedOut } from "../row/workRun.ts";
import { places } from "../store/crypt.ts";
import { atOnce, eachOf, type Steps } from "../store/steps.ts";
import { yearSums } from "../store/sums.ts";

export const prepareSignOff = (context: Context, runId: number): Prepared => atOnce(prepareSteps(context, runId));

/**
 * What was worked out last. Whoever signs has looked at the plan just before: as long as nothing was written since, by
 * anybody, it is not worked out a second time.
 */
const keptOf = new WeakMap<Context["store"], { asOf: string; prepared: Prepared }>();
const keptForMs = 120_000;

/** What is worked out follows from the store, the day, and whose year is made final. */
function asOfNow(context: Context, runId: number, final: readonly number[]): string {
  const { timeZone } = findBusiness(context, findRun(context, runId).businessId);
  return JSON.stringify([runId, final, context.clock.today(timeZone), context.store.stamp()]);
}

/** @param final pays with which their people's payroll year is made final */
export function* prepareSteps(context: Context, runId: number, final: readonly number[] = []): Steps<Prepared> {
  const asOf = asOfNow(context, runId, final);
  const kept = keptOf.get(context.store);
  if (kept?.asOf === asOf) return kept.prepared;
  keptOf.delete(context.store);
  const prepared = yield* workOutSteps(context, runId, final);
  // Composing rows anew writes; what others wrote meanwhile may be in it in part.
  if (asOfNow(context, runId, final) === asOf) {
    const made = { asOf, prepared };
    keptOf.set(context.store, made);
    setTimeout(() => {
      if (keptOf.get(context.store) === made) keptOf.delete(context.store);
    }, keptForMs).unref();
  }
  return prepared;
}

function* workOutSteps(context: Context, runId: number, final: readonly number[]): Steps<Prepared> {
  const loaded = freshRun(context, runId);
  const { run, owner } = loaded;
  const included = loaded.rows.filter((row) => row.included);
  for (const row of included) if (final.includes(row.payId)) row.yearFinal = true;
  const work = rowWorker(context, loaded);
  const rows = yield* eachOf("Working out pays", included, work);
  const ids = rows.map((each) => each.row.person.id);
  const years = yearSums(context.store, ids, run.payday, owner.country).year;
  const leaveTaken = leaveTakenIn(context, loaded, rows);
  const country = context.country(owner.country).pays;
  const signed = country.signing(context, loaded, ids, leaveTaken);
  const made = yield* eachOf("Preparing payslips and payments", rows, (row): PreparedPay[] => {
    const { worked } = row;
    if (!worked) return [];
    const facts = factsOfPay(worked, run.payday);
    const yearAfter = new Map(years.get(row.row.person.id));
    for (const fact of facts) yearAfter.set(fact.code, (yearAfter.get(fact.code) ?? 0) + fact.cents);
    const payments = paymentsOf(context, loaded, row, toCents(worked.net.value));
    return [{ row, worked, facts, yearAfter, payments, ...signed(row, worked, yearAfter, payments) }];
  });
  const pays = made.flat();
  return {
    loaded,
    business: owner,
    pays,
    rows,
    totals: totalsOf(rows.map((each) => each.figures)),
    journal: country.journal(pays.map(postedOf(loaded)), owner.postings),
    runDues: country.runDues(context, loaded, pays),
  };
}

/** The payments of one person's net pay, one an account. */
export function paymentsOf(context: Context, loaded: LoadedRun, row: WorkedOut, netCents: number): NetPayment[] {
  const split = loaded.records.bank.get(row.row.person.id);
  if (!split || netCents <= 0) return [];
  const parts = JSON.parse(context.store.crypt.open(split.parts, places.bankParts(row.row.person.id))) as BankPart[];
  const { run, owner } = loaded;
  const lastPayday = row.row.context.lastPay?.payday;
  const { payment } = context.country(owner.country).pays;
  const of = {
    payrollId: row.row.person.payrollId,
    payday: run.payday,
    isNew: !lastPayday || split.from > lastPayday,
  };
  return splitNetPay(netCents, parts).flatMap((cents, at): NetPayment[] => {
    const part = parts[at];
    return !part || cents <= 0 ? [] : [payment(part, { ...of, cents })];
  });
}

/** A pay with what posting it wants to know of accounts and cost centres. */
function postedOf(loaded: LoadedRun) {
  const elementAccounts = new Map(
    loaded.elementRows.flatMap((each) => (each.account ? [[each.code, each.account] as const] : [])),
  );
  const costAccounts = new Map(loaded.costs.map(({ code, expense, payable }) => [code, { expense, payable }]));
  return ({ row: { row }, worked }: PreparedPay) => ({
    ...{ worked, elementAccounts, costAccounts },
    payId: row.payId,
    costCentres: row.context.facts.costCentres,
    wagesAccount: loaded.records.terms.get(row.person.id)?.wagesAccount ?? undefined,
  });
}
