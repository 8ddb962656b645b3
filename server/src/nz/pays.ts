/** Pays of New Zealand: what a row knows, what signing off makes of it, and the file of the bank. */
import { rollForwardNz } from "@zesty/core/calendar/holidaysNz";
import { payRunJournalNz } from "@zesty/core/nz/documents/journal";
import { type PaymentNz, paymentRowsNz, transferNz } from "@zesty/core/nz/documents/payments";
import { creditTransferXml, csvEnding, paymentCsv, xmlEnding } from "../documents/paymentFiles.ts";
import type { PaysOfCountry } from "../row/paysOfCountry.ts";
import type { NetPayment } from "../row/prepared.ts";
import { personFactsBase } from "../row/rowFacts.ts";
import { earlierInPeriod } from "../runs/earlierInPeriod.ts";
import { datedRecordsNz } from "../store/dated.ts";
import { closedownsIn } from "./closedown.ts";
import { finalLinesNz } from "./finalLines.ts";
import { nzRows } from "./personFacts.ts";
import { nzOf, type RowsNz } from "./rows.ts";
import { signedPartsNz } from "./signedParts.ts";

const isPaymentNz = (payment: NetPayment): payment is PaymentNz => !("bsb" in payment);

export const paysNz: PaysOfCountry = {
  rows(context, { run, cycle, people, records, elements, centres, ratesOf }): RowsNz {
    const nz = nzRows(context, { ...run, cycle }, people, records, elements);
    const earlier = earlierInPeriod(
      context,
      run,
      people.map((each) => each.id),
    );
    return {
      nz,
      paidBefore: (id) => earlier.get(id)?.taxable ?? null,
      context: (who, base) => {
        const part = nz.parts.get(who.id);
        if (!part) throw new Error(`Person ${who.id} has no row of New Zealand.`);
        return Object.assign(base, part, {
          country: "NZ" as const,
          facts: { ...personFactsBase(who, records, centres, ratesOf(who.id)), ...part.facts },
          earlierInPeriod: earlier.get(who.id) ?? null,
          // A run of its own pays what is left over: the holidays of the period belong to the cycle.
          publicHolidays: run.kind === "cycle" ? part.publicHolidays : [],
          patternDays: run.kind === "correction" || run.kind === "outsideCycle" ? "0" : part.patternDays,
        });
      },
    };
  },
  closedIn: closedownsIn,
  signing: (_context, loaded, _ids, leaveTaken) => (row, worked, yearAfter, payments) => {
    if (worked.country !== "NZ") throw new Error("A pay of another country stands in a New Zealand run.");
    return signedPartsNz(loaded, row, worked, yearAfter, payments.filter(isPaymentNz), leaveTaken);
  },
  payment: ({ account, title, text }, { cents, payrollId, payday }) => ({
    ...{ account, cents, title },
    ...{ particulars: "WAGES", code: payrollId, reference: text ?? payday },
  }),
  numbersOn(context, loaded, day) {
    const { taxCode } = nzOf(loaded).records;
    const ids = loaded.rows.map((row) => row.person.id);
    for (const [id, { irdNumber }] of datedRecordsNz(context.store.db, ids, day).taxCode) {
      const then = taxCode.get(id);
      if (then) taxCode.set(id, { ...then, irdNumber });
    }
  },
  journal: (pays, postings) =>
    payRunJournalNz(
      pays.flatMap(({ worked, ...pay }) => (worked.country === "NZ" ? [{ ...pay, worked }] : [])),
      postings,
    ),
  // Everything is owed by the person that it was taken from.
  runDues: () => [],
  paymentFile: {
    ending: (owner) => (owner.filing?.paymentFile === "pain001" ? xmlEnding : csvEnding),
    bankDay: rollForwardNz,
    bytes: (context, { owner, on, from, messageId, apart }, payments) => {
      const file = {
        payday: on,
        payer: { name: owner.legalName, account: from.account },
        payments: payments.filter(isPaymentNz),
      };
      return owner.filing?.paymentFile === "pain001"
        ? creditTransferXml(transferNz(file), messageId, context.clock.today(owner.timeZone))
        : paymentCsv(paymentRowsNz({ ...file, about: `WAGES${apart}` }));
    },
  },
  finalLines: finalLinesNz,
};
