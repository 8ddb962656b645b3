/** What leave that is asked for comes to: days, amount, balance before and after, money; worked out by the core. */
import type { LeaveLimit, LeavePerson, LeaveView } from "@zesty/contract/leave";
import { addDays, daysBetween } from "@zesty/core/calendar/dates";
import { readDate } from "@zesty/core/calendar/readDate";
import { type KindOfLeave, leaveKindIn, leaveKindsIn } from "@zesty/core/countries/leave";
import { amountInWeeks, type DayOfWeek, daysInWeeks } from "@zesty/core/leave/changingWeek";
import { balanceOn } from "@zesty/core/leave/forecast";
import type { LeaveAsked } from "@zesty/core/leave/leaveDays";
import { type Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";

export interface AskedFacts {
  kind: KindOfLeave;
  days: DayOfWeek[];
  holidays: DayOfWeek[];
  hours: Decimal;
  amount: Decimal;
  /** null where no balance is kept */
  before: Decimal | null;
  after: Decimal | null;
  /** Australia, where a rate is known: hours × rate, without loading */
  money: Decimal | null;
  noticeDays: number;
  /** what the law gives, where it is less than these days */
  beyond: LeaveLimit | null;
}

/**
 * Kinds that may be asked for: whoever is permanent on some day from today on may ask for that day; the server knows which.
 * What there is by agreement only is offered to who has it; who may not see balances is offered all.
 */
export function kindsFor(
  { weeks, standings }: LeavePerson,
  { country, today }: Pick<LeaveView, "country" | "today">,
): KindOfLeave[] {
  const isPermanent = weeks.some(({ basis }, at) => basis !== "casual" && (weeks[at + 1]?.from ?? "9999") > today);
  const isKnown = Object.keys(standings).length > 0;
  return leaveKindsIn(country).filter(
    (kind) =>
      (isPermanent || !kind.notForCasuals) && !(kind.whereAgreed && isKnown && standings[kind.code] === undefined),
  );
}

/** @param isRecorded it stands on the record already: then the balance has it */
export function askedFacts(
  view: Pick<LeaveView, "country" | "today"> & Partial<Pick<LeaveView, "limits">>,
  person: LeavePerson,
  asked: LeaveAsked & { kind: string },
  isRecorded = false,
): AskedFacts {
  const kind = leaveKindIn(view.country, asked.kind);
  const span = daysInWeeks(asked, person.weeks, person.holidays);
  const days = span.filter((day) => day.holiday === null);
  const amount = amountInWeeks(days, kind.unit).toDecimalPlaces(4);
  const standing = person.standings[asked.kind];
  const dated = days.map((day) => ({
    date: day.date,
    amount: amountInWeeks([day], kind.unit).toString(),
  }));
  const limit = view.limits?.[asked.kind];
  const after = standing ? balanceOn(standing, asked.last, isRecorded ? [] : dated).balance : null;
  return {
    kind,
    days,
    holidays: span.filter((day) => day.holiday !== null),
    hours: sum(days.map((day) => day.hours)),
    amount,
    before: standing ? balanceOn(standing, addDays(asked.first, -1)).balance : null,
    after: kind.kept ? (after ?? decimal(0).minus(amount)) : null,
    money:
      kind.unit !== "hours" || kind.unpaid || days.length === 0 || days.some((day) => day.week.hourlyRate === null)
        ? null
        : halfUpToCent(sum(days.map((day) => day.hours.times(day.week.hourlyRate ?? "0")))),
    noticeDays: daysBetween(view.today, asked.first),
    beyond: limit && amountIn(limit.unit, days, asked).gt(limit.amount) ? limit : null,
  };
}

const amountIn = (unit: LeaveLimit["unit"], days: readonly DayOfWeek[], { first, last }: LeaveAsked): Decimal =>
  unit === "days" ? amountInWeeks(days, "days") : decimal(daysBetween(first, last) + 1).div(7);

/** "12/1-23/1", "6/7 to 10/7", "6/7-10", "24-28/6", "fri", also by dates with their year: two days, or one. */
export function readSpan(text: string, today: string): { first: string; last: string } | null {
  // A date of the computers has hyphens of its own: there one with room about it parts the two.
  const wide = text.trim().split(/\s*(?:–|—|\bto\b|\s-\s)\s*/i);
  const parts = wide.length === 2 ? wide : text.trim().split(/\s*-\s*/);
  const [from = "", to = ""] = parts;
  const isDay = (part: string) => /^\d{1,2}$/.test(part);
  if (parts.length === 2 && isDay(from) && !isDay(to)) {
    // The month stands once, behind both.
    const last = readAhead(to, today);
    const first = last && readDate(`${from}/${last.slice(5, 7)}/${last.slice(0, 4)}`, last);
    return last && first ? { first, last } : null;
  }
  const first = parts.length === 2 ? readAhead(from, today) : null;
  if (first) {
    const last = readDate(isDay(to) ? `${to}/${first.slice(5, 7)}` : to, first);
    return last ? { first, last } : null;
  }
  const one = readAhead(text, today);
  return one ? { first: one, last: one } : null;
}

/** Leave is asked for ahead: a day and month more than two months back are those of next year. */
function readAhead(text: string, today: string): string | null {
  const near = readDate(text, today);
  return near !== null && near < addDays(today, -62) ? readDate(text, addDays(today, 180)) : near;
}
