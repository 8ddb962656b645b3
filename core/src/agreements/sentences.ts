/** An agreement's rules as it is read aloud: one sentence an entry, in the groups in which an award is read. */

import { counted } from "../quantity/units.ts";
import {
  type AgreementRules,
  type Amount,
  type Condition,
  type Effect,
  mealEntries,
  type Percent,
  type RuleMoney,
  type Trigger,
} from "./agreementRules.ts";
import { choiceWords } from "./choiceWords.ts";

export interface RuleSentence {
  /** id of the entry, as reasons of lines name it */
  id: string;
  text: string;
  ref?: string;
  /** where the entry stands in the agreement's rules: "penalties.0" */
  path: string;
}
export interface RuleGroup {
  title: string;
  sentences: RuleSentence[];
}

const dayWords: Record<string, string> = {
  mon: "Monday",
  tue: "Tuesday",
  wed: "Wednesday",
  thu: "Thursday",
  fri: "Friday",
  sat: "Saturday",
  sun: "Sunday",
};
const basisWords: Record<string, string> = { fullTime: "full-time", partTime: "part-time", casual: "casual" };
const listed = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? "") : `${words.slice(0, -1).join(", ")} and ${words.at(-1)}`;

function daysText(days: readonly string[]): string {
  const week = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"];
  const at = days.map((day) => week.indexOf(day));
  const run = at.length > 2 && at.every((day, no) => no === 0 || day === (at[no - 1] ?? 0) + 1);
  return run
    ? `${dayWords[days[0] ?? ""]} to ${dayWords[days.at(-1) ?? ""]}`
    : listed(days.map((day) => dayWords[day] ?? day));
}

const hoursText = (minutes: number): string => counted(String(Math.round((minutes / 60) * 100) / 100), "hours");

/** What a condition asks, in words; "" for none. */
function conditionText(condition: Condition | undefined, rules: AgreementRules): string {
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
    ...Object.entries(c.person ?? {}).map(([flag, value]) => `${value ? "" : "not "}${flag}`),
    ...settings,
  ]
    .filter(Boolean)
    .join(", ");
}

const percentText = (percent: Percent): string => {
  if (typeof percent === "number") return `${percent} %`;
  if ("permanent" in percent) return `${percent.permanent} %, casual ${percent.casual} %`;
  return `full-time ${percent.fullTime} %, part-time ${percent.partTime} %, casual ${percent.casual} %`;
};
/** A figure that the workplace or the person answers is said by its question. */
const amountText = (amount: Amount, { settings }: AgreementRules): string =>
  typeof amount === "number"
    ? hoursText(amount)
    : `what “${settings.find((each) => each.key === amount.setting)?.ask ?? amount.setting}” says`;
const effectText = (effect: Effect): string =>
  "floor" in effect
    ? `at least ${percentText(effect.floor)}`
    : "add" in effect
      ? `${effect.add} points more`
      : "multiply" in effect
        ? `${effect.multiply} times the rate otherwise due`
        : "overtime" in effect
          ? "overtime"
          : "a note, no price";
const moneyText = (money: RuleMoney): string =>
  money === null
    ? "amount not known"
    : typeof money === "number"
      ? money === 0
        ? "no dollars of its own"
        : `$${money.toFixed(2)}`
      : `${money.percentOfStandardRate} % of the standard rate`;
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const words = (id: string): string => capital(id.replaceAll("-", " "));
const when = (text: string): string => (text === "" ? "at all other times" : text);

