/**
 * A signed-off run prepared once more for sending: the kept pays with their kept amounts, but people's particulars
 * (address, number, account) as they are on record now. Should the amounts come out differently, nothing is made.
 */

import { type AnyInput, factsOfPay, workOutPay } from "@zesty/core/countries/countries";
import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import { moneyText, toCents } from "@zesty/core/quantity/units";
import { and, eq, ne } from "drizzle-orm";
import type { Slip } from "../documents/slip.ts";
import type { Context } from "../ground/context.ts";
import type { Prepared } from "../row/prepared.ts";
import { loadRun } from "../row/runRows.ts";
import { datedRecords } from "../store/dated.ts";
import { payment, signedPay } from "../store/schema.ts";
import { yearSums } from "../store/sums.ts";
import { paymentsOf } from "./prepareSignOff.ts";
import type { PaymentOf } from "./runDocuments.ts";

export interface PreparedAgain extends Prepared {
  /** payments of a file that were not paid, to the accounts on record now */
  unpaid(outboxId: number): PaymentOf[];
}

export function prepareAgain(context: Context, runId: number): PreparedAgain {
  const loaded = loadRun(context, runId);
  const { run, owner } = loaded;
  const today = context.clock.today(owner.timeZone);
  const day = today > run.payday ? today : run.payday;
  const ids = loaded.rows.map((row) => row.person.id);
  loaded.records.bank = datedRecords(context.store.db, ids, day).bank;
  context.country(owner.country).pays.numbersOn(context, loaded, day);
  const kept = new Map(
    context.store.db
      .select()
      .from(signedPay)
      .where(and(eq(signedPay.runId, runId), eq(signedPay.kind, "pay")))
      .all()
      .map((row) => [row.payId, row]),
  );
  // Facts of this payday are among the sums already.
  const years = yearSums(context.store, ids, run.payday, owner.country).year;
  const pays = loaded.rows.flatMap((row): Prepared["pays"] => {
    const signed = kept.get(row.payId);
    if (!signed) return [];
    const input = signed.input as AnyInput;
    const worked = workOutPay(input, context.rulesAt(signed.signedAt));
    const keptNet = (signed.snapshot as PaySnapshot).figures.net;
    if (moneyText(worked.net.value) !== keptNet)
      throw new Error(
        `Pay ${row.payId} was signed off with net ${keptNet} under rule book ${signed.ruleBookVersion}, and comes out differently now.`,
      );
    const workedRow = { row, input, worked, figures: null, marks: [] };
    return [
      {
        row: workedRow,
        worked,
        facts: factsOfPay(worked, run.payday),
        yearAfter: years.get(row.person.id) ?? new Map<string, number>(),
        payments: paymentsOf(context, loaded, workedRow, toCents(worked.net.value)),
        leave: [],
        slip: signed.payslip as Slip,
        dues: [],
      },
    ];
  });
  return {
    loaded,
    business: owner,
    pays,
    rows: pays.map((each) => each.row),
    totals: run.totals,
    journal: [],
    runDues: [],
    unpaid: (outboxId) => {
      const open = context.store.db
        .select()
        .from(payment)
        .where(and(eq(payment.outboxId, outboxId), ne(payment.state, "paid")))
        .all();
      return pays.flatMap(({ row, payments }): PaymentOf[] => {
        const { payId } = row.row;
        const owed = open.filter((each) => each.payId === payId).map((each) => each.cents);
        const left = [...payments];
        const same = owed.map((cents) => {
          const at = left.findIndex((each) => each.cents === cents);
          return at === -1 ? undefined : left.splice(at, 1)[0];
        });
        // Divided over other accounts than then: what is still owed is divided as it is today.
        const again = same.every((each) => each !== undefined)
          ? same
          : paymentsOf(
              context,
              loaded,
              row,
              owed.reduce((total, each) => total + each, 0),
            );
        return again.flatMap((each) => (each ? [{ payId, payment: each }] : []));
      });
    },
  };
}
