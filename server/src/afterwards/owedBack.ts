/** What signed pays owe: what was paid back before, and the difference put into a run, taxed and reported by its own method. */
import type { BackPayRow } from "@zesty/contract/lineOfTime";
import { longOwedYear } from "@zesty/core/countries/countries";
import type { SheetLine } from "@zesty/core/pay/row";
import { type Decimal, decimal, decimalOrZero, sum, zero } from "@zesty/core/quantity/decimal";
import { centsOf, fromE4, toCents, toE4 } from "@zesty/core/quantity/units";
import { and, eq, inArray, isNull, ne } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { notFound } from "../ground/problem.ts";
import { keepComposed } from "../row/keepComposed.ts";
import { openRun } from "../runs/openRun.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { act, backPay, pay, payCycle, payRun, type person } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { openRunOf } from "./finalRun.ts";
import { leaveReasons } from "./leaveWords.ts";

type Who = typeof person.$inferSelect;

/** Acts that pay back what signed pays miss. */
export const owedKinds = ["backPay", "levelBackPay", "lookOver"] as const;

export interface Difference extends BackPayRow {
  /** how much of the difference super counts; null: all of it */
  superable: Decimal | null;
  /** leave that is owed beside the dollars, by kind, in its unit */
  leave?: Readonly<Record<string, Decimal>>;
}

/**
 * What was paid back before for the same pays, in cents; a run that was taken back or discarded paid nothing.
 * @param signedOnly without what stands in an open run, and may be undone
 */
export const backPaidOf = (
  context: Context,
  personId: number,
  signedPayIds: readonly number[],
  signedOnly = false,
): Map<number, number> => backOf(context, personId, signedPayIds, signedOnly, ({ paid }) => paid);

/** Of that what super counts. */
export const backCountedOf = (
  context: Context,
  personId: number,
  signedPayIds: readonly number[],
): Map<number, number> =>
  backOf(context, personId, signedPayIds, false, ({ paid, cents, counted }) =>
    paid === cents ? counted : Math.round((counted * paid) / (cents || 1)),
  );

interface PaidBack {
  paid: number;
  /** what was owed, and how much of it super counts */
  cents: number;
  counted: number;
}

function backOf(
  context: Context,
  personId: number,
  signedPayIds: readonly number[],
  signedOnly: boolean,
  wanted: (back: PaidBack) => number,
): Map<number, number> {
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
  const uncounted = elementsWithoutSuper(context, personId);
  for (const { owed, lines, state } of actsThatPay(context, personId)) {
    if (signedOnly && state === "open") continue;
    const centsIn = (of: readonly SheetLine[]) => of.reduce((sum, line) => sum + centsOf(line.amount ?? "0"), 0);
    // What was taken out of the row, or typed lower, is not paid.
    const all = centsIn(lines);
    const without = centsIn(lines.filter((line) => uncounted.has(line.elementId)));
    let left = all;
    for (const { signedPayId, cents, counted = all === 0 ? 0 : Math.round((cents * (all - without)) / all) } of owed) {
      const paid = Math.min(cents, left);
      left -= paid;
      add(signedPayId, wanted({ paid, cents, counted }));
    }
  }
  return found;
}

/** Back pay that super does not count stands under elements of its own. */
const elementsWithoutSuper = ({ store }: Context, personId: number): ReadonlySet<number> =>
  new Set(
    store
      .prepared<[number, string], { id: number }>(
        `SELECT e.id AS id FROM pay_element e JOIN person p ON p.business_id = e.business_id
         WHERE p.id = ? AND e.code LIKE ? || '%'`,
      )
      .all(personId, standardElements.backPayWithoutSuper.code)
      .map(({ id }) => id),
  );

/** Acts that stand: with the lines of the row that holds them, as they are paid. */
function actsThatPay(
  { store: { db } }: Context,
  personId: number,
  kinds: readonly (typeof act.$inferSelect)["kind"][] = owedKinds,
) {
  return db
    .select({ id: act.id, owed: act.owed, lines: pay.lines, state: payRun.state, included: pay.included })
    .from(act)
    .innerJoin(payRun, eq(act.runId, payRun.id))
    .innerJoin(pay, and(eq(pay.runId, act.runId), eq(pay.personId, act.personId)))
    .where(
      and(
        eq(act.personId, personId),
        inArray(act.kind, [...kinds]),
        isNull(act.undoneAt),
        ne(payRun.state, "takenBack"),
      ),
    )
    .all()
    .map(({ id, owed, lines, state, included }) => ({
      owed,
      // Of a row that its run was signed off without nothing is paid: it waits for the next one.
      state: included ? state : ("open" as const),
      lines: lines.filter((line) => line.act === id),
    }));
}

