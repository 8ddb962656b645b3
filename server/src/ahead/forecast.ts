/**
 * The pays that are ahead, each composed and worked out as an opened run would do it, in a dry run: nothing is kept. A
 * person's pay is worked out again where a day lies between two paydays on which something changes; else it is the one
 * before, with its dues on their own days.
 */
import type { AheadChange } from "@zesty/contract/ahead";
import { addDays } from "@zesty/core/calendar/dates";
import { paysPerYear } from "@zesty/core/calendar/payPeriods";
import { factsOfPay } from "@zesty/core/countries/countries";
import type { SheetLine } from "@zesty/core/pay/row";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsOf, centsText } from "@zesty/core/quantity/units";
import { goingOn } from "@zesty/core/rulebook/aheadBook";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { holdBackDays, runDays } from "../hours/paidDays.ts";
import type { Owner } from "../row/countryRows.ts";
import { freshRun, keepComposed } from "../row/keepComposed.ts";
import { leaveTakenIn } from "../row/leaveTaken.ts";
import type { LeaveMove, PreparedPay } from "../row/prepared.ts";
import { type LoadedRun, loadRun } from "../row/runRows.ts";
import { rowWorker } from "../row/workRun.ts";
import { dryRun } from "../store/dryRun.ts";
import type { Steps } from "../store/steps.ts";
import type { AheadOfCountry } from "./aheadOfCountry.ts";
import { type AheadPay, type Forecast, type Held, type Known, sumNames } from "./aheadPay.ts";
import { type Alike, alike, lastDayOf } from "./alike.ts";
import { type AheadWho, applyChanges, everybody, rulesWith, weeklySaid } from "./changes.ts";
import { EachPayAhead } from "./eachPayAhead.ts";
import { averagesOf, insertAhead, lookBackDays, scaledTo } from "./insertAhead.ts";
import { leaveAhead } from "./leaveAhead.ts";
import { PaidAhead } from "./paidAhead.ts";
import { type PeriodAhead, periodsAhead } from "./periods.ts";
import { signedAhead } from "./signedAhead.ts";

/** People looked at at once: others are answered between two slices. */
const slice = 20;

/**
 * @param base the forecast without the changes: whom they do not touch, and what lies before them, is taken from it
 * @param everyPay each pay is worked out by itself, whatever changes: what a test holds the short way against
 */
export function* forecastSteps(
  context: Context,
  actor: Actor,
  businessId: number,
  span: { from: string; to: string },
  changes: readonly AheadChange[],
  base: Forecast | null = null,
  everyPay = false,
): Steps<Forecast> {
  const forecast = new Forecasting(context, actor, businessId, span, changes, base, everyPay);
  const { made } = forecast;
  for (let at = 0; at < made.who.length; at += slice) {
    forecast.look(made.who.slice(at, at + slice));
    yield { part: "People looked at", done: Math.min(at + slice, made.who.length), of: made.who.length };
  }
  made.pays.push(...signedAhead(context, businessId, span.from, span.to));
  const place = new Map(made.who.map(({ key }, at) => [key, at]));
  made.pays.sort(
    (a, b) =>
      (a.payday < b.payday ? -1 : a.payday > b.payday ? 1 : 0) || (place.get(a.who) ?? 0) - (place.get(b.who) ?? 0),
  );
  return made;
}

class Forecasting {
  readonly made: Forecast;
  private readonly context: Context;
  private readonly owner: Owner;
  private readonly country: AheadOfCountry;
  private readonly alike: Alike;
  private readonly averages: ReadonlyMap<number, readonly SheetLine[]>;
  private readonly byKey: ReadonlyMap<string, AheadWho>;
  private readonly last = new Map<string, Held>();
  private readonly base: Forecast | null;
  private readonly everyPay: boolean;
  private readonly to: string;
  /** before this day nothing is otherwise */
  private readonly since: string;
  private readonly paid: PaidAhead;
  private readonly lasts: ReadonlySet<PeriodAhead>;

  private readonly actor: Actor;
  private readonly businessId: number;
  private readonly changes: readonly AheadChange[];

