/**
 * Works a run out for sign-off: what the plan shows and what sign-off writes come from this one structure.
 */

import type { BankPart } from "@zesty/contract/people";
import { withholdingDueDate } from "@zesty/core/au/withholdingDue";
import { factsOfPay } from "@zesty/core/countries/countries";
import { payRunJournal } from "@zesty/core/journals/payRunJournal";
import { payRunJournalNz } from "@zesty/core/journals/payRunJournalNz";
import type { JournalLine } from "@zesty/core/journals/posting";
import { splitNetPay } from "@zesty/core/quantity/split";
import { toCents } from "@zesty/core/quantity/units";
import type { Context } from "../context.ts";
import { places } from "../store/crypt.ts";
import { leaveBalances, yearSums } from "../store/sums.ts";
import { leaveTakenIn } from "../time/leaveTaken.ts";
import { isPaymentAu, isPaymentNz, type NetPayment, type Prepared, type PreparedPay } from "./prepared.ts";
import { type LoadedRun, loadRun } from "./runRows.ts";
import { peopleWithSuperDue, signedPartsAu } from "./signedPartsAu.ts";
import { signedPartsNz } from "./signedPartsNz.ts";
import { totalsOf, type WorkedOut, workRows } from "./workRun.ts";

export function prepareSignOff(context: Context, runId: number): Prepared {
  const loaded = loadRun(context, runId);
  const { run, owner } = loaded;
  const rows = workRows(context, loaded).filter((each) => each.row.included);
  const ids = rows.map((each) => each.row.person.id);
  const years = yearSums(context.store, ids, run.payday, owner.country).year;
  const leaveTaken = leaveTakenIn(context, loaded, rows);
  const au =
    owner.country === "AU"
      ? {
          context,
          loaded,
          owner,
          balances: leaveBalances(context.store, ids),
          paidBefore: peopleWithSuperDue(context, run.businessId),
          leaveTaken,
        }
      : null;
  const pays = rows.flatMap((row): PreparedPay[] => {
    const { worked } = row;
    if (!worked) return [];
    const facts = factsOfPay(worked, run.payday);
    const yearAfter = new Map(years.get(row.row.person.id));
    for (const fact of facts) yearAfter.set(fact.code, (yearAfter.get(fact.code) ?? 0) + fact.cents);
    const payments = paymentsOf(context, loaded, row, toCents(worked.net.value));
    const common = { row, worked, facts, yearAfter, payments };
    if (worked.country === "NZ")
      return [
        {
          ...common,
          ...signedPartsNz(loaded, owner, row, worked, yearAfter, payments.filter(isPaymentNz), leaveTaken),
        },
      ];
    if (!au) throw new Error(`Run ${run.id} holds an Australian pay in a New Zealand business.`);
    return [
      {
        ...common,
        ...signedPartsAu(au, row, worked, yearAfter, payments.filter(isPaymentAu)),
      },
    ];
  });
  return {
    loaded,
    business: owner,
    pays,
    rows,
    totals: totalsOf(rows.map((each) => each.figures)),
    journal: journalOf(loaded, pays),
    runDues:
      owner.country === "AU" && pays.length > 0
        ? [
            {
              kind: "withholding",
              personId: null,
              fundId: null,
              cents: pays.reduce((total, each) => total + toCents(each.worked.withheld.value), 0),
              due: withholdingDueDate(run.payday, owner.withholder, context.rules),
            },
          ]
        : [],
  };
}

/** The payments of one person's net pay, one an account. */
export function paymentsOf(context: Context, loaded: LoadedRun, row: WorkedOut, netCents: number): NetPayment[] {
  const split = loaded.records.bank.get(row.row.person.id);
  if (!split || netCents <= 0) return [];
  const parts = JSON.parse(context.store.crypt.open(split.parts, places.bankParts(row.row.person.id))) as BankPart[];
  const { run, owner } = loaded;
  const lastPayday = row.row.context.lastPay?.payday;
  return splitNetPay(netCents, parts).flatMap((cents, at): NetPayment[] => {
    const part = parts[at];
    if (!part || cents <= 0) return [];
    const { account, title } = part;
    return owner.country === "NZ"
      ? [{ account, cents, title, particulars: "WAGES", code: row.row.person.payrollId, reference: run.payday }]
      : [
          {
            bsb: part.bsb,
            account,
            cents,
            title,
            reference: `PAY ${run.payday}`,
            isNew: !lastPayday || split.from > lastPayday,
          },
        ];
  });
}

function journalOf(loaded: LoadedRun, pays: readonly PreparedPay[]): JournalLine[] {
  const elementAccounts = new Map(
    loaded.elementRows.flatMap((each) => (each.account ? [[each.code, each.account] as const] : [])),
  );
  const costAccounts = new Map(loaded.costs.map(({ code, expense, payable }) => [code, { expense, payable }]));
  const common = (each: PreparedPay) => ({
    payId: each.row.row.payId,
    elementAccounts,
    costCentres: each.row.row.context.facts.costCentres,
    costAccounts,
  });
  const { postings } = loaded.owner;
  return loaded.owner.country === "NZ"
    ? payRunJournalNz(
        pays.flatMap((each) => (each.worked.country === "NZ" ? [{ ...common(each), worked: each.worked }] : [])),
        postings,
      )
    : payRunJournal(
        pays.flatMap((each) => (each.worked.country === "AU" ? [{ ...common(each), worked: each.worked }] : [])),
        postings,
      );
}
