/** A raise from a day in the past: the pays that it reaches, each as it would have been, and the difference paid. */
import type { BackPayPlan } from "@zesty/contract/lineOfTime";
import type { Employment } from "@zesty/contract/people";
import type { TimeTerms } from "@zesty/contract/time";
import { type AnyInput, superableOf, workOutPay } from "@zesty/core/countries/countries";
import { asItWas, atNewRates, type RateMoved, type RateThen } from "@zesty/core/pay/backPay";
import { partOfPeriod } from "@zesty/core/pay/partPeriod";
import { type Decimal, decimal, one, sum } from "@zesty/core/quantity/decimal";
import { centsText } from "@zesty/core/quantity/units";
import { and, asc, desc, eq, gte, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { datesOf } from "../hours/periods.ts";
import { saveSection } from "../people/savePerson.ts";
import { undoAct } from "../row/acts.ts";
import { type PaidThen, type RateNow, ratesNow, ratesThen } from "../row/ratesThen.ts";
import { refreshRun } from "../row/workRun.ts";
import { datedRecords } from "../store/dated.ts";
import { dryRun } from "../store/dryRun.ts";
import { act, employmentTerms, pay, payRun, person, signedPay, timeTerms } from "../store/schema.ts";
import { backPaidOf, type Difference, groupsOf, nextPayday, putOwed } from "./owedBack.ts";
import { workedDays } from "./workedDays.ts";

type Who = typeof person.$inferSelect;
/** `start` and `end` are the days that were paid: of who began, left or changed the cycle within the period, a part of it. */
interface Signed extends PaidThen {
  id: number;
  payId: number;
  period: { start: string; end: string };
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
      signed: { id: signedPay.id, payId: signedPay.payId, payday: signedPay.payday, input: signedPay.input },
      run: payRun,
      laid: pay.laid,
    })
    .from(signedPay)
    .innerJoin(payRun, eq(signedPay.runId, payRun.id))
    .innerJoin(pay, eq(signedPay.payId, pay.id))
    .where(and(eq(signedPay.personId, who.id), eq(signedPay.kind, "pay"), gte(payRun.periodEnd, from)))
    .orderBy(asc(signedPay.payday), asc(signedPay.id))
    .all()
    .filter(({ run }) => run.state !== "takenBack" && run.kind !== "correction")
    .map(({ signed, run, laid }) => {
      const period = { start: run.periodStart, end: run.periodEnd };
      const [start, end] = [laid?.spans[0]?.from ?? period.start, laid?.spans.at(-1)?.to ?? period.end];
      return { ...signed, input: signed.input as AnyInput, start, end, period, spans: laid?.spans };
    })
    .filter(({ end }) => end >= from);
}

/**
 * A pay with the corrections of it that are signed off: hours that were taken out owe nothing more. Lines say the payday
 * that they correct; of two pays on one, the act says which.
 */
function withCorrections({ store }: Context, who: Who, { input, payday, payId }: Signed): AnyInput {
  const lines = store
    .prepared<[number, number, number], { input: string }>(
      `SELECT s.input AS input FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
       WHERE s.person_id = ? AND s.kind = 'pay' AND s.pay_id <> ? AND r.state <> 'takenBack'
         AND coalesce((SELECT MAX(a.corrects_pay_id = ?) FROM act a WHERE a.run_id = s.run_id
           AND a.person_id = s.person_id AND a.kind = 'correction' AND a.undone_at IS NULL), 1)`,
    )
    .all(who.id, payId, payId)
    .flatMap((later) => (JSON.parse(later.input) as AnyInput).lines as readonly { corrects?: string | undefined }[])
    .filter((line) => line.corrects === payday)
    .map((line) => ({ ...line, corrects: undefined }));
  const own = asItWas(input);
  return { ...own, lines: [...own.lines, ...lines] } as AnyInput;
}

/** The days of one signed-off pay, by the rate that they were paid at and the one that holds now. */
export function movedSince(context: Context, who: Who, pay: PaidThen, payId: number): RateMoved[] {
  const [[then], [now]] = [ratesThen(context, who, [pay]), ratesNow(context, who, [pay])];
  return daysMoved(pay, pay.start, then, now, workedDays(context, who, payId));
}

/**
 * The days of a pay by the rate that they were paid at and the one that holds now, each weighed by its hours on record, or
 * by the agreed week. A level's rate is known for the pay as a whole: before the day nothing of it moves.
 */
function daysMoved(
  { start, end }: PaidThen,
  from: string,
  then: ((day: string) => RateThen) | undefined,
  now: ((day: string) => RateNow) | undefined,
  worked: (date: string) => Decimal | null,
): RateMoved[] {
  const moved = datesOf(start, end).flatMap((date): RateMoved[] => {
    const [was, is] = [then?.(date), now?.(date)];
    if (!was || !is) return [];
    const part = partOfPeriod({ startDate: date, endDate: date, workPattern: is.workPattern }, start, end);
    return [{ was, is: is.byDay || date >= from ? is : was, weight: worked(date) ?? part?.own ?? one }];
  });
  // Days off alone are worth as much as each other.
  return moved.every(({ weight }) => weight.isZero()) ? moved.map((each) => ({ ...each, weight: one })) : moved;
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
    const worked = workedDays(context, who, signed.payId);
    const moved = daysMoved(signed, from, before[at], after[at], worked);
    if (moved.every(({ was, is }) => was.hourlyRate === is.hourlyRate && was.salary === is.salary)) return [];
    const within = signed.start < from ? from : null;
    const input = withCorrections(context, who, signed);
    const then = workOutPay(asItWas(input), context.rules);
    const now = workOutPay(atNewRates(input, moved), context.rules);
    const cents = paidBack.get(signed.id) ?? 0;
    const difference = now.gross.value.minus(then.gross.value).minus(decimal(cents).div(100));
    const [countedThen, countedNow] = [superableOf(then), superableOf(now)];
    return [
      {
        ...{ signedPayId: signed.id, payday: signed.payday, ...signed.period, from: within },
        was: then.gross.value.toFixed(2),
        shouldBe: now.gross.value.toFixed(2),
        before: centsText(cents),
        difference: difference.toFixed(2),
        superable: countedThen && countedNow ? countedNow.minus(countedThen) : null,
      },
    ];
  });
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
    const who = findPerson(context, personId);
    const { section, values } = change;
    const rows = differences(context, who, values.from, () => save(context, actor, personId, change));
    const total = sum(rows.map((row) => decimal(row.difference)));
    if (!total.gt(0))
      throw cannot(
        "no-back-pay",
        total.isZero()
          ? "No pay that was signed off comes out differently: no back pay is owed. Nothing was saved."
          : "The new rate is lower: what was paid too much is taken back by a correction of each pay, not here. Nothing was saved.",
      );
    const table = tables[section];
    const termsId = context.store.db
      .select({ id: table.id })
      .from(table)
      .where(and(eq(table.personId, personId), eq(table.from, values.from)))
      .orderBy(desc(table.id))
      .get()?.id;
    return putOwed(context, actor, who, rows, {
      ...{ kind: kinds[section], cycleId: cycleOf(context, who, change), termsId },
      why: `${section === "time" ? "Level" : "Raise"} from ${values.from}`,
    });
  });
}
