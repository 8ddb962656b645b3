/** A person as an event of Single Touch Payroll reports them, from what is on record. */

import type { CessationCode, PayeeFacts } from "@zesty/core/au/documents/payEvent";
import type { RowContext } from "@zesty/core/au/pay/row";
import { type IncomeType, incomeTypeOf, namesCountry, type SpecialIncome } from "@zesty/core/au/taxDeclaration";
import type { StateAu } from "@zesty/core/calendar/listedHolidays";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { and, eq, isNull } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { employmentsOn } from "../people/employmentOn.ts";
import { fringeBenefitsOn } from "../people/fringeBenefits.ts";
import { previousKeys } from "../people/openingYears.ts";
import { serviceTakenOver } from "../people/serviceCountsFrom.ts";
import { places } from "../store/crypt.ts";
import { departure, person, type taxDeclaration } from "../store/schema.ts";

/** What a pay event says of people beside their pays: one query a table, whatever the number of payees. */
export function payeeSources(
  context: Context,
  /** `id`: of the run that the event is of; null for an event of no run */
  event: { id: number | null; businessId: number; payday: string },
) {
  const departures = context.store.db
    .select({ id: departure.id, personId: departure.personId, reason: departure.reason })
    .from(departure)
    .innerJoin(person, eq(departure.personId, person.id))
    .where(and(eq(person.businessId, event.businessId), isNull(departure.undoneAt)))
    // Who was employed again and has left once more: the newest counts.
    .orderBy(departure.id)
    .all();
  const left = new Map(departures.map((row) => [row.personId, row.reason as CessationCode]));
  const byDeparture = new Map(departures.map((row) => [row.id, row.reason as CessationCode]));
  const employmentOn = employmentsOn(context, event.businessId);
  const countries = countriesOf(context, event);
  return {
    countries,
    /** from when service counts, where that is before the start; asked of who left alone */
    serviceFrom: (personId: number) =>
      left.has(personId) ? (serviceTakenOver(context, [personId]).get(personId) ?? null) : null,
    cessation: (personId: number) => left.get(personId) ?? null,
    /** as of the payday, with why it ended */
    employment: (who: typeof person.$inferSelect) => {
      const { departureId, startDate, endDate } = employmentOn(who, event.payday);
      const reason = departureId === null ? left.get(who.id) : byDeparture.get(departureId);
      return { startDate, endDate, cessation: endDate === null ? null : (reason ?? null) };
    },
    fringeBenefits: fringeBenefitsOn(context, event.payday),
    previous: previousKeys(context, payrollYearOf("AU", event.payday).from, event.id),
  };
}

/** The country of each type of income, from the newest declaration of that type: what was earned before keeps its own. */
function countriesOf({ store }: Context, event: { businessId: number; payday: string }) {
  const found = new Map<number, Partial<Record<IncomeType, string>>>();
  for (const { personId, residency, income, country } of store
    .prepared<[number, string], { personId: number; residency: string; income: string | null; country: string }>(
      `SELECT t.person_id AS personId, t.residency AS residency, t.income AS income, t.home_country AS country
       FROM tax_declaration t JOIN person p ON p.id = t.person_id
       WHERE p.business_id = ? AND t."from" <= ? AND t.home_country IS NOT NULL ORDER BY t."from", t.id`,
    )
    .all(event.businessId, event.payday)) {
    const declared = { residency: residency as "resident", income: (income ?? undefined) as SpecialIncome | undefined };
    const type = incomeTypeOf(declared, "");
    if (namesCountry(type)) found.set(personId, { ...found.get(personId), [type]: country });
  }
  return (personId: number) => found.get(personId) ?? {};
}

export interface Payee {
  person: typeof person.$inferSelect;
  known: RowContext["person"];
  tax: typeof taxDeclaration.$inferSelect | undefined;
  period: { start: string; end: string };
  yearToDate: ReadonlyMap<string, number>;
  final?: boolean;
}

export function payeeFacts(
  context: Context,
  sources: ReturnType<typeof payeeSources>,
  { person, known, tax, period, yearToDate, final = false }: Payee,
): PayeeFacts {
  const { startDate, endDate, cessation } = sources.employment(person);
  const blank = { line1: "", suburb: "", state: "" as StateAu | "", postcode: "" };
  return {
    payrollId: person.payrollId,
    taxFileNumber: tax?.fileNumber ? context.store.crypt.open(tax.fileNumber, places.taxNumber(person.id)) : null,
    name: { family: person.familyName, given: person.givenName },
    birthDate: person.birthDate,
    address: person.address ?? blank,
    startDate,
    serviceFrom: sources.serviceFrom(person.id) ?? startDate,
    endDate,
    cessation,
    basis: known.basis,
    tax: known.tax,
    countries: sources.countries(person.id),
    periodStart: period.start,
    periodEnd: period.end,
    fringeBenefits: sources.fringeBenefits(person.id),
    previous: sources.previous(person.id),
    final,
    yearToDate,
  };
}
