/** A raise from a day in the past: the pays that it reaches, each as it would have been, and the difference paid. */
import type { BackPayPlan, BackPayRow } from "@zesty/contract/lineOfTime";
import type { Employment } from "@zesty/contract/people";
import type { TimeTerms } from "@zesty/contract/time";
import { type AnyInput, longOwedYear, superableOf, workOutPay } from "@zesty/core/countries/countries";
import { asItWas, atNewRate } from "@zesty/core/pay/backPay";
import { partOfPeriod } from "@zesty/core/pay/partPeriod";
import type { SheetLine } from "@zesty/core/pay/row";
import { type Decimal, decimal, sum, zero } from "@zesty/core/quantity/decimal";
import { centsOf, centsText, toCents } from "@zesty/core/quantity/units";
import { and, asc, desc, eq, gte, inArray, isNull, ne } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { saveSection } from "../people/savePerson.ts";
import { undoAct } from "../row/acts.ts";
import { keepComposed } from "../row/keepComposed.ts";
import { noRate, type PaidThen, ratesNow, ratesThen } from "../row/ratesThen.ts";
import { refreshRun } from "../row/workRun.ts";
import { openRun } from "../runs/openRun.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { datedRecords } from "../store/dated.ts";
import { dryRun } from "../store/dryRun.ts";
import { act, backPay, employmentTerms, pay, payCycle, payRun, person, signedPay, timeTerms } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { openRunOf } from "./finalRun.ts";

type Who = typeof person.$inferSelect;
interface Signed extends PaidThen {
  id: number;
}

/** What is said from a day in the past: other terms of employment, or another level. */
export type Change =
  | { section: "employment"; values: Employment & { from: string } }
  | { section: "time"; values: TimeTerms & { from: string } };
const tables = { employment: employmentTerms, time: timeTerms };
/** the act says of which of the two it came */
const kinds = { employment: "backPay", time: "levelBackPay" } as const;

/** Pays that were signed off and reach over the day; what was taken back, and what corrects another, is none of them. */
function paysFrom(context: Context, who: Who, from: string): Signed[] {
  return context.store.db
    .select({
      signed: { id: signedPay.id, payday: signedPay.payday, input: signedPay.input },
      run: payRun,
    })
    .from(signedPay)
    .innerJoin(payRun, eq(signedPay.runId, payRun.id))
    .where(and(eq(signedPay.personId, who.id), eq(signedPay.kind, "pay"), gte(payRun.periodEnd, from)))
    .orderBy(asc(signedPay.payday), asc(signedPay.id))
    .all()
    .filter(({ run }) => run.state !== "takenBack" && run.kind !== "correction")
    .map(({ signed, run }) => ({
      ...{ ...signed, input: signed.input as AnyInput },
      ...{ start: run.periodStart, end: run.periodEnd },
    }));
}

interface Difference extends BackPayRow {
  superable: Decimal | null;
}

/** What the pays since a day would have been by the terms that hold once `save` has been done. */
function differences(context: Context, who: Who, from: string, save: () => void): Difference[] {
  const pays = paysFrom(context, who, from);
  const before = ratesThen(context, who, pays);
  save();
  const after = ratesNow(context, who, pays);
  const paidBack = backPaidOf(
    context,
    who.id,
    pays.map((each) => each.id),
  );
  return pays.flatMap((signed, at): Difference[] => {
    const [was, is] = [before[at] ?? noRate, after[at] ?? noRate];
    const rose = was.hourlyRate !== is.hourlyRate || was.salary !== is.salary;
    if (!rose) return [];
    const within = signed.start < from ? from : null;
    const part = within
      ? partOfPeriod({ startDate: from, endDate: null, workPattern: is.workPattern }, signed.start, signed.end)
      : null;
    const share = part?.whole.gt(0) ? part.own.div(part.whole) : decimal(1);
    const then = workOutPay(asItWas(signed.input), context.rules);
    const now = workOutPay(atNewRate(signed.input, { was, is, share }), context.rules);
    const cents = paidBack.get(signed.id) ?? 0;
    const difference = now.gross.value.minus(then.gross.value).minus(decimal(cents).div(100));
    const [countedThen, countedNow] = [superableOf(then), superableOf(now)];
    return [
      {
        ...{ signedPayId: signed.id, payday: signed.payday, start: signed.start, end: signed.end, from: within },
        was: then.gross.value.toFixed(2),
        shouldBe: now.gross.value.toFixed(2),
        before: centsText(cents),
        difference: difference.toFixed(2),
        superable: countedThen && countedNow ? countedNow.minus(countedThen) : null,
      },
    ];
  });
}

