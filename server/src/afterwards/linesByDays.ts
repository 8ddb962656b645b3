/**
 * A signed pay by other days than it was paid by: composed once by the record as it stands and once with the days that are
 * told. What differs between the two is the correction, however the pay was put right otherwise.
 */
import type { CorrectablePay, DayTold } from "@zesty/contract/corrections";
import { addDays, dateWords, weekday } from "@zesty/core/calendar/dates";
import type { AnyInput } from "@zesty/core/countries/countries";
import { and, eq, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { tellDays } from "../hours/daysTold.ts";
import { daysBetweenDates } from "../hours/readDays.ts";
import { timesInParts } from "../hours/timesInParts.ts";
import { dryRun } from "../store/dryRun.ts";
import { act, payRun } from "../store/schema.ts";
import { faultsOfDays } from "../time/days.ts";
import { type Corrected, elementsIn, ownLines } from "./composedLines.ts";
import { composePast, type PastComposed } from "./composePast.ts";
import { leaveOf, lessLeave } from "./leaveOwed.ts";
import { findCorrectable } from "./paidSoFar.ts";

type Correctable = ReturnType<typeof findCorrectable>;

/** Corrections of the pay that stand, with what they say of its days. */
const correctionsOf = ({ store: { db } }: Context, { id, personId }: Correctable["row"]) =>
  db
    .select({ id: act.id, days: act.days, state: payRun.state })
    .from(act)
    .innerJoin(payRun, eq(act.runId, payRun.id))
    .where(and(eq(act.personId, personId), eq(act.correctsPayId, id), eq(act.kind, "correction"), isNull(act.undoneAt)))
    .all();

/** Why a pay cannot be corrected by its days; null where it can. */
function whyNot(context: Context, { row, run }: Correctable): string | null {
  if (run.kind !== "cycle") return "Only a pay of the cycle is corrected by its days. Correct the lines instead.";
  if (!row.laid) return "This pay was made before days were kept with it. Correct the lines instead.";
  const byHand = correctionsOf(context, row).some(({ state, days }) => days === null && state !== "open");
  return byHand
    ? "This pay was corrected by its lines before: which days that put right is not known. Correct the lines instead."
    : null;
}

/** The days that a pay stands for and no other pay holds. */
function datesOf(context: Context, { row, run, who }: Correctable): Set<string> {
  const [from, to] = [row.laid?.spans[0]?.from ?? run.periodStart, row.laid?.spans.at(-1)?.to ?? run.periodEnd];
  const dates = new Set(row.laid?.dates ?? []);
  for (let date = from; date <= to; date = addDays(date, 1)) dates.add(date);
  const sorted = [...dates].sort();
  const known = daysBetweenDates(context, [who.id], sorted[0] ?? from, sorted.at(-1) ?? to).get(who.id) ?? [];
  const others = known.filter(({ kind, payId }) => kind === "worked" && payId !== null && payId !== row.id);
  for (const { date } of others) dates.delete(date);
  return dates;
}

/** The days of a pay as they stand on record, for who may say them otherwise; null where it does not follow from them. */
export function daysOfPay(context: Context, payId: number): CorrectablePay["days"] {
  const found = findCorrectable(context, payId);
  if (whyNot(context, found) !== null) return null;
  const { run, who } = found;
  const dates = [...datesOf(context, found)].sort();
  const [first, last] = [dates[0] ?? run.periodStart, dates.at(-1) ?? run.periodEnd];
  const known = new Map(
    (daysBetweenDates(context, [who.id], first, last).get(who.id) ?? [])
      .filter(({ kind }) => kind === "worked")
      .map((day) => [day.date, day]),
  );
  const waits = correctionsOf(context, found.row).findLast(({ state }) => state === "open")?.days ?? [];
  const parts = timesInParts(context, run.businessId, [who.id], first, last);
  const isHeld = (date: string) => known.get(date)?.payId === payId;
  const usualOn = (date: string) => {
    const { time, terms } = parts.find(({ from, to }) => from <= date && date <= to)?.person ?? {};
    if (!time?.pattern || terms?.use === "all") return null;
    return time.pattern[weekday(date) - 1]?.toString() ?? null;
  };
  return dates.map((date) => {
    const standing = known.get(date)?.record ?? null;
    const waiting = waits.find((each) => each.date === date);
    // What stands on record and was left out of the pay is to be told, most likely.
    const leftOut = !isHeld(date) && standing !== null ? { told: standing } : {};
    return {
      ...{ date, record: isHeld(date) ? standing : null, usual: usualOn(date) },
      ...(waiting ? { told: waiting.record } : leftOut),
    };
  });
}

/** @returns the lines by the record as it stands, and with these days */
export function linesByDays(context: Context, actor: Actor, payId: number, days: readonly DayTold[]): Corrected {
  const found = findCorrectable(context, payId);
  const { run, who, signed } = found;
  const refused = (text: string, at = 0) => cannot("days-told", text, { errors: [{ path: `days.${at}`, text }] });
  const why = whyNot(context, found);
  if (why !== null) throw refused(why);
  const known = new Map(daysOfPay(context, payId)?.map((day) => [day.date, day.record]));
  const foreign = days.findIndex(({ date }) => !known.has(date));
  if (foreign >= 0)
    throw refused(
      `${dateWords(days[foreign]?.date ?? "")} is no day of this pay. Correct the pay that holds it.`,
      foreign,
    );
  const said = days.map((day) => ({ ...day, personId: who.id }));
  const faults = faultsOfDays(context, run.businessId, said);
  const wrong = faults.findIndex((each) => each !== null);
  if (wrong >= 0) throw refused(faults[wrong] ?? "", wrong);
  const composed = (told: readonly DayTold[]) =>
    dryRun(context.store, () => {
      const by = { userId: actor.userId, at: context.clock.now() };
      tellDays(context, { personId: who.id, payId, days: told }, by);
      const pays = [{ payId, input: signed.input as AnyInput }];
      const now = composePast(context, run, pays, "typed").get(payId);
      return now && { ...now, elements: elementsIn(context, now.lines) };
    });
  const asItStands = days.map(({ date }) => ({ date, record: known.get(date) ?? null }));
  // Said on both sides: a day within leave that was approved since is no leave before it is told.
  const [before, after] = [composed(asItStands), composed(days)];
  const stop = before?.fault ?? after?.fault;
  if (!before || !after || stop) throw refused(`It cannot be told by its days. ${stop ?? ""}`.trim());
  const leave = ({ input }: PastComposed) => (input ? leaveOf(context, input) : {});
  return {
    ...{ from: ownLines(context, before), to: ownLines(context, after) },
    moved: lessLeave(leave(after), leave(before)),
  };
}
