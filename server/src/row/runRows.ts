/** Loads the rows of a run with everything that working them out needs: one query a table, whatever the number of rows. */

import { toDateCodes, toDateOf } from "@zesty/core/au/pay/facts";
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import type { HolidaySwap } from "@zesty/core/calendar/swappedHolidays";
import type { AnyContext } from "@zesty/core/countries/countries";
import type { Overrides } from "@zesty/core/pay/input";
import type { BesideLevel, LastPay, PayElement, RowBase, SheetLine } from "@zesty/core/pay/row";
import type { Laid, Typed } from "@zesty/core/pay/strands";
import type { Decimal } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { findRun, type Run, type Who } from "../ground/findRun.ts";
import { notFound } from "../ground/problem.ts";
import { type CycleDays, cycleDays, lastDaysIn } from "../hours/cycleDays.ts";
import { swapsOf } from "../hours/swappedHolidays.ts";
import { asElement } from "../setup/elements.ts";
import { type DatedRecords, datedRecords, newest } from "../store/dated.ts";
import {
  type business,
  type employerCost,
  fund,
  leaveTerms,
  pay,
  payCycle,
  payElement,
  person,
  timeTerms,
} from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { totalsSince, yearSums } from "../store/sums.ts";
import type { CountryRows } from "./countryRows.ts";
import { paidBeyond } from "./paidBeyond.ts";
import { raisedAndCorrected } from "./raisedAndCorrected.ts";
import { type RateOn, ratesIn } from "./ratesOn.ts";
import { centreCodes, costsOf, costsOn } from "./rowFacts.ts";
import { salaryAboveUsual } from "./salaryAboveUsual.ts";
import { workedLeave, workedTerms } from "./workedTerms.ts";

type Pay = typeof pay.$inferSelect;

export interface LoadedRow {
  payId: number;
  version: number;
  person: Who;
  included: boolean;
  periods: number;
  overrides: Overrides | null;
  yearFinal: boolean;
  lines: SheetLine[];
  typed: Typed[];
  laid: Laid | null;
  context: AnyContext;
}

export interface LoadedRun {
  run: Run;
  owner: typeof business.$inferSelect;
  /** what the country made the rows with, and keeps for its own sign-off */
  country: CountryRows;
  cycle: typeof payCycle.$inferSelect;
  elements: Map<number, PayElement>;
  elementRows: (typeof payElement.$inferSelect)[];
  rows: LoadedRow[];
  records: DatedRecords;
  funds: Map<number, typeof fund.$inferSelect>;
  /** codes of the business's cost centres by id */
  centres: Map<number, string>;
  /** what the employer sets aside on this payday */
  costs: (typeof employerCost.$inferSelect)[];
}

