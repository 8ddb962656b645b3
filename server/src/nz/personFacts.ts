/** What the row of a New Zealand run knows of its person: tax code, KiwiSaver, orders, and what the Holidays Act looks at. */
import { addDays, addMonths, type IsoDate } from "@zesty/core/calendar/dates";
import { payrollYearNz } from "@zesty/core/calendar/payrollYear";
import { exchangeable } from "@zesty/core/nz/alternativeHolidays";
import { countedSince } from "@zesty/core/nz/entitlement";
import { esctBase, esctRate } from "@zesty/core/nz/esct";
import { passesHoursTest } from "@zesty/core/nz/hoursTest";
import { optOutWindow } from "@zesty/core/nz/kiwiSaver";
import { patternDays, usualOvertime } from "@zesty/core/nz/pay/holidaySources";
import type { PersonFactsNz, RowContextNz } from "@zesty/core/nz/pay/row";
import { orderCode } from "@zesty/core/nz/payOrders";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import { type Decimal, decimal, decimalOrZero } from "@zesty/core/quantity/decimal";
import { centsText, fromE4, hoursText, toE4 } from "@zesty/core/quantity/units";
import { deductionRatesNz } from "@zesty/core/rulebook/nz/deductionRatesNz";
import { holidayRules } from "@zesty/core/rulebook/nz/holidayRules";
import { asc, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { type Begun, holidaysBegunBefore } from "../hours/holidayBegun.ts";
import { recordedHours } from "../hours/recordedHours.ts";
import { swapsOf } from "../hours/swappedHolidays.ts";
import { type RateOn, ratesIn } from "../row/ratesOn.ts";
import { workedTerms } from "../row/workedTerms.ts";
import { otherPays as takenInPeriod } from "../runs/earlierInPeriod.ts";
import { workPlace } from "../setup/places.ts";
import { type DatedRecords, type DatedRecordsNz, datedRecordsNz } from "../store/dated.ts";
import { employmentTerms, type person } from "../store/schema.ts";
import { type CodeSums, factSums, keptYears } from "../store/sums.ts";
import { alternativeLots } from "./alternativeLots.ts";
import { isShort, regularBetween } from "./beforeThisPay.ts";
import { closedownsBegun } from "./closedown.ts";
import { advancePaid, broughtAround, eightPercentEnded, holidayFacts, nextAnniversary } from "./holidayHistory.ts";
import { holidaysOf, recordsByDay } from "./holidaysInPeriod.ts";
import { firstPaidDays, hoursOfCasuals, type Ledger, ledgersNz } from "./ledger.ts";
import { aroundParental, parentalLeaves } from "./parentalLeave.ts";
import { pastPaysOf, recordedEarnings } from "./pastPays.ts";
import { personNz } from "./personNz.ts";
import type { RunDays } from "./runDays.ts";

export type Who = typeof person.$inferSelect;

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
    | "hasIrdNumber"
    | "kiwiSaver"
    | "certificateUntil"
    | "passesService"
    | "recordedHours"
    | "fourWeeksShort"
    | "usualOvertime"
    | "openingAroundParental"
    | "eightPercentEnded"
  >;
};

export interface NzRows {
  parts: Map<number, NzPart>;
  /** what each person's ESCT rate goes by, whatever rate is on record */
  esct: Map<number, ReturnType<typeof esctBase>>;
  ledgers: Map<number, Ledger>;
  records: DatedRecordsNz;
}