/** What was paid back before for the same pays, in cents; a run that was taken back or discarded paid nothing. */
function backPaidOf(context: Context, personId: number, signedPayIds: readonly number[]): Map<number, number> {
  const { db } = context.store;
  const found = new Map<number, number>();
  const rows = db
    .select({ signedPayId: backPay.signedPayId, cents: backPay.cents, state: payRun.state })
    .from(backPay)
    .innerJoin(pay, eq(backPay.payId, pay.id))
    .innerJoin(payRun, eq(pay.runId, payRun.id))
    .where(inArray(backPay.signedPayId, [...signedPayIds]))
    .all();
  const add = (signedPayId: number, cents: number) => found.set(signedPayId, (found.get(signedPayId) ?? 0) + cents);
  for (const row of rows) if (row.state !== "takenBack") add(row.signedPayId, row.cents);
  for (const { owed, lines } of actsThatPay(context, personId)) {
    // What was taken out of the row, or typed lower, is not paid.
    let left = lines.reduce((sum, line) => sum + centsOf(line.amount ?? "0"), 0);
    for (const { signedPayId, cents } of owed) {
      const paid = Math.min(cents, left);
      left -= paid;
      add(signedPayId, paid);
    }
  }
  return found;
}

/** Back pay that stands: with the lines of the row that holds it, as they are paid. */
function actsThatPay({ store: { db } }: Context, personId: number) {
  return db
    .select({ id: act.id, owed: act.owed, lines: pay.lines })
    .from(act)
    .innerJoin(payRun, eq(act.runId, payRun.id))
    .innerJoin(pay, and(eq(pay.runId, act.runId), eq(pay.personId, act.personId)))
    .where(
      and(
        eq(act.personId, personId),
        inArray(act.kind, Object.values(kinds)),
        isNull(act.undoneAt),
        ne(payRun.state, "takenBack"),
      ),
    )
    .all()
    .map(({ id, owed, lines }) => ({ owed, lines: lines.filter((line) => line.act === id) }));
}

/** With a raise that is undone its back pay is owed no more, as long as its run is open: what was signed off is corrected. */
export function undoBackPay(context: Context, personId: number, section: Change["section"], termsId: number): void {
  for (const { id } of context.store.db
    .select({ id: act.id })
    .from(act)
    .leftJoin(payRun, eq(act.runId, payRun.id))
    .where(
      and(
        eq(act.personId, personId),
        eq(act.kind, kinds[section]),
        eq(act.termsId, termsId),
        isNull(act.undoneAt),
        eq(payRun.state, "open"),
      ),
    )
    .all())
    undoAct(context, id);
}

export function planBackPay(context: Context, actor: Actor, personId: number, change: Change): BackPayPlan {
  const who = findPerson(context, personId);
  const rows = dryRun(context.store, () =>
    differences(context, who, change.values.from, () => save(context, actor, personId, change)),
  );
  const total = sum(rows.map((row) => decimal(row.difference)));
  const payday = nextPayday(context, cycleOf(context, who, change));
  const groups = groupsOf(context, who, rows, payday);
  return {
    rows: rows.map(({ superable: _superable, ...row }) => row),
    total: total.toFixed(2),
    superable: rows.some((row) => row.superable)
      ? sum(groups.filter((each) => each.counts).map((each) => each.amount)).toFixed(2)
      : null,
    payday,
    earlierYears: groups.flatMap((each) =>
      each.year === null ? [] : [{ year: each.year, amount: each.amount.toFixed(2) }],
    ),
  };
}

function findPerson(context: Context, personId: number): Who {
  const who = context.store.db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  return who;
}

/** One of two sections, each with its own values. */
const save = (context: Context, actor: Actor, personId: number, { section, values }: Change): void =>
  void saveSection(context, actor, personId, section, values as Employment & TimeTerms & { from: string });

const cycleOf = (context: Context, who: Who, change: Change): number =>
  change.section === "employment"
    ? change.values.cycleId
    : (datedRecords(context.store.db, [who.id], change.values.from).terms.get(who.id)?.cycleId ?? 0);

function nextPayday(context: Context, cycleId: number): string | null {
  const cycle = context.store.db.select().from(payCycle).where(eq(payCycle.id, cycleId)).get();
  if (!cycle) return null;
  return openRunOf(context, cycleId)?.payday ?? nextPeriodOf(context, cycle).payday;
}

