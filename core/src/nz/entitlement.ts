/**
 * When entitlements arise: annual holidays each twelve months of continuous employment, sick and family violence leave
 * after six months and each twelve months from then.
 * Set by: Holidays Act 2003, ss 16, 34, 63 to 66, 72G.
 * Example: started 3 March 2025, three weeks unpaid in 2026: the second anniversary is 17 March 2027, not the 3rd.
 */
import { addDays, addMonths, type IsoDate } from "../calendar/dates.ts";
import { type Decimal, decimal, zero } from "../quantity/decimal.ts";
import type { HolidayRules } from "../rulebook/nz/holidayRules.ts";
import { daysOfHoursTest, type PaidHours } from "./hoursTest.ts";

/** Unpaid leave that does not count towards the twelve months. */
export interface UnpaidSpan {
  /** the day on which it ended */
  ended: IsoDate;
  weeks: string;
}

/** What an agreement says of holidays, from a day on. */
export interface AgreedHolidays {
  from: IsoDate;
  /** 8 % with each pay: no annual holidays arise */
  withPay: boolean;
  /** weeks and days a year, where that is more than the law's; null: the law's */
  annualWeeks: string | null;
  sickDays: string | null;
}

export interface Service {
  startDate: IsoDate;
  /** the last day of the employment: nothing arises after it, though the pay's period goes on */
  endDate?: IsoDate | null | undefined;
  /** days from which twelve months run anew, in order: closedowns, and where they ran from before this program */
  anewFrom: readonly IsoDate[];
  unpaid: readonly UnpaidSpan[];
  /** agreed that unpaid leave leaves the anniversary where it is */
  keepsAnniversary: boolean;
  /** what is agreed of holidays, each from its day, in order; what arises goes by what holds on its day */
  agreed: readonly AgreedHolidays[];
  /** casuals: hours of their pays, by which days of leave arise; left out: six months of employment are enough */
  paidHours?: readonly PaidHours[] | undefined;
  /** the day on which days of leave arose last before this program, where that was by the hours test */
  sickFrom?: IsoDate | null | undefined;
}

/** Weeks of unpaid leave that do not count as employment: what goes beyond the first. */
export const weeksBeyond = (weeks: string, rules: HolidayRules): Decimal => {
  const beyond = decimal(weeks).minus(rules.unpaidWeeks);
  return beyond.gt(0) ? beyond : zero;
};

/** Days by which unpaid leave of a span moves an anniversary: what goes beyond a week (reading H2). */
function movedDays(unpaid: readonly UnpaidSpan[], from: IsoDate, to: IsoDate, rules: HolidayRules): number {
  return unpaid
    .filter(({ ended }) => ended > from && ended <= to)
    .reduce((days, { weeks }) => days + weeksBeyond(weeks, rules).times(7).toDecimalPlaces(0).toNumber(), 0);
}

interface Known {
  rules: HolidayRules;
  upTo: IsoDate;
  dates: IsoDate[];
}
/** One pay asks for the same anniversaries several times. */
const known = new WeakMap<Service, Known>();

/** Anniversaries after the start, up to and with a day. */
export function anniversaries(service: Service, upTo: IsoDate, rules: HolidayRules): IsoDate[] {
  let found = known.get(service);
  if (!found || found.rules !== rules || found.upTo < upTo) {
    const beyond = addMonths(upTo, 40);
    found = { rules, upTo: beyond, dates: workOutAnniversaries(service, beyond, rules) };
    known.set(service, found);
  }
  return found.dates.filter((date) => date <= upTo);
}

function workOutAnniversaries(service: Service, upTo: IsoDate, rules: HolidayRules): IsoDate[] {
  const found: IsoDate[] = [];
  let from = service.startDate;
  for (let years = 0; years < 70; years += 1) {
    // A closedown before the anniversary sets the date from which twelve months run, and so does another before the next.
    let base = from;
    let next = afterTwelveMonths(service, base, rules);
    for (const day of service.anewFrom)
      if (day > base && day < next) {
        base = day;
        next = afterTwelveMonths(service, base, rules);
      }
    if (next > upTo) break;
    found.push(next);
    from = next;
  }
  return found;
}