/** Everything that the rows of a New Zealand run need, one query a table. */
export function nzRows(
  context: Context,
  run: RunDays,
  people: readonly Who[],
  records: DatedRecords,
  elements: ReadonlyMap<number, PayElement>,
): NzRows {
  const { store, rules } = context;
  const ids = people.map((each) => each.id);
  const nz = datedRecordsNz(store.db, ids, run.payday);
  const hours = hoursOfCasuals(context, ids, (id) => records.terms.get(id)?.basis);
  const holidayRow = rules.find(holidayRules, run.payday)?.figures;
  const ledgers = holidayRow
    ? ledgersNz(context, people, run.periodEnd, nz.holidays, firstPaidHere(context, ids, run), holidayRow, hours)
    : new Map<number, Ledger>();
  const lastEnd = addDays(run.periodStart, -1);
  // A run of its own at the end may follow a period that was paid beyond the last day.
  const past = pastPaysOf(store, ids, addMonths(run.payday, -26), run.kind === "departure" ? "9999-12-31" : lastEnd);
  const four = factSums(store, ids, addDays(run.payday, -27), run.payday, ["regularTaxable"]);
  const year = payrollYearNz(run.payday);
  const lastYear = keptYears(store, ids, addMonths(year.from, -12));
  const recorded = recordedEarnings(store, ids);
  const orderCodes = [...nz.orders.values()].flatMap((each) => each.orders.map((order) => `line:${orderCode(order)}`));
  const ordersTaken =
    orderCodes.length > 0 ? takenInPeriod(context, run, ids, orderCodes) : new Map<number, Record<string, number>>();
  const deductions = rules.find(deductionRatesNz, run.payday)?.figures;
  const [saverRules, saverBands] = [deductions?.kiwiSaver, deductions?.esct];
  // Asked of few: who took holidays in advance, and who has an order with a total.
  const sumsSince = (day: IsoDate, id: number): CodeSums => factSums(store, [id], day, run.payday).get(id) ?? new Map();
  const recordOf = recordsByDay(context, ids, run);
  const hoursOn = recordedHours(context, ids, run);
  const parental = parentalLeaves(context, ids, run.periodEnd);
  const swaps = swapsOf(context, ids);
  const provinces = new Map<number | null, string>();
  const provinceOf = (placeId: number | null) => {
    const known = provinces.get(placeId) ?? workPlace(context, run.businessId, placeId);
    provinces.set(placeId, known);
    return known;
  };
  const cashedUp = cashedUpSince(
    context,
    ids,
    run,
    (id) => {
      const ledger = ledgers.get(id);
      return ledger && holidayRow
        ? countedSince(ledger.service, addDays(run.periodStart, -1), holidayRow)
        : run.periodStart;
    },
    elements,
  );
  const begun =
    run.kind === "departure"
      ? new Map<number, Begun>()
      : new Map([...closedownsBegun(context, run), ...holidaysBegunBefore(context, run, ids)]);
  const yearStartTerms = workedTerms(store.db, ids, year.from, year.from, new Map()).terms;
  const hourly = ratesIn(context, run, people);
  const esctOf: NzRows["esct"] = new Map();
  const parts = new Map(
    people.map((who): [number, NzPart] => {
      const terms = withRate(records.terms.get(who.id), hourly.get(who.id));
      const ledger = ledgers.get(who.id);
      const lines = records.usual.get(who.id)?.lines ?? [];
      const known = {
        ...{ terms, nz, past: past.get(who.id) ?? [], ledger, lines, elements },
        begun: begun.get(who.id),
        around: aroundParental(nz.holidays.get(who.id), parental.get(who.id)),
      };
      const withoutAdvance = holidayFacts(who, run, known, context);
      const since = withoutAdvance.history.sinceAnniversary.from;
      const holidays = {
        ...withoutAdvance,
        advancePaid: advancePaid(ledger, since, () => sumsSince(since, who.id), elements),
      };
      const province = provinceOf(terms?.placeId ?? null);
      const code = nz.taxCode.get(who.id);
      const saver = nz.kiwiSaver.get(who.id);
      const employerRate =
        saver?.employerRate ?? (saver?.status === "member" ? saverRules?.employerPercent : undefined);
      const paid = lastYear.get(who.id);
      const esct = esctBase({
        startDate: who.startDate,
        yearStart: year.from,
        employerRate,
        paidCents: (paid?.get("gross") ?? 0) + (paid?.get("kiwiSaverEmployer") ?? 0),
        recorded: recorded.get(who.id) ?? [],
        past: known.past,
        terms: yearStartTerms.get(who.id) ?? firstTerms(context, who.id),
        regularExtras: holidays.regularExtras,
      });
      esctOf.set(who.id, esct);
      return [
        who.id,
        {
          person: personNz(
            who,
            terms?.basis,
            nz,
            { esctBase: esct.base, rates: saverRules },
            run,
            (order) => centsText(sumsSince(order.served, who.id).get(`line:${orderCode(order)}`) ?? 0),
            (order) => centsText(ordersTaken.get(who.id)?.[`line:${orderCode(order)}`] ?? 0),
          ),
          holidays,
          publicHolidays: holidaysOf(who, run, province, holidays, recordOf, swaps.get(who.id)),
          earlierGross: decimal(centsText(four.get(who.id)?.get("regularTaxable") ?? 0))
            .plus(regularBetween(recorded.get(who.id) ?? [], addDays(run.periodEnd, -27), lastEnd))
            .toFixed(2),
          patternDays: String(patternDays({ ...run, ...who }, holidays)),
          cashedUp: cashedUp.get(who.id) ?? "0",
          exchangeable: exchangeable(
            alternativeLots(context, ledger?.entries ?? [], run.payday),
            run.payday,
          ).toString(),
          nextAnniversary: ledger && holidayRow ? nextAnniversary(ledger, run.payday, holidayRow) : null,
          balances: Object.fromEntries(
            [...(ledger?.balances ?? [])].map(([kind, e4]) => [kind, hoursText(fromE4(e4))]),
          ),
          facts: {
            province,
            // A night at the workplace is work as a whole (Minimum Wage Act 1983, s 6; 85 %).
            recordedHours: hoursOn(who.id, { approved: terms?.salaryCents == null, nights: true }),
            usualOvertime: usualOvertime(lines, elements, run.cycle, holidays.hourlyRate),
            openingAroundParental: broughtAround(known.around, ledger),
            eightPercentEnded: eightPercentEnded(ledger, who, run),
            fourWeeksShort: isShort(known.past, run, who.startDate),
            hasIrdNumber: code?.irdNumber != null,
            certificateUntil: code?.until ?? null,
            // Everything began before this program and no balance was brought along: asked, not guessed.
            openingMissing:
              terms?.basis !== "casual" &&
              nz.holidays.get(who.id)?.withPay !== true &&
              addMonths(nz.holidays.get(who.id)?.countsFrom ?? who.startDate, 12) <= run.periodStart &&
              !(ledger?.entries ?? []).some((entry) => entry.kind === "annual"),
            passesService:
              holidayRow !== undefined &&
              addMonths(nz.holidays.get(who.id)?.countsFrom ?? who.startDate, holidayRow.serviceMonths) <=
                run.periodEnd &&
              (!hours.has(who.id) || passesHoursTest(hours.get(who.id) ?? [], run.periodStart, holidayRow)),
            kiwiSaver: {
              ...optOutDays(
                saver?.joined === "automatic" && saverRules ? optOutWindow(who.startDate, saverRules.optOutDays) : null,
              ),
              ...(saver?.status === "opted-out" ? { optedOutOn: saver.optOutDate } : {}),
              suspendedUntil: saver?.suspendedUntil ?? null,
              temporaryUntil: saver?.temporaryUntil ?? null,
              estimated: esct.estimated,
              esctLapsed:
                saver?.esctRate && saver.from < year.from && who.startDate < year.from && saverBands
                  ? lapsed(saver.esctRate, saver.from, esctRate(decimal(esct.base), saverBands))
                  : null,
            },
          },
        },
      ];
    }),
  );
  return { parts, esct: esctOf, ledgers, records: nz };
}

