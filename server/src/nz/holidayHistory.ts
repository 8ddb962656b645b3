/** What the Holidays Act looks at of a person's past pays: four weeks, twelve months, weeks around parental leave. */
import { addDays, addMonths, daysBetween, type IsoDate } from "@zesty/core/calendar/dates";
import { agreedOn, anniversaries, countedSince, weeksBeyond } from "@zesty/core/nz/entitlement";
import {
  grossBetween,
  type HolidayFacts,
  type HolidayHistory,
  holidayHistory,
  type PastPay,
  withAgreed,
} from "@zesty/core/nz/holidayFacts";
import { weeksAroundParentalLeave } from "@zesty/core/nz/parentalWeeks";
import { advanceShare, regularExtras } from "@zesty/core/nz/pay/holidaySources";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText, fromE4, toCents } from "@zesty/core/quantity/units";
import { holidayRules } from "@zesty/core/rulebook/nz/holidayRules";
import type { Context } from "../ground/context.ts";
import type { Who } from "../ground/findRun.ts";
import type { Begun } from "../hours/holidayBegun.ts";
import type { DatedRecordsNz } from "../store/dated.ts";
import type { CodeSums } from "../store/sums.ts";
import type { Ledger } from "./ledger.ts";
import type { AroundParental } from "./parentalLeave.ts";
import type { RunDays } from "./runDays.ts";
import { weeksTakenSince } from "./standing.ts";

interface Known {
  terms: { weeklyHoursE4: number; hourlyRateE4: number | null; workPattern: string[] | null } | undefined;
  nz: DatedRecordsNz;
  past: readonly PastPay[];
  ledger: Ledger | undefined;
  lines: readonly SheetLine[];
  elements: ReadonlyMap<number, PayElement>;
  begun?: Begun | undefined;
  /** first days of closedowns whose 8 % is not paid yet: it is of what was earned before them */
  closedownsOwed: readonly IsoDate[];
  /** parental leave, as it was typed or approved */
  around: AroundParental | null;
}

export function holidayFacts(
  who: Pick<Who, "id" | "startDate" | "endDate">,
  run: RunDays,
  { terms, nz, past: paid, ledger, lines, elements, begun, closedownsOwed, around }: Known,
  context: Context,
): HolidayFacts {
  const own = nz.holidays.get(who.id);
  // Pays of an employment of before are no part of this one's averages.
  const began = ledger?.service.startDate ?? who.startDate;
  const past = paid.filter((each) => each.end >= began).map((each) => hadAsAgreed(each, ledger));
  const rules = context.rules.find(holidayRules, run.payday)?.figures;
  // Whoever leaves in this period is owed by the last anniversary before the last day, though it falls into the period.
  const leaves = who.endDate !== null && who.endDate <= run.periodEnd ? who.endDate : null;
  const before = addDays(run.periodStart, -1);
  const isOwed = (day: IsoDate) => closedownsOwed.includes(day);
  const held = ledger?.service;
  const service =
    held && closedownsOwed.length > 0 ? { ...held, anewFrom: held.anewFrom.filter((day) => !isOwed(day)) } : held;
  const since = service && rules ? countedSince(service, leaves ?? before, rules) : who.startDate;
  const closed = closedownsOwed.find((day) => day < run.periodStart);
  const daysOf = (from: IsoDate) => daysBetween(from, leaves ?? run.periodEnd) + 1;
  const falls = leaves !== null && since > run.periodStart && since <= leaves;
  const daysSince = falls ? { days: daysOf(since), of: daysOf(run.periodStart) } : undefined;
  const year = addMonths(run.periodStart, -12);
  const unpaid = (ledger?.service.unpaid ?? [])
    .filter((span) => span.ended >= year && span.ended < run.periodStart)
    .reduce((total, span) => total.plus(rules ? weeksBeyond(span.weeks, rules) : 0), decimal(0));
  const lastEnd = past.reduce((last, pay) => (pay.end > last ? pay.end : last), addDays(run.periodStart, -1));
  const anniversary = since === who.startDate ? null : since;
  const historyTo = (end: IsoDate) =>
    holidayHistory(past, { startDate: who.startDate, anniversary, lastEnd: end, cycle: run.cycle });
  return {
    weeklyHours: fromE4(terms?.weeklyHoursE4 ?? 0).toString(),
    pattern: terms?.workPattern ?? null,
    hourlyRate: terms?.hourlyRateE4 == null ? null : fromE4(terms.hourlyRateE4).toString(),
    regularExtras: regularExtras(
      lines,
      elements,
      run.cycle,
      terms?.hourlyRateE4 == null ? null : fromE4(terms.hourlyRateE4).toString(),
    ),
    agreedWeek: own?.agreedWeekCents ? centsText(own.agreedWeekCents) : null,
    varies: own?.varies ?? false,
    withPay: own?.withPay ?? false,
    advancePaid: "0.00",
    daysSince,
    ...(closed === undefined ? {} : { closedBefore: grossBetween(past, closed, before).toFixed(2) }),
    ...atTheAverage(around, ledger, run.periodStart),
    lessWeeks: own?.keepsAnniversary ? unpaid.toString() : "0",
    history: historyTo(lastEnd),
    ...(begun ? { begun: { ...begun, history: historyTo(lastEndBefore(past, begun.on)) } } : {}),
  };
}
/** A span of before this program, with what of it had 8 % with the pay. */
export function hadAsAgreed(pay: PastPay, ledger: Ledger | undefined): PastPay {
  const service = ledger?.service;
  // Of most people nobody ever agreed it: their days are not walked through.
  if (!service?.agreed.some((each) => each.withPay)) return { withPay: "0.00", ...pay };
  return withAgreed(pay, (day) => agreedOn(service, day)?.withPay ?? false);
}

