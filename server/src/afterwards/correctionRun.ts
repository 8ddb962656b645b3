/** The run that a correction stands in: the next one of the cycle, or one of its own. */
import type { DayTold } from "@zesty/contract/corrections";
import { amendsEarlierYear, payrollYearOf, withoutGuarantee, workOutAnyRow } from "@zesty/core/countries/countries";
import type { SheetLine } from "@zesty/core/pay/row";
import { decimal } from "@zesty/core/quantity/decimal";
import { and, eq, isNull, or, sql } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { undoAct } from "../row/acts.ts";
import { keepComposed } from "../row/keepComposed.ts";
import { loadRun } from "../row/runRows.ts";
import { isWaitingAct } from "../row/waitingActs.ts";
import { workRows } from "../row/workRun.ts";
import { insertRun, openRun } from "../runs/openRun.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import { act, pay, payRun } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { openRunOf } from "./finalRun.ts";
import { taxedSoFar } from "./paidSoFar.ts";

/** A pay of a run, and what it is corrected by. */
interface ToCorrect {
  run: Run;
  row: typeof pay.$inferSelect;
  lines: SheetLine[];
  days?: DayTold[] | undefined;
}

/** The difference as lines of the next run of the cycle; they are taxed with that pay. */
export function nextRun(context: Context, actor: Actor, { run, row, lines, days }: ToCorrect) {
  const { db } = context.store;
  const runId =
    openRunOf(context, run.cycleId)?.id ??
    openRun(context, actor, run.businessId, { cycleId: run.cycleId, from: "usual" });
  const found = db
    .select({ id: pay.id })
    .from(pay)
    .where(and(eq(pay.runId, runId), eq(pay.personId, row.personId)))
    .get();
  const payId =
    found?.id ??
    db
      .insert(pay)
      .values({ runId, personId: row.personId, included: true, periods: 1, lines: [], typed: [] })
      .returning({ id: pay.id })
      .get().id;
  return { runId, payId, actId: putAct(context, actor, runId, row, lines, days) };
}
/**
 * Pay that should not have been paid, or not as what it was, where it is put right on its own payday. `yearAmended`: of an
 * earlier payroll year, which the country amends for it. In New Zealand the filing of that payday is amended in any case:
 * one of another day holds no amounts below nought.
 * @param on the day on which it would be put right otherwise
 */
export function overpaidOnPayday(
  context: Context,
  run: Run,
  payId: number,
  lines: readonly SheetLine[],
  on = todayAt(context, run.businessId),
) {
  const loaded = loadRun(context, run.id, [payId]);
  const own = loaded.rows[0]?.context;
  const { country } = loaded.owner;
  const yearAmended = amendsEarlierYear(country, run.payday, on);
  const { amendable } = context.country(country).lodging;
  if (!own || !(yearAmended || amendable.includes("employmentInformation"))) return null;
  const { worked } = workOutAnyRow(withoutGuarantee(own), lines, loaded.elements, context.rules);
  const gross = worked.gross.value;
  // Told under another name alone: nothing is owed, and the year that it was told in is amended all the same.
  const isMoved = yearAmended && gross.isZero() && worked.lines.some(({ amount }) => amount.value.isNegative());
  return gross.isNegative() || isMoved ? { yearAmended, isOwed: gross.isNegative() } : null;
}

/**
 * A run of its own: taxed as the difference on the pay that it corrects. Where too much was paid, the net difference
 * becomes a debt of the person, so that nobody is paid less than nothing. Of an earlier payroll year the debt is gross:
 * the correction stands on the payday that it corrects, and gives no tax back.
 */
export function ownRun(context: Context, actor: Actor, { run, row, lines, days }: ToCorrect) {
  const { db } = context.store;
  const onPayday = overpaidOnPayday(context, run, row.id, lines);
  // Not before the pay that it corrects: the year to date must hold both.
  const today = todayAt(context, run.businessId);
  const payday = onPayday || today < run.payday ? run.payday : today;
  const overrides = onPayday?.yearAmended && onPayday.isOwed ? owedGross : null;
  const { country } = findBusiness(context, run.businessId);
  const fits = (each: Run) =>
    payrollYearOf(country, each.payday).from === payrollYearOf(country, payday).from || today <= run.payday;
  const open = rowsOf(
    context.store.sqlite,
    payRun,
    "WHERE t.cycle_id = ? AND t.kind = 'correction' AND t.state = 'open' AND t.period_start = ?",
    ...[run.cycleId, run.periodStart],
  );
  const { id: runId } =
    open.find(fits) ??
    insertRun(context, {
      businessId: run.businessId,
      cycleId: run.cycleId,
      start: run.periodStart,
      end: run.periodEnd,
      payday,
      kind: "correction",
    });
  const corrects = { payId: row.id, payday: run.payday, ...taxedSoFar(context, row, run) };
  const known = db
    .select({ id: pay.id })
    .from(pay)
    .where(and(eq(pay.runId, runId), eq(pay.personId, row.personId)))
    .get();
  // Corrected again while the run is open: the newer lines take the place of the older ones.
  if (known) db.update(pay).set({ corrects, overrides }).where(eq(pay.id, known.id)).run();
  const payId =
    known?.id ??
    db
      .insert(pay)
      .values({
        ...{ runId, personId: row.personId, included: true, periods: 1, lines: [], typed: [] },
        ...{ corrects, overrides },
      })
      .returning({ id: pay.id })
      .get().id;
  const actId = putAct(context, actor, runId, row, lines, days);
  keepComposed(context, runId, [payId]);
  const [worked] = workRows(context, loadRun(context, runId, [payId]));
  const net = decimal(worked?.figures?.net ?? "0");
  if (!net.isNegative()) return { runId, payId, actId, overpaid: null };
  const overpaid = net.abs().toFixed(2);
  const owed: SheetLine = {
    elementId: ensureElement(context, run.businessId, standardElements.overpaid),
    amount: `-${overpaid}`,
    corrects: run.payday,
  };
  db.update(act)
    .set({ lines: [...lines, owed] })
    .where(eq(act.id, actId))
    .run();
  return { runId, payId, actId, overpaid };
}

/**
 * Puts the lines of a correction on record as an act of its own. One of the same pay that is not signed off gives way to
 * it, in whatever run it stands: both begin at the pay as it is.
 */
export function putAct(
  context: Context,
  actor: Actor,
  runId: number,
  row: typeof pay.$inferSelect,
  lines: SheetLine[],
  days: DayTold[] = [],
): number {
  const { db } = context.store;
  const { businessId } = findRun(context, runId);
  const at = context.clock.now();
  const before = db
    .select({ id: act.id, runId: act.runId })
    .from(act)
    .innerJoin(payRun, eq(act.runId, payRun.id))
    .where(
      and(
        ...[eq(act.correctsPayId, row.id), isNull(act.undoneAt)],
        or(eq(payRun.state, "open"), sql.raw(isWaitingAct("act"))),
      ),
    )
    .all();
  for (const each of before)
    if (each.runId === runId) db.update(act).set({ undoneAt: at }).where(eq(act.id, each.id)).run();
    else undoAct(context, each.id);
  return db
    .insert(act)
    .values({
      ...{ businessId, kind: "correction", personId: row.personId, runId, lines, correctsPayId: row.id },
      days: days.length === 0 ? null : days,
      ...{ userId: actor.userId, at },
    })
    .returning({ id: act.id })
    .get().id;
}

export const owedGross = {
  withheld: "0.00",
  reason: "Paid too much in an earlier payroll year: that year is amended, and the gross is owed back",
};
