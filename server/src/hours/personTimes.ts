/** What prices the days of people: terms, agreement, holidays of the place, and the days themselves. */

import type { AgreementRules, RuleBasis, SettingValue } from "@zesty/core/agreements/agreementRules";
import { addDays, weekday } from "@zesty/core/calendar/dates";
import { holidaysAt } from "@zesty/core/calendar/placeDays";
import { weekOfRoster } from "@zesty/core/calendar/rosterWeeks";
import { withSwaps } from "@zesty/core/calendar/swappedHolidays";
import { timeRulesIn } from "@zesty/core/countries/time";
import type { Availability } from "@zesty/core/hours/availability";
import type { DayRecord } from "@zesty/core/hours/dayText";
import { agreedOf, type PersonTime } from "@zesty/core/hours/personHours";
import type { EnteredRates } from "@zesty/core/hours/pricing";
import { savingOf } from "@zesty/core/hours/saving";
import type { DayShift } from "@zesty/core/hours/shiftText";
import { readAvailability, readUsualTimes, type UsualTimes } from "@zesty/core/hours/usualTimes";
import type { LeaveEntitlement } from "@zesty/core/leave/accrual";
import type { Basis } from "@zesty/core/pay/input";
import type { Decimal } from "@zesty/core/quantity/decimal";
import { fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { placeOfWork } from "../setup/places.ts";
import { datedRecords, newest } from "../store/dated.ts";
import { person, timeTerms } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { agreementRulesOf, agreementRulesOn, type SaidOfAgreement, saidOf } from "./agreements.ts";
import { daysBetweenDates, type KnownDay } from "./readDays.ts";
import { swapsOf } from "./swappedHolidays.ts";
import { patternOf, weeksChanging } from "./weeksFrom.ts";

export interface KnownPerson {
  who: typeof person.$inferSelect;
  /** null where nothing was said: then only leave flows into the run */
  terms: typeof timeTerms.$inferSelect | null;
  agreedRate: string | null;
  salaried: boolean;
  weeklyHours: Decimal;
  /** per cent of loading on annual leave agreed with the person; null where the agreement's counts */
  loadingPercent: string | null;
  /** by which leave accrues on hours; null where it does not accrue by them */
  basis: Basis | null;
  entitlements: LeaveEntitlement[] | null;
  rates: EnteredRates;
  /** the day from which the dollars of the level are known to hold; null without a level */
  ratesFrom: string | null;
  /** versions of the agreement that take over within the period, on their day, in order */
  versions: AgreementRules[];
  time: PersonTime;
  /** every day of the range, worked and planned, as it stands now */
  known: KnownDay[];
}

/** Dollars entered by the business hold from their day, shipped ones from that of the agreement's version. */
const ratesFrom = (rules: AgreementRules | null, level: string | null, saying: SaidOfAgreement | undefined | null) =>
  rules === null || level === null
    ? null
    : saying?.from && Object.hasOwn(saying.rates.classifications, level)
      ? saying.from
      : rules.validFrom;

const basisOf = (basis: string | undefined): RuleBasis =>
  basis === "full-time" ? "fullTime" : basis === "part-time" ? "partTime" : "casual";

function usualTimesOf(texts: readonly string[] | null | undefined, country: "AU" | "NZ"): UsualTimes | null {
  const read = texts ? readUsualTimes(texts, country) : null;
  return read && "times" in read ? read.times : null;
}

function availabilityOf(texts: readonly string[] | null | undefined, country: "AU" | "NZ"): Availability | null {
  const read = texts ? readAvailability(texts, country) : null;
  return read && "availability" in read ? read.availability : null;
}

/** Days before a period that can matter to it: its week, and the rest before its first shift. */
export const contextDays = 35;

/** As many days as the longest cycle of these people has, where it is longer. */
function daysBack(terms: Iterable<typeof timeTerms.$inferSelect>, sets: readonly AgreementRules[]): number {
  const codes = new Set([...terms].map((each) => each.agreement));
  const weeks = sets.flatMap(({ code, ordinary: { weeklyMax } }) =>
    codes.has(code) && Array.isArray(weeklyMax) ? weeklyMax.map((each) => each.weeks ?? 1) : [],
  );
  return Math.max(contextDays, ...weeks.map((each) => each * 7 + 7));
}

/** Colleagues of one place and one agreed week have the same holidays. */
function holidaysByPlace(context: Context, businessId: number, from: string, to: string) {
  const found = new Map<string, ReturnType<typeof holidaysAt>>();
  return (placeId: number | null, works: ReadonlySet<number>) => {
    const key = `${placeId} ${[...works].join()}`;
    const known = found.get(key) ?? holidaysAt(placeOfWork(context, businessId, placeId), from, to, works);
    found.set(key, known);
    return known;
  };
}

/** @param from @param to the period; the days about it come as context, where they are wanted */
export function personTimes(
  context: Context,
  businessId: number,
  personIds: readonly number[],
  from: string,
  to: string,
  withDays = true,
): KnownPerson[] {
  const { db } = context.store;
  const owner = findBusiness(context, businessId);
  const ids = JSON.stringify(personIds);
  const people = rowsOf(
    context.store.sqlite,
    person,
    "WHERE t.id IN (SELECT value FROM json_each(?)) ORDER BY t.family_name, t.given_name, t.id",
    ids,
  );
  const { terms, leave } = datedRecords(db, personIds, to);
  const byAgreement = newest(db, timeTerms, personIds, to);
  const sets = agreementRulesOf(context, businessId);
  const said = new Map<string, SaidOfAgreement>();
  const holidaysFor = holidaysByPlace(context, businessId, addDays(from, -contextDays), addDays(to, 8));
  const swaps = swapsOf(context, personIds);
  // The days of a week count toward it as they are agreed on each, though another part of the period pays them.
  const weeks = weeksChanging(context, personIds, addDays(from, -contextDays), addDays(to, 8));
  const days = withDays
    ? daysBetweenDates(context, personIds, addDays(from, -daysBack(byAgreement.values(), sets)), addDays(to, 8))
    : new Map<number, KnownDay[]>();
  return people.map((who): KnownPerson => {
    const own = terms.get(who.id);
    const time = byAgreement.get(who.id) ?? null;
    const code = time?.agreement ?? null;
    const rules: AgreementRules | null = code === null ? null : agreementRulesOn(sets, code, from);
    const saying = code === null ? null : (said.get(code) ?? saidOf(context, businessId, code, from));
    if (code !== null && saying) said.set(code, saying);
    const basis = basisOf(own?.basis);
    const pattern = own ? patternOf(own) : null;
    const works = new Set(pattern?.flatMap((hours, at) => (Number(hours) > 0 ? [at + 1] : [])) ?? [1, 2, 3, 4, 5]);
    const holidays = withSwaps(
      holidaysFor(own?.placeId ?? null, works),
      swaps.get(who.id) ?? [],
      addDays(from, -contextDays),
      addDays(to, 8),
    );
    const settings: Record<string, SettingValue> = { ...saying?.settings, ...time?.settings };
    const known = days.get(who.id) ?? [];
    const saving = savingOf(leave.get(who.id)?.entitlements ?? null, basis === "casual");
    const availability = availabilityOf(time?.availability, owner.country);
    const worksOn = (date: string) =>
      own?.roster ? Number(weekOfRoster(own.roster, date)[weekday(date) - 1]) > 0 : works.has(weekday(date));
    const answered = new Map(
      known.flatMap((day) => (day.record?.otherwise ? [[day.date, day.record.otherwise] as const] : [])),
    );
    return {
      who,
      terms: time,
      agreedRate: own?.hourlyRateE4 == null ? null : fromE4(own.hourlyRateE4).toString(),
      salaried: own?.salaryCents != null,
      weeklyHours: fromE4(own?.weeklyHoursE4 ?? 0),
      loadingPercent: leave.get(who.id)?.loadingPercent ?? null,
      basis: own && leave.has(who.id) ? (own.basis as Basis) : null,
      entitlements: leave.get(who.id)?.entitlements ?? null,
      versions: sets
        .filter((each) => each.code === code && each.starts === "date" && each.validFrom > from && each.validFrom <= to)
        .sort((a, b) => a.validFrom.localeCompare(b.validFrom)),
      ratesFrom: ratesFrom(rules, time?.classification ?? null, saying),
      rates: saying?.rates ?? { classifications: {}, allowances: {} },
      known,
      time: {
        country: owner.country,
        rules,
        person: {
          basis,
          birthDate: who.birthDate,
          serviceStart: who.startDate,
          ...(time?.classification ? { classification: time.classification } : {}),
          ...(own?.workPattern && basis !== "casual" ? { agreedMinutes: agreedOf(own.workPattern) } : {}),
          ...(own?.roster ? { rosterWeeks: own.roster } : {}),
          flags: time?.flags ?? {},
          ...(time?.leads == null ? {} : { leads: time.leads }),
          ...(availability && basis === "partTime" ? { availability } : {}),
          ...(saving ? { saving } : {}),
          otherwiseWorkingDays: holidays
            .filter((each) => answered.get(each.date)?.works ?? (pattern !== null && worksOn(each.date)))
            .map((each) => each.date),
        },
        settings,
        averagingFrom: time?.averagingFrom ?? null,
        roster: own?.roster ?? null,
        patterns: weeks.get(who.id),
        usualTimes: time?.use === "exceptions" ? usualTimesOf(time.usualTimes, owner.country) : null,
        timeZone: owner.timeZone,
        holidays,
        pattern,
        holidayGoesWith: timeRulesIn(owner.country).holidayGoesWith,
        unpaidLeave: timeRulesIn(owner.country).unpaidLeave,
        holidaysByDay: timeRulesIn(owner.country).holidaysByDay,
        use: time?.use ?? (pattern ? "exceptions" : "all"),
        employedFrom: who.startDate,
        employedTo: who.endDate,
        days: recordsOf(known, () => true),
      },
    };
  });
}

/** Worked days by date, those that are wanted. */
export const recordsOf = (known: readonly KnownDay[], wanted: (day: KnownDay) => boolean): Record<string, DayRecord> =>
  Object.fromEntries(
    known.flatMap((day) => (day.kind === "worked" && day.record && wanted(day) ? [[day.date, day.record]] : [])),
  );

/** Shifts planned for days, by date: what leave was taken from. */
export const plannedShifts = (known: readonly KnownDay[]): Record<string, DayShift[]> =>
  Object.fromEntries(
    known.flatMap((day) =>
      day.kind === "planned" && day.record && day.record.shifts.length > 0
        ? [[day.date, day.record.shifts] as const]
        : [],
    ),
  );