/** Twelve months on from a day, and as long as unpaid leave between moves it. */
function afterTwelveMonths(service: Service, from: IsoDate, rules: HolidayRules): IsoDate {
  const twelve = addMonths(from, 12);
  return addDays(twelve, service.keepsAnniversary ? 0 : movedDays(service.unpaid, from, twelve, rules));
}

/** The day since which earnings count for 8 %: the last anniversary, the closedown, or the start. */
export function countedSince(service: Service, day: IsoDate, rules: HolidayRules): IsoDate {
  const last = anniversaries(service, day, rules).at(-1) ?? service.startDate;
  return service.anewFrom.findLast((anew) => anew > last && anew <= day) ?? last;
}

/** What is agreed of holidays on a day; what was said first counts from the start. */
export const agreedOn = ({ agreed }: Pick<Service, "agreed">, day: IsoDate): AgreedHolidays | undefined =>
  agreed.findLast((each) => each.from <= day) ?? agreed[0];

export interface Grant {
  kind: "annual" | "sick" | "familyViolence";
  date: IsoDate;
  /** weeks of annual holidays, days of the others */
  amount: string;
  /** what lapses before it: unused days that do not carry over */
  lapses: boolean;
}

/** Grants that fall on days after `after` up to `upTo`, in order of date. */
export function grantsBetween(service: Service, after: IsoDate | null, upTo: IsoDate, rules: HolidayRules): Grant[] {
  const grants: Grant[] = [];
  const more = (agreed: string | null | undefined, least: string) =>
    agreed && decimal(agreed).gt(least) ? agreed : least;
  const last = service.endDate && service.endDate < upTo ? service.endDate : upTo;
  const wanted = (date: IsoDate) => date <= last && (after === null || date > after);
  for (const date of anniversaries(service, upTo, rules).filter(wanted)) {
    const agreed = agreedOn(service, date);
    // What arose while 8 % was paid with each pay had its own.
    if (!agreed?.withPay)
      grants.push({ kind: "annual", date, amount: more(agreed?.annualWeeks, rules.annualWeeks), lapses: false });
  }
  for (const date of daysOfLeaveByDays(service, upTo, rules).filter(wanted)) {
    const amount = more(agreedOn(service, date)?.sickDays, rules.sick.days);
    grants.push({ kind: "sick", date, amount, lapses: true });
    grants.push({ kind: "familyViolence", date, amount: rules.familyViolenceDays, lapses: true });
  }
  return grants.sort((a, b) => a.date.localeCompare(b.date));
}

/** When sick and family violence leave arise: six months after the start and each twelve months on, or by the hours test. */
function daysOfLeaveByDays({ startDate, paidHours, sickFrom }: Service, upTo: IsoDate, rules: HolidayRules): IsoDate[] {
  const first = sickFrom ? addMonths(sickFrom, 12) : addMonths(startDate, rules.serviceMonths);
  if (paidHours) return daysOfHoursTest(paidHours, first, upTo, rules);
  const found: IsoDate[] = [];
  for (let years = 0; years < 70; years += 1) {
    const date = addMonths(first, 12 * years);
    if (date > upTo) break;
    found.push(date);
  }
  return found;
}

/** What lapses of unused days when new ones are granted: sick leave carries ten, family violence leave none. */
export function lapseAt(kind: Grant["kind"], unused: Decimal, rules: HolidayRules): Decimal {
  if (kind === "annual" || unused.lte(0)) return zero;
  const keeps = kind === "sick" ? decimal(rules.sick.carries) : zero;
  return unused.gt(keeps) ? unused.minus(keeps) : zero;
}
