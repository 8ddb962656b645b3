/** The words that the agreement-rules format is made of: clocks, per cents, conditions, effects, what sets an allowance off. */
import { dayNames, holidayKinds, ruleBases, shiftMarks } from "@zesty/core/agreements/agreementRules";
import Joi from "joi";

export const clock = () => Joi.string().pattern(/^([01]\d|2\d|3[0-5]):[0-5]\d$/);
export const day = () => Joi.string().valid(...dayNames);
export const basis = () => Joi.string().valid(...ruleBases);
const id = () => Joi.string().pattern(/^[a-z0-9-]{1,40}$/);
const setting = /^[a-zA-Z][a-zA-Z0-9]{0,39}$/;
export const settingName = () => Joi.string().pattern(setting);
export const plain = () => Joi.number().min(0).max(1_000_000);
export const count = () => Joi.number().integer().min(0).max(10_000);
export const list = (of: Joi.Schema, most = 200) => Joi.array().items(of).max(most);
export const amount = (figure: Joi.Schema = plain()) =>
  Joi.alternatives(
    figure,
    Joi.object({ setting: settingName().required(), times: Joi.number().positive().max(10_000).default(1) }),
  );
export const per = () => Joi.number().min(0).max(500);
export const percent = () =>
  Joi.alternatives(
    per(),
    Joi.object({ permanent: per().required(), casual: per().required() }),
    Joi.object({ fullTime: per().required(), partTime: per().required(), casual: per().required() }),
  );
export const settingValue = () => Joi.alternatives(Joi.boolean().strict(), Joi.number().strict(), Joi.string().max(40));

export const condition = Joi.object({
  holiday: Joi.boolean(),
  holidayKind: list(Joi.string().valid(...holidayKinds), 4),
  holidayName: list(Joi.string().max(80), 40),
  days: list(day(), 7).min(1),
  dayMark: list(Joi.string().valid(...shiftMarks), shiftMarks.length),
  from: clock(),
  to: clock(),
  startsFrom: clock(),
  startsBy: clock(),
  endsFrom: clock(),
  endsBy: clock(),
  basis: list(basis(), 3).min(1),
  ageBelow: count(),
  ageFrom: count(),
  monthsOfServiceUpTo: count(),
  classification: list(Joi.string().max(40)),
  shiftKind: list(Joi.string().max(40)),
  endsInOvertime: Joi.boolean(),
  settings: Joi.object().pattern(setting, Joi.alternatives(settingValue(), list(settingValue(), 20).min(1))),
  person: Joi.object().pattern(setting, Joi.boolean().strict()),
  leads: Joi.object({ from: count().required(), to: count() }),
}).and("from", "to");

export const money = () =>
  Joi.alternatives(plain().allow(null), Joi.object({ percentOfStandardRate: plain().required() }));
export const effect = Joi.object({
  floor: percent(),
  add: per(),
  multiply: Joi.number().min(1).max(10),
  warn: Joi.boolean().valid(true),
  overtime: Joi.boolean().valid(true),
}).length(1);
export const named = (extra: Record<string, Joi.Schema>) =>
  Joi.object({ id: id().required(), if: condition, ref: Joi.string().max(80), ...extra });

export const trigger = Joi.object({
  kind: Joi.string()
    .valid(
      "perHour",
      "perShift",
      "perDay",
      "perWeek",
      "overtimeOnDay",
      "gapInDay",
      "startsBefore",
      "endsAfter",
      "holidayWorked",
      "recall",
      "onCall",
      "sleepover",
      "workPeriods",
      "higherDuties",
      "entered",
    )
    .required(),
  over: Joi.alternatives(count(), list(count(), 10)),
  from: count(),
  to: count(),
  thenEvery: count().min(1),
  hours: Joi.string().valid("ordinary", "overtime", "all"),
  time: clock(),
  minimumMinutes: count(),
  wholeDayAfterMinutes: count(),
  wholeDayFromMinutes: count(),
  maxPerWeek: count(),
  otherwiseWorkingDay: Joi.boolean(),
  gaps: Joi.alternatives(count().min(1), Joi.string().valid("any")),
  ifGapFrom: count(),
});