/** @param payIds only these rows; all of them when left out */
export function loadRun(context: Context, runId: number, payIds?: readonly number[]): LoadedRun {
  const { db, sqlite } = context.store;
  const run = findRun(context, runId);
  const [cycle] = rowsOf(sqlite, payCycle, "WHERE t.id = ?", run.cycleId);
  if (!cycle) throw notFound("pay cycle");
  const owner = findBusiness(context, run.businessId);
  const elementRows = rowsOf(sqlite, payElement, "WHERE t.business_id = ? ORDER BY t.position", run.businessId);
  const elements = new Map(elementRows.map((row) => [row.id, asElement(row)]));
  const pays = paysOf(context, runId, payIds);
  const people = pays.map((row) => row.person);
  const ids = people.map((who) => who.id);
  // Facts that are dated count as they stand on the payday: a mend dated today reaches the run in hand.
  const onPayday = datedRecords(db, ids, run.payday);
  // Rates of pay and hours follow the day worked, taxes and accounts the day paid.
  const inCycle = run.kind === "cycle" ? cycleDays(context, run, ids) : new Map<number, CycleDays>();
  const lastDays = lastDaysIn(context, run, ids);
  const rates = workedTerms(db, ids, run.periodStart, run.periodEnd, onPayday.terms, lastDays);
  const hourly = ratesIn(context, run, people);
  const leave = workedLeave(db, leaveTerms, ids, run.periodEnd, onPayday.leave, lastDays);
  const records = { ...onPayday, terms: rates.terms, leave };
  const funds = new Map(rowsOf(sqlite, fund, "WHERE t.business_id = ?", run.businessId).map((row) => [row.id, row]));
  const sums = yearSums(context.store, ids, run.payday, owner.country, toDateCodes);
  const last = lastPays(context, ids);
  const centres = centreCodes(context, run.businessId);
  const byAgreement = newest(db, timeTerms, ids, run.periodEnd);
  const costs = costsOn(context, run.businessId, run.payday);
  const deducted = totalsSince(
    context.store,
    pays.map((row) => row.pay),
    elements,
    run.payday,
  );
  const swaps = swapsOf(
    context,
    pays.flatMap((row) => (row.person.endDate === null ? [] : [row.person.id])),
  );
  const country = context.country(owner.country).pays.rows(context, {
    ...{ run, records, elements, funds, centres },
    cycle: cycle.cycle as Cycle,
    people,
    ratesOf: (id) => ({
      ...rates.of(id),
      hourlyRate: hourly.get(id)?.rate?.toString() ?? null,
      besideLevel: besideLevel(hourly.get(id), rates.terms.get(id)?.basis),
    }),
  });
  const raised = raisedAndCorrected(context, run.id);
  const nameOfCycle = (id: number) => rowsOf(sqlite, payCycle, "WHERE t.id = ?", id)[0]?.name ?? "";
  const beyond = paidBeyond(context, run, people);
  const rows = pays.map((row): LoadedRow => {
    const { id } = row.person;
    const own = country.context(row.person, {
      payday: run.payday,
      periodStart: run.periodStart,
      periodEnd: run.periodEnd,
      cycle: cycle.cycle as Cycle,
      periods: row.pay.periods,
      toDate: toDateOf(sums.counted.get(id) ?? new Map(), sums.quarter.get(id) ?? new Map()),
      isFirstPay: !last.has(id),
      lastPay: run.kind === "cycle" ? (last.get(id) ?? null) : null,
      deducted: deducted.get(row.pay.id) ?? {},
      overrides: row.pay.overrides,
      correctsTaxable: row.pay.corrects?.taxable ?? null,
      correctsExtras: row.pay.corrects?.extras ?? null,
      paidBefore: country.paidBefore(id),
      openTime: row.pay.openTime,
      employerCosts: costsOf(records.terms.get(id), costs),
    });
    own.spans = partsOf(row.pay.laid);
    own.lateWeeks = row.pay.laid?.lateWeeks;
    own.averagedWeeks = row.pay.laid?.averagedWeeks;
    if (byAgreement.get(id)?.agreement) own.facts.loadedByLine = true;
    if (records.terms.get(id)?.salaryCents != null) own.facts.salaried = true;
    // Of who changes the cycle usual pay of the payday may be that of the other one.
    const short =
      run.kind === "cycle" &&
      !inCycle.has(id) &&
      salaryAboveUsual(records.terms.get(id), records.usual.get(id)?.lines, elements, cycle);
    if (short) own.facts.salaryAboveUsual = short;
    const both = raised.get(id);
    if (both) own.facts.raisedAndCorrected = both;
    const apart = inCycle.get(id);
    if (apart) own.facts.inCycle = { days: apart.days, other: nameOfCycle(apart.other) };
    const already = beyond.get(id);
    if (already) own.facts.paidBeyond = already;
    const heldOver = swaps.get(id)?.filter((each) => isHeldOver(each, row.person.endDate)) ?? [];
    if (heldOver.length > 0) own.facts.heldOver = heldOver;
    return {
      payId: row.pay.id,
      version: row.pay.version,
      person: row.person,
      included: row.pay.included,
      periods: row.pay.periods,
      overrides: row.pay.overrides,
      yearFinal: row.pay.yearFinal,
      lines: row.pay.lines,
      typed: row.pay.typed ?? [],
      laid: row.pay.laid,
      context: own,
    };
  });
  return { run, owner, cycle, elements, elementRows, rows, records, country, funds, centres, costs };
}

/** A row that is laid and composed anew, but not kept: the parts of its period are those of what it is laid from. */
export function layOn(row: LoadedRow, laid: Laid, lines: SheetLine[]): void {
  Object.assign(row, { laid, lines });
  row.context.spans = partsOf(laid);
  row.context.lateWeeks = laid.lateWeeks;
  row.context.averagedWeeks = laid.averagedWeeks;
}

