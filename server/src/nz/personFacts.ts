/** What the row of a New Zealand run knows of its person: tax code, KiwiSaver, orders, and what the Holidays Act looks at. */
import { addDays, addMonths, type IsoDate } from "@zesty/core/calendar/dates";
import { weekOn } from "@zesty/core/leave/changingWeek";
import { exchangeable } from "@zesty/core/nz/alternativeHolidays";
import { esctBase, esctRate } from "@zesty/core/nz/esct";
import { asTaxed, type PastPay } from "@zesty/core/nz/holidayFacts";
import { passesHoursTest } from "@zesty/core/nz/hoursTest";
import { optOutWindow } from "@zesty/core/nz/kiwiSaver";
import { patternDays, usualOvertime } from "@zesty/core/nz/pay/holidaySources";
import type { PersonFactsNz, RowContextNz } from "@zesty/core/nz/pay/row";
import { orderCode } from "@zesty/core/nz/payOrders";
import { type Decimal, decimal } from "@zesty/core/quantity/decimal";
import { centsText, fromE4, hoursText, toE4 } from "@zesty/core/quantity/units";
import { asc, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { Who } from "../ground/findRun.ts";
import type { RateOn } from "../row/ratesOn.ts";
import type { DatedRecords, DatedRecordsNz } from "../store/dated.ts";
import { employmentTerms } from "../store/schema.ts";
import { alternativeLots } from "./alternativeLots.ts";
import { isShort, regularBetween } from "./beforeThisPay.ts";
import {
  advancePaid,
  broughtAround,
  eightPercentBegan,
  eightPercentEnded,
  hadAsAgreed,
  holidayFacts,
  nextAnniversary,
  weeksGoBack,
} from "./holidayHistory.ts";
import { holidaysOf } from "./holidaysInPeriod.ts";
import type { Ledger } from "./ledger.ts";
import { aroundParental } from "./parentalLeave.ts";
import { personNz } from "./personNz.ts";
import { gatherForRows } from "./rowSources.ts";

/** What rows of New Zealand have beyond those of both countries. */
export type NzPart = Pick<
  RowContextNz,
  | "cashedUp"
  | "exchangeable"
  | "person"
  | "holidays"
  | "publicHolidays"
  | "earlierGross"
  | "patternDays"
  | "nextAnniversary"
  | "balances"
> & {
  facts: Pick<
    PersonFactsNz,
    | "province"
    | "openingMissing"
    | "sickUnknown"
    | "hasIrdNumber"
    | "kiwiSaver"
    | "certificateUntil"
    | "passesService"
    | "recordedHours"
    | "fourWeeksShort"
    | "usualOvertime"
    | "openingAroundParental"
    | "eightPercentEnded"
    | "eightPercentBegan"
    | "weeksGoBack"
  >;
};

export interface NzRows {
  parts: Map<number, NzPart>;
  /** what each person's ESCT rate goes by, whatever rate is on record */
  esct: Map<number, ReturnType<typeof esctBase>>;
  ledgers: Map<number, Ledger>;
  records: DatedRecordsNz;
}

type Known = Omit<Parameters<typeof holidayFacts>[2], "terms"> & {
  terms: ReturnType<DatedRecords["terms"]["get"]>;
};
type Gathered = ReturnType<typeof gatherForRows>;

/** Everything that the rows of a New Zealand run need. */
export function nzRows(...of: Parameters<typeof gatherForRows>): NzRows {
  const all = gatherForRows(...of);
  const [, , people] = of;
  const found = people.map((who) => ({ id: who.id, ...rowOf(who, all) }));
  return {
    parts: new Map(found.map(({ id, part }) => [id, part])),
    esct: new Map(found.map(({ id, esct }) => [id, esct])),
    ledgers: all.ledgers,
    records: all.nz,
  };
}

/** What one row knows of its person, and what the ESCT rate goes by. */
function rowOf(who: Who, all: Gathered): { part: NzPart; esct: ReturnType<typeof esctBase> } {
  const { context, run, elements, nz } = all;
  const terms = withRate(all.records.terms.get(who.id), all.hourly.get(who.id));
  const ledger = all.ledgers.get(who.id);
  const known: Known = {
    ...{ terms, nz, past: all.past.get(who.id) ?? [], ledger, elements },
    lines: all.records.usual.get(who.id)?.lines ?? [],
    begun: all.begun.get(who.id),
    closedownsOwed: all.closedownsOwed.flatMap((each) => (each.personId === who.id ? (each.anniversaryOn ?? []) : [])),
    around: aroundParental(nz.holidays.get(who.id), all.parental.get(who.id)),
  };
  const withoutAdvance = holidayFacts(who, run, known, context);
  const { sinceAnniversary } = withoutAdvance.history;
  const sums = (day: IsoDate) => all.sumsSince(day, who.id);
  const holidays = {
    ...withoutAdvance,
    ...advancePaid(ledger, sinceAnniversary, () => sums(sinceAnniversary.from), elements),
  };
  const province = all.provinceOf(terms?.placeId ?? null);
  const percent = all.holidayRow?.percent ?? "0";
  const recorded = (all.recorded.get(who.id) ?? []).map((each) => asTaxed(hadAsAgreed(each, ledger), percent));
  const esct = esctOf(
    who,
    all,
    { ...known, recorded, percent: holidays.withPay ? percent : "0" },
    holidays.regularExtras,
  );
  const earlier = regularBetween(recorded, addDays(all.workedTo, -27), addDays(run.periodStart, -1));
  const part: NzPart = {
    person: personNz(
      who,
      terms?.basis,
      nz,
      { esctBase: esct.base, rates: all.saverRules },
      run,
      (order) => centsText(sums(order.served).get(`line:${orderCode(order)}`) ?? 0),
      (order) => centsText(all.ordersTaken.get(who.id)?.[`line:${orderCode(order)}`] ?? 0),
    ),
    holidays,
    publicHolidays: holidaysOf(who, run, province, holidays, all.recordOf, all.swaps.get(who.id)),
    earlierGross: decimal(centsText(all.four.get(who.id)?.get("regularTaxable") ?? 0))
      .plus(earlier)
      .toFixed(2),
    patternDays: String(
      patternDays({ ...run, ...who }, holidays, (date) => weekOn(all.weeks.get(who.id) ?? [], date)?.pattern ?? null),
    ),
    cashedUp: all.cashedUp.get(who.id) ?? "0",
    exchangeable: exchangeable(alternativeLots(context, ledger?.entries ?? [], run.payday), run.payday).toString(),
    nextAnniversary: ledger && all.holidayRow ? nextAnniversary(ledger, run.payday, all.holidayRow) : null,
    balances: Object.fromEntries([...(ledger?.balances ?? [])].map(([kind, e4]) => [kind, hoursText(fromE4(e4))])),
    facts: {
      ...askedOf(who, all, known, holidays.hourlyRate),
      eightPercentBegan: eightPercentBegan(ledger, holidays, run),
      // A correction in a run of its own grants nothing, and takes nothing back.
      weeksGoBack: ledger && all.holidayRow && run.kind !== "correction" ? weeksGoBack(ledger, all.holidayRow) : null,
      ...{ province, kiwiSaver: saverFacts(who, all, esct) },
    },
  };
  return { part, esct };
}

/** What a person's ESCT rate goes by: what was paid in the year before, or what a year will pay. */
function esctOf(
  who: Who,
  all: Gathered,
  { past, recorded, percent }: Known & { recorded: readonly PastPay[]; percent: string },
  regularExtras: Parameters<typeof esctBase>[0]["regularExtras"],
) {
  const saver = all.nz.kiwiSaver.get(who.id);
  const paid = all.lastYear.get(who.id);
  return esctBase({
    startDate: who.startDate,
    yearStart: all.year.from,
    employerRate: saver?.employerRate ?? (saver?.status === "member" ? all.saverRules?.employerPercent : undefined),
    paidCents: (paid?.get("gross") ?? 0) + (paid?.get("kiwiSaverEmployer") ?? 0),
    ...{ recorded, past, percent },
    terms: all.yearStartTerms.get(who.id) ?? firstTerms(all.context, who.id),
    regularExtras,
  });
}

/** What the checks ask about. */
function askedOf(who: Who, all: Gathered, { terms, ledger, lines, past, around }: Known, hourlyRate: string | null) {
  const { run, nz, hours, holidayRow, elements } = all;
  const code = nz.taxCode.get(who.id);
  const service = all.service(who.id);
  const countsFrom = service.countsFrom ?? who.startDate;
  return {
    // A night at the workplace is work as a whole (Minimum Wage Act 1983, s 6; 85 %).
    recordedHours: all.hoursOn(who.id, { approved: terms?.salaryCents == null, nights: true }),
    usualOvertime: usualOvertime(lines, elements, run.cycle, hourlyRate),
    openingAroundParental: broughtAround(around, ledger),
    eightPercentEnded: eightPercentEnded(ledger, who, run),
    fourWeeksShort: isShort(past, all.workedTo, run.periodStart, who.startDate),
    hasIrdNumber: code?.irdNumber != null,
    certificateUntil: code?.until ?? null,
    // Everything began before this program and no balance was brought along: asked, not guessed.
    openingMissing:
      terms?.basis !== "casual" &&
      nz.holidays.get(who.id)?.withPay !== true &&
      addMonths(countsFrom, 12) <= run.periodStart &&
      !(ledger?.entries ?? []).some((entry) => entry.kind === "annual"),
    // With the first pay here: twelve months after it arose last it arises again, and nobody here knows when that was.
    sickUnknown:
      terms?.basis === "casual" &&
      service.sickFrom === null &&
      all.firstPaid.get(who.id) === run.periodStart &&
      holidayRow !== undefined &&
      addMonths(countsFrom, holidayRow.serviceMonths) < run.periodStart,
    passesService:
      holidayRow !== undefined &&
      addMonths(countsFrom, holidayRow.serviceMonths) <= run.periodEnd &&
      (!hours.has(who.id) || passesHoursTest(hours.get(who.id) ?? [], run.periodStart, holidayRow)),
  };
}

/** Days and rates of KiwiSaver that are looked at with each pay. */
function saverFacts(who: Who, { nz, year, saverRules, saverBands }: Gathered, esct: ReturnType<typeof esctBase>) {
  const saver = nz.kiwiSaver.get(who.id);
  const window =
    saver?.joined === "automatic" && saverRules ? optOutWindow(who.startDate, saverRules.optOutDays) : null;
  return {
    optOutFrom: window?.from ?? null,
    optOutTo: window?.to ?? null,
    ...(saver?.status === "opted-out" ? { optedOutOn: saver.optOutDate } : {}),
    suspendedUntil: saver?.suspendedUntil ?? null,
    temporaryUntil: saver?.temporaryUntil ?? null,
    estimated: esct.estimated,
    esctLapsed:
      saver?.esctRate && saver.from < year.from && who.startDate < year.from && saverBands
        ? lapsed(saver.esctRate, saver.from, esctRate(decimal(esct.base), saverBands))
        : null,
  };
}

/** The terms with what an hour is worth by them: a level's rate, or an amount's share of the week. */
const withRate = <T extends { hourlyRateE4: number | null }>(terms: T | undefined, held: RateOn | undefined) =>
  terms && terms.hourlyRateE4 === null && held?.rate
    ? { ...terms, hourlyRateE4: toE4(held.rate.toDecimalPlaces(4)) }
    : terms;

const lapsed = (rate: string, from: IsoDate, due: Decimal) =>
  due.eq(rate) ? null : { rate, from, due: due.toString() };

const firstTerms = (context: Context, personId: number) =>
  context.store.db
    .select()
    .from(employmentTerms)
    .where(eq(employmentTerms.personId, personId))
    .orderBy(asc(employmentTerms.from), asc(employmentTerms.id))
    .limit(1)
    .get();