  constructor(
    context: Context,
    actor: Actor,
    businessId: number,
    span: { from: string; to: string },
    changes: readonly AheadChange[],
    base: Forecast | null,
    everyPay: boolean,
  ) {
    this.base = base;
    this.everyPay = everyPay;
    this.to = span.to;
    this.since = changes
      .filter((each) => each.on)
      .reduce((first, each) => (each.from < first ? each.from : first), "9999-12-31");
    this.actor = actor;
    this.businessId = businessId;
    this.changes = changes;
    this.owner = findBusiness(context, businessId);
    const unknown = new Map<string, string>();
    const rules = goingOn(context.rules, (table, last) => unknown.set(table.title, last));
    this.country = context.country(this.owner.country).ahead;
    // Tables that end go on, and all else is asked as it stands.
    // What is only tried is told to nobody.
    this.context = Object.create(context, {
      rules: { value: rulesWith(this.country, rules, changes) },
      announce: { value: () => undefined },
    }) as Context;
    const who = everybody(context, businessId, changes);
    this.byKey = new Map(who.map((each) => [each.key, each]));
    this.alike = alike(this.context, this.owner, span, changes);
    this.paid = new PaidAhead(this.owner, this.alike);
    this.averages = averagesOf(context, businessId, addDays(span.from, -lookBackDays));
    this.made = {
      ...{ who, pays: [], unknown, told: new Map(), nothing: new Set(), held: new Map() },
      leaveCents: new Map(),
      periods: periodsAhead(context, businessId, span.from, span.to),
    };
    this.lasts = new Set(new Map(this.made.periods.map((each) => [each.cycleId, each])).values());
  }

  /** Looks at these people's whole year: what is changed for them is done once. */
  look(who: readonly AheadWho[]): void {
    const { store } = this.context;
    dryRun(store, () => {
      const touched = new Set(who.filter((each) => this.isTouched(each)).map((each) => each.key));
      const ids = applyChanges(
        ...([this.context, this.actor, this.businessId, this.changes] as const),
        who.filter((each) => touched.has(each.key)),
        (change, note) => {
          const at = this.changes.indexOf(change);
          this.made.told.set(at, (this.made.told.get(at) ?? new Set()).add(note));
        },
      );
      for (const { key, like } of who) if (!ids.has(key)) ids.set(key, like.id);
      const each = this.country.looksAtEachPay ? new EachPayAhead(this.context, this.owner) : null;
      for (const period of this.made.periods) {
        const anew = who.filter((each) => !this.isKnown(period, each, touched.has(each.key)));
        if (anew.length > 0) {
          const own = new Map(anew.map(({ key }) => [key, ids.get(key) ?? 0]));
          each?.put(own);
          const known = dryRun(store, () => {
            if (!each) this.paid.remember(this.context, period.payday, own);
            return this.composed(period, own);
          });
          for (const { key } of anew) this.hold(period, key, { known: known.get(key) ?? null, period });
        }
        for (const { key } of who) this.pay(period, key, each);
      }
      for (const [key, cents] of this.leaveOf(who, touched, ids, each)) this.made.leaveCents.set(key, cents);
    });
  }

  /** What their leave is worth at the end: of whom nothing is otherwise, as it was. */
  private leaveOf(
    who: readonly AheadWho[],
    touched: ReadonlySet<string>,
    ids: ReadonlyMap<string, number>,
    each: EachPayAhead | null,
  ): Map<string, number> {
    const before = this.base?.leaveCents;
    const anew = before ? who.filter(({ key }) => touched.has(key)) : who;
    const own = new Map(anew.map(({ key }) => [key, ids.get(key) ?? 0]));
    each?.put(own);
    // Pays that were put among the signed ones have their leave in the ledger.
    const earned = each ? new Map<string, number>() : this.paid.earned;
    const found = leaveAhead(this.context, this.businessId, this.to, this.changes, anew, own, earned);
    for (const { key } of who) if (!own.has(key)) found.set(key, before?.get(key) ?? 0);
    return found;
  }

  private isTouched({ key, change }: AheadWho): boolean {
    if (change) return true;
    return this.changes.some(({ on, people }) => on && (people.length === 0 || people.map(String).includes(key)));
  }

  private hold(period: PeriodAhead, key: string, held: Held): void {
    this.last.set(lastKey(period, key), held);
    this.made.held.set(heldKey(period, key), held);
  }

  /** Takes the pay from what is known, where it can: from the forecast without changes, or from the payday before. */
  private isKnown(period: PeriodAhead, { key, like, change }: AheadWho, touched: boolean): boolean {
    if (this.everyPay) return false;
    const before = this.base?.held.get(heldKey(period, key));
    if (before && (!touched || lastDayOf(period) < this.since)) {
      this.hold(period, key, before);
      return true;
    }
    const held = this.last.get(lastKey(period, key));
    if (!held || held.known?.counts) return false;
    // The last one has all that has arisen by then, wherever unpaid leave moved its day to.
    if (this.country.looksAtEachPay && this.lasts.has(period)) return false;
    if (!this.alike.between(held.period, period, { key, like, change })) return false;
    this.hold(period, key, held);
    return true;
  }

