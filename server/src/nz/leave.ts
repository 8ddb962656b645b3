/** Leave of New Zealand: it arises by service, is worth what the Holidays Act pays, and a week a year may be cashed up. */
import type { LeaveLimit } from "@zesty/contract/leave";
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { alternativeWorthNz, annualWorthNz } from "@zesty/core/nz/leaveWorth";
import { type LeaveKindNz, leaveKindsNz } from "@zesty/core/nz/pay/elements";
import { holidayRules } from "@zesty/core/rulebook/nz/holidayRules";
import { parentalLeaveNz } from "@zesty/core/rulebook/nz/parentalLeaveNz";
import { and, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { Who } from "../ground/findRun.ts";
import { cannot } from "../ground/problem.ts";
import { elementsOf } from "../hours/elementsOfTime.ts";
import type { LeaveOfCountry, WorthOf } from "../leave/leaveOfCountry.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import type { DatedRecords } from "../store/dated.ts";
import { payCycle, payElement } from "../store/schema.ts";
import { heldNz } from "./alternativeLots.ts";
import { arisingNz } from "./leaveByService.ts";
import { nzRows } from "./personFacts.ts";

/** The holiday facts of the day after, as if everybody left then. */
function worthNz(
  context: Context,
  businessId: number,
  day: string,
  people: readonly Who[],
  records: DatedRecords,
): WorthOf {
  const rules = context.rules.find(holidayRules, day)?.figures;
  if (!rules)
    throw cannot("missing-table", `The rule book has no holiday rules for ${dateWords(day)}. Load them first.`, {
      mend: "/set-up/rules",
    });
  const cycles = new Map(
    context.store.db
      .select()
      .from(payCycle)
      .where(eq(payCycle.businessId, businessId))
      .all()
      .map((each) => [each.id, each]),
  );
  const after = addDays(day, 1);
  const elements = elementsOf(context, businessId);
  const parts = new Map(
    [...cycles.values()].flatMap((cycle) => {
      const own = people.filter((each) => records.terms.get(each.id)?.cycleId === cycle.id);
      const days = { businessId, kind: "cycle" as const, periodStart: after, periodEnd: after, payday: after };
      const run = { ...days, cycle: cycle.cycle as Parameters<typeof nzRows>[1]["cycle"] };
      return own.length === 0 ? [] : [...nzRows(context, run, own, records, elements).parts];
    }),
  );
  return (who, kind, amount) => {
    const facts = parts.get(who.id)?.holidays;
    if (!facts) throw new Error(`Person ${who.id} has no holiday facts.`);
    // Where daily pay varies it is the average; else what a day would bring hangs on the rate.
    if (facts.hourlyRate === null && !facts.varies && amount.gt(0)) return null;
    return kind === "annual" ? annualWorthNz(amount, facts, rules) : alternativeWorthNz(amount, facts);
  };
}

function cashUpElement(context: Context, businessId: number): number {
  const own = context.store.db
    .select({ id: payElement.id })
    .from(payElement)
    .where(and(eq(payElement.businessId, businessId), eq(payElement.element, "cashUp")))
    .get();
  return own?.id ?? ensureElement(context, businessId, standardElements.cashUp);
}

export const leaveNz: LeaveOfCountry = {
  arising: arisingNz,
  limits(context, day) {
    const days = context.rules.find(holidayRules, day)?.figures.bereavementDays;
    const weeks = context.rules.find(parentalLeaveNz, day)?.figures;
    const most: Partial<Record<NonNullable<LeaveKindNz["limit"]>, string>> = {
      ...(days && { bereavementDays: days.close, bereavementOtherDays: days.other }),
      ...weeks,
    };
    return Object.fromEntries(
      leaveKindsNz.flatMap(({ code, limit, unit }): [string, LeaveLimit][] => {
        const amount = limit && most[limit];
        return amount ? [[code, { amount, unit, per: "occasion" }]] : [];
      }),
    );
  },
  held: heldNz,
  worth: worthNz,
  cashOut: {
    kinds: ["annual", "alternative"],
    line(context, { businessId, kind, amount, agreed }) {
      if (kind === "annual") return { elementId: cashUpElement(context, businessId), units: amount };
      // s 61(2): the sum is what both agree on; none is made up here.
      if (agreed === null)
        throw cannot("leave-refused", "Type the sum that was agreed for these days.", {
          errors: [{ path: "agreed", text: "Type the sum that was agreed for these days." }],
        });
      const elementId = ensureElement(context, businessId, standardElements.alternativeExchanged);
      return { elementId, units: amount, amount: agreed };
    },
  },
};
