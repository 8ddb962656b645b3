/**
 * What is said for a pay, whatever stretch of time it is for: an allowance, a deduction, a fixed amount to a bank account,
 * tax on top. It does not follow who changes to a pay cycle of another length, and would be wrong from then on in silence.
 */
import type { BankPart } from "@zesty/contract/bank";
import { type Cycle, paysPerYear } from "@zesty/core/calendar/payPeriods";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText, dollars } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { type AgreedTerms, agreedIn, asTermsSay } from "../store/asAgreed.ts";
import { places } from "../store/crypt.ts";
import type { DatedRecords } from "../store/dated.ts";
import { payElement } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

/**
 * @param records as they stood before the change
 * @returns what stays, in words; nothing where the pays stay as long
 */
export function saidPerPay(
  context: Context,
  { id: personId, businessId }: { id: number; businessId: number },
  records: DatedRecords,
  day: string,
  to: number,
): string[] {
  const terms = records.terms.get(personId);
  const agreed = agreedIn(context.store.db);
  const pays = (cycleId: number): number | undefined => {
    const cycle = agreed.cycleOf(cycleId) as Cycle | undefined;
    return cycle && paysPerYear[cycle];
  };
  if (!terms || pays(terms.cycleId) === pays(to)) return [];
  return [
    ...usualLines(context, personId, records, terms),
    ...bankParts(context, personId, records),
    ...extraTax(records.tax.get(personId)?.extraPerPayCents),
    ...(context.country(findBusiness(context, businessId).country).people.perPay?.(context, personId, day) ?? []),
  ];
}

function usualLines({ store }: Context, personId: number, records: DatedRecords, terms: AgreedTerms): string[] {
  const lines = records.usual.get(personId)?.lines ?? [];
  const follow = new Set(asTermsSay(lines, terms, agreedIn(store.db)));
  return lines.flatMap((line, at) => {
    const quantity = line.amount ?? line.hours ?? line.units ?? "0";
    if (follow.has(at) || decimal(quantity).isZero()) return [];
    const name = rowsOf(store.sqlite, payElement, "WHERE t.id = ?", line.elementId)[0]?.name ?? "";
    return [
      `${name} ${line.amount !== undefined ? dollars(decimal(line.amount)) : line.hours !== undefined ? `${line.hours} h` : line.units}`,
    ];
  });
}

function bankParts({ store: { crypt } }: Context, personId: number, records: DatedRecords): string[] {
  const bank = records.bank.get(personId);
  const parts = bank ? (JSON.parse(crypt.open(bank.parts, places.bankParts(personId))) as BankPart[]) : [];
  return parts.flatMap(({ kind, value }) =>
    kind === "amount" ? [`${dollars(decimal(value))} to a bank account`] : [],
  );
}

const extraTax = (cents: number | null | undefined): string[] =>
  cents ? [`${dollars(decimal(centsText(cents)))} of tax on top`] : [];
