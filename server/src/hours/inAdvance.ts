/**
 * Leave paid before its period: with the last pay before it begins, where that was asked for. Its days are locked by
 * that pay, and the runs of their own periods pay them no second time.
 */
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { type Cycle, nextPeriod } from "@zesty/core/calendar/payPeriods";
import type { SheetLine } from "@zesty/core/pay/row";
import { decimal, decimalOrZero } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import type { payCycle } from "../store/schema.ts";
import { daysBetweenDates, type KnownDay } from "./readDays.ts";

/** Days after a run's period that it pays, by person: approved leave in advance that begins before the next payday. */
export function daysInAdvance(
  context: Context,
  run: Run,
  cycle: typeof payCycle.$inferSelect,
  personIds: readonly number[],
): Map<number, KnownDay[]> {
  const next = nextPeriod(cycle.cycle as Cycle, run.periodEnd, cycle.paydayOffset).payday;
  const asked = context.store
    .prepared<[string, string, string], { id: number; personId: number; last: string }>(
      `SELECT q.id AS id, q.person_id AS personId, q.last AS last FROM leave_request q
       WHERE q.person_id IN (SELECT value FROM json_each(?)) AND q.in_advance AND q.last > ? AND q.first < ?
         AND (SELECT a.answer FROM leave_answer a WHERE a.request_id = q.id ORDER BY a.id DESC LIMIT 1) = 'approved'`,
    )
    .all(JSON.stringify(personIds), run.periodEnd, next);
  const found = new Map<number, KnownDay[]>();
  if (asked.length === 0) return found;
  const last = asked.reduce((latest, each) => (each.last > latest ? each.last : latest), "");
  const ids = [...new Set(asked.map((each) => each.personId))];
  const requests = new Set(asked.map((each) => each.id));
  for (const [personId, days] of daysBetweenDates(context, ids, addDays(run.periodEnd, 1), last)) {
    const own = days.filter(
      (day) =>
        day.kind === "worked" &&
        day.state === "approved" &&
        day.record?.leave.some((each) => each.request !== undefined && requests.has(each.request)),
    );
    if (own.length > 0) found.set(personId, own);
  }
  return found;
}

/** What the bookkeeper is asked where leave is paid ahead. */
export const advanceQuery = (days: readonly KnownDay[]): string =>
  `Leave to ${dateWords(days.at(-1)?.date ?? "")} is paid in advance. Set how many pays this payment covers, so that it is taxed over as many.`;

/** Leave of later days: paid here, and no usual hours of this period stand back for it. */
export const aheadOf = (line: SheetLine): SheetLine => ({
  ...line,
  time: { why: [], ...line.time, elsewhere: line.hours ?? "0" },
});

/** Leave that an earlier pay has paid: nothing is paid here, and the usual hours of its days stand back. */
export const paidBefore = ({ rate: _rate, ...line }: SheetLine): SheetLine => ({
  ...line,
  hours: "0",
  ...(line.units === undefined ? {} : { units: "0" }),
  time: {
    hours: "0",
    ...(line.units === undefined ? {} : { units: "0" }),
    why: (line.time?.why ?? []).map((why) => `${why}, paid in advance`),
    elsewhere: decimal(0).minus(decimalOrZero(line.hours)).toString(),
  },
});

/** Lines of the same element as one. */
export function together(lines: readonly SheetLine[]): SheetLine[] {
  const found = new Map<number, SheetLine>();
  for (const line of lines) {
    const before = found.get(line.elementId);
    const plus = (a: string | undefined, b: string | undefined) => decimalOrZero(a).plus(decimalOrZero(b)).toString();
    const sums = before && {
      hours: plus(before.hours, line.hours),
      ...(line.units === undefined ? {} : { units: plus(before.units, line.units) }),
    };
    found.set(
      line.elementId,
      before && sums
        ? {
            ...before,
            ...line,
            ...sums,
            time: {
              ...sums,
              why: [...(before.time?.why ?? []), ...(line.time?.why ?? [])].slice(0, 100),
              elsewhere: plus(before.time?.elsewhere, line.time?.elsewhere),
            },
          }
        : line,
    );
  }
  return [...found.values()];
}
