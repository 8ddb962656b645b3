/** What an ordinary week of people accrues from a day on, by the terms, the leave and the basis that are on record. */
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import type { CountryCode } from "@zesty/core/countries/countries";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { leaveAccrual } from "@zesty/core/leave/accrual";
import type { Accruing } from "@zesty/core/leave/forecast";
import { fromE4 } from "@zesty/core/quantity/units";
import { figure } from "@zesty/core/working/figure";
import type { Context } from "../ground/context.ts";
import { byPerson, type TermsFrom, termsTo } from "../hours/weeksFrom.ts";
import { leaveTerms } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

interface Someone {
  id: number;
  endDate: IsoDate | null;
  country: CountryCode;
  /** the first day that is asked about */
  since: IsoDate;
}
type Leave = typeof leaveTerms.$inferSelect;

/** @returns by person and kind, each from its day until the next; what changes after `to` is left out */
export function accruingOf(context: Context, people: readonly Someone[], to: IsoDate) {
  const ids = people.map((each) => each.id);
  const tail = `WHERE t.person_id IN (SELECT value FROM json_each(?)) AND t."from" <= ? ORDER BY t."from", t.id`;
  const terms = termsTo(context, ids, to);
  const leave = byPerson(rowsOf(context.store.sqlite, leaveTerms, tail, JSON.stringify(ids), to), ids);
  return new Map(people.map((who) => [who.id, ofPerson(who, terms.get(who.id) ?? [], leave.get(who.id) ?? [])]));
}

function ofPerson(who: Someone, terms: readonly TermsFrom[], leave: readonly Leave[]): Map<string, Accruing[]> {
  const found = new Map<string, Accruing[]>();
  const kinds = new Set(leave.flatMap((row) => row.entitlements.map((each) => each.kind)));
  const changes = [...terms, ...leave].map((row) => row.from).filter((day) => day > who.since);
  const end = who.endDate === null ? [] : [addDays(who.endDate, 1)];
  for (const from of [...new Set([who.since, ...changes, ...end])].sort()) {
    const isOver = who.endDate !== null && from > who.endDate;
    const held = isOver ? undefined : terms.findLast((row) => row.from <= from);
    const week = perWeek(who.country, held, isOver ? undefined : leave.findLast((row) => row.from <= from));
    for (const kind of kinds) found.set(kind, [...(found.get(kind) ?? []), { from, perWeek: week.get(kind) ?? "0" }]);
  }
  return found;
}

/** Of an ordinary week by what holds on one day. */
function perWeek(country: CountryCode, terms: TermsFrom | undefined, leave: Leave | undefined): Map<string, string> {
  const weeklyHours = fromE4(terms?.weeklyHoursE4 ?? 0);
  const week = figure("An ordinary week", weeklyHours, "hours");
  const basis = { cycle: "weekly" as const, periods: 1, weeklyHours };
  return new Map(
    (leave?.entitlements ?? [])
      .filter(({ kind }) => !(terms?.basis === "casual" && leaveKindIn(country, kind).notForCasuals))
      .map((entitled) => [entitled.kind, leaveAccrual(entitled, week, basis).value.toString()]),
  );
}