/** The terms with what an hour is worth by them: a level's rate, or an amount's share of the week. */
const withRate = <T extends { hourlyRateE4: number | null }>(terms: T | undefined, held: RateOn | undefined) =>
  terms && terms.hourlyRateE4 === null && held?.rate
    ? { ...terms, hourlyRateE4: toE4(held.rate.toDecimalPlaces(4)) }
    : terms;

const lapsed = (rate: string, from: IsoDate, due: Decimal) =>
  due.eq(rate) ? null : { rate, from, due: due.toString() };

/** Who was never paid here has nothing granted for a time before this run's period. */
function firstPaidHere(context: Context, ids: readonly number[], run: RunDays): Map<number, IsoDate> {
  const known = firstPaidDays(context, ids);
  return new Map(ids.map((id) => [id, known.get(id) ?? run.periodStart]));
}

const firstTerms = (context: Context, personId: number) =>
  context.store.db
    .select()
    .from(employmentTerms)
    .where(eq(employmentTerms.personId, personId))
    .orderBy(asc(employmentTerms.from), asc(employmentTerms.id))
    .limit(1)
    .get();

/** Weeks of annual holidays cashed up in pays since a day of each person: a week of each entitlement year at most. */
function cashedUpSince(
  context: Context,
  ids: readonly number[],
  run: RunDays,
  since: (id: number) => IsoDate,
  elements: ReadonlyMap<number, PayElement>,
): Map<number, string> {
  const cashUp = new Set([...elements.values()].filter((each) => each.element === "cashUp").map((each) => each.id));
  if (cashUp.size === 0) return new Map();
  const rows = context.store.sqlite
    .prepare<[string, string], { personId: number; end: string; lines: string }>(
      `SELECT p.person_id AS personId, r.period_end AS end, p.lines AS lines FROM pay p JOIN pay_run r ON r.id = p.run_id
       WHERE p.person_id IN (SELECT value FROM json_each(?)) AND r.state NOT IN ('open', 'takenBack')
         AND r.period_start < ? AND EXISTS (SELECT 1 FROM json_each(p.lines) l
           WHERE json_extract(l.value, '$.elementId') IN (${[...cashUp].join(",")}))`,
    )
    .all(JSON.stringify(ids), run.periodStart);
  const found = new Map<number, Decimal>();
  for (const { personId, end, lines } of rows)
    if (end >= since(personId))
      for (const line of JSON.parse(lines) as SheetLine[])
        if (cashUp.has(line.elementId))
          found.set(personId, (found.get(personId) ?? decimal(0)).plus(decimalOrZero(line.units)));
  return new Map([...found].map(([id, weeks]) => [id, weeks.toString()]));
}

const optOutDays = (window: ReturnType<typeof optOutWindow> | null) => ({
  optOutFrom: window?.from ?? null,
  optOutTo: window?.to ?? null,
});
