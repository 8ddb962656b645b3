/** An agreement's rules as it is read aloud: one sentence an entry, in the groups in which an award is read. */

import { counted } from "../quantity/units.ts";
import { type AgreementRules, type Condition, mealEntries, type RuleCheck } from "./agreementRules.ts";
import {
  amountText,
  basisWords,
  capital,
  conditionText,
  effectText,
  hoursText,
  listed,
  moneyText,
  percentText,
  triggerText,
  when,
  words,
} from "./sentenceWords.ts";

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

/** A condition in words; where it follows on, after a comma. */
const aboutIn = (rules: AgreementRules) => (condition: Condition | undefined) => conditionText(condition, rules);
const tailIn = (rules: AgreementRules) => (condition: Condition | undefined) => {
  const about = conditionText(condition, rules);
  return about ? `, ${about}` : "";
};

function ordinaryHours(rules: AgreementRules): RuleSentence[] {
  const about = aboutIn(rules);
  const tail = tailIn(rules);
  const { ordinary } = rules;
  return [
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
    ...(ordinary.availability ?? []).map((each, at) => ({
      id: `availability-${at}`,
      path: `ordinary.availability.${at}`,
      text: `Within an availability agreed in writing more hours than those agreed are ordinary${tail(each.if)}.`,
    })),
    ...(ordinary.dayOffSaving
      ? [
          {
            id: "dayOffSaving",
            path: "ordinary.dayOffSaving",
            text: `Full-time people save ${hoursText(ordinary.dayOffSaving.minutes)} of each ${hoursText(ordinary.dayOffSaving.ofMinutes)} at work for rostered days off, where their leave says so.`,
          },
        ]
      : []),
    ...(ordinary.agreedHours.length > 0
      ? [
          {
            id: "agreed",
            path: "ordinary.agreedHours",
            text: `Hours beyond those agreed for the day are overtime for ${listed(ordinary.agreedHours.map((each) => basisWords[each] ?? each))} people.`,
          },
        ]
      : []),
  ];
}

function penalties(rules: AgreementRules): RuleSentence[] {
  const about = aboutIn(rules);
  return rules.penalties.map(({ id, ref, ...each }, at) => ({
    id,
    path: `penalties.${at}`,
    ...(ref ? { ref } : {}),
    text: `${capital(when(about(each.if)))}: ${percentText(each.percent)}.`,
  }));
}

function overtimeEntries(rules: AgreementRules): RuleSentence[] {
  const about = aboutIn(rules);
  const { overtime } = rules;
  const always = (rules.overtimeIf ?? []).map((each, at) => ({
    id: `overtime-if-${at}`,
    path: `overtimeIf.${at}`,
    text: `${capital(when(about(each.if)))}: overtime, whatever room the day has (${each.why}).`,
  }));
  const tiers = overtime.map(({ id, ref, ...each }, no) => ({
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
  }));
  return [...always, ...tiers];
}

function breaksAndRest(rules: AgreementRules): RuleSentence[] {
  const about = aboutIn(rules);
  const tail = tailIn(rules);
  const { sleepover, careDay, remote } = rules;
  return [
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
    ...(remote?.least ?? []).map((each, at) => ({
      id: `remote-${at}`,
      path: `remote.least.${at}`,
      text: `Work from afar${each.onCall ? " while on call" : ""}: each contact is paid for ${hoursText(each.minutes)} at least, beyond that in steps of ${remote?.roundUpTo} minutes; it is no part of a day of work, and breaks no rest${tail(each.if)}.`,
    })),
    ...(rules.cancelled ?? []).map((each, at) => ({
      id: `cancelled-${at}`,
      path: `cancelled.${at}`,
      text: `A shift that the client cancelled too late is paid as it was rostered${tail(each.if)}.`,
    })),
    ...(rules.dayInLieu ?? []).map((each, at) => ({
      id: `day-in-lieu-${at}`,
      path: `dayInLieu.${at}`,
      text: `By agreement a public holiday is worked as any other day, for as many hours off at another time${tail(each.if)}.`,
    })),
    ...rules.restBetween.map((each, at) => ({
      id: `rest-${at}`,
      path: `restBetween.${at}`,
      text: `Less than ${amountText(each.minutes, rules)} off before a day${each.onlyAfterOvertime ? " after overtime" : ""}: ${effectText(each.effect)}${tail(each.if)}.`,
    })),
    ...(rules.alsoHolidays ?? []).map((each, at) => ({
      id: `also-holiday-${at}`,
      path: `alsoHolidays.${at}`,
      text: `Work on ${each.name} is paid as on a public holiday, whatever the State has.`,
    })),
    ...rules.minimumEngagement.map(({ id, minutes, ...each }, at) => ({
      id,
      path: `minimumEngagement.${at}`,
      text: `${capital(when(about(each.if)))}: ${hoursText(minutes)} are paid at least.`,
    })),
  ];
}

