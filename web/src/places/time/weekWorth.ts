/** What the days of a week come to: hours, money and reasons by person and day, worked out in the page by the core. */
import type { WeekPerson, WeekView } from "@zesty/contract/time";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { allPurposeOf } from "@zesty/core/hours/allPurpose";
import { percentFor } from "@zesty/core/hours/conditions";
import { type DayRecord, dayText, isOnCall } from "@zesty/core/hours/dayText";
import { higherPay } from "@zesty/core/hours/higherDuties";
import { juniorPercent } from "@zesty/core/hours/juniorPercent";
import { leaveLoading } from "@zesty/core/hours/leaveLoading";
import { absencePercent } from "@zesty/core/hours/limits";
import { type PersonHours, type PersonTime, patternMinutes, personHours } from "@zesty/core/hours/personHours";
import { madeUp, type PieceDay, pieceDays } from "@zesty/core/hours/piecework";
import { baseRate, unitAmount, worthOf } from "@zesty/core/hours/pricing";
import { savedMinutes, saves } from "@zesty/core/hours/saving";
import { usualShiftsOn } from "@zesty/core/hours/usualTimes";
import type { Piece } from "@zesty/core/hours/worked";
import { type Decimal, decimal, sum, zero } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";

export type DayKind = "worked" | "planned";

/** One thing that a day pays, with its money; null where no rate is known. */
export interface DayPart {
  words: string;
  detail: string;
  minutes: number;
  percent: string | null;
  money: Decimal | null;
  /** before rounding, and the pay line that it goes into */
  exact: Decimal | null;
  key: string;
  piece: Piece | null;
}
export interface DayWorth {
  parts: DayPart[];
  minutes: number;
  cost: Decimal;
  faults: string[];
  notes: string[];
  /** the usual times, where they are paid as nothing is recorded */
  usualTimes?: string;
}
export interface PersonWorth {
  time: PersonTime;
  days: Record<string, DayWorth>;
  minutes: number;
  usual: number;
  cost: Decimal;
  faults: number;
}

export const recordOf = (person: WeekPerson, date: string, kind: DayKind): DayRecord | null =>
  person.days[date]?.[kind] ?? null;

/** Everything that prices a person, with the days of one kind; days before the period are those that were worked. */
function timeOf(person: WeekPerson, view: WeekView, kind: DayKind): PersonTime {
  const days: Record<string, DayRecord> = {};
  for (const [date, day] of Object.entries(person.days)) {
    const record = date < view.from ? day.worked : day[kind];
    if (record) days[date] = record;
  }
  const rules = view.rules.find((each) => each.code === person.agreement) ?? null;
  return { ...person.time, rules, days };
}

const blank = (): DayWorth => ({ parts: [], minutes: 0, cost: zero, faults: [], notes: [] });
const words = (id: string) => id.replaceAll("-", " ");

/** Minutes paid now, as near as they are shown. */
const paidMinutes = (minutes: number, saved: Decimal): number =>
  decimal(minutes).minus(saved).toDecimalPlaces(2).toNumber();
const savedWords = (saved: Decimal): string =>
  saved.isZero() ? "" : `, ${saved.div(60).toDecimalPlaces(2).toString()} h saved for a day off`;

const worthAt = (rate: Decimal | null, minutes: Decimal | number, percent: Decimal): Decimal | null =>
  rate && worthOf(minutes, rate, percent);

/** Each day by the terms that hold on it. */
function worthOfPerson(person: WeekPerson, view: WeekView, dates: readonly string[], kind: DayKind): PersonWorth {
  const untils = ["", ...person.before.map((each) => each.until)];
  const worthFrom = (part: WeekPerson, at: number): PersonWorth => {
    const [after, until] = [untils[at] ?? "", untils[at + 1] ?? "9999"];
    const own = dates.filter((date) => date > after && date <= until);
    return worthByTerms(part, view, own, kind);
  };
  const last = worthFrom(person, person.before.length);
  return person.before
    .map((pricing, at) => worthFrom({ ...person, ...pricing }, at))
    .reduce(
      (all, part) => ({
        time: all.time,
        days: { ...part.days, ...all.days },
        minutes: all.minutes + part.minutes,
        usual: all.usual + part.usual,
        cost: all.cost.plus(part.cost),
        faults: all.faults + part.faults,
      }),
      last,
    );
}

