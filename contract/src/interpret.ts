/** The input of the `interpret` command: shifts of one person, as ../shared/contracts has it. Unknown fields are refused. */

import {
  type AgreementRules,
  type DayName,
  dayNames,
  holidayKinds,
  type RuleBasis,
  type SettingValue,
  type ShiftMark,
  shiftMarks,
} from "@zesty/core/agreements/agreementRules";
import { versionOn } from "@zesty/core/agreements/contradictions";
import { flagsOf } from "@zesty/core/agreements/flags";
import { readWall } from "@zesty/core/calendar/wallClock";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { Roster, Shift } from "@zesty/core/hours/roster";
import { decimal } from "@zesty/core/quantity/decimal";
import Joi from "joi";
import { readAgreementRules, shipped } from "./agreementRules.ts";
import { type Checked, check, checked, date, type FieldError, timeZone } from "./fields.ts";
import { type HolidayCase, holidaysFor } from "./interpretHolidays.ts";

/** A number as JSON has it, or as decimal text. */
const figure = (most: number, whole = false) =>
  Joi.any().custom((value: unknown, helpers) => {
    const text = typeof value === "number" ? String(value) : value;
    if (
      typeof text !== "string" ||
      !/^\d{1,6}(\.\d{1,6})?$/.test(text) ||
      Number(text) > most ||
      (whole && !/^\d+(\.0+)?$/.test(text))
    )
      return helpers.message({ custom: `{{#label}} is not a ${whole ? "whole " : ""}number between 0 and ${most}.` });
    return Number(text);
  });
const wall = () =>
  checked(
    (text) => readWall(text) !== null,
    "is not a time of a day. Write date and time in whole minutes, as 2026-03-07T18:00.",
  );
const settings = Joi.object().pattern(
  /^[a-zA-Z][a-zA-Z0-9]{0,39}$/,
  Joi.alternatives(Joi.boolean().strict(), Joi.number().strict(), Joi.string().max(60)),
);
const clock = () => Joi.string().pattern(/^(([01]\d|2[0-3]):[0-5]\d|24:00)$/);

interface Case extends HolidayCase {
  id: string;
  agreement: string | Record<string, unknown>;
  person: {
    basis: "full-time" | "part-time" | "casual";
    agreedHours?: Partial<Record<DayName, number>>;
    [other: string]: unknown;
  };
  settings?: Record<string, SettingValue>;
  shifts: (Omit<Shift, "agreedMinutes"> & { agreedHours?: number; mark?: ShiftMark })[];
  carryIn?: Roster["carryIn"];
}

const known = {
  basis: Joi.string().valid("full-time", "part-time", "casual").required().label("Basis"),
  age: figure(120).label("Age"),
  birthDate: date().label("Birth date"),
  monthsOfService: figure(1200).label("Months of service"),
  serviceStart: date().label("Start of service"),
  agreedHours: Joi.object(Object.fromEntries(dayNames.map((day) => [day, figure(24)]))).label("Agreed hours"),
  classification: Joi.string().max(40).label("Classification"),
  leads: figure(10_000, true).label("People led"),
  otherwiseWorkingDays: Joi.array().items(date()).max(400).label("Otherwise working days"),
};
const shift = Joi.object({
  start: wall().required().label("Start"),
  end: wall().required().label("End"),
  breaks: Joi.array()
    .max(20)
    .items(
      Joi.object({
        start: wall().required().label("Start of the break"),
        end: wall().required().label("End of the break"),
        paid: Joi.boolean().strict().default(false).label("Paid"),
        mark: Joi.string().valid("onPremises").label("Mark of the break"),
      }),
    ),
  settings,
  marks: Joi.array()
    .items(Joi.string().valid(...shiftMarks))
    .max(shiftMarks.length)
    .label("Marks"),
  mark: Joi.string()
    .valid(...shiftMarks)
    .label("Mark"),
  worked: Joi.array()
    .max(20)
    .items(Joi.object({ start: wall().required().label("Start"), end: wall().required().label("End") }))
    .label("Worked"),
  careHours: figure(24).label("Hours of care"),
  agreedHours: figure(24).label("Agreed hours"),
  longDay: Joi.boolean().strict().label("Long day"),
});

