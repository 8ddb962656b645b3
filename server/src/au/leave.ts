/** Leave of Australia: it accrues with pays, is worth the rate with its loading, and may be cashed out within limits. */
import { leaveKinds } from "@zesty/core/leave/kinds";
import { leaveWorth } from "@zesty/core/leave/leaveWorth";
import { decimal } from "@zesty/core/quantity/decimal";
import { employmentStandards } from "@zesty/core/rulebook/au/employmentStandards";
import { parentalPayAu } from "@zesty/core/rulebook/au/parentalPayAu";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { agreedLoading } from "../hours/agreements.ts";
import { hourlyRateOn } from "../hours/hourlyRate.ts";
import { personTimes } from "../hours/personTimes.ts";
import { refused } from "../leave/changeBalance.ts";
import type { LeaveOfCountry, WorthOf } from "../leave/leaveOfCountry.ts";
import { ratesOn } from "../row/ratesOn.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import { type DatedRecords, datedRecords } from "../store/dated.ts";

function worthAu(context: Context, businessId: number, day: string, records: DatedRecords): WorthOf {
  const ids = [...records.terms.keys()];
  const known = new Map(personTimes(context, businessId, ids, day, day).map((each) => [each.who.id, each]));
  const loadingOf = agreedLoading(context, businessId, ids, day);
  return (who, kind, hours) => {
    const person = known.get(who.id);
    const rate = person && hourlyRateOn(person, day);
    const basis = records.terms.get(who.id)?.basis;
    const loading = kind === "annual" ? (records.leave.get(who.id)?.loadingPercent ?? loadingOf(who.id, basis)) : null;
    return rate ? leaveWorth(hours, rate, loading) : null;
  };
}

/** Leave that is cashed out is paid as if it had been taken: at the rate of the day, with its loading (ss 93, 94). */
function cashedRate(
  context: Context,
  businessId: number,
  personId: number,
  name: string,
  kind: string,
): { rate?: string } {
  const day = todayAt(context, businessId);
  const held = ratesOn(context, businessId, [personId], day).get(personId);
  if (!held?.rate) throw refused("amount", `No hourly rate of ${name} is known. Enter one under People first.`);
  const { leave, terms } = datedRecords(context.store.db, [personId], day);
  const loading =
    kind === "annual"
      ? (leave.get(personId)?.loadingPercent ??
        agreedLoading(context, businessId, [personId], day)(personId, terms.get(personId)?.basis))
      : null;
  if (loading === null && held.from === "own") return {};
  return {
    rate: held.rate
      .times(decimal(loading ?? "0").plus(100))
      .div(100)
      .toDecimalPlaces(8)
      .toString(),
  };
}

function cashedElement(context: Context, businessId: number, kind: string): number {
  const standard =
    kind === "annual" ? "annualCashed" : kind === "personal" ? "personalCashed" : ("longServiceCashed" as const);
  return ensureElement(context, businessId, standardElements[standard]);
}

export const leaveAu: LeaveOfCountry = {
  arising: () => null,
  held: () => new Map(),
  limits(context, day) {
    const figures = context.rules.find(employmentStandards, day)?.figures;
    const pay = context.rules.find(parentalPayAu, day)?.figures;
    return Object.fromEntries(
      leaveKinds.flatMap(({ code, limit }) =>
        limit && figures
          ? [[code, { amount: figures[limit.figure], unit: "days" as const, per: limit.per }]]
          : code === "governmentParental" && pay
            ? [[code, { amount: pay.days, unit: "days" as const, per: "occasion" as const }]]
            : [],
      ),
    );
  },
  worth: (context, businessId, day, _people, records) => worthAu(context, businessId, day, records),
  cashOut: {
    kinds: ["annual", "personal", "long-service"],
    line: (context, { businessId, personId, name, kind, amount }) => ({
      elementId: cashedElement(context, businessId, kind),
      hours: amount,
      detail: { cashOut: true },
      ...cashedRate(context, businessId, personId, name, kind),
    }),
  },
};
