/** What only a person can say of recorded days: asked in the run, never guessed. */

import { leadsOthers } from "@zesty/core/agreements/flags";
import { dateWords, weekday } from "@zesty/core/calendar/dates";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { timeRulesIn } from "@zesty/core/countries/time";
import { allPurposeOf } from "@zesty/core/hours/allPurpose";
import { type DayRecord, hasWork, isOnlyBeside, minutesOf } from "@zesty/core/hours/dayText";
import { juniorPercent } from "@zesty/core/hours/juniorPercent";
import { holidayOn, type PersonHours, patternMinutes } from "@zesty/core/hours/personHours";
import { baseRate } from "@zesty/core/hours/pricing";
import { savedMinutes, saves } from "@zesty/core/hours/saving";
import { knowsDaysOff } from "@zesty/core/hours/shiftMarks";
import { usualShiftsOn } from "@zesty/core/hours/usualTimes";
import { Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToHourE4 } from "@zesty/core/quantity/rounding";
import { rateText } from "@zesty/core/quantity/units";
import { cancelledAlone } from "./askedOfCancelled.ts";
import { availabilityUnsaid, belowGuarantee } from "./askedOfPartTime.ts";
import { dayWords } from "./dayWords.ts";
import type { KnownPerson } from "./personTimes.ts";

/** Everything that is asked of the days of who is paid by them. */
export const askedOfDays = (person: KnownPerson, dates: readonly string[], hours: PersonHours): string[] => [
  ...blankDays(person, dates),
  ...oldGuide(person, dates[0] ?? ""),
  ...daysOff(person, dates),
  ...savingUnsaid(person, hours),
  ...hoursAtWork(person),
  ...cancelledAlone(person, dates),
  ...availabilityUnsaid(person, hours),
  ...belowGuarantee(person, dates, hours),
  ...fifthWeekMissing(person),
  ...usualTimesUnlike(person, dates),
  ...shiftsWithoutTimes(person, hours),
  ...restOfTimedDays(person, hours),
  ...holidaysOff(person, dates),
  ...holidaysInPart(person, dates),
  ...leaveOnDaysOff(person, dates),
  ...leaveOfFullDays(person, dates, hours),
  ...juniorsAsAdults(person, hours),
  ...forAllPurposes(person, hours),
  ...leadingHands(person, hours),
  ...withinAgreed(person, dates, hours),
];

/** The dollars of a level from before the newest pay guide: they go on until somebody enters the new ones. */
function oldGuide({ time, terms, ratesFrom }: KnownPerson, first: string): string[] {
  const day = timeRulesIn(time.country).newGuides;
  if (day === null || ratesFrom === null || !terms?.classification) return [];
  const year = Number(first.slice(0, 4));
  const newest = first.slice(5) >= day ? `${year}-${day}` : `${year - 1}-${day}`;
  return ratesFrom < newest
    ? [
        `The rates of ${time.rules?.title} are those from ${dateWords(ratesFrom)}. New ones count from the first full pay period from ${dateWords(newest)} on: enter them in Set-up, Agreements, or tick where they are unchanged.`,
      ]
    : [];
}

/** On call, or called, alone says nothing of the day's own work. */
const isSaid = ({ kind, record }: KnownPerson["known"][number]): boolean =>
  kind === "worked" && record !== null && !isOnlyBeside(record);

/**
 * Agreed days of a full-timer whose every hour is recorded that hold nothing: unpaid time needs a reason (Fair Work Act
 * 2009, s 323). Where nothing at all is recorded the pay stops by itself.
 */
function blankDays({ time, known }: KnownPerson, dates: readonly string[]): string[] {
  if (time.use !== "all" || time.person.basis !== "fullTime" || !time.pattern) return [];
  const said = new Set(known.flatMap((day) => (isSaid(day) ? [day.date] : [])));
  if (!dates.some((date) => said.has(date))) return [];
  const within = (date: string) => date >= time.employedFrom && (time.employedTo === null || date <= time.employedTo);
  const blank = dates.filter(
    (date) => within(date) && patternMinutes(time, date) > 0 && !said.has(date) && !holidayOn(time, date),
  );
  if (blank.length === 0) return [];
  const minutes = blank.reduce((total, date) => total + patternMinutes(time, date), 0);
  return [
    `Nothing is recorded for ${blank.map(dayWords).join(", ")}: ${halfUpToHourE4(Decimal.fraction(minutes, 60)).toString()} h of the agreed hours are not paid. Record the work or the leave, or tick where they were not worked.`,
  ];
}