const interpretCase = Joi.object<Case>({
  id: Joi.string().allow("").required().label("ID"),
  agreement: Joi.alternatives(Joi.string().max(40), Joi.object()).required().label("Agreement"),
  person: Joi.object(known)
    .pattern(/^[a-zA-Z][a-zA-Z0-9]{0,39}$/, Joi.boolean().strict())
    .required()
    .label("Person"),
  settings: settings.label("Settings"),
  publicHolidays: Joi.array()
    .max(400)
    .items(
      Joi.alternatives(
        date(),
        Joi.object({
          date: date().required(),
          from: clock(),
          to: clock(),
          name: Joi.string().max(80),
          kind: Joi.string().valid(...holidayKinds),
        }),
      ),
    )
    .label("Public holidays"),
  place: Joi.object({
    country: Joi.string().valid("AU", "NZ").required().label("Country"),
    region: Joi.string().required().label("Region"),
  }).label("Place"),
  shifts: Joi.array().items(shift).max(2000).required().label("Shifts"),
  carryIn: Joi.object({
    ordinaryMinutes: figure(100_000, true).label("Ordinary minutes"),
    lastDayOvertimeMinutes: figure(1440, true).label("Overtime of the last day"),
    lastShiftEnd: wall().label("End of the last shift"),
  }).label("Brought forward"),
});

const bases: Record<Case["person"]["basis"], RuleBasis> = {
  "full-time": "fullTime",
  "part-time": "partTime",
  casual: "casual",
};
/** Where a place is that names no time zone. */
const homeZones: Record<CountryCode, string> = { AU: "Australia/Sydney", NZ: "Pacific/Auckland" };

const ownSettings = ["timeZone", "daylightSaving", "averagingWeeks", "periodStart"];

/** Values of declared settings, checked by their declaration; faults name the setting. */
export function readSettings(
  rules: AgreementRules,
  given: Record<string, SettingValue>,
  path: string,
  own: readonly string[] = [],
): { values: Record<string, SettingValue>; errors: FieldError[] } {
  const values: Record<string, SettingValue> = {};
  const errors: FieldError[] = [];
  for (const [key, value] of Object.entries(given)) {
    if (own.includes(key)) continue;
    const declared = rules.settings.find((each) => each.key === key);
    const at = `${path}.${key}`;
    if (!declared) {
      const names = [...rules.settings.map((each) => each.key), ...own].join(", ");
      errors.push({ path: at, text: `“${key}” is not a setting of ${rules.code}. It has ${names || "none"}.` });
    } else if (declared.type === "boolean" && typeof value !== "boolean")
      errors.push({ path: at, text: `“${key}” must be true or false.` });
    else if (declared.type === "choice" && !declared.choices?.includes(String(value)))
      errors.push({ path: at, text: `“${key}” must be one of ${declared.choices?.join(", ")}.` });
    else if (declared.type === "number") {
      const number = typeof value === "boolean" || String(value).trim() === "" ? Number.NaN : Number(value);
      const { min = Number.NEGATIVE_INFINITY, max = Number.POSITIVE_INFINITY } = declared;
      if (!Number.isFinite(number) || number < min || number > max)
        errors.push({
          path: at,
          text: `“${key}” must be a number from ${declared.min ?? "any"} to ${declared.max ?? "any"}.`,
        });
      else values[key] = number;
    } else values[key] = value;
  }
  return { values, errors };
}

const minutesOf = (hours: number) => decimal(hours.toString()).times(60).toDecimalPlaces(0).toNumber();

function rulesOf(agreement: Case["agreement"], firstDay: string): Checked<AgreementRules> {
  const fault = (text: string) => ({ errors: [{ path: "agreement", text }] });
  if (typeof agreement !== "string") {
    const read = readAgreementRules(agreement);
    if ("errors" in read) return { errors: read.errors.map(({ path, text }) => ({ path: `agreement.${path}`, text })) };
    return versionOn([read.value], firstDay)
      ? read
      : fault(`The agreement's rules are valid from ${read.value.validFrom}; the first shift is on ${firstDay}.`);
  }
  const versions = shipped().filter((each) => each.code === agreement);
  if (versions.length === 0)
    return fault(
      `There is no agreement “${agreement}”. Shipped are ${shipped()
        .map((each) => each.code)
        .join(", ")}.`,
    );
  const rules = versionOn(versions, firstDay);
  return rules
    ? { value: rules }
    : fault(`No version of ${agreement} is known for ${firstDay}: the first is valid from ${versions[0]?.validFrom}.`);
}

