/** Cycles, funds, places, cost centres and accounts: changed, retired, and what each of them touches. */

import type { ChangePlace, ListName, ListValues } from "@zesty/contract/lists";
import type { OwnField } from "@zesty/contract/ownFacts";
import { signedStates } from "@zesty/contract/runStates";
import { dateWords } from "@zesty/core/calendar/dates";
import { keepsOwnDays, regionsOf } from "@zesty/core/calendar/holidayWindows";
import { districtsIn, noDistrict, placeDaysFault } from "@zesty/core/calendar/placeDays";
import { and, eq, ne } from "drizzle-orm";
import type { SQLiteTable } from "drizzle-orm/sqlite-core";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { datedRecords } from "../store/dated.ts";
import {
  costCentre,
  employerCost,
  fund,
  ledgerAccount,
  ownField,
  payCycle,
  payElement,
  payRun,
  person,
  place,
} from "../store/schema.ts";
import { sqlList } from "../store/sqlList.ts";
import { rowsOf } from "../store/statements.ts";
import { record } from "../store/trail.ts";
import { noOtherDefault } from "./funds.ts";

const tables = {
  cycles: payCycle,
  funds: fund,
  places: place,
  "cost-centres": costCentre,
  "own-fields": ownField,
  accounts: ledgerAccount,
} as const;
const words: Record<ListName, string> = {
  cycles: "pay cycle",
  funds: "fund",
  places: "place of work",
  "cost-centres": "cost centre",
  "own-fields": "fact",
  accounts: "ledger account",
};

/** How many people, or pay elements and costs, use each entry now or will: by the entry's id. */
export function usesOf(context: Context, businessId: number): Record<ListName, Map<number, number>> {
  const { db, sqlite } = context.store;
  const today = todayAt(context, businessId);
  const ofBusiness = <T extends SQLiteTable>(table: T) => rowsOf(sqlite, table, "WHERE t.business_id = ?", businessId);
  const here = ofBusiness(person)
    .filter((each) => each.endDate === null || each.endDate >= today)
    .map((each) => each.id);
  const { terms, super: chosen } = datedRecords(db, here, "9999-12-31");
  const counted = (ids: Iterable<number | null | undefined>): Map<number, number> => {
    const found = new Map<number, number>();
    for (const id of ids) if (id != null) found.set(id, (found.get(id) ?? 0) + 1);
    return found;
  };
  const all = [...terms.values()];
  const elements = ofBusiness(payElement);
  const costs = ofBusiness(employerCost);
  const newestCosts = new Map(costs.toSorted((a, b) => (a.from < b.from ? -1 : 1)).map((each) => [each.code, each]));
  const accounts = ofBusiness(ledgerAccount);
  const posted = Object.values(findBusiness(context, businessId).postings);
  return {
    cycles: counted(all.map((each) => each.cycleId)),
    funds: counted(
      [...chosen.values()].flatMap((each) => [each.fundId, ...(each.shares ?? []).map((share) => share.fundId)]),
    ),
    places: counted(
      [...all, ...[...newestCosts.values()].filter((each) => Number(each.percent) > 0)].map((each) => each.placeId),
    ),
    "cost-centres": counted(
      all.flatMap((each) => each.costSplit?.map((part) => part.costCentreId) ?? [each.costCentreId]),
    ),
    "own-fields": counted(
      db
        .select({ id: person.id, facts: person.ownFacts })
        .from(person)
        .where(eq(person.businessId, businessId))
        .all()
        .flatMap(({ id, facts }) => (here.includes(id) ? Object.keys(facts ?? {}).map(Number) : [])),
    ),
    accounts: new Map(
      accounts.map(({ id, code }) => [
        id,
        elements.filter((each) => !each.retired && each.account === code).length +
          costs.filter((each) => each.expense === code || each.payable === code).length +
          posted.filter((each) => each === code).length,
      ]),
    ),
  };
}

/** Open runs are worked out again by the caller; what was signed off stays as it was. */
export function changeEntry<List extends ListName>(
  context: Context,
  actor: Actor,
  businessId: number,
  list: List,
  entryId: number,
  wanted: ListValues[List],
): void {
  const { db } = context.store;
  const table = tables[list] as typeof payCycle;
  context.withLeaveLaidAnew(actor, businessId, null, () => {
    const before = db.select().from(table).where(eq(table.id, entryId)).get();
    if (before?.businessId !== businessId) throw notFound(words[list]);
    const twin = db
      .select({ id: table.id })
      .from(table)
      .where(and(eq(table.businessId, businessId), eq(table.name, wanted.name), ne(table.id, entryId)))
      .get();
    if (twin && list !== "accounts")
      refuse("name", `A ${words[list]} is called ${wanted.name} already. Choose another name.`);
    if ("state" in wanted) demandPlace(context, businessId, wanted);
    // What is written under a fact of the business's own stays where it is.
    if (wanted.retired && !before.retired && list !== "own-fields") demandUnused(context, businessId, list, before);
    if ("isDefault" in wanted && wanted.isDefault) noOtherDefault(context, businessId);
    db.update(table).set(wanted).where(eq(table.id, entryId)).run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: `${wanted.retired && !before.retired ? "retired" : "changed"} ${words[list]}`,
      about: wanted.name,
      change: { before, after: wanted },
    });
  });
}