const isFullTimeByAgreement = ({ time }: KnownPerson): boolean =>
  time.rules !== null && time.person.basis === "fullTime" && time.pattern !== null;

/** Work on a day that is none of the agreed week, where the agreement has a rate of its own for a rostered day off. */
function daysOff(person: KnownPerson, dates: readonly string[]): string[] {
  const { time } = person;
  if (!isFullTimeByAgreement(person) || !time.rules || !knowsDaysOff(time.rules)) return [];
  const worked = dates.filter((date) => {
    const day = time.days[date];
    const unsaid = day?.hours !== undefined || day?.shifts.some((shift) => !shift.marks?.length);
    return unsaid && patternMinutes(time, date) === 0 && !holidayOn(time, date);
  });
  return worked.length === 0
    ? []
    : [
        `${worked.map(dayWords).join(", ")} ${worked.length === 1 ? "is" : "are"} not in the agreed week. ${time.rules.title} has a rate and least hours of its own for a rostered day off: write dayoff after the shift, as 10-14 dayoff, or tick where days were swapped.`,
      ];
}

/** Shift workers' fifth week of annual leave (Fair Work Act 2009, s 87(1)(b); from memory): answered, and not given. */
function fifthWeekMissing({ time, entitlements }: KnownPerson): string[] {
  const weeks = entitlements?.find((each) => each.kind === "annual")?.weeksPerYear;
  if (time.settings.fifthWeek !== "yes" || weeks === undefined || decimal(weeks).gte(5)) return [];
  return [
    `A shift worker with a fifth week of annual leave, and ${decimal(weeks).toString()} weeks a year are given under People, Leave. Give 5 there, or answer no under Agreement and timesheet.`,
  ];
}

/** An agreement by which hours are saved for days off, and nobody who has said whether they are. */
function savingUnsaid({ time, entitlements, terms }: KnownPerson, { pieces }: PersonHours): string[] {
  const saving = time.rules?.ordinary.dayOffSaving;
  const isSaid = entitlements?.some((each) => each.kind === "dayOff");
  if (!saving || isSaid || !terms || time.person.basis !== "fullTime" || !pieces.some(saves)) return [];
  return [
    `${time.rules?.title} has full-time people save ${inHours(saving.minutes)} h of each ${inHours(saving.ofMinutes)} h at work for rostered days off; here every hour is paid. Say under People, Leave, what is saved, as ${inHours(saving.minutes)} of ${inHours(saving.ofMinutes)}, or 0 of ${inHours(saving.ofMinutes)} where nothing is.`,
  ];
}

/** Where hours are saved, those of each weekday are the paid ones: leave and public holidays are paid by them. */
function hoursAtWork({ time, weeklyHours }: KnownPerson): string[] {
  const week = sum((time.pattern ?? []).map((hours) => decimal(hours)));
  // Weeks of a roster come to the agreed hours on the average.
  if (!time.person.saving || time.roster || week.lte(weeklyHours)) return [];
  return [
    `The hours of each weekday come to ${week.toString()}, the agreed week has ${weeklyHours.toString()}. Where hours are saved for days off, enter those that are paid of each day, as 7.6: leave and public holidays are paid by them.`,
  ];
}

/** Usual times that are longer or shorter than the agreed day: the one is worked, by the other leave is paid. */
function usualTimesUnlike({ time }: KnownPerson, dates: readonly string[]): string[] {
  if (time.use !== "exceptions" || !time.usualTimes) return [];
  const unlike = dates.slice(0, 7).flatMap((date) => {
    const atWork = minutesOf({ shifts: usualShiftsOn(time.usualTimes, date), leave: [] });
    const paid = decimal(atWork).minus(savedMinutes(time.person.saving, atWork)).toDecimalPlaces(0).toNumber();
    const agreed = patternMinutes(time, date);
    return paid === agreed || (time.roster && agreed === 0)
      ? []
      : `${weekdayWords(date)} ${inHours(paid)} h for ${inHours(agreed)} h`;
  });
  return unlike.length === 0
    ? []
    : [
        `The usual times are not the hours of each weekday: ${unlike.join(", ")}. Leave and public holidays are paid by the hours, work by the times: put either right under People, or tick.`,
      ];
}
const weekdayWords = (date: string): string => dayWords(date).split(" ")[0] ?? "";

