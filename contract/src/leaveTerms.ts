/** What leave is agreed with a person: what accrues by the year or is saved by the day, loading, service taken over. */
import type { LeaveEntitlement } from "@zesty/core/leave/accrual";
import Joi from "joi";
import { date, hours, hoursIn, name, optional, percent } from "./fields.ts";

/** Rostered days off are saved by the day at work, and nothing else is. */
const savedOnly = (found: LeaveEntitlement, helpers: Joi.CustomHelpers) => {
  const isDayOff = found.kind === "dayOff";
  if (isDayOff !== (found.saved !== undefined))
    return helpers.message({
      custom: isDayOff
        ? "Rostered days off: say the hours that are saved of a day at work, as 0.4 of 8."
        : "Hours are saved of a day at work for rostered days off alone. Write weeks a year, as 4, or hours, as 152 h.",
    });
  return isDayOff && Number(found.saved) >= Number(found.ofHours)
    ? helpers.message({
        custom: `Rostered days off: ${found.saved} hours cannot be saved of a day of ${found.ofHours}. Write it as 0.4 of 8.`,
      })
    : found;
};
export const entitlement = Joi.object<LeaveEntitlement>({
  kind: name(30).required().label("Kind of leave"),
  weeksPerYear: percent().label("Weeks a year"),
  percentOfHours: percent().label("Per cent of hours"),
  hoursPerYear: hours().label("Hours a year"),
  saved: hoursIn("day").label("Hours saved of a day"),
  ofHours: hoursIn("day").label("Hours of the day at work"),
})
  .xor("weeksPerYear", "percentOfHours", "hoursPerYear", "saved")
  .and("saved", "ofHours")
  .custom(savedOnly);
export const leave = Joi.object<{
  from?: string;
  entitlements: LeaveEntitlement[];
  loadingPercent?: string | null;
  /** left out: as it was */
  countsFrom?: string | null | undefined;
  opening?: { kind: string; hours: string }[];
}>({
  from: date().label("From"),
  entitlements: Joi.array().items(entitlement).max(10).required(),
  loadingPercent: optional(percent()).label("Loading on annual leave"),
  countsFrom: date().allow(null, "").empty("").label("Service counts from"),
  opening: Joi.array()
    .max(20)
    .items(
      Joi.object({
        kind: name(30).required(),
        hours: Joi.string()
          .pattern(/^-?\d{1,5}(\.\d{1,4})?$/)
          .required()
          .label("Opening hours"),
      }),
    ),
});