/** End of the last pay period that ended before a day. */
const lastEndBefore = (past: readonly PastPay[], day: IsoDate): IsoDate =>
  past.reduce((last, pay) => (pay.end < day && pay.end > last ? pay.end : last), addDays(day, -35));
/** What of the annual holidays is paid at average weekly earnings, and until when where nobody said from when. */
function atTheAverage(
  around: AroundParental | null,
  ledger: Ledger | undefined,
  day: IsoDate,
): Pick<HolidayFacts, "averageOnly" | "averageWeeks"> {
  if (!around) return { averageOnly: false };
  const { from, until } = around;
  const averageOnly = until >= day && (from ?? "") <= day;
  if (!from || !ledger) return { averageOnly };
  const grants = [...ledger.entries, ...ledger.pending]
    .filter((entry) => entry.kind === "annual" && (entry.why === "granted" || entry.why === "opening"))
    .map((entry) => ({ date: entry.date, weeks: fromE4(entry.amountE4) }));
  const left = fromE4(ledger.balances.get("annual") ?? 0);
  const weeks = weeksAroundParentalLeave(left, grants, from, until);
  return { averageOnly, ...(weeks ? { averageWeeks: weeks } : {}) };
}
/** Weeks that were brought along on a day during or after parental leave: nobody knows here when they arose. */
export function broughtAround(around: AroundParental | null, ledger: Ledger | undefined): string | null {
  if (!around?.from) return null;
  const { from, until } = around;
  const weeks = (ledger?.entries ?? [])
    .filter((entry) => entry.kind === "annual" && entry.why === "opening" && entry.date >= from && entry.date <= until)
    .reduce((total, entry) => total + entry.amountE4, 0);
  return weeks > 0 ? fromE4(weeks).toString() : null;
}
/** 8 % with each pay that ended in this period, after more than a year. */
export function eightPercentEnded(ledger: Ledger | undefined, who: Who, run: RunDays): IsoDate | null {
  const agreed = ledger?.service.agreed ?? [];
  const ended = agreed.findLast(
    ({ from, withPay }, at) => !withPay && from <= run.periodEnd && agreed[at - 1]?.withPay,
  );
  const until = ended && addDays(ended.from, -1);
  const isHere = until && until >= addDays(run.periodStart, -1);
  return isHere && addMonths(who.startDate, 12) <= until ? until : null;
}
/** 8 % with each pay that began by the period's end, with what was earned since the last entitlement and has had none. */
export function eightPercentBegan(
  ledger: Ledger | undefined,
  { history, withPay }: HolidayFacts,
  run: RunDays,
): { from: IsoDate; since: IsoDate; gross: string } | null {
  const agreed = ledger?.service.agreed ?? [];
  const began = agreed.findLast(
    ({ from, withPay: is }, at) => is && from <= run.periodEnd && agreed[at - 1]?.withPay === false,
  );
  const { from: since, gross, withPay: had } = history.sinceAnniversary;
  // Asked with the first pay that has it.
  if (!began || !withPay || !decimal(had ?? "0").isZero() || !decimal(gross).gt(0)) return null;
  return { from: began.from, since, gross };
}
/**
 * Annual holidays taken in advance, in dollars: asked of few, so their sums are read only then.
 * @param before what was paid for those of the time before this program
 */