  private composed(period: PeriodAhead, ids: ReadonlyMap<string, number>): Map<string, Known> {
    const keys = new Map([...ids].map(([key, id]) => [id, key]));
    const averages = new Map([...ids].map(([key, id]) => [id, this.worksAsOfLate(key, period)] as const));
    const runId = period.runId ?? insertAhead(this.context, this.businessId, period, [...keys.keys()], averages);
    const pays = this.context.store
      .prepared<[number, string], { id: number; personId: number }>(
        "SELECT id, person_id AS personId FROM pay WHERE run_id = ? AND person_id IN (SELECT value FROM json_each(?))",
      )
      .all(runId, JSON.stringify([...keys.keys()]));
    if (pays.length === 0) return new Map();
    const payIds = pays.map((row) => row.id);
    const withPaidDays = pays.filter(({ id, personId }) =>
      holdBackDays(this.context, id, personId, this.paid.daysOf(keys.get(personId) ?? "")),
    );
    if (period.runId === null) keepComposed(this.context, runId);
    else if (withPaidDays.length > 0)
      keepComposed(
        this.context,
        runId,
        withPaidDays.map((row) => row.id),
      );
    const loaded = period.runId === null ? loadRun(this.context, runId) : freshRun(this.context, runId, payIds);
    if (!this.country.looksAtEachPay) this.lessTaken(loaded, keys);
    return this.worked(loaded, period, keys);
  }

  /** What runs until a total is taken: pays ahead of this one are among no signed ones. */
  private lessTaken(loaded: LoadedRun, keys: ReadonlyMap<number, string>): void {
    for (const row of loaded.rows)
      for (const [code, text] of Object.entries(row.context.deducted)) {
        const fact = code.startsWith("debt:") ? code : `line:${code}`;
        const more = this.paid.takenOf(keys.get(row.person.id) ?? "", fact);
        row.context.deducted[code] = centsText(centsOf(text) + more);
      }
  }

  private worksAsOfLate(key: string, { start, cycle }: PeriodAhead): SheetLine[] {
    const who = this.byKey.get(key);
    const lines = [...(this.averages.get(who?.like.id ?? 0) ?? [])];
    const weekly = who?.change ? who.change.weekly : weeklySaid(this.changes, who?.like.id ?? 0, start);
    return weekly ? scaledTo(lines, weekly, decimal(52).div(paysPerYear[cycle])) : lines;
  }

  private worked(loaded: LoadedRun, period: PeriodAhead, keys: ReadonlyMap<number, string>): Map<string, Known> {
    const rows = loaded.rows.filter((row) => row.included).map(rowWorker(this.context, loaded));
    const { pays } = this.context.country(this.owner.country);
    const ids = rows.map((each) => each.row.person.id);
    const signed = pays.signing(this.context, loaded, ids, leaveTakenIn(this.context, loaded, rows));
    const found = new Map<string, Known>();
    const days = new Map(
      runDays(this.context, loaded.run, ids).map(({ person, days }) => [person.who.id, days.map((day) => day.date)]),
    );
    for (const row of rows) {
      const who = keys.get(row.row.person.id);
      if (who === undefined) continue;
      const { worked, figures } = row;
      if (!worked || !figures || centsOf(figures.cost) === 0) this.made.nothing.add(who);
      if (!worked || !figures) continue;
      const facts = factsOfPay(worked, period.payday);
      const parts = signed(row, worked, new Map(), []);
      const prepared: PreparedPay = { row, worked, facts, yearAfter: new Map(), payments: [], ...parts };
      const dues = [...parts.dues, ...pays.runDues(this.context, loaded, [prepared])];
      found.set(who, {
        pay: {
          ...{ who, payday: period.payday },
          cents: Object.fromEntries(sumNames.map((name) => [name, centsOf(figures[name])])) as AheadPay["cents"],
          dues: dues.map(({ kind, fundId, cents, due }) => ({ kind, fundId, cents, due })),
          leave: this.country.looksAtEachPay ? [] : parts.leave.map(asEarned),
        },
        facts: facts.map(({ code, cents }) => [code, cents]),
        figures,
        moves: parts.leave,
        days: days.get(row.row.person.id) ?? [],
        counts:
          this.country.counts(worked, row.row.context, paysPerYear[period.cycle], this.context.rules) ||
          row.row.lines.some((line) => line.terms?.total !== undefined || line.terms?.until !== undefined),
      });
    }
    return found;
  }

  /** Puts a pay behind those before. */
  private pay(period: PeriodAhead, key: string, each: EachPayAhead | null): void {
    const held = this.made.held.get(heldKey(period, key));
    if (!held?.known) return;
    const isOwn = held.period.payday === period.payday && held.period.start === period.start;
    this.made.pays.push(this.paid.add(held.known, period.payday, isOwn));
    each?.add(key, { period, known: held.known, isOwn });
  }
}

const asEarned = ({ kind, amountE4, why }: LeaveMove) => ({ kind, e4: amountE4, once: why !== "accrued" });

/** An open run holds what it holds: it is nothing that goes on. */
const lastKey = ({ cycleId, runId }: PeriodAhead, who: string): string =>
  runId === null ? `${cycleId} ${who}` : `run ${runId} ${who}`;
const heldKey = (period: PeriodAhead, who: string): string => `${lastKey(period, who)} ${period.start}`;