/** A case as the interpreter takes it, or what is wrong with it. */
export function readInterpretCase(raw: unknown): Checked<{ id: string; roster: Roster }> {
  const read = check(interpretCase, raw);
  if ("errors" in read) return read;
  const { id, person, shifts, place, publicHolidays, carryIn } = read.value;
  const starts = shifts.map((each) => each.start.slice(0, 10)).sort();
  const [firstDay = "2999-12-31", lastDay = firstDay] = [starts[0], starts.at(-1)];
  const found = rulesOf(read.value.agreement, firstDay);
  if ("errors" in found) return found;
  const rules = found.value;
  const errors: FieldError[] = [];
  const flags: Record<string, boolean> = {};
  const asked = flagsOf(rules);
  for (const [key, value] of Object.entries(person)) {
    if (key in known) continue;
    if (asked.has(key)) flags[key] = value as boolean;
    else
      errors.push({
        path: `person.${key}`,
        text: `“${key}” is not a known field: no rule of ${rules.code} asks for it.`,
      });
  }
  const given = read.value.settings ?? {};
  const { values, errors: faults } = readSettings(rules, given, "settings", ownSettings);
  errors.push(...faults);
  const own = check(
    Joi.object({
      timeZone: timeZone().default(homeZones[rules.country]).label("Time zone"),
      daylightSaving: Joi.string().valid("clock", "elapsed").label("Daylight saving"),
      averagingWeeks: figure(52, true).label("Averaging weeks"),
      periodStart: date().label("Start of the cycle"),
    }),
    Object.fromEntries(Object.entries(given).filter(([key]) => ownSettings.includes(key))),
  );
  if ("errors" in own) errors.push(...own.errors.map(({ path, text }) => ({ path: `settings.${path}`, text })));
  else if (own.value.averagingWeeks === 0)
    errors.push({ path: "settings.averagingWeeks", text: "Averaging weeks must be from 1 to 52." });
  const rosterShifts = shifts.map((each, at): Shift => {
    const { agreedHours, settings: over = {}, mark, marks = [], ...rest } = each;
    const ofShift = readSettings(rules, over, `shifts.${at}.settings`);
    errors.push(...ofShift.errors);
    return {
      ...rest,
      settings: ofShift.values,
      marks: mark ? [...new Set([...marks, mark])] : marks,
      ...(agreedHours === undefined ? {} : { agreedMinutes: minutesOf(agreedHours) }),
    };
  });
  const otherwise = (person.otherwiseWorkingDays ?? []) as string[];
  const holidays = holidaysFor(publicHolidays, place, firstDay, lastDay, otherwise);
  if (!Array.isArray(holidays)) errors.push(holidays);
  if (
    carryIn?.lastShiftEnd !== undefined &&
    starts[0] !== undefined &&
    carryIn.lastShiftEnd > [...shifts].map((each) => each.start).sort()[0]!
  )
    errors.push({ path: "carryIn.lastShiftEnd", text: "The last shift ends after the first of these starts." });
  if (errors.length > 0 || "errors" in own || !Array.isArray(holidays)) return { errors };
  const { age, birthDate, monthsOfService, serviceStart, classification, leads } = person as Partial<Roster["person"]>;
  return {
    value: {
      id,
      roster: {
        rules,
        settings: values,
        ...(own.value as { timeZone: string }),
        holidays,
        shifts: rosterShifts,
        ...(carryIn ? { carryIn } : {}),
        person: {
          basis: bases[person.basis],
          ...(age === undefined ? {} : { age }),
          ...(birthDate === undefined ? {} : { birthDate }),
          ...(monthsOfService === undefined ? {} : { monthsOfService }),
          ...(serviceStart === undefined ? {} : { serviceStart }),
          ...(classification === undefined ? {} : { classification }),
          ...(leads === undefined ? {} : { leads }),
          ...(person.agreedHours
            ? {
                agreedMinutes: Object.fromEntries(
                  Object.entries(person.agreedHours).map(([day, hours]) => [day, minutesOf(hours)]),
                ),
              }
            : {}),
          flags,
          otherwiseWorkingDays: otherwise,
        },
      },
    },
  };
}