/** Leave that came, or comes, with what was paid back of signed pays or corrected by their days, by kind, in its unit. */
export function leaveBackOf(context: Context, personId: number): Map<number, Record<string, Decimal>> {
  const found = new Map<number, Record<string, Decimal>>();
  for (const { owed, lines } of actsThatPay(context, personId, [...owedKinds, "correction"])) {
    // As it is signed: of what was typed to nought nothing comes. A correction moves leave by its lines as well.
    const isMoving = ({ owedLeave, corrects, amount }: SheetLine) =>
      corrects !== undefined || (owedLeave !== undefined && !decimalOrZero(amount).isZero());
    if (!lines.some(isMoving)) continue;
    for (const { signedPayId, leave = {} } of owed) {
      const own = found.get(signedPayId) ?? {};
      for (const [kind, e4] of Object.entries(leave)) own[kind] = (own[kind] ?? zero).plus(fromE4(e4));
      found.set(signedPayId, own);
    }
  }
  return found;
}

export function nextPayday(context: Context, cycleId: number): string | null {
  const cycle = context.store.db.select().from(payCycle).where(eq(payCycle.id, cycleId)).get();
  if (!cycle) return null;
  return openRunOf(context, cycleId)?.payday ?? nextPeriodOf(context, cycle).payday;
}

/** Leave by kind as it is kept with an act, in ten-thousandths. */
export const leaveOfAct = (leave: Readonly<Record<string, Decimal>>): Record<string, number> => mapped(leave, toE4);

const mapped = <T>(leave: Readonly<Record<string, Decimal>>, by: (more: Decimal) => T): Record<string, T> =>
  Object.fromEntries(Object.entries(leave).map(([kind, more]) => [kind, by(more)]));

interface Group {
  /** super counts on it */
  counts: boolean;
  /** an earlier payroll year that it was earned in, more than twelve months before it is paid */
  year: string | null;
  amount: Decimal;
  pays: number;
}

/** The difference in the parts that are taxed and reported alike. */
export function groupsOf(context: Context, who: Who, rows: readonly Difference[], payday: string | null): Group[] {
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
    // More of it may be ordinary time than all that is owed: then overtime was paid that is none.
    const counted = row.superable ?? whole;
    add(true, year, counted);
    add(false, year, whole.minus(counted));
  }
  return [...groups.values()];
}

/**
 * Puts what the pays owe into the open run of the cycle, or opens the next one for it.
 * @param how.why the beginning of the working's sentence: "Raise from 2026-07-01"
 * @returns the run
 */
export function putOwed(
  context: Context,
  actor: Actor,
  who: Who,
  rows: readonly Difference[],
  how: { kind: (typeof owedKinds)[number]; cycleId: number; termsId?: number | undefined; why: string },
): number {
  const { db } = context.store;
  const { kind, cycleId, termsId } = how;
  const runId = openRunOf(context, cycleId)?.id ?? openRun(context, actor, who.businessId, { cycleId, from: "usual" });
  const row = db
    .select()
    .from(pay)
    .where(and(eq(pay.runId, runId), eq(pay.personId, who.id)))
    .get();
  const run = db.select().from(payRun).where(eq(payRun.id, runId)).get();
  if (!run) throw notFound("pay run");
  const leave: Record<string, Decimal> = {};
  for (const row of rows)
    for (const [kind, more] of Object.entries(row.leave ?? {})) leave[kind] = (leave[kind] ?? zero).plus(more);
  const { country } = findBusiness(context, who.businessId);
  const owedLeave = mapped(leave, (more) => more.toDecimalPlaces(4).toString());
  const lines = groupsOf(context, who, rows, run.payday).map((group, at): SheetLine => {
    const element = group.counts ? standardElements.backPay : standardElements.backPayWithoutSuper;
    return {
      elementId: ensureElement(context, who.businessId, element),
      amount: group.amount.toFixed(2),
      detail: group.year === null ? { method: "A", paysCovered: Math.min(group.pays, 52) } : { earnedYear: group.year },
      explained: `${how.why} over ${group.pays} ${group.pays === 1 ? "pay" : "pays"}: ${rows
        .map((each) => `${each.payday} ${each.was} → ${each.shouldBe}`)
        .slice(0, 30)
        .join("; ")}${at === 0 && Object.keys(leave).length > 0 ? `. ${leaveReasons(country, leave).join(" ")}` : ""}`,
      ...(at === 0 && Object.keys(owedLeave).length > 0 ? { owedLeave } : {}),
    };
  });
  const payId =
    row?.id ??
    db
      .insert(pay)
      .values({ runId, personId: who.id, included: true, periods: 1, lines: [], typed: [] })
      .returning({ id: pay.id })
      .get().id;
  const owed = rows.map(({ signedPayId, difference, superable, leave }) => ({
    ...{ signedPayId, cents: toCents(decimal(difference)), counted: toCents(superable ?? decimal(difference)) },
    ...(leave && Object.keys(leave).length > 0 ? { leave: mapped(leave, toE4) } : {}),
  }));
  db.insert(act)
    .values({
      ...{ businessId: who.businessId, kind, personId: who.id, runId, lines, owed, termsId },
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
    what: `put back pay of ${sum(rows.map((each) => decimal(each.difference))).toFixed(2)} into run ${run.number}`,
    about: `${who.givenName} ${who.familyName}, ${how.why.charAt(0).toLowerCase()}${how.why.slice(1)}`,
  });
  return runId;
}