function additionsAndAllowances(rules: AgreementRules): RuleSentence[] {
  const tail = tailIn(rules);
  return [
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
    ...(rules.piecework
      ? [
          {
            id: "piecework",
            path: "piecework",
            text: `Piecework is paid by the piece, on a public holiday at ${rules.piecework.holidayTimes} times its rate, and each day made up to its hours at the hourly rate.`,
          },
        ]
      : []),
  ];
}

function juniorsAndLoading(rules: AgreementRules): RuleSentence[] {
  const about = aboutIn(rules);
  const { leaveLoading } = rules;
  return [
    ...rules.juniors.map((each, at) => ({
      id: `junior-${at}`,
      path: `juniors.${at}`,
      text: `${capital(about(each.if))}: ${each.percent} % of the adult rate.`,
    })),
    ...(rules.absencePercent ?? []).map((each, at) => ({
      id: `absence-${at}`,
      path: `absencePercent.${at}`,
      text: `${capital(when(about(each.if)))}: paid leave is at ${each.percent} % of the hourly rate.`,
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
  ];
}

function rosterText({ kind, days, weeks = 1, minutes }: RuleCheck): string[] {
  if (kind === "maximumConsecutiveDays" && days !== undefined)
    return [`more than ${counted(String(days), "days")} in a row`];
  if (kind === "daysOff" && days !== undefined)
    return [`fewer than ${counted(String(days), "days")} off in ${counted(String(weeks), "weeks")}`];
  if (minutes === undefined) return [];
  if (kind === "longDaysRunning" && days !== undefined)
    return [`more than ${counted(String(days), "days")} running of over ${hoursText(minutes)}`];
  if (kind === "spreadOfDay") return [`a day of more than ${hoursText(minutes)} from first start to last end`];
  return kind === "shortestDay" ? [`a day of less than ${hoursText(minutes)}`] : [];
}

function askedOrNotHeld(rules: AgreementRules): RuleSentence[] {
  return [
    ...(rules.notHeld ?? []).map((each, at) => ({ id: `not-held-${at}`, path: `notHeld.${at}`, text: each.text })),
    ...(rules.checks ?? []).flatMap((each, at) =>
      ["ask", "level", "shiftRuns"].includes(each.kind)
        ? [{ id: `ask-${at}`, path: `checks.${at}`, text: capital(String(each.text)) }]
        : rosterText(each).map((text) => ({
            id: `roster-${at}`,
            path: `checks.${at}`,
            text: `Noted beside the week: ${text}${tailIn(rules)(each.if)}.`,
          })),
    ),
  ];
}

/** The whole agreement in groups; groups without a sentence are left out. */
export function sentencesOf(rules: AgreementRules): RuleGroup[] {
  const groups: RuleGroup[] = [
    { title: "Ordinary hours", sentences: ordinaryHours(rules) },
    { title: "Per cents of ordinary hours; the first that fits counts", sentences: penalties(rules) },
    { title: "Overtime", sentences: overtimeEntries(rules) },
    { title: "Breaks, rest and least engagement", sentences: breaksAndRest(rules) },
    { title: "Additions and allowances", sentences: additionsAndAllowances(rules) },
    { title: "Juniors and leave loading", sentences: juniorsAndLoading(rules) },
    { title: "Asked about, or not held here", sentences: askedOrNotHeld(rules) },
  ];
  return groups.filter((group) => group.sentences.length > 0);
}
