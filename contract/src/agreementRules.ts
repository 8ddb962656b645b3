/** The agreement-rules format "rules/1": a closed vocabulary, unknown keys are refused. docs/rules/agreementRules.md says each in words. */

import { type AgreementRules, rosterCheckKinds } from "@zesty/core/agreements/agreementRules";
import { contradictions } from "@zesty/core/agreements/contradictions";
import { shippedRules } from "@zesty/core/agreements/shipped";
import Joi from "joi";
import {
  amount,
  basis,
  clock,
  condition,
  count,
  day,
  effect,
  list,
  money,
  named,
  per,
  percent,
  plain,
  settingName,
  settingValue,
  trigger,
} from "./agreementParts.ts";
import { check, date } from "./fields.ts";

const missedMeal = Joi.object({
  if: condition,
  after: count().required(),
  since: Joi.string().valid("start", "lastBreak").required(),
  breakAtLeast: count().required(),
  effect: effect.required(),
});
const holidayRule = () => Joi.string().valid("calendar", "shiftStart", "majorPortion");

/** An agreement's rules as it comes in from a file; what is left out has its default. */
export const agreementRules = Joi.object<AgreementRules>({
  format: Joi.string().valid("rules/1").required(),
  code: Joi.string().max(40).required(),
  title: Joi.string().max(200).required(),
  country: Joi.string().valid("AU", "NZ").required(),
  kind: Joi.string().valid("award", "agreement", "statute").required(),
  validFrom: date().required(),
  validTo: date(),
  starts: Joi.string().valid("firstFullPayPeriod", "date").required(),
  settings: list(
    Joi.object({
      key: settingName().required(),
      type: Joi.string().valid("boolean", "number", "choice").required(),
      scope: Joi.string().valid("workplace", "person", "shift").required(),
      default: settingValue().required(),
      min: Joi.number(),
      max: Joi.number(),
      choices: list(Joi.string().max(40), 20),
      words: Joi.object().pattern(Joi.string().max(40), Joi.string().max(80)),
      ask: Joi.string().max(200).required(),
    }),
    60,
  )
    .unique("key")
    .default([]),
  time: Joi.object({
    weekStart: day().required(),
    averageWeeks: amount(Joi.number().integer().min(1).max(52)).required(),
    daylightSaving: Joi.string().valid("clock", "elapsed").required(),
    overtimeDay: Joi.string().valid("shiftStart", "calendar").required(),
    holidayOf: Joi.alternatives(
      holidayRule(),
      list(Joi.object({ if: condition, rule: holidayRule().required() }), 10),
    ).required(),
    roundMinutes: Joi.number().valid(1, 5, 6, 10, 15),
    roundMode: Joi.string().valid("none", "nearest", "up", "employeeFavour"),
  }).required(),
  alsoHolidays: list(
    Joi.object({
      name: Joi.string().max(80).required(),
      after: Joi.string().max(80).required(),
      days: Joi.number().integer().min(-7).max(7).required(),
    }),
    10,
  ),
  casualLoading: Joi.object({
    percent: per().required(),
    method: Joi.string().valid("add", "compound", "ordinaryOnly").required(),
  }).required(),
  standardRate: Joi.object({ classification: Joi.string().max(40).required() }),
  shiftKinds: list(
    Joi.object({
      key: Joi.string().max(40).required(),
      if: condition,
      startsFrom: clock(),
      startsBefore: clock(),
      endsAfter: clock(),
      endsBy: clock(),
    }),
  ).default([]),
  ordinary: Joi.object({
    span: list(Joi.object({ if: condition, from: clock().required(), to: clock().required() })).required(),
    dailyMax: list(
      Joi.object({ if: condition, minutes: amount().required(), timesPerWeek: Joi.number().integer().min(1).max(7) }),
    ).required(),
    weeklyMax: Joi.alternatives(
      count().allow(null),
      list(
        Joi.object({ if: condition, minutes: count().required(), weeks: Joi.number().integer().min(1).max(52) }),
        10,
      ).min(1),
    ).required(),
    spreadMax: list(Joi.object({ if: condition, minutes: count().required(), percent: percent().required() }), 10),
    agreedHours: list(basis(), 3).required(),
    availability: list(Joi.object({ if: condition }), 10).min(1),
    dayOffSaving: Joi.object({
      minutes: count().min(1).less(Joi.ref("ofMinutes")).required(),
      ofMinutes: count().max(1440).required(),
    }),
  }).required(),
  penalties: list(named({ percent: percent().required() }))
    .min(1)
    .required(),
  overtime: list(
    named({
      per: Joi.string().valid("day", "week"),
      tiers: list(Joi.object({ minutes: count(), most: count(), percent: percent().required() }), 10)
        .min(1)
        .required(),
      timeOffInstead: Joi.object({
        ratio: Joi.string().valid("hourForHour", "atOvertimeRate").required(),
        withinMonths: count(),
      }),
    }),
  ).required(),
  additions: list(
    named({
      on: Joi.string().valid("ordinary", "all").required(),
      unit: Joi.string().valid("hour", "hourOrPart").required(),
      amount: money().required(),
    }),
  ).default([]),
  missedMeal: Joi.alternatives(missedMeal, list(missedMeal, 10).min(1)),
  breakPay: list(named({ percent: percent().required() }), 10),
  sleepover: Joi.object({
    leastMinutes: count().required(),
    besideMinutes: count().required(),
    restMinutes: count().required(),
  }),
  careDay: Joi.object({
    hours: Joi.number().positive().max(24).required(),
    percent: percent().required(),
    beyond: percent().required(),
  }),
  overtimeIf: list(Joi.object({ if: condition.required(), why: Joi.string().max(120).required() }), 10),
  remote: Joi.object({
    least: list(Joi.object({ if: condition, onCall: Joi.boolean().strict(), minutes: count().required() }), 10)
      .min(1)
      .required(),
    roundUpTo: count().min(1).max(60).required(),
  }),
  cancelled: list(Joi.object({ if: condition }), 10).min(1),
  dayInLieu: list(Joi.object({ if: condition }), 10).min(1),
  absencePercent: list(Joi.object({ if: condition, percent: Joi.number().min(0).max(300).required() }), 10),
  piecework: Joi.object({ holidayTimes: Joi.number().integer().min(1).max(5).required() }),
  notHeld: list(Joi.object({ if: condition.required(), text: Joi.string().max(300).required() }), 20),
  restBetween: list(
    Joi.object({
      if: condition,
      minutes: amount().required(),
      onlyAfterOvertime: Joi.boolean().default(false),
      effect: effect.required(),
    }),
  ).default([]),
  minimumEngagement: list(named({ minutes: count().required() })).default([]),
  breakEntitlements: list(
    Joi.object({
      workedFrom: count(),
      workedOver: count(),
      paidRests: count().required(),
      unpaidMeals: count().required(),
      note: Joi.string().max(200),
    }).xor("workedFrom", "workedOver"),
  ).default([]),
  allowances: list(
    named({
      trigger: trigger.required(),
      unit: Joi.string().valid("hour", "occasion", "day", "week", "km").required(),
      amount: money().required(),
      allPurpose: Joi.boolean(),
      treat: Joi.string().max(40),
    }),
  ).default([]),
  juniors: list(Joi.object({ if: condition.required(), percent: per().required() })).default([]),
  classifications: list(
    Joi.object({
      key: Joi.string().max(40).required(),
      title: Joi.string().max(120).required(),
      weekly: plain().allow(null).required(),
      hourly: plain().allow(null).required(),
      shareOf: Joi.object({ classification: Joi.string().max(40).required(), percent: per().required() }),
      source: Joi.string().max(200),
      standing: Joi.string().valid("published", "remembered", "unsure", "entered"),
    }),
  ).default([]),
  leaveLoading: Joi.object({
    percent: per().required(),
    orPenaltiesIfGreater: Joi.alternatives(Joi.boolean().strict(), Joi.string().valid("shiftWorkers")).required(),
  }),
  annualisedWage: Joi.object({
    minimumAbove: plain(),
    outerPenaltyHours: plain(),
    outerOvertimeHours: plain(),
    per: Joi.string().valid("week", "payPeriod", "rosterCycle"),
    reconcileMonths: count().required(),
    payShortfallWithinDays: count(),
  }),
  checks: list(
    Joi.object({
      kind: Joi.string()
        .valid("minimumWage", "shiftWorkPart", "shiftRuns", "ask", "level", ...rosterCheckKinds)
        .required(),
      text: Joi.string().max(300),
      if: condition,
      days: count(),
      weeks: count().min(1).max(8),
      minutes: count(),
    }).unknown(),
    20,
  ),
  readings: list(
    Joi.object({
      rule: Joi.string().max(60).required(),
      clause: Joi.string().max(40),
      shipped: Joi.string().max(400).required(),
      other: Joi.string().max(400).required(),
      sure: Joi.number().integer().min(0).max(100).required(),
      choose: Joi.object({ setting: settingName().required(), value: settingValue().required() }),
    }),
    40,
  ),
});

/** Takes an agreement's rules in: by the schema, then by what a schema cannot see. Every fault comes with its path. */
export function readAgreementRules(raw: unknown): ReturnType<typeof check<AgreementRules>> {
  const checked = check(agreementRules, raw);
  if ("errors" in checked) return checked;
  const errors = contradictions(checked.value).filter((each) => each.kind === "error");
  return errors.length > 0 ? { errors: errors.map(({ path, text }) => ({ path, text })) } : checked;
}

let taken: readonly AgreementRules[] | null = null;
/** The agreements that come with the program, taken in by the same schema as any other. */
export function shipped(): readonly AgreementRules[] {
  taken ??= shippedRules.map((raw) => {
    const checked = readAgreementRules(raw);
    if ("errors" in checked) throw new Error(`A shipped agreement is unsound: ${JSON.stringify(checked.errors)}`);
    return checked.value;
  });
  return taken;
}
