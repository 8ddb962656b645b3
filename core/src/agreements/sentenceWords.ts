/** The words of which sentences about an agreement are made: conditions, per cents, figures, what sets an allowance off. */
import { counted } from "../quantity/units.ts";
import type { AgreementRules, Amount, Condition, Effect, Percent, RuleMoney, Trigger } from "./agreementRules.ts";
import { choiceWords } from "./choiceWords.ts";

const dayWords: Record<string, string> = {
  mon: "Monday",
  tue: "Tuesday",
  wed: "Wednesday",
  thu: "Thursday",
  fri: "Friday",
  sat: "Saturday",
  sun: "Sunday",
};
export const basisWords: Record<string, string> = { fullTime: "full-time", partTime: "part-time", casual: "casual" };
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? "") : `${words.slice(0, -1).join(", ")} and ${words.at(-1)}`;

function daysText(days: readonly string[]): string {
  const week = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"];
  const at = days.map((day) => week.indexOf(day));
  const run = at.length > 2 && at.every((day, no) => no === 0 || day === (at[no - 1] ?? 0) + 1);
  return run
    ? `${dayWords[days[0] ?? ""]} to ${dayWords[days.at(-1) ?? ""]}`
    : listed(days.map((day) => dayWords[day] ?? day));
}

export const hoursText = (minutes: number): string => counted(String(Math.round((minutes / 60) * 100) / 100), "hours");

/** What a condition asks, in words; "" for none. */
export function conditionText(condition: Condition | undefined, rules: AgreementRules): string {
  if (!condition) return "";
  const c = condition;
  const settings = Object.entries(c.settings ?? {}).map(([key, value]) => {
    const setting = rules.settings.find((each) => each.key === key);
    const ask = setting?.ask ?? key;
    const said = (one: unknown) =>
      one === true ? "yes" : one === false ? "no" : choiceWords(setting ?? {}, String(one));
    return `“${ask}” ${Array.isArray(value) ? value.map(said).join(" or ") : said(value)}`;
  });
  return [
    c.holiday === true ? "on a public holiday" : c.holiday === false ? "not on a public holiday" : "",
    c.holidayName ? `on ${listed(c.holidayName)}` : "",
    c.days ? daysText(c.days) : "",
    c.from !== undefined ? `${c.from} to ${c.to}` : "",
    c.startsFrom ? `started at ${c.startsFrom} or later` : "",
    c.startsBy ? `started by ${c.startsBy}` : "",
    c.endsFrom ? `ended at ${c.endsFrom} or later` : "",
    c.endsBy ? `ended by ${c.endsBy}` : "",
    c.basis ? `for ${listed(c.basis.map((each) => basisWords[each] ?? each))} people` : "",
    c.dayMark?.includes("rosteredDayOff")
      ? "on a rostered day off"
      : c.dayMark
        ? `when marked ${listed(c.dayMark.map((mark) => words(mark).toLowerCase()))}`
        : "",
    c.shiftKind ? `${listed(c.shiftKind)} shift` : "",
    c.endsInOvertime ? "when it ends in overtime" : "",
    c.ageBelow !== undefined ? `under ${c.ageBelow}` : "",
    c.ageFrom !== undefined ? `from ${c.ageFrom} on` : "",
    c.monthsOfServiceUpTo !== undefined ? `in the first ${c.monthsOfServiceUpTo} months` : "",
    c.leads
      ? `leading ${c.leads.to === undefined ? `${c.leads.from} or more` : `${c.leads.from} to ${c.leads.to}`}`
      : "",
    // As the person's form asks it: a tick beside these words.
    ...Object.entries(c.person ?? {}).map(
      ([flag, value]) =>
        `where “${flag.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)}” is ${value ? "" : "not "}ticked`,
    ),
    ...settings,
  ]
    .filter(Boolean)
    .join(", ");
}

export const percentText = (percent: Percent): string => {
  if (typeof percent === "number") return `${percent} %`;
  if ("permanent" in percent) return `${percent.permanent} %, casual ${percent.casual} %`;
  return `full-time ${percent.fullTime} %, part-time ${percent.partTime} %, casual ${percent.casual} %`;
};
/** A figure that the workplace or the person answers is said by its question. */
export const amountText = (amount: Amount, { settings }: AgreementRules): string =>
  typeof amount === "number"
    ? hoursText(amount)
    : `what “${settings.find((each) => each.key === amount.setting)?.ask ?? amount.setting}” says`;
export const effectText = (effect: Effect): string =>
  "floor" in effect
    ? `at least ${percentText(effect.floor)}`
    : "add" in effect
      ? `${effect.add} points more`
      : "multiply" in effect
        ? `${effect.multiply} times the rate otherwise due`
        : "overtime" in effect
          ? "overtime"
          : "a note, no price";
export const moneyText = (money: RuleMoney): string =>
  money === null
    ? "amount not known"
    : typeof money === "number"
      ? money === 0
        ? "no dollars of its own"
        : `$${money.toFixed(2)}`
      : `${money.percentOfStandardRate} % of the standard rate`;
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
export const words = (id: string): string => capital(id.replaceAll("-", " "));
export const when = (text: string): string => (text === "" ? "at all other times" : text);

export function triggerText(trigger: Trigger): string {
  const { kind, over } = trigger;
  switch (kind) {
    case "overtimeOnDay":
      return `when overtime of a day exceeds ${listed((Array.isArray(over) ? over : [over ?? 0]).map(hoursText))}${trigger.thenEvery ? `, then every ${hoursText(trigger.thenEvery)}` : ""}`;
    case "gapInDay":
      return `${trigger.gaps === undefined ? "for a gap" : trigger.gaps === "any" ? "once a day, for gaps" : `once a day, for ${counted(String(trigger.gaps), "gaps")}`} of ${over !== undefined ? `more than ${hoursText(over as number)}` : `${hoursText(trigger.from ?? 0)} to ${hoursText(trigger.to ?? 0)}`} in a day`;
    case "startsBefore":
      return `for a start before ${trigger.time}`;
    case "endsAfter":
      return `for an end after ${trigger.time}`;
    case "holidayWorked":
      return `for a public holiday worked${trigger.otherwiseWorkingDay ? " that would otherwise be a working day" : ""}`;
    case "recall":
      return `when recalled${trigger.minimumMinutes ? `, ${hoursText(trigger.minimumMinutes)} paid at least` : ""}`;
    case "onCall":
      return "when on call";
    case "higherDuties":
      return "for higher duties";
    case "sleepover":
      return "for each night slept at the workplace";
    case "workPeriods":
      return `for each period of work of ${hoursText(trigger.from ?? 0)} or more, on a day with a gap of ${hoursText(trigger.ifGapFrom ?? 0)} or more`;
    case "entered":
      return "as entered";
    default:
      return `for each ${kind.replace("per", "").toLowerCase()}`;
  }
}