interface Group {
  /** super counts on it */
  counts: boolean;
  /** an earlier payroll year that it was earned in, more than twelve months before it is paid */
  year: string | null;
  amount: Decimal;
  pays: number;
}

/** The difference in the parts that are taxed and reported alike. */
function groupsOf(context: Context, who: Who, rows: readonly Difference[], payday: string | null): Group[] {
  const { country } = findBusiness(context, who.businessId);
  const groups = new Map<string, Group>();
  const add = (counts: boolean, year: string | null, amount: Decimal) => {
    if (amount.isZero()) return;
    const key = `${counts} ${year}`;
    const group = groups.get(key) ?? { counts, year, amount: zero, pays: 0 };
    groups.set(key, { ...group, amount: group.amount.plus(amount), pays: group.pays + 1 });
  };
  for (const row of rows) {
    const year = payday === null ? null : longOwedYear(country, row.payday, payday);
    const whole = decimal(row.difference);
    const counted = row.superable === null || row.superable.gt(whole) ? whole : row.superable;
    add(true, year, counted);
    add(false, year, whole.minus(counted));
  }
  return [...groups.values()];
}

/** Saves the terms, and puts the difference into the next run of the person's cycle, taxed by its own method. */
export function payBack(context: Context, actor: Actor, personId: number, change: Change): { runId: number } {
  return context.store.transaction(() => {
    const runId = putBackPay(context, actor, personId, change);
    refreshRun(context, runId);
    return { runId };
  });
}

/** The same without working the run out: who raises several does that once. */
export function putBackPay(context: Context, actor: Actor, personId: number, change: Change): number {
  return context.store.transaction(() => {
    const { db } = context.store;
    const who = findPerson(context, personId);
    const rows = differences(context, who, change.values.from, () => save(context, actor, personId, change));
    const total = sum(rows.map((row) => decimal(row.difference)));
    if (!total.gt(0))
      throw cannot(
        "no-back-pay",
        total.isZero()
          ? "No pay that was signed off comes out differently: no back pay is owed. Nothing was saved."
          : "The new rate is lower: what was paid too much is taken back by a correction of each pay, not here. Nothing was saved.",
      );
    const cycleId = cycleOf(context, who, change);
    const runId =
      openRunOf(context, cycleId)?.id ?? openRun(context, actor, who.businessId, { cycleId, from: "usual" });
    const row = db
      .select()
      .from(pay)
      .where(and(eq(pay.runId, runId), eq(pay.personId, personId)))
      .get();
    const run = db.select().from(payRun).where(eq(payRun.id, runId)).get();
    if (!run) throw notFound("pay run");
    const lines = groupsOf(context, who, rows, run.payday).map((group): SheetLine => {
      const element = group.counts ? standardElements.backPay : standardElements.backPayWithoutSuper;
      return {
        elementId: ensureElement(context, who.businessId, element),
        amount: group.amount.toFixed(2),
        detail:
          group.year === null ? { method: "A", paysCovered: Math.min(group.pays, 52) } : { earnedYear: group.year },
        explained: `${change.section === "time" ? "Level" : "Raise"} from ${change.values.from} over ${group.pays} ${group.pays === 1 ? "pay" : "pays"}: ${rows
          .map((each) => `${each.payday} ${each.was} → ${each.shouldBe}`)
          .slice(0, 30)
          .join("; ")}`,
      };
    });
    const payId =
      row?.id ??
      db
        .insert(pay)
        .values({ runId, personId, included: true, periods: 1, lines: [], typed: [] })
        .returning({ id: pay.id })
        .get().id;
    const table = tables[change.section];
    const termsId = db
      .select({ id: table.id })
      .from(table)
      .where(and(eq(table.personId, personId), eq(table.from, change.values.from)))
      .orderBy(desc(table.id))
      .get()?.id;
    const owed = rows.map((each) => ({ signedPayId: each.signedPayId, cents: toCents(decimal(each.difference)) }));
    db.insert(act)
      .values({
        ...{ businessId: who.businessId, kind: kinds[change.section], personId, runId, lines, owed, termsId },
        ...{ userId: actor.userId, at: context.clock.now() },
      })
      .run();
    keepComposed(context, runId, [payId]);
    db.update(payRun)
      .set({ version: run.version + 1 })
      .where(eq(payRun.id, runId))
      .run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: who.businessId,
      what: `put back pay of ${total.toFixed(2)} into run ${run.number}`,
      about: `${who.givenName} ${who.familyName}, raise from ${change.values.from}`,
    });
    return runId;
  });
}
