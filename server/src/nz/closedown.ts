/**
 * A closedown put into an open run (Holidays Act 2003, ss 32 to 35): who is entitled takes annual holidays, who is not
 * yet gets 8 % of the earnings so far and a new anniversary. The plan is the same work, taken back.
 */

import type { ClosedownPlan, NewClosedown } from "@zesty/contract/nz/closedowns";
import { dateWords } from "@zesty/core/calendar/dates";
import { leaveSpanNz } from "@zesty/core/nz/leaveDays";
import type { RowContextNz } from "@zesty/core/nz/pay/row";
import type { SheetLine } from "@zesty/core/pay/row";
import { withLeave } from "@zesty/core/pay/withLeave";
import { decimal, least } from "@zesty/core/quantity/decimal";
import { counted } from "@zesty/core/quantity/units";
import { and, eq, gte, isNull, lte, ne } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { cannot } from "../http/problem.ts";
import { demandOpen } from "../runs/runInHand.ts";
import { findRun, type LoadedRow, type LoadedRun, loadRun, type Run } from "../runs/runRows.ts";
import { refreshRun, workRows } from "../runs/workRun.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import { record } from "../store/audit.ts";
import { dryRun } from "../store/dryRun.ts";
import { closedown, pay, payRun } from "../store/schema.ts";

export const planClosedown = (context: Context, runId: number, wanted: NewClosedown): ClosedownPlan =>
  dryRun(context.store, () => settle(context, runId, wanted));

export function recordClosedown(context: Context, actor: Actor, runId: number, wanted: NewClosedown): void {
  context.store.transaction(() => {
    settle(context, runId, wanted);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: findRun(context, runId).businessId,
      what: `recorded the closedown ${wanted.from} to ${wanted.to}`,
      about: `run ${findRun(context, runId).number}`,
    });
  });
  context.announce(runId);
}

function settle(context: Context, runId: number, wanted: NewClosedown): ClosedownPlan {
  const run = demandOpen(findRun(context, runId));
  const loaded = loadRun(context, runId);
  if (wanted.to < run.periodStart || wanted.from > run.periodEnd)
    throw cannot(
      "closedown-elsewhere",
      `The closedown does not touch this run's period, ${dateWords(run.periodStart)} to ${dateWords(run.periodEnd)}.`,
      { errors: [{ path: "from", text: "Choose days of this run's period." }] },
    );
  const people = loaded.rows.flatMap((row) => {
    if (!row.included || row.context.country !== "NZ") return [];
    const part = linesFor(context, loaded, row, row.context, wanted, begunBefore(context, run, row.person.id, wanted));
    if (!part) return [];
    context.store.db.update(pay).set({ lines: part.lines }).where(eq(pay.id, row.payId)).run();
    context.store.db
      .delete(closedown)
      .where(and(eq(closedown.runId, runId), eq(closedown.personId, row.person.id)))
      .run();
    context.store.db
      .insert(closedown)
      .values({
        businessId: run.businessId,
        personId: row.person.id,
        runId,
        from: wanted.from,
        to: wanted.to,
        anniversaryOn: part.anniversaryOn,
        recordedAt: context.clock.now(),
      })
      .run();
    return [{ row, ...part }];
  });
  context.store.db
    .update(payRun)
    .set({ version: run.version + 1 })
    .where(eq(payRun.id, runId))
    .run();
  refreshRun(context, runId);
  const worked = new Map(workRows(context, loadRun(context, runId)).map((each) => [each.row.payId, each.figures]));
  return {
    people: people.map(({ row, anniversaryOn, note, codes }) => ({
      name: row.context.facts.name,
      anniversaryOn,
      note,
      lines: (worked.get(row.payId)?.lines ?? [])
        .filter((line) => codes.includes(line.code))
        .map((line) => ({
          name: line.name,
          quantity: line.units === undefined ? "" : counted(line.units, line.unit ?? "", line.name),
          amount: line.amount,
        })),
    })),
  };
}

/** The 8 % of a closedown that runs over two pays is paid once, with the run that it began in. */
const begunBefore = (context: Context, run: Run, personId: number, { from, to }: NewClosedown): boolean =>
  context.store.db
    .select({ id: closedown.id })
    .from(closedown)
    .where(
      and(
        eq(closedown.personId, personId),
        isNull(closedown.undoneAt),
        ne(closedown.runId, run.id),
        lte(closedown.from, to),
        gte(closedown.to, from),
      ),
    )
    .get() !== undefined;