/** The parts of a period that terms changed in. */
function partsOf(laid: Laid | null): RowBase["spans"] {
  const { spans = [], base = [] } = laid ?? {};
  const salaried = new Set(base.flatMap(({ span, line, ordinary }) => (ordinary && line.amount ? [span] : [])));
  return spans.length > 1
    ? spans.map(({ hours, week, rate }, at) => ({ hours, week, rate, salaried: salaried.has(at) }))
    : undefined;
}

/** A holiday that fell before somebody's last day and was to be kept after it. */
const isHeldOver = ({ original, substitute }: HolidaySwap, endDate: string | null): boolean =>
  endDate !== null && original <= endDate && substitute > endDate;

/** An own rate below the level's, or a casual's that has the loading in it beside an agreement that adds it to each line. */
function besideLevel(rate: RateOn | undefined, basis: string | undefined): BesideLevel | null {
  if (!rate?.own || !rate.least) return null;
  if (rate.from === "salary") return salaryBeside(rate.own, rate.least, rate.annualisedAbove);
  const said = { own: rate.own.toString(), level: rate.least.toString() };
  if (rate.own.lt(rate.least)) return { is: "below", ...said };
  const withLoading = rate.least.times("1.25");
  // Within half a per cent: rates are rounded in the pay guides.
  const loaded = basis === "casual" && rate.own.minus(withLoading).abs().lte(withLoading.times("0.005"));
  return loaded ? { is: "loaded", ...said } : null;
}

/** A cent an hour is what the rounding of weekly rates in the pay guides comes to. */
function salaryBeside(own: Decimal, least: Decimal, above: number | null): BesideLevel | null {
  const isBelow = (level: Decimal) => own.plus("0.01").lt(level);
  if (isBelow(least)) return { is: "salaryBelow", own: own.toString(), level: least.toString() };
  const asked = least.times(100 + (above ?? 0)).div(100);
  return above !== null && isBelow(asked)
    ? { is: "salaryNotAbove", own: own.toString(), level: asked.toString(), percent: String(above) }
    : null;
}

/** Rows of a run with their people, in the order of the sheet. */
function paysOf({ store }: Context, runId: number, payIds?: readonly number[]): { pay: Pay; person: Who }[] {
  const only = payIds ? "AND t.id IN (SELECT value FROM json_each(?))" : "";
  const more = payIds ? [JSON.stringify(payIds)] : [];
  const pays = rowsOf(store.sqlite, pay, `WHERE t.run_id = ? ${only} ORDER BY t.id`, runId, ...more);
  const people = new Map(
    rowsOf(
      store.sqlite,
      person,
      "WHERE t.id IN (SELECT value FROM json_each(?))",
      JSON.stringify(pays.map((row) => row.personId)),
    ).map((row) => [row.id, row]),
  );
  return pays
    .flatMap((row) => {
      const who = people.get(row.personId);
      return who ? [{ pay: row, person: who }] : [];
    })
    .sort((a, b) => inOrder(a.person, b.person) || a.pay.id - b.pay.id);
}
const text = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
const inOrder = (a: Who, b: Who) => text(a.familyName, b.familyName) || text(a.givenName, b.givenName);

/** The newest signed-off pay of each person that was not taken back. */
export function lastPays(context: Context, personIds: readonly number[]): Map<number, LastPay> {
  // Newest first and stopped at the first: it takes as long after ten years as after one.
  const read = context.store.prepared<[number], { payday: string; figures: string }>(
    `SELECT s.payday AS payday, json_extract(s.snapshot, '$.figures.hours', '$.figures.gross', '$.figures.withheld',
       '$.figures.super', '$.figures.net') AS figures
     FROM signed_pay s JOIN pay_run o ON o.id = s.run_id
     WHERE s.person_id = ? AND s.kind = 'pay' AND o.kind = 'cycle'
       AND NOT EXISTS (SELECT 1 FROM signed_pay r WHERE r.reverses_id = s.id)
     ORDER BY s.id DESC LIMIT 1`,
  );
  const found = new Map<number, LastPay>();
  for (const id of personIds) {
    const row = read.get(id);
    if (!row) continue;
    const [hours, gross, withheld, fund, net] = JSON.parse(row.figures) as [string, string, string, string, string];
    found.set(id, { payday: row.payday, hours, gross, withheld, super: fund, net });
  }
  return found;
}