export function advancePaid(
  ledger: Ledger | undefined,
  { from: since, advance: before = "0" }: HolidayHistory["sinceAnniversary"],
  sumsSince: () => CodeSums,
  elements: ReadonlyMap<number, PayElement>,
): Pick<HolidayFacts, "advancePaid" | "advanceUnknown"> {
  const balance = ledger?.balances.get("annual") ?? 0;
  if (!ledger || balance >= 0) return { advancePaid: "0.00" };
  const brought = weeksBroughtInAdvance(ledger.entries, since);
  const isUnknown = brought > 0 && !decimal(before).gt(0);
  const taken = weeksTakenSince(ledger.entries, since) + (isUnknown ? 0 : brought);
  const unknown = isUnknown ? { advanceUnknown: fromE4(Math.min(brought, -balance)).toString() } : {};
  if (taken <= 0) return { advancePaid: "0.00", ...unknown };
  const codes = [...elements.values()]
    .filter((each) => each.element === "leaveTaken" && each.leave === "annual")
    .map((each) => `line:${each.code}`);
  const sums = sumsSince();
  const cents = codes.reduce((total, code) => total + (sums.get(code) ?? 0), 0) + toCents(decimal(before));
  return { advancePaid: advanceShare(cents, -balance, taken), ...unknown };
}

/** Weeks below nought that were brought along since a day: taken in advance before this program. */
function weeksBroughtInAdvance(entries: Ledger["entries"], since: IsoDate): number {
  const brought = entries.filter((each) => each.kind === "annual" && each.why === "opening" && each.date >= since);
  return Math.max(0, -brought.reduce((sum, entry) => sum + entry.amountE4, 0));
}
export function nextAnniversary(
  ledger: Ledger,
  day: IsoDate,
  rules: Parameters<typeof anniversaries>[2],
): IsoDate | null {
  if (agreedOn(ledger.service, day)?.withPay) return null;
  return anniversaries(ledger.service, addMonths(day, 26), rules).find((date) => date > day) ?? null;
}

/** Weeks that this pay takes back, as their anniversary was moved, and the day that it was moved to. */
export function weeksGoBack(
  { pending, service }: Ledger,
  rules: Parameters<typeof anniversaries>[2],
): { weeks: string; on: IsoDate; to: IsoDate } | null {
  const back = pending.find((entry) => entry.why === "reversed");
  if (!back) return null;
  const far = (day: IsoDate) => Math.abs(daysBetween(back.date, day));
  const days = anniversaries(service, addMonths(back.date, 14), rules).toSorted((a, b) => far(a) - far(b));
  return days[0] ? { weeks: fromE4(-back.amountE4).toString(), on: back.date, to: days[0] } : null;
}