/** A closedown recorded in the run before goes on into this one: its days are leave, or unpaid, and not usual pay. */
export function applyClosedowns(context: Context, runId: number): void {
  const run = findRun(context, runId);
  const going = context.store.db
    .select()
    .from(closedown)
    .where(
      and(
        eq(closedown.businessId, run.businessId),
        isNull(closedown.undoneAt),
        ne(closedown.runId, runId),
        lte(closedown.from, run.periodEnd),
        gte(closedown.to, run.periodStart),
      ),
    )
    .all();
  if (going.length === 0) return;
  const loaded = loadRun(context, runId);
  for (const { personId, from, to } of going) {
    const row = loaded.rows.find((each) => each.person.id === personId);
    if (row?.context.country !== "NZ") continue;
    const part = linesFor(context, loaded, row, row.context, { from, to }, true);
    if (part) context.store.db.update(pay).set({ lines: part.lines }).where(eq(pay.id, row.payId)).run();
  }
}

interface Part {
  lines: SheetLine[];
  codes: string[];
  anniversaryOn: string | null;
  note: string | null;
}

/** The days of the closedown in this period: annual holidays or 8 %, and public holidays among them. */
function linesFor(
  context: Context,
  { run, elementRows, elements }: LoadedRun,
  row: LoadedRow,
  known: RowContextNz,
  wanted: NewClosedown,
  begun: boolean,
): Part | null {
  const first = wanted.from > run.periodStart ? wanted.from : run.periodStart;
  const last = wanted.to < run.periodEnd ? wanted.to : run.periodEnd;
  const span = leaveSpanNz(first, last, known.holidays, known.facts.province);
  if (span.days.length === 0 || known.person.holidayPayWithPay === true) return null;
  const all = [...elements.values()];
  const elementOf = (element: string, leave: string | null) => {
    const found = elementRows.find((each) => each.element === element && each.leave === leave);
    if (!found)
      throw cannot("no-element", `The business has no pay element for ${leave ?? element}. Add it in Set-up.`);
    return found;
  };
  const rate = known.facts.hourlyRate;
  let lines = row.lines;
  const codes: string[] = [];
  const put = (element: { id: number; code: string }, units: string, hours: string) => {
    lines = withLeave(lines, all, { elementId: element.id, leave: hours, inPeriod: hours, units, rate }).lines;
    codes.push(element.code);
  };
  const holiday = elementOf("publicHoliday", null);
  const holidayHours = span.holidays.reduce((total, day) => total.plus(day.hours), decimal(0));
  if (span.holidays.length > 0) put(holiday, String(span.holidays.length), holidayHours.toString());
  const entitled = decimal(known.balances.annual ?? "0");
  const annual = elementOf("leaveTaken", "annual");
  if (entitled.gt(0)) {
    const weeks = least(span.weeks, entitled);
    put(annual, weeks.toString(), span.leaveHours.toString());
    const short = span.weeks.minus(weeks);
    return {
      lines,
      codes,
      anniversaryOn: null,
      note: short.gt(0)
        ? `${short.toString()} weeks are not covered by the entitlement: agree leave in advance, or leave without pay.`
        : null,
    };
  }
  // Not yet entitled: the days are not paid by themselves, 8 % of what was earned is.
  const unpaid = withLeave(lines, all, {
    elementId: annual.id,
    leave: span.leaveHours.toString(),
    inPeriod: span.leaveHours.toString(),
    units: "0",
    rate,
  }).lines.filter((line) => line.elementId !== annual.id);
  const elementId = ensureElement(context, run.businessId, standardElements.closedown);
  if (begun)
    return {
      lines: unpaid.filter((line) => line.elementId !== elementId),
      codes,
      anniversaryOn: null,
      note: "The 8 % was paid when the closedown began: these days are without pay, but for their public holidays.",
    };
  return {
    lines: [...unpaid.filter((line) => line.elementId !== elementId), { elementId }],
    codes: [...codes, standardElements.closedown.code],
    anniversaryOn: wanted.from,
    note: `Not yet entitled: the next twelve months run from ${dateWords(wanted.from)}.`,
  };
}
