/** Leave that arises by service (Holidays Act 2003): what has arisen by today, and what will on days to come. */

import type { IsoDate } from "@zesty/core/calendar/dates";
import type { LeaveOn } from "@zesty/core/leave/forecast";
import { grantsBetween } from "@zesty/core/nz/entitlement";
import { type HolidayRules, holidayRules } from "@zesty/core/rulebook/nz/holidayRules";
import type { Context } from "../ground/context.ts";
import type { KnownPerson } from "../hours/personTimes.ts";
import type { Arising, LeaveOfCountry } from "../leave/leaveOfCountry.ts";
import { type DatedRecords, datedRecordsNz } from "../store/dated.ts";
import { firstPaidDays, hoursOfCasuals, type Ledger, ledgersNz } from "./ledger.ts";

export const arisingNz: LeaveOfCountry["arising"] = (context, people, records, { today, to }) => {
  const rules = context.rules.find(holidayRules, today)?.figures;
  if (!rules) return null;
  return new Map(
    [...ledgersNow(context, people, records, today, rules)].map(([id, ledger]): [number, Arising] => [
      id,
      { balances: ledger.balances, grants: grantsOf(ledger, today, to, rules) },
    ]),
  );
};

/** The ledgers with what has arisen by today, whether or not a pay wrote it down yet. */
function ledgersNow(
  context: Context,
  people: readonly KnownPerson[],
  records: DatedRecords,
  today: IsoDate,
  rules: HolidayRules,
) {
  const ids = people.map((each) => each.who.id);
  const terms = datedRecordsNz(context.store.db, ids, today).holidays;
  const paid = firstPaidDays(context, ids);
  const firstPaid = new Map(ids.map((id) => [id, paid.get(id) ?? today]));
  return ledgersNz(
    context,
    people.map((each) => each.who),
    today,
    terms,
    firstPaid,
    rules,
    hoursOfCasuals(context, ids, (id) => records.terms.get(id)?.basis),
  );
}

function grantsOf({ service }: Ledger, after: IsoDate, to: IsoDate, rules: HolidayRules) {
  const keeps = { annual: null, sick: rules.sick.carries, familyViolence: "0" } as const;
  const found = new Map<string, (LeaveOn & { keeps: string | null })[]>();
  for (const { kind, date, amount } of grantsBetween(service, after, to, rules))
    found.set(kind, [...(found.get(kind) ?? []), { date, amount, keeps: keeps[kind] }]);
  return found;
}