function worthByTerms(person: WeekPerson, view: WeekView, dates: readonly string[], kind: DayKind): PersonWorth {
  const time = timeOf(person, view, kind);
  const { rules } = time;
  const hours: PersonHours = personHours(time, dates);
  const days: Record<string, DayWorth> = {};
  const on = (date: string): DayWorth => {
    const day = days[date] ?? blank();
    days[date] = day;
    return day;
  };
  const allPurpose = allPurposeOf(rules, person.rates, time.person);
  const rateAt = (junior: number) =>
    baseRate(rules, person.classification, person.rates, person.agreedRate, junior, allPurpose).rate;
  const put = (date: string, part: Omit<DayPart, "money">, counts = true) => {
    const day = on(date);
    day.parts.push({ ...part, money: part.exact && halfUpToCent(part.exact) });
    if (counts) day.minutes += part.minutes;
  };
  const usual = (date: string) => ({ shifts: usualShiftsOn(time.usualTimes, date), leave: [] });
  const unrecorded = time.use === "exceptions" ? dates.filter((date) => !time.days[date]) : [];
  const shifts = [...Object.entries(time.days), ...unrecorded.map((date) => [date, usual(date)] as const)];
  const dayOf = (piece: Piece): string =>
    shifts.find(([, day]) => day.shifts.some((shift) => !isOnCall(shift) && holds(shift, piece)))?.[0] ?? piece.date;
  const sayUsual = (date: string) => {
    if (!time.days[date] && usual(date).shifts.length > 0) on(date).usualTimes = dayText(usual(date), view.country);
  };
  for (const piece of hours.pieces) {
    const rate = rateAt(piece.ratePercent);
    const date = dayOf(piece);
    sayUsual(date);
    const banked = piece.overtime && time.days[date]?.bank === true;
    const saved = saves(piece) ? savedMinutes(time.person.saving, piece.minutes) : zero;
    put(date, {
      words: `${piece.why}${banked ? ", taken as time off" : savedWords(saved)}`,
      detail: piece.ref ?? words(piece.rule),
      minutes: paidMinutes(piece.minutes, saved),
      percent: piece.percent.toString(),
      exact: banked ? zero : rate && worthOf(decimal(piece.minutes).minus(saved), rate, piece.percent),
      key: `${banked} ${piece.overtime} ${piece.percent.toString()}`,
      piece,
    });
  }
  const amount = (date: string, key: string, words: string, detail: string, exact: Decimal | null) =>
    put(date, { words, detail, minutes: 0, percent: null, exact, key, piece: null }, false);
  if (rules) {
    const higher = higherPay(rules, person.rates, hours.higher, rateAt, allPurpose.hourly);
    for (const { date, exact, why } of higher.parts) amount(date, "higher-duties", "higher duties", why, exact);
    for (const { date, text } of higher.faults) on(date).faults.push(text);
  }
  const rateOn = (date: string) => rateAt(juniorPercent(time, date));
  const plainPercent = rules ? percentFor(rules.penalties.at(-1)?.percent ?? 100, time.person.basis) : decimal(100);
  for (const { date, minutes, why, atWork } of hours.plain) {
    if (atWork) sayUsual(date);
    const saved = atWork ? savedMinutes(time.person.saving, minutes) : zero;
    put(date, {
      words: `${why}${savedWords(saved)}`,
      detail: "",
      minutes: paidMinutes(minutes, saved),
      percent: plainPercent.toString(),
      exact: worthAt(rateOn(date), decimal(minutes).minus(saved), plainPercent),
      key: `false ${plainPercent.toString()}`,
      piece: null,
    });
  }
  const piecework = pieceDays(time, dates);
  for (const { date, text } of piecework.faults) on(date).faults.push(text);
  for (const day of piecework.days) put(day.date, pieceworkPart(day, rateOn(day.date)));
  const ofLeave = decimal(absencePercent(rules, time.person.basis, time.settings));
  for (const { date, kind: leave, hours: taken } of hours.leave) {
    const minutes = taken.times(60).toDecimalPlaces(0).toNumber();
    const { unpaid } = leaveKindIn(view.country, leave);
    const exact = unpaid ? zero : worthAt(rateOn(date), minutes, ofLeave);
    put(date, { words: leave, detail: "leave", minutes, percent: null, exact, key: leave, piece: null });
  }
  for (const extra of hours.extras) {
    if (allPurpose.within.includes(extra.code)) continue;
    const entry = rules && [...rules.additions, ...rules.allowances].find((each) => each.id === extra.code);
    const each = rules && entry ? unitAmount(rules, entry, person.rates) : null;
    for (const { date, units, why } of extra.on)
      amount(
        date,
        extra.code,
        `${words(extra.code)} × ${units.toDecimalPlaces(2).toString()}`,
        why,
        each ? each.times(units) : null,
      );
  }
  const planned = Object.fromEntries(
    dates.flatMap((date) => {
      const { shifts = [] } = recordOf(person, date, "planned") ?? {};
      return shifts.length > 0 ? [[date, shifts]] : [];
    }),
  );
  for (const taken of byRate(hours.leave, rateOn)) {
    const loading = leaveLoading(time, taken, person.loadingPercent, planned);
    const [first] = taken;
    const rate = first ? rateOn(first.date) : null;
    if (loading && first)
      amount(first.date, "leave-loading", "leave loading", loading.why, rate && loading.hours.times(rate));
  }
  for (const { date, text } of hours.faults) on(date).faults.push(text);
  for (const { date, text } of hours.marks) if (date) on(date).notes.push(text);
  const all = Object.values(days);
  return {
    time,
    days,
    minutes: all.reduce((total, day) => total + day.minutes, 0),
    usual: dates.reduce((total, date) => total + patternMinutes(time, date), 0),
    cost: costOf(all),
    faults: hours.faults.length,
  };
}

