/** What the rows of a New Zealand run are made from: everything of everybody, one query a table. */
import { addDays, addMonths, type IsoDate } from "@zesty/core/calendar/dates";
import { payrollYearNz } from "@zesty/core/calendar/payrollYear";
import { countedSince } from "@zesty/core/nz/entitlement";
import { orderCode } from "@zesty/core/nz/payOrders";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import { type Decimal, decimal, decimalOrZero } from "@zesty/core/quantity/decimal";
import { deductionRatesNz } from "@zesty/core/rulebook/nz/deductionRatesNz";
import { holidayRules } from "@zesty/core/rulebook/nz/holidayRules";
import type { Context } from "../ground/context.ts";
import type { Who } from "../ground/findRun.ts";
import { type Begun, holidaysBegunBefore } from "../hours/holidayBegun.ts";
import { recordedHours } from "../hours/recordedHours.ts";
import { swapsOf } from "../hours/swappedHolidays.ts";
import { weeksOf } from "../hours/weeksFrom.ts";
import { ratesIn } from "../row/ratesOn.ts";
import { workedLeave, workedTerms } from "../row/workedTerms.ts";
import { otherPays as takenInPeriod } from "../runs/earlierInPeriod.ts";
import { workPlace } from "../setup/places.ts";
import { type DatedRecords, datedRecordsNz } from "../store/dated.ts";
import { holidayTerms } from "../store/schema.ts";
import { type CodeSums, factSums, keptYears } from "../store/sums.ts";
import { workedTo } from "./beforeThisPay.ts";
import { closedownsBegun } from "./closedown.ts";
import { closedownsOwed } from "./closedownsOwed.ts";
import { recordsByDay } from "./holidaysInPeriod.ts";
import { firstPaidDays, hoursOfCasuals, type Ledger, ledgersNz } from "./ledger.ts";
import { parentalLeaves } from "./parentalLeave.ts";
import { pastPaysOf, recordedEarnings } from "./pastPays.ts";
import type { RunDays } from "./runDays.ts";
import { serviceSaidNz } from "./serviceSaid.ts";

export function gatherForRows(
  context: Context,
  run: RunDays,
  people: readonly Who[],
  records: DatedRecords,
  elements: ReadonlyMap<number, PayElement>,
) {
  const { store, rules } = context;
  const ids = people.map((each) => each.id);
  const onPayday = datedRecordsNz(store.db, ids, run.payday);
  const nz = { ...onPayday, holidays: workedLeave(store.db, holidayTerms, ids, run.periodEnd, onPayday.holidays) };
  const hours = hoursOfCasuals(context, ids, (id) => records.terms.get(id)?.basis);
  const holidayRow = rules.find(holidayRules, run.payday)?.figures;
  const firstPaid = firstPaidHere(context, ids, run);
  const ledgers = holidayRow
    ? ledgersNz(context, people, run.periodEnd, nz.holidays, firstPaid, holidayRow, hours)
    : new Map<number, Ledger>();
  const year = payrollYearNz(run.payday);
  const orderCodes = [...nz.orders.values()].flatMap((each) => each.orders.map((order) => `line:${orderCode(order)}`));
  const deductions = rules.find(deductionRatesNz, run.payday)?.figures;
  const cashedUpFrom = (id: number) => {
    const ledger = ledgers.get(id);
    return ledger && holidayRow
      ? countedSince(ledger.service, addDays(run.periodStart, -1), holidayRow)
      : run.periodStart;
  };
  // A run of its own at the end may follow a period that was paid beyond the last day.
  const pastEnd = run.kind === "departure" ? "9999-12-31" : addDays(run.periodStart, -1);
  return {
    ...{ context, run, elements, records, nz, hours, holidayRow, ledgers, firstPaid, year },
    workedTo: workedTo(context, run),
    past: pastPaysOf(store, ids, addMonths(run.payday, -26), pastEnd),
    four: factSums(store, ids, addDays(run.payday, -27), run.payday, ["regularTaxable"]),
    lastYear: keptYears(store, ids, addMonths(year.from, -12)),
    recorded: recordedEarnings(store, ids),
    ordersTaken:
      orderCodes.length > 0 ? takenInPeriod(context, run, ids, orderCodes) : new Map<number, Record<string, number>>(),
    saverRules: deductions?.kiwiSaver,
    saverBands: deductions?.esct,
    recordOf: recordsByDay(context, ids, run),
    hoursOn: recordedHours(context, ids, run),
    parental: parentalLeaves(context, ids, run.periodEnd),
    swaps: swapsOf(context, ids),
    weeks: weeksOf(context, ids, run.periodEnd),
    provinceOf: provinces(context, run.businessId),
    service: serviceSaidNz(context, ids),
    cashedUp: cashedUpSince(context, ids, run, cashedUpFrom, elements),
    begun:
      run.kind === "departure"
        ? new Map<number, Begun>()
        : new Map([...closedownsBegun(context, run), ...holidaysBegunBefore(context, run, ids)]),
    closedownsOwed: closedownsOwed(context, run),
    yearStartTerms: workedTerms(store.db, ids, year.from, year.from, new Map()).terms,
    hourly: ratesIn(context, run, people),
    // Asked of few: who took holidays in advance, and who has an order with a total.
    sumsSince: (day: IsoDate, id: number): CodeSums => factSums(store, [id], day, run.payday).get(id) ?? new Map(),
  };
}

function provinces(context: Context, businessId: number): (placeId: number | null) => string {
  const found = new Map<number | null, string>();
  return (placeId) => {
    const known = found.get(placeId) ?? workPlace(context, businessId, placeId);
    found.set(placeId, known);
    return known;
  };
}

/** Who was never paid here has nothing granted for a time before this run's period. */
function firstPaidHere(context: Context, ids: readonly number[], run: RunDays): Map<number, IsoDate> {
  const known = firstPaidDays(context, ids);
  return new Map(ids.map((id) => [id, known.get(id) ?? run.periodStart]));
}

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