function demandUnused(context: Context, businessId: number, list: ListName, entry: { id: number; name: string }): void {
  const uses = usesOf(context, businessId)[list].get(entry.id) ?? 0;
  const [one, several] =
    list === "accounts"
      ? ["posting", "postings"]
      : list === "places"
        ? ["person or cost set aside", "people or costs set aside"]
        : ["person", "people"];
  const what = uses === 1 ? one : several;
  if (uses > 0)
    refuse("retired", `${entry.name} is used by ${uses} ${what}. Choose another ${words[list]} for them first.`);
  if (list !== "cycles") return;
  const open = context.store.db
    .select({ payday: payRun.payday })
    .from(payRun)
    .where(and(eq(payRun.cycleId, entry.id), eq(payRun.state, "open")))
    .get();
  if (open)
    refuse("retired", `The run of ${entry.name} for payday ${open.payday} is open. Sign it off or discard it first.`);
  const left = unpaidIn(context, businessId, entry.id);
  if (left)
    refuse(
      "retired",
      `${left.name} is paid by ${entry.name} until ${dateWords(left.last)}, and no run has paid that yet. Sign that run off first, or let the change count from its first day.`,
    );
}

/** Somebody other than a casual who has changed to another cycle, with days in this one that none of its runs has paid. */
const unpaidIn = ({ store }: Context, businessId: number, cycleId: number) =>
  store
    .prepared<[number, number], { name: string; last: string }>(
      `WITH change AS (
         SELECT t.person_id, t.cycle_id, t.basis, t."from", date(LEAD(t."from") OVER (PARTITION BY t.person_id ORDER BY t."from", t.id), '-1 day') AS last
         FROM employment_terms t JOIN person p ON p.id = t.person_id WHERE p.business_id = ?)
       SELECT p.given_name || ' ' || p.family_name AS name, MIN(c.last, coalesce(p.end_date, c.last)) AS last
       FROM change c JOIN person p ON p.id = c.person_id JOIN pay_cycle y ON y.id = c.cycle_id
       WHERE c.cycle_id = ? AND c.basis NOT IN ('casual', 'contractor') AND c.last >= c."from" AND c.last >= p.start_date AND c.last >= y.first_period_start
         AND NOT EXISTS (SELECT 1 FROM pay_run r WHERE r.cycle_id = y.id AND r.kind = 'cycle'
           AND r.state IN (${sqlList(signedStates)}) AND r.period_end >= MIN(c.last, coalesce(p.end_date, c.last)))
       ORDER BY 2 DESC LIMIT 1`,
    )
    .get(businessId, cycleId);

function refuse(path: string, text: string): never {
  throw cannot("list-entry", text, { errors: [{ path, text }] });
}

function demandPlace(
  context: Context,
  businessId: number,
  { state, district, days }: Omit<ChangePlace, "name" | "retired">,
): void {
  const { country } = findBusiness(context, businessId);
  const known = regionsOf(country);
  if (!known.includes(state)) refuse("state", `“${state}” is none of ${known.join(", ")}.`);
  const districts = districtsIn(state);
  if (district !== null && district !== noDistrict && !districts.includes(district))
    refuse("district", `“${district}” is no district of ${state} with days of its own.`);
  const fault = placeDaysFault(days);
  if (fault) refuse("days", fault);
  // Holidays of New Zealand follow the person, with days off in lieu of their own law.
  if (days.trim() !== "" && !keepsOwnDays(country))
    refuse("days", "A place has no days of its own here: its holidays follow its province. Take the lines out.");
}

export function addOwnField(context: Context, actor: Actor, businessId: number, wanted: OwnField): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const twin = db
      .select({ id: ownField.id })
      .from(ownField)
      .where(and(eq(ownField.businessId, businessId), eq(ownField.name, wanted.name)))
      .get();
    if (twin) refuse("name", `A fact is called ${wanted.name} already. Choose another name.`);
    db.insert(ownField)
      .values({ ...wanted, businessId })
      .run();
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId },
      ...{ what: "added fact of people", about: wanted.name },
    });
  });
}

export function addPlace(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: Omit<ChangePlace, "retired">,
): void {
  const { db } = context.store;
  context.withLeaveLaidAnew(actor, businessId, null, () => {
    demandPlace(context, businessId, wanted);
    const twin = db
      .select({ id: place.id })
      .from(place)
      .where(and(eq(place.businessId, businessId), eq(place.name, wanted.name)))
      .get();
    if (twin) refuse("name", `A place of work is called ${wanted.name} already. Choose another name.`);
    db.insert(place)
      .values({ ...wanted, businessId })
      .run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "added place of work",
      about: `${wanted.name}, ${wanted.state}`,
    });
  });
}
