/** Leave of Australia: it accrues with pays, is worth the rate with its loading, and may be cashed out within limits. */
import { leaveWorth } from "@zesty/core/leave/leaveWorth";
import type { Context } from "../context.ts";
import { refused } from "../leave/changeBalance.ts";
import type { LeaveOfCountry, WorthOf } from "../leave/leaveOfCountry.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import type { DatedRecords } from "../store/dated.ts";
import { hourlyRateOn } from "../time/hourlyRate.ts";
import { personTimes } from "../time/personTimes.ts";

function worthAu(context: Context, businessId: number, day: string, records: DatedRecords): WorthOf {
  const ids = [...records.terms.keys()];
  const known = new Map(personTimes(context, businessId, ids, day, day).map((each) => [each.who.id, each]));
  return (who, kind, hours) => {
    const person = known.get(who.id);
    const rate = person && hourlyRateOn(person, day);
    const loading = kind === "annual" ? (records.leave.get(who.id)?.loadingPercent ?? null) : null;
    return rate ? leaveWorth(hours, rate, loading) : null;
  };
}

/** Who has no rate of their own is paid at the level's; who has none at all is not paid at nought. */
function levelRate(context: Context, businessId: number, personId: number, name: string): { rate?: string } {
  const day = context.clock.today();
  const [known] = personTimes(context, businessId, [personId], day, day);
  if (known?.agreedRate) return {};
  const rate = known && hourlyRateOn(known, day);
  if (!rate) throw refused("amount", `No hourly rate of ${name} is known. Enter one under People first.`);
  return { rate: rate.toString() };
}

function cashedElement(context: Context, businessId: number, kind: string): number {
  const standard =
    kind === "annual" ? "annualCashed" : kind === "personal" ? "personalCashed" : ("longServiceCashed" as const);
  return ensureElement(context, businessId, standardElements[standard]);
}

export const leaveAu: LeaveOfCountry = {
  arising: () => null,
  worth: (context, businessId, day, _people, records) => worthAu(context, businessId, day, records),
  cashOut: {
    kinds: ["annual", "personal", "long-service"],
    line: (context, { businessId, personId, name, kind, amount }) => ({
      elementId: cashedElement(context, businessId, kind),
      hours: amount,
      detail: { cashOut: true },
      ...levelRate(context, businessId, personId, name),
    }),
  },
};
