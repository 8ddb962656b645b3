/** What the row of a run knows of its person, from dated records: for the pipeline and for the checks. */

import type { RowContext, TopUp } from "@zesty/core/au/pay/row";
import type { StateAu } from "@zesty/core/calendar/listedHolidays";
import { type Cycle, paysPerYear } from "@zesty/core/calendar/payPeriods";
import type { Basis, EmployerCost } from "@zesty/core/pay/input";
import type { PersonFactsBase } from "@zesty/core/pay/row";
import { decimal } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { centsText, fromCents, fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { isCompleteAddress } from "../people/missing.ts";
import type { DatedRecords } from "../store/dated.ts";
import {
  costCentre,
  employerCost,
  type employmentTerms,
  type fund,
  type person,
  place,
  topUpEnrolment,
  topUpScheme,
} from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import type { Rates } from "./workedTerms.ts";

type Who = typeof person.$inferSelect;
type Funds = ReadonlyMap<number, typeof fund.$inferSelect>;

export function personAu(who: Who, records: DatedRecords): RowContext["person"] {
  const terms = records.terms.get(who.id);
  const tax = records.tax.get(who.id);
  const chosen = records.super.get(who.id);
  const isContractor = terms?.basis === "contractor";
  return {
    birthDate: who.birthDate,
    basis: (terms?.basis ?? "casual") as Basis,
    weeklyHours: fromE4(terms?.weeklyHoursE4 ?? 0).toString(),
    tax: {
      fileNumber: tax?.numberStatus ?? "none",
      residency: (tax?.residency ?? "resident") as RowContext["person"]["tax"]["residency"],
      taxFreeThreshold: tax?.taxFreeThreshold ?? false,
      studyLoan: tax?.studyLoan ?? false,
      medicare: (tax?.medicare ?? "levy") as RowContext["person"]["tax"]["medicare"],
      ...(tax?.medicareDependants == null ? {} : { medicareDependants: tax.medicareDependants }),
      ...(tax?.offsetsPerYearCents ? { offsetsPerYear: centsText(tax.offsetsPerYearCents) } : {}),
      ...(tax?.extraPerPayCents ? { extraPerPay: centsText(tax.extraPerPayCents) } : {}),
      ...(tax?.employerRegistered === false ? { employerRegistered: false } : {}),
      ...(tax?.variationPercent ? { variationPercent: tax.variationPercent } : {}),
      ...(tax?.income ? { income: tax.income } : {}),
      ...(isContractor ? { contractor: true } : {}),
    },
    super: {
      // A contractor is paid the agreed amount of super, not a share of earnings.
      guarantee: isContractor ? false : (chosen?.guarantee ?? true),
      ...(chosen?.agreedPercent ? { rate: chosen.agreedPercent } : {}),
      ...(chosen?.anyAge ? { anyAge: true } : {}),
    },
    leave: isContractor ? [] : (records.leave.get(who.id)?.entitlements ?? []),
  };
}

/** What the checks want to know of a person in both countries. */
export function personFactsBase(
  who: Who,
  records: DatedRecords,
  centres: ReadonlyMap<number, string>,
  rates: Rates,
): PersonFactsBase {
  const terms = records.terms.get(who.id);
  const rate = (e4: number | null | undefined) => (e4 == null ? null : fromE4(e4).toString());
  const split = terms?.costSplit ?? (terms?.costCentreId ? [{ costCentreId: terms.costCentreId, percent: "100" }] : []);
  return {
    id: who.id,
    name: `${who.givenName} ${who.familyName}`,
    hourlyRate: rates.hourlyRate,
    costCentres: split.flatMap(({ costCentreId, percent }) => {
      const code = centres.get(costCentreId);
      return code ? [{ code, percent }] : [];
    }),
    workPattern: terms?.workPattern ?? null,
    ...(terms?.roster ? { roster: terms.roster } : {}),
    minimumRate: rate(rates.minimumRateE4),
    rateChange: rates.rateChange,
    besideLevel: rates.besideLevel,
    ...(who.contract?.fixedUntil ? { fixedUntil: who.contract.fixedUntil } : {}),
    startDate: who.startDate,
    endDate: who.endDate,
    bankAccounts: records.bank.get(who.id)?.count ?? 0,
    hasAddress: isCompleteAddress(who.address),
    payslipTo: who.payslipBy === "mail" ? who.email : who.payslipBy,
  };
}

/** The same for Australia, with fund and State. */
export function personFacts(
  who: Who,
  records: DatedRecords,
  funds: Funds,
  centres: ReadonlyMap<number, string>,
  placeOf: (placeId: number | null) => { state: StateAu; districtSaid: boolean },
  rates: Rates,
  loadingOf: (personId: number, basis: string | undefined) => string | null,
): RowContext["facts"] {
  const chosen = records.super.get(who.id);
  return {
    ...personFactsBase(who, records, centres, rates),
    ...placeOf(records.terms.get(who.id)?.placeId ?? null),
    numberPendingSince: records.tax.get(who.id)?.pendingSince ?? null,
    fund: chosen?.fundId ? (funds.get(chosen.fundId)?.name ?? null) : null,
    memberNumber: chosen?.memberNumber ?? null,
    loadingPercent: records.leave.get(who.id)?.loadingPercent ?? loadingOf(who.id, records.terms.get(who.id)?.basis),
  };
}

/** Codes of a business's cost centres by id. */
export const centreCodes = (context: Context, businessId: number): Map<number, string> =>
  new Map(
    rowsOf(context.store.sqlite, costCentre, "WHERE t.business_id = ?", businessId).map((each) => [each.id, each.code]),
  );

/** What the employer sets aside on a payday: the newest row of each code, nought per cent left out. */
export function costsOn(context: Context, businessId: number, payday: string): (typeof employerCost.$inferSelect)[] {
  const newest = new Map(
    rowsOf(
      context.store.sqlite,
      employerCost,
      'WHERE t.business_id = ? AND t."from" <= ? ORDER BY t."from", t.id',
      ...[businessId, payday],
    ).map((row) => [row.code, row]),
  );
  // Where there is one place alone, everybody works there.
  const places = rowsOf(context.store.sqlite, place, "WHERE t.business_id = ? AND t.retired = 0", businessId);
  const only = places.length === 1 ? places[0]?.id : undefined;
  return [...newest.values()]
    .filter((row) => Number(row.percent) > 0)
    .map((row) => (row.placeId === only ? { ...row, placeId: null } : row));
}

/** What the employer sets aside on a person's pay: the business's per cents, or those that are the person's own. */
export function costsOf(
  terms: Pick<typeof employmentTerms.$inferSelect, "basis" | "ownCosts" | "placeId"> | undefined,
  costs: readonly (typeof employerCost.$inferSelect)[],
): EmployerCost[] {
  if (terms?.basis === "contractor") return [];
  return costs
    .map(({ code, name, percent, of, placeId }) => {
      const own = terms?.ownCosts?.find((each) => each.code === code);
      const usual = placeId === null || placeId === terms?.placeId ? percent : "0";
      return { code, name, percent: own?.percent ?? usual, of };
    })
    .filter((cost) => Number(cost.percent) > 0);
}

/** Who is topped up in a run, and to what: the guaranteed amount by the weeks of this cycle. */
export function topUpsOn(
  context: Context,
  run: { businessId: number; periodStart: string; payday: string },
  cycle: Cycle,
): Map<number, TopUp> {
  const { sqlite } = context.store;
  const schemes = new Map(
    rowsOf(sqlite, topUpScheme, "WHERE t.business_id = ?", run.businessId).map((each) => [each.id, each]),
  );
  const enrolments = rowsOf(
    sqlite,
    topUpEnrolment,
    "WHERE t.scheme_id IN (SELECT id FROM top_up_scheme WHERE business_id = ?)",
    run.businessId,
  );
  const found = new Map<number, TopUp>();
  for (const enrolled of enrolments) {
    const scheme = schemes.get(enrolled.schemeId);
    if (!scheme) continue;
    if (enrolled.from > run.periodStart || (enrolled.to !== null && enrolled.to < run.periodStart)) continue;
    if (scheme.from > run.payday || (scheme.to !== null && scheme.to < run.payday)) continue;
    const share = decimal(paysPerYear[scheme.cycle as Cycle]).div(paysPerYear[cycle]);
    found.set(enrolled.personId, {
      elementId: scheme.elementId,
      guaranteed: halfUpToCent(fromCents(scheme.amountCents).times(share)).toFixed(2),
    });
  }
  return found;
}