function triggerText(trigger: Trigger): string {
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

/** The whole agreement in groups; groups without a sentence are left out. */
export function sentencesOf(rules: AgreementRules): RuleGroup[] {
  const about = (condition: Condition | undefined) => conditionText(condition, rules);
  const tail = (condition: Condition | undefined) => (about(condition) ? `, ${about(condition)}` : "");
  const { ordinary, overtime, leaveLoading, sleepover, careDay } = rules;
  const groups: RuleGroup[] = [
    {
      title: "Ordinary hours",
      sentences: [
        ...(ordinary.span.length === 0
          ? [{ id: "span", path: "ordinary.span", text: "There is no span: ordinary hours lie at any time." }]
          : ordinary.span.map((each, at) => ({
              id: `span-${at}`,
              path: `ordinary.span.${at}`,
              text: `${capital(when(about(each.if)))}: ${each.from} to ${each.to}.`,
            }))),
        ...ordinary.dailyMax.map((each, at) => ({
          id: `day-${at}`,
          path: `ordinary.dailyMax.${at}`,
          text: `At most ${amountText(each.minutes, rules)} a day${each.timesPerWeek ? `, ${counted(String(each.timesPerWeek), "times")} a week` : ""}${tail(each.if)}.`,
        })),
        ...(Array.isArray(ordinary.weeklyMax)
          ? ordinary.weeklyMax.map((each, at) => ({
              id: `week-${at}`,
              path: `ordinary.weeklyMax.${at}`,
              text: `${capital(when(about(each.if)))}: at most ${hoursText(each.minutes * (each.weeks ?? 1))} in ${counted(String(each.weeks ?? 1), "weeks")}.`,
            }))
          : ordinary.weeklyMax === null
            ? []
            : [
                {
                  id: "week",
                  path: "ordinary.weeklyMax",
                  text: `At most ${hoursText(ordinary.weeklyMax)} a week, or their average.`,
                },
              ]),
        ...(ordinary.spreadMax ?? []).map((each, at) => ({
          id: `spread-${at}`,
          path: `ordinary.spreadMax.${at}`,
          text: `A day that is worked in parts ends ${hoursText(each.minutes)} after its first start; beyond: ${percentText(each.percent)}${tail(each.if)}.`,
        })),
        ...(ordinary.agreedHours.length > 0
          ? [
              {
                id: "agreed",
                path: "ordinary.agreedHours",
                text: `Hours beyond those agreed for the day are overtime for ${listed(ordinary.agreedHours.map((each) => basisWords[each] ?? each))} people.`,
              },
            ]
          : []),
      ],
    },
    {
      title: "Per cents of ordinary hours; the first that fits counts",
      sentences: rules.penalties.map(({ id, ref, ...each }, at) => ({
        id,
        path: `penalties.${at}`,
        ...(ref ? { ref } : {}),
        text: `${capital(when(about(each.if)))}: ${percentText(each.percent)}.`,
      })),
    },
    {
      title: "Overtime",
      sentences: overtime.map(({ id, ref, ...each }, no) => ({
        id,
        path: `overtime.${no}`,
        ...(ref ? { ref } : {}),
        text: `${capital(when(about(each.if)))}: ${each.tiers
          .map((tier, at) =>
            tier.minutes === undefined
              ? `${at > 0 ? "after that " : ""}${percentText(tier.percent)}`
              : `the first ${hoursText(tier.minutes)}${each.per === "week" ? " of the week" : ""}${tier.most === undefined ? "" : `, ${hoursText(tier.most)} of them on one day at most,`} at ${percentText(tier.percent)}`,
          )
          .join(", ")}.`,
      })),
    },
    {
      title: "Breaks, rest and least engagement",
      sentences: [
        ...mealEntries(rules).map((each, at) => ({
          id: at === 0 ? "missed-meal" : `missed-meal-${at}`,
          path: Array.isArray(rules.missedMeal) ? `missedMeal.${at}` : "missedMeal",
          text: `A meal break is due after ${hoursText(each.after)} ${each.since === "start" ? "from the start" : "from the last break"}; until it comes: ${effectText(each.effect)}${tail(each.if)}.`,
        })),
        ...(rules.breakPay ?? []).map(({ id, percent, ...each }, at) => ({
          id,
          path: `breakPay.${at}`,
          text: `A meal break that has to be spent on the premises is paid and is no work: ${percentText(percent)}${tail(each.if)}.`,
        })),
        ...(sleepover
          ? [
              {
                id: "sleepover",
                path: "sleepover",
                text: `A sleepover is no working time. Each piece of work in it is overtime, and paid for ${hoursText(sleepover.leastMinutes)} at least; ${hoursText(sleepover.besideMinutes)} of work lie before or after it, and ${hoursText(sleepover.restMinutes)} off around it are enough.`,
              },
            ]
          : []),
        ...(careDay
          ? [
              {
                id: "care-day",
                path: "careDay",
                text: `A day and night of care is ${counted(String(careDay.hours), "hours")} at ${percentText(careDay.percent)}, whatever the clock; care beyond them: ${percentText(careDay.beyond)}.`,
              },
            ]
          : []),
        ...rules.restBetween.map((each, at) => ({
          id: `rest-${at}`,
          path: `restBetween.${at}`,
          text: `Less than ${amountText(each.minutes, rules)} off before a day${each.onlyAfterOvertime ? " after overtime" : ""}: ${effectText(each.effect)}${tail(each.if)}.`,
        })),
        ...rules.minimumEngagement.map(({ id, minutes, ...each }, at) => ({
          id,
          path: `minimumEngagement.${at}`,
          text: `${capital(when(about(each.if)))}: ${hoursText(minutes)} are paid at least.`,
        })),
      ],
    },
    {
      title: "Additions and allowances",
      sentences: [
        ...rules.additions.map(({ id, amount, ...each }, at) => ({
          id,
          path: `additions.${at}`,
          text: `${words(id)}: ${moneyText(amount)} for each hour${each.unit === "hourOrPart" ? " or part of one" : ""}${tail(each.if)}.`,
        })),
        ...rules.allowances.map(({ id, amount, trigger, ...each }, at) => ({
          id,
          path: `allowances.${at}`,
          text: `${words(id)}: ${moneyText(amount)} ${triggerText(trigger)}${tail(each.if)}.`,
        })),
      ],
    },
    {
      title: "Juniors and leave loading",
      sentences: [
        ...rules.juniors.map((each, at) => ({
          id: `junior-${at}`,
          path: `juniors.${at}`,
          text: `${capital(about(each.if))}: ${each.percent} % of the adult rate.`,
        })),
        ...(leaveLoading
          ? [
              {
                id: "leave-loading",
                path: "leaveLoading",
                text: `Annual leave has a loading of ${leaveLoading.percent} %${leaveLoading.orPenaltiesIfGreater === false ? "" : `, or the penalties of the leave if they are greater${leaveLoading.orPenaltiesIfGreater === "shiftWorkers" ? " (shift workers)" : ""}`}.`,
              },
            ]
          : []),
      ],
    },
  ];
  groups.push({
    title: "Asked about, or not held here",
    sentences: [
      ...(rules.notHeld ?? []).map((each, at) => ({ id: `not-held-${at}`, path: `notHeld.${at}`, text: each.text })),
      ...(rules.checks ?? []).flatMap((each, at) =>
        each.kind === "ask" || each.kind === "level"
          ? [{ id: `ask-${at}`, path: `checks.${at}`, text: String(each.text) }]
          : [],
      ),
    ],
  });
  return groups.filter((group) => group.sentences.length > 0);
}
