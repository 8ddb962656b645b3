/** A raise from a day in the past: the pays that it reaches, each as it would have been, and the difference paid. */
import type { BackPayPlan } from "@zesty/contract/lineOfTime";
import type { Employment } from "@zesty/contract/people";
import type { TimeTerms } from "@zesty/contract/time";
import type { AnyInput } from "@zesty/core/countries/countries";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { fromCents } from "@zesty/core/quantity/units";
import { and, asc, desc, eq, gte, isNull, or, sql } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { saveSection } from "../people/savePerson.ts";
import { undoAct } from "../row/acts.ts";
import { isWaitingAct } from "../row/waitingActs.ts";
import { refreshRun } from "../row/workRun.ts";
import { datedRecords } from "../store/dated.ts";
import { dryRun } from "../store/dryRun.ts";
import { act, employmentTerms, pay, payRun, person, signedPay, timeTerms } from "../store/schema.ts";
import { movedAnew } from "./leaveOwed.ts";
import { beside, followsTerms, owedAnew, worthAnew } from "./owedAnew.ts";
import { backCountedOf, backPaidOf, type Difference, groupsOf, nextPayday, putOwed } from "./owedBack.ts";
import { owedByRates, ratesOfPays, type Signed, type Worth } from "./owedByRates.ts";

type Who = typeof person.$inferSelect;

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
      typed: pay.typed,
    })
    .from(signedPay)
    .innerJoin(payRun, eq(signedPay.runId, payRun.id))
    .innerJoin(pay, eq(signedPay.payId, pay.id))
    .where(and(eq(signedPay.personId, who.id), eq(signedPay.kind, "pay"), gte(payRun.periodEnd, from)))
    .orderBy(asc(signedPay.payday), asc(signedPay.id))
    .all()
    .filter(({ run }) => run.state !== "takenBack" && run.kind !== "correction")
    .map(({ signed, run, laid, typed }) => {
      const period = { start: run.periodStart, end: run.periodEnd };
      const [start, end] = [laid?.spans[0]?.from ?? period.start, laid?.spans.at(-1)?.to ?? period.end];
      return {
        ...signed,
        runId: run.id,
        typed,
        base: laid?.base ?? [],
        input: signed.input as AnyInput,
        start,
        end,
        period,
        spans: laid?.spans,
      };
    })
    .filter(({ end }) => end >= from);
}

/** What the pays since a day would have been by the terms that hold once `save` has been done. */
function differences(context: Context, who: Who, change: Change, save: () => void): Difference[] {
  const { from } = change.values;
  const pays = paysFrom(context, who, from);
  const rates = ratesOfPays(context, who, pays, from);
  const agreed = pays.filter((signed) => followsTerms(context, who, signed));
  const [before, besideBefore] = [worthAnew(context, agreed), beside(context, who, from)];
  save();
  rates.changed();
  const isAsBefore = beside(context, who, from) === besideBefore;
  const after = isAsBefore ? worthAnew(context, agreed) : new Map<number, Worth>();
  const ids = pays.map((each) => each.id);
  const [paidBack, countedBack] = [backPaidOf(context, who.id, ids), backCountedOf(context, who.id, ids)];
  return pays.flatMap((signed): Difference[] => {
    const cents = decimal(paidBack.get(signed.id) ?? 0).div(100);
    const [was, is] = [before.get(signed.payId), after.get(signed.payId)];
    const found =
      was && is
        ? owedAnew(context, who, signed, { was, is, paidBack: cents }, rates)
        : owedByRates(context, who, signed, rates);
    if (!found) return [];
    const difference = found.more.minus(cents);
    // With another week or basis the pay may have other hours, and its leave others.
    const leave = isAsBefore ? null : movedAnew(context, who.id, signed, difference);
    return [
      {
        ...(leave ? { leave } : {}),
        ...{ signedPayId: signed.id, payday: signed.payday, ...signed.period },
        from: signed.start < from ? from : null,
        was: found.was.toFixed(2),
        shouldBe: found.was.plus(found.more).toFixed(2),
        before: cents.toFixed(2),
        difference: difference.toFixed(2),
        superable: found.superable?.minus(fromCents(countedBack.get(signed.id) ?? 0)) ?? null,
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
        or(eq(payRun.state, "open"), sql.raw(isWaitingAct("act"))),
      ),
    )
    .all())
    undoAct(context, id);
}

export function planBackPay(context: Context, actor: Actor, personId: number, change: Change): BackPayPlan {
  const who = findPerson(context, personId);
  const rows = dryRun(context.store, () =>
    differences(context, who, change, () => save(context, actor, personId, change)),
  );
  const total = sum(rows.map((row) => decimal(row.difference)));
  const payday = nextPayday(context, cycleOf(context, who, change));
  const groups = groupsOf(context, who, rows, payday);
  return {
    rows: rows.map(({ superable: _superable, leave: _leave, ...row }) => row),
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
    const rows = differences(context, who, change, () => save(context, actor, personId, change));
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
