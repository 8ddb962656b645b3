/** What the agency holds of each person: read from the bytes of the newest event that it took, not from our own sums. */

import { eq } from "drizzle-orm";
import { XMLParser } from "fast-xml-parser";
import type { Context } from "../ground/context.ts";
import { person } from "../store/schema.ts";
import { reportsTaken } from "../year/reportsTaken.ts";
import { add, type Reported } from "../year/yearOfCountry.ts";

const lists = new Set([
  ...["PAYEVNTEMP", "RemunerationIncomeTaxPayAsYouGoWithholding", "PaidLeave", "Allowance", "LumpSum"],
  ...["EmploymentTerminationPayment", "SuperannuationContribution", "IncomeFringeBenefitsReportable"],
]);
const parser = new XMLParser({ parseTagValue: false, isArray: (name) => lists.has(name) });

interface Coded {
  TypeC?: string;
  EntitlementTypeC?: string;
  [amount: string]: string | undefined;
}
interface Income {
  GrossA?: string;
  OvertimePaymentA?: string;
  GrossBonusesAndCommissionsA?: string;
  GrossDirectorsFeesA?: string;
  IncomeTaxPayAsYouGoWithholdingTaxWithheldA?: string;
  PaidLeave?: Coded[];
  Allowance?: Coded[];
  LumpSum?: Coded[];
  EmploymentTerminationPayment?: Coded[];
}
interface Payee {
  Identifiers: { EmploymentPayrollNumberId: string };
  RemunerationPayrollEventFinalI?: string;
  RemunerationIncomeTaxPayAsYouGoWithholding?: Income[];
  SuperannuationContribution?: Coded[];
  IncomeFringeBenefitsReportable?: Coded[];
}

/** Dollars and cents as text to cents, without a detour over fractions. */
const centsIn = (text: string | undefined): number => Math.round(Number(text ?? "0") * 100);
const total = (list: readonly Coded[] | undefined, amount: string): number =>
  (list ?? []).reduce((sum, each) => sum + centsIn(each[amount]), 0);

const incomeOf = (income: Income): number =>
  centsIn(income.GrossA) +
  centsIn(income.OvertimePaymentA) +
  centsIn(income.GrossBonusesAndCommissionsA) +
  centsIn(income.GrossDirectorsFeesA) +
  total(income.PaidLeave, "PaymentA") +
  total(income.Allowance, "EmploymentAllowancesA") +
  total(income.LumpSum, "PaymentsA") +
  total(income.EmploymentTerminationPayment, "IncomeTaxableA");
const withheldOf = (income: Income): number =>
  centsIn(income.IncomeTaxPayAsYouGoWithholdingTaxWithheldA) +
  total(income.EmploymentTerminationPayment, "IncomeTaxPayAsYouGoWithholdingTaxWithheldA");

export function payEventsTaken(context: Context, businessId: number, from: string, to: string): Reported {
  const { db } = context.store;
  const people = new Map(
    db
      .select()
      .from(person)
      .where(eq(person.businessId, businessId))
      .all()
      .map((each) => [each.payrollId, each.id]),
  );
  const found: Reported = { said: new Map(), on: new Map(), madeAt: new Map(), final: new Set() };
  for (const { payday, madeAt, refused, document } of reportsTaken(context, "payEvent", businessId, from, to)) {
    if (found.on.size === people.size) break;
    for (const { payrollId, final, ...figures } of knownFigures(document())) {
      const id = people.get(payrollId);
      if (id === undefined || found.on.has(id) || refused.has(id)) continue;
      found.on.set(id, payday);
      found.madeAt.set(id, madeAt);
      if (final) found.final.add(id);
      for (const [column, cents] of Object.entries(figures)) add(found.said, id, column, "reported", cents);
    }
  }
  return found;
}

/** What was sent never changes: an event is read once, and its figures are known by the hash of its bytes. */
const known = new Map<string, ReturnType<typeof eventFigures>>();
const mostKnown = 50;

function knownFigures({ bytes, sha256 }: { bytes: Buffer; sha256: string }) {
  const figures = known.get(sha256) ?? eventFigures(bytes);
  // The one that was used longest ago makes room.
  known.delete(sha256);
  known.set(sha256, figures);
  const [oldest] = known.keys();
  if (known.size > mostKnown && oldest) known.delete(oldest);
  return figures;
}

/** What an event says of each payee for the year, in cents by column of the sheet. */
export function eventFigures(bytes: Buffer): (Record<
  "income" | "tax" | "guarantee" | "reportable" | "fringe",
  number
> & {
  payrollId: string;
  final: boolean;
})[] {
  return payeesIn(bytes).map((payee) => {
    const incomes = payee.RemunerationIncomeTaxPayAsYouGoWithholding ?? [];
    const contributions = (type: string) =>
      total(
        (payee.SuperannuationContribution ?? []).filter((each) => each.EntitlementTypeC === type),
        "EmployerContributionsYearToDateA",
      );
    return {
      payrollId: payee.Identifiers.EmploymentPayrollNumberId,
      final: payee.RemunerationPayrollEventFinalI === "true",
      income: incomes.reduce((all, each) => all + incomeOf(each), 0),
      tax: incomes.reduce((all, each) => all + withheldOf(each), 0),
      guarantee: contributions("L"),
      reportable: contributions("R"),
      fringe: total(payee.IncomeFringeBenefitsReportable, "A"),
    };
  });
}

/** The payees of an event, wherever in the message they stand. */
function payeesIn(bytes: Buffer): Payee[] {
  const found: Payee[] = [];
  const walk = (node: unknown): void => {
    if (typeof node !== "object" || node === null) return;
    for (const [name, value] of Object.entries(node))
      if (name === "PAYEVNTEMP") found.push(...(value as { Payee: Payee }[]).map((each) => each.Payee));
      else walk(value);
  };
  walk(parser.parse(bytes.toString("utf8")));
  return found;
}