/** A shift worker's rates hang on when shifts start and end, and the usual week does not say it. */
function shiftsWithoutTimes({ time }: KnownPerson, { pieces }: PersonHours): string[] {
  const isShiftWorker = time.person.flags?.shiftworker === true || time.settings.shiftworker === true;
  if (
    !isShiftWorker ||
    time.usualTimes ||
    !time.rules?.shiftKinds.length ||
    !pieces.some((each) => each.clockless === "usual")
  )
    return [];
  return [
    "The usual week of a shift worker has no times, so it is paid as worked by day. Enter them under People, Agreement and timesheet, or tick where that is so.",
  ];
}

/** What is left of a day with usual times beside leave may be its dear part. */
function restOfTimedDays({ time }: KnownPerson, { pieces }: PersonHours): string[] {
  const rest = pieces.filter(
    (each) => each.clockless === "usual" && usualShiftsOn(time.usualTimes, each.date).length > 0,
  );
  if (rest.length === 0) return [];
  return [
    `${[...new Set(rest.map((each) => dayWords(each.date)))].join(", ")}: what was worked beside the leave is paid as worked by day. Write its times, as 13-16, sick, or tick.`,
  ];
}

/**
 * A weekday's public holiday on a full-timer's day off: many awards give another day, a day's pay or a day of leave for
 * it (from memory, 85 % sure), and nothing here works that out.
 */
export function holidaysOff(person: KnownPerson, dates: readonly string[]): string[] {
  const { time } = person;
  if (!isFullTimeByAgreement(person) || timeRulesIn(time.country).holidaysByDay) return [];
  return dates.flatMap((date) => {
    const holiday = holidayOn(time, date);
    const day = time.days[date];
    const isOff = patternMinutes(time, date) === 0 && weekday(date) <= 5 && date >= time.employedFrom;
    const isKnown = day !== undefined && (hasWork(day) || day.leave.length > 0);
    if (!holiday || !isOff || isKnown || (time.employedTo !== null && date > time.employedTo)) return [];
    return [
      `${holiday.name ?? "A public holiday"}, ${dayWords(date)}, falls on a day off. ${time.rules?.title} may give another day off, a day's pay or a day of leave for it: enter that, or tick where nothing is due.`,
    ];
  });
}

/**
 * A public holiday that was worked in part, where holidays are paid by the hour: whether the rest is a holiday too, hangs on
 * why it was not worked (Fair Work Act 2009, s 116; from memory, 75 % sure).
 */
function holidaysInPart({ time }: KnownPerson, dates: readonly string[]): string[] {
  if (timeRulesIn(time.country).holidaysByDay || time.person.basis === "casual") return [];
  return dates.flatMap((date) => {
    const [holiday, day, usual] = [holidayOn(time, date), time.days[date], patternMinutes(time, date)];
    if (!holiday || !day || !hasWork(day) || day.otherwise || isInLieu(day)) return [];
    const worked = minutesOf(day);
    return worked === 0 || worked >= usual
      ? []
      : [
          `${holiday.name ?? "A public holiday"}, ${dayWords(date)}: ${inHours(worked)} h of ${inHours(usual)} h were worked. Where nobody was to work longer, the rest is paid as the holiday: type it with the ordinary hours, or tick.`,
        ];
  });
}
const isInLieu = ({ shifts }: DayRecord): boolean => shifts.some(({ marks }) => marks?.includes("dayInLieu"));
const inHours = (minutes: number): string => Decimal.fraction(minutes, 60).toDecimalPlaces(2).toString();

/** Leave on a day that the agreed week does not have: nothing is taken, which may not be what was meant. */
export function leaveOnDaysOff({ time }: KnownPerson, dates: readonly string[]): string[] {
  if (!time.pattern?.some((hours) => Number(hours) > 0)) return [];
  const off = dates.filter(
    (date) =>
      patternMinutes(time, date) === 0 &&
      time.days[date]?.leave.some(({ hours, kind }) => hours === undefined && !leaveKindIn(time.country, kind).unpaid),
  );
  if (off.length === 0) return [];
  const one = off.length === 1;
  return [
    `${off.map(dayWords).join(", ")} ${one ? "has" : "have"} leave and ${one ? "is" : "are"} not in the agreed week, so none is paid or taken. Put it on a working day, say its hours, as al 8, or tick.`,
  ];
}

