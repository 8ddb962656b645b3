/** The leave ledger of New Zealand: balances in weeks and days, and the entitlements that arise by a day. */
import { addDays, addMonths, daysBetween, type IsoDate } from "@zesty/core/calendar/dates";
import {
  type AgreedHolidays,
  anniversaries,
  type Grant,
  grantsBetween,
  lapseAt,
  type Service,
} from "@zesty/core/nz/entitlement";
import type { PaidHours } from "@zesty/core/nz/hoursTest";
import { leaveKindNz } from "@zesty/core/nz/pay/elements";
import { decimal } from "@zesty/core/quantity/decimal";
import { fromE4, toE4 } from "@zesty/core/quantity/units";
import type { HolidayRules } from "@zesty/core/rulebook/nz/holidayRules";
import { and, inArray, isNull } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { Store } from "../store/open.ts";
import { closedown, holidayTerms, leaveEntry, type person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { serviceSaidNz } from "./serviceSaid.ts";
import { standingGrants, standingLapses } from "./standing.ts";
import { type UnpaidEntry, unpaidAhead } from "./unpaidAhead.ts";

type Who = Pick<typeof person.$inferSelect, "id" | "startDate" | "endDate">;
type Entry = typeof leaveEntry.$inferSelect;

/** An entry that sign-off writes: an entitlement that arose, what lapsed when it did, or one that came too early. */
export interface PendingEntry {
  kind: string;
  date: IsoDate;
  amountE4: number;
  why: "granted" | "lapsed" | "reversed";
}

export interface Ledger {
  entries: Entry[];
  service: Service;
  pending: PendingEntry[];
  /** after what is pending, in ten-thousandths of the kind's unit */
  balances: Map<string, number>;
}

/**
 * The ledgers of people up to a day, with the entitlements that arise by it.
 * @param hoursOfCasuals hours of pays of those whose days of leave hang on them
 * @param firstPaid start of each person's first period paid here: nothing is granted for a time before it
 */
export function ledgersNz(
  context: Context,
  people: readonly Who[],
  upTo: IsoDate,
  terms: ReadonlyMap<number, Pick<typeof holidayTerms.$inferSelect, "keepsAnniversary">>,
  firstPaid: ReadonlyMap<number, IsoDate>,
  rules: HolidayRules,
  hoursOfCasuals: ReadonlyMap<number, readonly PaidHours[]>,
): Map<number, Ledger> {
  const ids = people.map((each) => each.id);
  const agreed = agreedHolidays(context, ids);
  const ahead = unpaidAhead(context, ids, upTo);
  const entries = new Map<number, Entry[]>(ids.map((id) => [id, []]));
  const said = serviceSaidNz(context, ids);
  const anew = new Map<number, IsoDate[]>(ids.map((id) => [id, [said(id).anniversaryFrom ?? []].flat()]));
  for (let at = 0; at < ids.length; at += 500) {
    const some = ids.slice(at, at + 500);
    const rows = rowsOf(
      context.store.sqlite,
      leaveEntry,
      "WHERE t.person_id IN (SELECT value FROM json_each(?)) ORDER BY t.date, t.id",
      JSON.stringify(some),
    );
    for (const row of rows) entries.get(row.personId)?.push(row);
    for (const row of context.store.db
      .select()
      .from(closedown)
      .where(and(inArray(closedown.personId, some), isNull(closedown.undoneAt)))
      .all())
      if (row.anniversaryOn !== null) anew.get(row.personId)?.push(row.anniversaryOn);
  }
  return new Map(
    people.map((who) => {
      const own = entries.get(who.id) ?? [];
      const began = said(who.id).countsFrom ?? who.startDate;
      const service: Service = {
        // Service with an earlier employer, where it was agreed that it counts.
        startDate: began,
        endDate: who.endDate,
        agreed: agreed.get(who.id) ?? [],
        anewFrom: (anew.get(who.id) ?? []).toSorted(),
        unpaid: unpaidSpans([...own, ...(ahead.get(who.id) ?? [])].filter((each) => each.date >= began)),
        keepsAnniversary: terms.get(who.id)?.keepsAnniversary ?? false,
        paidHours: hoursOfCasuals.get(who.id),
        sickFrom: said(who.id).sickFrom,
      };
      const balances = new Map<string, number>();
      for (const entry of own) balances.set(entry.kind, (balances.get(entry.kind) ?? 0) + entry.amountE4);
      const pending = pendingEntries(own, service, firstPaid.get(who.id) ?? null, upTo, balances, rules);
      return [who.id, { entries: own, service, pending, balances }];
    }),
  );
}

/** What is agreed of holidays with each person, in order; of two words from one day the newer one. */
function agreedHolidays({ store }: Context, ids: readonly number[]): Map<number, AgreedHolidays[]> {
  const found = new Map<number, AgreedHolidays[]>();
  for (const { personId, from, withPay, annualWeeks, sickDays } of rowsOf(
    store.sqlite,
    holidayTerms,
    'WHERE t.person_id IN (SELECT value FROM json_each(?)) ORDER BY t."from", t.id',
    JSON.stringify(ids),
  )) {
    const before = (found.get(personId) ?? []).filter((each) => each.from !== from);
    found.set(personId, [...before, { from, withPay, annualWeeks, sickDays }]);
  }
  return found;
}

/** Unpaid leave as spans: what the ledger holds of it, one entry a pay; pays that follow each other are one span. */
function unpaidSpans(entries: readonly UnpaidEntry[]): Service["unpaid"] {
  const spans: { ended: IsoDate; weeks: string }[] = [];
  const moving = entries.filter((each) => leaveKindNz(each.kind)?.moves);
  for (const entry of moving.toSorted((a, b) => a.date.localeCompare(b.date))) {
    const last = spans.at(-1);
    const weeks = fromE4(-entry.amountE4);
    // One span only where everything between was unpaid too: single days of different pays are spans of their own.
    const between = last ? daysBetween(last.ended, entry.date) : 0;
    const follows = last && between <= 31 && weeks.times(7).gte(between - 0.5);
    if (last && follows) {
      last.weeks = decimal(last.weeks).plus(weeks).toString();
      last.ended = entry.date;
    } else spans.push({ ended: entry.date, weeks: weeks.toString() });
  }
  return spans;
}

const grantKinds = ["annual", "sick", "familyViolence"] as const;

/** Adds what arises up to a day to the balances, and says which entries that makes. */
function pendingEntries(
  entries: readonly Entry[],
  service: Service,
  firstPaid: IsoDate | null,
  upTo: IsoDate,
  balances: Map<string, number>,
  rules: HolidayRules,
): PendingEntry[] {
  const pending: PendingEntry[] = [];
  const grants = grantsBetween(service, null, upTo, rules);
  for (const kind of grantKinds) {
    const early = kind === "annual" ? cameTooEarly(entries, service, upTo, rules) : [];
    const standing = standingGrants(entries, kind).filter((entry) => !early.includes(entry));
    const known = entries
      .filter((entry) => entry.kind === kind && (entry.why === "opening" || standing.includes(entry)))
      .at(-1)?.date;
    const back = early.map(({ date, amountE4 }) => ({ kind, date, amountE4: -amountE4, why: "reversed" as const }));
    for (const entry of [...back, ...lapsedAnew(entries, standing, kind, known, rules)]) {
      pending.push(entry);
      balances.set(kind, (balances.get(kind) ?? 0) + entry.amountE4);
    }
    const after = known ?? (firstPaid !== null && service.startDate < firstPaid ? addDays(firstPaid, -1) : null);
    // Days by the hours test arise twelve months apart: hours that are corrected, and a basis that changed, move the test.
    const apart = service.paidHours && kind !== "annual" ? standing.at(-1)?.date : undefined;
    for (const grant of grants)
      if (
        grant.kind === kind &&
        (after === null || grant.date > after) &&
        (apart === undefined || grant.date >= addMonths(apart, 12))
      )
        pending.push(...entriesOf(grant, balances, rules));
  }
  return pending;
}

/**
 * Weeks that arose on an anniversary which unpaid leave has moved since: leave that was told late, typed, or taken back
 * again (Holidays Act 2003, s 16). They arise on the day that it moved to, and not a second time.
 */
function cameTooEarly(
  entries: readonly Entry[],
  service: Service,
  upTo: IsoDate,
  rules: HolidayRules,
): readonly Entry[] {
  const days = anniversaries(service, upTo, rules);
  return standingGrants(entries, "annual").filter((entry) => {
    if (entry.date <= service.startDate || entry.date > upTo || days.includes(entry.date)) return false;
    const then = unpaidSpans(entries.filter(({ id, date }) => id < entry.id && date >= service.startDate));
    return anniversaries({ ...service, unpaid: then }, upTo, rules).includes(entry.date);
  });
}

/**
 * What lapsed with the last days that arose, by what is known of the days before it by now: a day of sick leave that is
 * told late, or was taken in the pay that granted, was none of the unused ones.
 */
function lapsedAnew(
  entries: readonly Entry[],
  standing: readonly Entry[],
  kind: (typeof grantKinds)[number],
  granted: IsoDate | undefined,
  rules: HolidayRules,
): PendingEntry[] {
  const own = entries.filter((entry) => entry.kind === kind);
  if (kind === "annual" || !standing.some((entry) => entry.date === granted)) return [];
  const sumOf = (some: readonly Entry[]) => some.reduce((sum, entry) => sum + entry.amountE4, 0);
  const unused = fromE4(sumOf(own.filter((entry) => entry.date < (granted ?? ""))));
  const more = -toE4(lapseAt(kind, unused, rules)) - sumOf(standingLapses(own, kind, granted ?? ""));
  return more === 0 ? [] : [{ kind, date: granted ?? "", amountE4: more, why: "lapsed" }];
}

export function entriesOf(grant: Grant, balances: Map<string, number>, rules: HolidayRules): PendingEntry[] {
  const { kind, date } = grant;
  const unused = fromE4(balances.get(kind) ?? 0);
  const lapsed = grant.lapses ? lapseAt(kind, unused, rules) : decimal(0);
  const made: PendingEntry[] = [];
  if (lapsed.gt(0)) made.push({ kind, date, amountE4: -toE4(lapsed), why: "lapsed" });
  made.push({ kind, date, amountE4: toE4(decimal(grant.amount)), why: "granted" });
  for (const entry of made) balances.set(kind, (balances.get(kind) ?? 0) + entry.amountE4);
  return made;
}

/** Hours of the signed-off pays of casuals, by pay period: what the hours test of the Holidays Act asks for. */
export function hoursOfCasuals(
  { store }: Context,
  personIds: readonly number[],
  basisOf: (personId: number) => string | undefined,
): Map<number, PaidHours[]> {
  const casuals = personIds.filter((id) => basisOf(id) === "casual");
  const found = new Map<number, PaidHours[]>(casuals.map((id) => [id, []]));
  if (casuals.length === 0) return found;
  const rows = store
    .prepared<[string], PaidHours & { personId: number }>(
      `SELECT s.person_id AS personId, r.period_start AS start, r.period_end AS end,
         CAST(json_extract(s.snapshot, '$.figures.hours') AS TEXT) AS hours
       FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
       WHERE s.kind = 'pay' AND r.state <> 'takenBack' AND s.person_id IN (SELECT value FROM json_each(?))`,
    )
    .all(JSON.stringify(casuals));
  for (const { personId, ...paid } of rows) found.get(personId)?.push(paid);
  for (const { personId, ...paid } of hoursBefore(store, casuals)) found.get(personId)?.push(paid);
  return found;
}

/** Hours of the time before this program: what was earned, by the first hourly rate that is on record here (reading H7b). */
const hoursBefore = ({ sqlite }: Store, personIds: readonly number[]): (PaidHours & { personId: number })[] =>
  sqlite
    .prepare<[string], PaidHours & { personId: number }>(
      `SELECT e.person_id AS personId, e.start AS start, e."end" AS "end",
         CAST(e.gross_cents * 100.0 / (SELECT t.hourly_rate_e4 FROM employment_terms t
           WHERE t.person_id = e.person_id AND t.hourly_rate_e4 > 0 ORDER BY t."from", t.id LIMIT 1) AS TEXT) AS hours
       FROM past_earnings e WHERE e.person_id IN (SELECT value FROM json_each(?))
         AND EXISTS (SELECT 1 FROM employment_terms t WHERE t.person_id = e.person_id AND t.hourly_rate_e4 > 0)`,
    )
    .all(JSON.stringify(personIds));

/** First day of each person's first period that was paid here. */
export function firstPaidDays(context: Context, personIds: readonly number[]): Map<number, IsoDate> {
  const rows = context.store.sqlite
    .prepare<[string], { personId: number; first: string }>(
      `SELECT s.person_id AS personId, MIN(r.period_start) AS first FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
       WHERE s.kind = 'pay' AND r.state <> 'takenBack' AND s.person_id IN (SELECT value FROM json_each(?))
       GROUP BY s.person_id`,
    )
    .all(JSON.stringify(personIds));
  return new Map(rows.map((row) => [row.personId, row.first]));
}
