/** Alternative holidays that a person has: each by the public holiday it arose on, from the ledger of leave. */
import type { HeldLeave } from "@zesty/contract/leave";
import type { IsoDate } from "@zesty/core/calendar/dates";
import { holidayOnNz } from "@zesty/core/calendar/holidaysNz";
import { type AlternativeHoliday, alternativeHolidays } from "@zesty/core/nz/alternativeHolidays";
import { worksOn } from "@zesty/core/nz/finalHolidayPay";
import { fromE4 } from "@zesty/core/quantity/units";
import { alternativeHolidayRules } from "@zesty/core/rulebook/nz/alternativeHolidayRules";
import type { Context } from "../ground/context.ts";
import { swapsOf } from "../hours/swappedHolidays.ts";
import type { LeaveOfCountry } from "../leave/leaveOfCountry.ts";
import { workPlace } from "../setup/places.ts";
import { leaveEntry } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

type Entry = Pick<typeof leaveEntry.$inferSelect, "kind" | "date" | "amountE4" | "why" | "reason">;

/** @param entries of one person, of any kind, in the order of their days */
export function alternativeLots(context: Context, entries: readonly Entry[], on: IsoDate): AlternativeHoliday[] {
  const rules = context.rules.find(alternativeHolidayRules, on)?.figures;
  const own = entries.filter((each) => each.kind === "alternative");
  return rules && own.length > 0
    ? alternativeHolidays(
        own.map(({ date, amountE4, why, reason }) => ({ date, days: fromE4(amountE4), why, reason })),
        rules,
      )
    : [];
}

/** Those of several people, as the page of leave shows them. */
export const heldNz: LeaveOfCountry["held"] = (context, people, records, today) => {
  const found = new Map<number, HeldLeave[]>();
  const rows = rowsOf(
    context.store.sqlite,
    leaveEntry,
    "WHERE t.kind = 'alternative' AND t.person_id IN (SELECT value FROM json_each(?)) ORDER BY t.date, t.id",
    JSON.stringify(people.map((each) => each.who.id)),
  );
  const swaps = swapsOf(
    context,
    people.map((each) => each.who.id),
  );
  const provinces = new Map<number | null, string>();
  for (const { who, time } of people) {
    const placeId = records.terms.get(who.id)?.placeId ?? null;
    const province = provinces.get(placeId) ?? workPlace(context, who.businessId, placeId);
    provinces.set(placeId, province);
    const own = rows.filter((each) => each.personId === who.id);
    const lots = alternativeLots(context, own, today).map(
      ({ on, left, why, reason, exchangeFrom, noticeDays }): HeldLeave => ({
        ...{ kind: "alternative", on, left: left.toString(), exchangeFrom, noticeDays },
        words:
          swaps.get(who.id)?.find((each) => each.substitute === on)?.name ??
          (holidayOnNz(on, province, worksOn(time)) ?? holidayOnNz(on, province))?.name ??
          reason ??
          (why === "opening" ? "brought along" : "worked in the pay period"),
      }),
    );
    if (lots.length > 0) found.set(who.id, lots);
  }
  return found;
};
