/** What a person's page shows in New Zealand beside the sections of both countries. */
import type { PersonNzView } from "@zesty/contract/nz/people";
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import { averageWeeklyEarnings } from "@zesty/core/nz/averageWeeklyEarnings";
import { ordinaryWeeklyPay } from "@zesty/core/nz/ordinaryWeeklyPay";
import { averageDailyPay } from "@zesty/core/nz/relevantDailyPay";
import { decimalOrZero } from "@zesty/core/quantity/decimal";
import { centsText } from "@zesty/core/quantity/units";
import { deductionRatesNz } from "@zesty/core/rulebook/nz/deductionRatesNz";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { Who } from "../ground/findRun.ts";
import { asElement } from "../setup/elements.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { lastThree, places } from "../store/crypt.ts";
import { type DatedRecords, type DatedRecordsNz, datedRecordsNz } from "../store/dated.ts";
import { pastEarnings, payCycle, payElement } from "../store/schema.ts";
import { factSums } from "../store/sums.ts";
import { nzRows } from "./personFacts.ts";
import { serviceSaidNz } from "./serviceSaid.ts";

export function readPersonNz(context: Context, who: Who, records: DatedRecords, heldOn: string): PersonNzView {
  const { db } = context.store;
  const nz = datedRecordsNz(db, [who.id], heldOn);
  const saver = nz.kiwiSaver.get(who.id);
  const terms = records.terms.get(who.id);
  const cycle = db
    .select()
    .from(payCycle)
    .where(eq(payCycle.id, terms?.cycleId ?? 0))
    .get();
  if (!cycle) throw new Error(`Person ${who.id} has no pay cycle.`);
  const period = nextPeriodOf(context, cycle);
  const elements = new Map(
    db
      .select()
      .from(payElement)
      .where(eq(payElement.businessId, who.businessId))
      .all()
      .map((row) => [row.id, asElement(row)]),
  );
  const run = {
    businessId: who.businessId,
    periodStart: period.start,
    periodEnd: period.end,
    payday: period.payday,
    cycle: cycle.cycle as Cycle,
  };
  const part = nzRows(context, run, [who], records, elements).parts.get(who.id);
  if (!part) throw new Error(`Person ${who.id} has no New Zealand facts.`);
  const facts = part.holidays;
  const { sinceAnniversary } = facts.history;
  return {
    ...heldSections(context, who, nz),
    beforeOptOut:
      saver?.status === "opted-out" && saver.joined === "automatic" ? beforeOptOut(context, who, heldOn) : null,
    esct: saver ? esctRateOf(context, period.payday, part.person.kiwiSaver, part.facts.kiwiSaver.estimated) : null,
    earlier: earlierEarnings(context, who.id),
    entitlement: {
      anniversary: sinceAnniversary.from === who.startDate ? null : sinceAnniversary.from,
      next: part.nextAnniversary ?? "",
      grossSince: sinceAnniversary.gross,
      ordinaryWeek: ordinaryWeeklyPay(facts).value.toFixed(2),
      averageWeek: averageWeeklyEarnings(facts).value.toFixed(2),
      averageDay: averageDailyPay(facts).value.toFixed(2),
    },
    province: part.facts.province,
  };
}

/** The sections as they are on record. */
function heldSections(
  context: Context,
  who: Who,
  nz: DatedRecordsNz,
): Pick<PersonNzView, "taxCode" | "kiwiSaver" | "orders" | "holidays"> {
  const code = nz.taxCode.get(who.id);
  const saver = nz.kiwiSaver.get(who.id);
  const orders = nz.orders.get(who.id);
  const holidays = nz.holidays.get(who.id);
  const { crypt } = context.store;
  return {
    taxCode: {
      from: code?.from ?? who.startDate,
      irdShown: code?.irdNumber ? lastThree(crypt.open(code.irdNumber, places.irdNumber(who.id))) : null,
      code: code?.code ?? "ND",
      specialRate: code?.specialRate ?? null,
      until: code?.until ?? null,
      slcir: code?.slcir ?? null,
      slbor: code?.slbor ?? null,
      lowerMinimum: code?.lowerMinimum ?? false,
      loanRate: code?.loanRate ?? null,
    },
    kiwiSaver: saver
      ? {
          from: saver.from,
          status: saver.status,
          joined: saver.joined,
          employeeRate: saver.employeeRate,
          employerRate: saver.employerRate,
          esctRate: saver.esctRate,
          temporaryUntil: saver.temporaryUntil,
          suspendedUntil: saver.suspendedUntil,
          optOutDate: saver.optOutDate,
          totalRemuneration: saver.totalRemuneration,
          voluntaryEmployer: saver.voluntaryEmployer,
        }
      : null,
    orders: {
      from: orders?.from ?? who.startDate,
      childSupport: orders?.childSupport ?? null,
      orders: orders?.orders ?? [],
    },
    holidays: {
      from: holidays?.from ?? who.startDate,
      withPay: holidays?.withPay ?? false,
      varies: holidays?.varies ?? false,
      agreedWeek: holidays?.agreedWeekCents ? centsText(holidays.agreedWeekCents) : null,
      averageOnlyFrom: holidays?.averageOnlyFrom ?? null,
      averageOnlyUntil: holidays?.averageOnlyUntil ?? null,
      keepsAnniversary: holidays?.keepsAnniversary ?? false,
      annualWeeks: holidays?.annualWeeks ?? null,
      sickDays: holidays?.sickDays ?? null,
      ...serviceSaidNz(context, [who.id])(who.id),
    },
  };
}

const earlierEarnings = ({ store: { db } }: Context, personId: number): PersonNzView["earlier"] =>
  db
    .select()
    .from(pastEarnings)
    .where(eq(pastEarnings.personId, personId))
    .orderBy(pastEarnings.start)
    .all()
    .map((row) => ({
      start: row.start,
      end: row.end,
      gross: centsText(row.grossCents),
      irregular: centsText(row.irregularCents),
      days: row.days,
      advance: centsText(row.advanceCents),
    }));

/** The rate that contributions are taxed by, and what it rests on. */
function esctRateOf(
  context: Context,
  payday: string,
  saver: { esctRate?: string | undefined; esctBase?: string | undefined } | undefined,
  estimated: boolean,
): PersonNzView["esct"] {
  if (saver?.esctRate) return { rate: saver.esctRate, base: null, estimated: false };
  const bands = context.rules.find(deductionRatesNz, payday)?.figures.esct ?? [];
  const base = decimalOrZero(saver?.esctBase);
  const rate = bands.find(({ upTo }) => upTo === null || base.lte(upTo))?.percent ?? "";
  return { rate, base: base.toFixed(2), estimated };
}

/** What was taken from a person, and set aside for them, before they opted out; null where it was nothing. */
function beforeOptOut({ store }: Context, { id, startDate }: { id: number; startDate: string }, until: string) {
  const sums = factSums(store, [id], startDate, until, ["kiwiSaver", "kiwiSaverEmployer"]).get(id);
  const [employee, employer] = [sums?.get("kiwiSaver") ?? 0, sums?.get("kiwiSaverEmployer") ?? 0];
  return employee === 0 && employer === 0 ? null : { employee: centsText(employee), employer: centsText(employer) };
}