/** Leave beside hours that fill the agreed day: nothing is left to take. */
export function leaveOfFullDays(
  { time }: KnownPerson,
  dates: readonly string[],
  { leave }: Pick<PersonHours, "leave">,
): string[] {
  const none = dates.filter(
    (date) => patternMinutes(time, date) > 0 && leave.some((each) => each.date === date && each.hours.isZero()),
  );
  const holidays = none.filter((date) => holidayOn(time, date));
  const full = none.filter((date) => !holidayOn(time, date));
  const asked = holidays.map(
    (date) =>
      `${holidayOn(time, date)?.name ?? "A public holiday"}, ${dayWords(date)}, was worked, and leave stands beside it. No leave is taken on a public holiday: take it out, or tick.`,
  );
  if (full.length === 0) return asked;
  return [
    ...asked,
    `${full.map(dayWords).join(", ")} ${full.length === 1 ? "has" : "have"} leave beside hours that fill the agreed day, so none is paid or taken. Say its hours, as al 4, or tick.`,
  ];
}

/** Words for what makes an adult of a junior, by the flag of the person that says so. */
const asAdults: Record<string, string> = { servesLiquor: "who serves liquor" };

/** A junior's rate that hangs on something that nobody has said yes or no to. */
function juniorsAsAdults({ time }: KnownPerson, hours: PersonHours): string[] {
  const last = hours.pieces.at(-1)?.date;
  if (!time.rules || !last || juniorPercent(time, last) === 100) return [];
  const named = new Set(time.rules.juniors.flatMap((each) => Object.keys(each.if.person ?? {})));
  return [...named]
    .filter((flag) => time.person.flags?.[flag] === undefined)
    .map(
      (flag) =>
        `${time.rules?.title} pays the adult rate to a junior ${asAdults[flag] ?? flag}. Say under People, Agreement and hours, whether this person does.`,
    );
}

/** An allowance for all purposes belongs into the rate of overtime, penalties and leave, and is paid by itself here. */
function forAllPurposes({ time, rates }: KnownPerson, hours: PersonHours): string[] {
  const { within } = allPurposeOf(time.rules, rates, time.person);
  const paid = hours.extras.filter((extra) =>
    time.rules?.allowances.some(
      (each) => each.id === extra.code && each.allPurpose === true && !within.includes(each.id),
    ),
  );
  const counts = hours.leave.length > 0 || hours.pieces.some((piece) => !piece.percent.eq(100));
  return paid.length === 0 || !counts
    ? []
    : [
        `${paid.map((each) => each.code.replaceAll("-", " ")).join(", ")}: an allowance for all purposes is part of the rate for overtime, penalties and leave, and stands here by itself. Put it into the person's rate, or add what it makes of them.`,
      ];
}

/** A leading hand's allowance goes by how many are led, and is part of the rate for all purposes. */
function leadingHands({ time }: KnownPerson, hours: PersonHours): string[] {
  const { rules, person } = time;
  if (!rules?.allowances.some((each) => each.if?.leads) || hours.pieces.length + hours.plain.length === 0) return [];
  const leads = person.flags?.[leadsOthers];
  if (leads === false || person.leads !== undefined) return [];
  return [
    leads === undefined
      ? `${rules.title} pays who leads others an allowance for all purposes. Say under People, Agreement and hours, how many this person leads; nought is an answer, too.`
      : `The leading hand's allowance of ${rules.title} goes by how many are led. Say under People, Agreement and hours, how many these are.`,
  ];
}

/** An agreed rate above the level's is taken to hold the allowances for all purposes; only the agreement can say so. */
function withinAgreed(known: KnownPerson, dates: readonly string[], hours: PersonHours): string[] {
  const { time, terms, rates, agreedRate } = known;
  const day = dates.at(-1);
  if (agreedRate === null || day === undefined || hours.pieces.length + hours.plain.length === 0) return [];
  const more = allPurposeOf(time.rules, rates, time.person);
  const { least } = baseRate(
    ...([time.rules, terms?.classification ?? null, rates, agreedRate, juniorPercent(time, day), more] as const),
  );
  return more.hourly.gt(0) && least && decimal(agreedRate).gt(least)
    ? [
        `The agreed $${agreedRate} an hour is taken to have ${more.within.map((id) => id.replaceAll("-", " ")).join(", ")} within it: the level asks for ${rateText(least)} with them. Tick when that is agreed, or raise the rate.`,
      ]
    : [];
}