/** What was picked or packed on a day, and what its hours come to more. */
function pieceworkPart(day: PieceDay, rate: Decimal | null): Omit<DayPart, "money"> {
  const more = rate && madeUp(day, rate);
  const detail = day.parts.map((part) => part.text).join(", ");
  const raised = more?.gt(0) ? `, made up by $${halfUpToCent(more).toFixed(2)} to its hours` : "";
  const minutes = day.parts.reduce((total, part) => total + part.minutes, 0);
  return {
    ...{ words: `piecework, ${detail}${raised}`, detail, minutes, percent: null },
    ...{ exact: more && sum(day.parts.map((part) => part.earned)).plus(more), key: "piecework", piece: null },
  };
}

/** Annual leave, apart where its days have another rate. */
function byRate(leave: PersonHours["leave"], rateOn: (date: string) => Decimal | null): PersonHours["leave"][] {
  const found = new Map<string, PersonHours["leave"]>();
  for (const each of leave.filter(({ kind }) => kind === "annual")) {
    const key = rateOn(each.date)?.toString() ?? "";
    found.set(key, [...(found.get(key) ?? []), each]);
  }
  return [...found.values()];
}

/** Of each day, and of the pay: as the run rounds it, each line to the cent, not each piece of a day. */
function costOf(all: readonly DayWorth[]): Decimal {
  const lines = new Map<string, Decimal>();
  for (const { key, exact } of all.flatMap((day) => day.parts))
    if (exact) lines.set(key, (lines.get(key) ?? zero).plus(exact));
  for (const day of all) day.cost = halfUpToCent(sum(day.parts.map((part) => part.exact ?? zero)));
  return sum([...lines.values()].map(halfUpToCent));
}

const holds = (shift: { start: string; end: string }, piece: Piece): boolean => {
  const start = piece.date + clock(piece.from);
  return start >= shift.start && (start < shift.end || (piece.topUp && start <= shift.end));
};
const clock = (wall: number) => {
  const minutes = wall - Math.floor(wall / 1440) * 1440;
  return `T${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;
};

const known = new WeakMap<WeekPerson, Map<string, PersonWorth>>();

/** A person's worth in a week; who did not change is not worked out again. */
export function personWorth(person: WeekPerson, view: WeekView, dates: readonly string[], kind: DayKind): PersonWorth {
  const kinds = known.get(person) ?? new Map<string, PersonWorth>();
  known.set(person, kinds);
  const key = `${kind} ${dates[0]} ${view.rules.map((each) => each.code).join()}`;
  const found = kinds.get(key) ?? worthOfPerson(person, view, dates, kind);
  kinds.set(key, found);
  return found;
}

/** "2 at 125 · 4 at 150 %": what a day became, small under what was typed. */
export function became(day: DayWorth | undefined): string {
  if (!day) return "";
  const pieces = day.parts.find((each) => each.key === "piecework");
  if (pieces) return pieces.detail;
  const byPercent = new Map<string, number>();
  for (const { percent, minutes } of day.parts)
    if (percent !== null) byPercent.set(percent, (byPercent.get(percent) ?? 0) + minutes);
  const shown = [...byPercent].map(([percent, minutes]) => [percent, hoursShown(minutes)] as const);
  if (shown.length === 1 && shown[0]?.[0] === "100") return `${shown[0][1]} h`;
  if (shown.length === 0) return day.minutes > 0 ? `${hoursShown(day.minutes)} h` : "";
  return `${shown.map(([percent, hours]) => `${hours} at ${percent}`).join(" · ")} %`;
}

export const hoursShown = (minutes: number): string => decimal(minutes).div(60).toDecimalPlaces(2).toString();
