/** What leave not taken is worth, by person and kind, on a day and as it moved since another; and its journal. */
import type { LeaveWorthView } from "@zesty/contract/leave";
import { dateWords, daysBetween, isDate } from "@zesty/core/calendar/dates";
import { leaveKindIn, leaveKindsIn } from "@zesty/core/countries/leave";
import { overCentres } from "@zesty/core/leave/leaveWorth";
import { type Decimal, decimal } from "@zesty/core/quantity/decimal";
import { centsOf, centsText, fromE4 } from "@zesty/core/quantity/units";
import { stringify } from "csv-stringify/sync";
import { and, desc, eq } from "drizzle-orm";
import { plainCell } from "../documents/journalCsv.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { accountNames, type GatheredLine, gatherLines } from "../ground/journalLines.ts";
import { cannot } from "../ground/problem.ts";
import { centreCodes } from "../row/rowFacts.ts";
import { accountAs, ensureAccount } from "../setup/ensureElement.ts";
import { datedRecords } from "../store/dated.ts";
import { journal, journalLine, person } from "../store/schema.ts";
import { brokenAmong } from "../store/seals.ts";
import { record } from "../store/trail.ts";

type Who = typeof person.$inferSelect;

/** The accounts that leave is posted to: a business that has them under numbers of an earlier version keeps those. */
const leaveAccounts = (context: Context, businessId: number) => ({
  expense: accountAs(context, businessId, { code: "6300", earlier: "6-1300", name: "Leave expense" }),
  provision: accountAs(context, businessId, { code: "2500", earlier: "2-1500", name: "Leave provision" }),
});

interface Worth {
  who: Who;
  kind: string;
  amount: Decimal;
  cents: number;
  /** what it rests on; null where no rate is known, and then nothing is said of its worth */
  why: string | null;
  centres: { code: string | null; percent: string }[];
}

const keyOf = ({ who, kind }: Pick<Worth, "who" | "kind">) => `${who.id} ${kind}`;

/** Leave owed in money on a day, whoever is employed on it; in order of names and kinds. */
function worthOn(context: Context, businessId: number, day: string): Worth[] {
  const { db } = context.store;
  const { country } = findBusiness(context, businessId);
  const people = db
    .select()
    .from(person)
    .where(eq(person.businessId, businessId))
    .all()
    .filter((each) => each.startDate <= day && (each.endDate === null || each.endDate >= day))
    .sort((a, b) => a.familyName.localeCompare(b.familyName) || a.givenName.localeCompare(b.givenName));
  const ids = people.map((each) => each.id);
  const records = datedRecords(db, ids, day);
  const codes = centreCodes(context, businessId);
  const worthOf = context.country(country).leave.worth(context, businessId, day, people, records);
  const balances = balancesOn(context, ids, day);
  return people.flatMap((who) => {
    const terms = records.terms.get(who.id);
    if (!terms || terms.basis === "contractor") return [];
    const split = terms.costSplit ?? (terms.costCentreId ? [{ costCentreId: terms.costCentreId, percent: "100" }] : []);
    const centres = split.map((each) => ({ code: codes.get(each.costCentreId) ?? null, percent: each.percent }));
    return leaveKindsIn(country)
      .filter((kind) => kind.owed)
      .flatMap((kind): Worth[] => {
        const amount = fromE4(balances.get(who.id)?.get(kind.code) ?? 0);
        const worth = worthOf(who, kind.code, amount);
        const cents = worth ? centsOf(worth.value.toFixed(2)) : 0;
        if (amount.isZero() && cents === 0) return [];
        const why = worth && (worth.working().formula ?? "");
        return [
          {
            who,
            kind: kind.code,
            amount,
            cents,
            why,
            centres: centres.length > 0 ? centres : [{ code: null, percent: "100" }],
          },
        ];
      });
  });
}

/** Balances of the ledger at the end of a day, by person and kind. */
function balancesOn({ store }: Context, ids: readonly number[], day: string): Map<number, Map<string, number>> {
  const found = new Map<number, Map<string, number>>(ids.map((id) => [id, new Map()]));
  for (const { personId, kind, e4 } of store
    .prepared<[string, string], { personId: number; kind: string; e4: number }>(
      `SELECT person_id AS personId, kind, SUM(hours_e4) AS e4 FROM leave_entry
       WHERE person_id IN (SELECT value FROM json_each(?)) AND date <= ? GROUP BY person_id, kind`,
    )
    .all(JSON.stringify(ids), day))
    found.get(personId)?.set(kind, e4);
  return found;
}

export function readWorth(context: Context, businessId: number, from: string, to: string): LeaveWorthView {
  if (!isDate(from) || !isDate(to) || from > to || daysBetween(from, to) > 800) {
    const text = "Leave liability is shown from one day to a later one, at most two years on.";
    throw cannot("worth-days", text, { errors: [{ path: "from", text }] });
  }
  const { country } = findBusiness(context, businessId);
  const before = worthOn(context, businessId, from);
  const after = worthOn(context, businessId, to);
  const [was, is] = [before, after].map((all) => new Map(all.map((each) => [keyOf(each), each]))) as [
    Map<string, Worth>,
    Map<string, Worth>,
  ];
  const all = [...new Map([...before, ...after].map((each) => [keyOf(each), each])).values()];
  const last = context.store.db
    .select()
    .from(journal)
    .where(and(eq(journal.businessId, businessId), eq(journal.kind, "leave")))
    .orderBy(desc(journal.id))
    .get();
  return {
    from,
    to,
    rows: all.map((each) => {
      const [old, now] = [was.get(keyOf(each)), is.get(keyOf(each))];
      return {
        personId: each.who.id,
        name: `${each.who.givenName} ${each.who.familyName}`,
        kind: leaveKindIn(country, each.kind).code,
        before: { amount: old?.amount.toString() ?? "0", cents: old?.cents ?? 0 },
        after: { amount: now?.amount.toString() ?? "0", cents: now?.cents ?? 0, why: now?.why ?? "" },
      };
    }),
    posting: linesOf(context, businessId, postingOf(context, businessId, after)),
    unknown: unknownIn(after),
    posted: last ? { id: last.id, date: last.date, reference: last.reference } : null,
    broken: brokenAmong(context.store, {
      leave: entriesOf(context, businessId, "e.signed_pay_id IS NULL"),
      laterLeave: entriesOf(context, businessId, "e.signed_pay_id IS NOT NULL AND e.reason IS NOT NULL"),
    }),
  };
}

/** Whose leave cannot be told in money. */
const unknownIn = (worth: readonly Worth[]): string[] =>
  [...new Set(worth.filter((each) => each.why === null).map(({ who }) => `${who.givenName} ${who.familyName}`))].map(
    (name) => `No hourly rate of ${name} is known: enter one under People, or the level's rate in Set-up, Agreements.`,
  );

/** @param which those of no pay, or those that came to a pay afterwards */
const entriesOf = ({ store }: Context, businessId: number, which: string): number[] =>
  store
    .prepared<[number], { id: number }>(
      `SELECT e.id AS id FROM leave_entry e JOIN person p ON p.id = e.person_id
       WHERE p.business_id = ? AND ${which}`,
    )
    .all(businessId)
    .map((each) => each.id);

interface Moved {
  centre: string | null;
  cents: number;
}

/** What the provision is short of, by cost centre: the worth less all that was posted before. */
function postingOf(context: Context, businessId: number, worth: readonly Worth[]): Moved[] {
  const wanted = new Map<string | null, number>();
  const add = (code: string | null, cents: number) => wanted.set(code, (wanted.get(code) ?? 0) + cents);
  for (const each of worth) for (const part of overCentres(each.cents, each.centres)) add(part.code, part.cents);
  for (const row of context.store
    .prepared<[number, string], { centre: string | null; cents: number }>(
      `SELECT l.cost_centre AS centre, SUM(l.credit_cents - l.debit_cents) AS cents
       FROM journal_line l JOIN journal j ON j.id = l.journal_id
       WHERE j.business_id = ? AND j.kind = 'leave' AND l.account = ? GROUP BY l.cost_centre`,
    )
    .all(businessId, leaveAccounts(context, businessId).provision.code))
    add(row.centre, -row.cents);
  return [...wanted].filter(([, cents]) => cents !== 0).map(([centre, cents]) => ({ centre, cents }));
}

function linesOf(context: Context, businessId: number, moved: readonly Moved[]): GatheredLine[] {
  const { expense, provision } = leaveAccounts(context, businessId);
  const names = new Map([
    [expense.code, expense.name],
    [provision.code, provision.name],
    ...accountNames(context, businessId),
  ]);
  return gatherLines(
    moved.flatMap(({ centre: costCentre, cents }) => {
      const [up, down] = [Math.max(cents, 0), Math.max(-cents, 0)];
      return [
        { account: expense.code, costCentre, debitCents: up, creditCents: down },
        { account: provision.code, costCentre, debitCents: down, creditCents: up },
      ];
    }),
    names,
  );
}

/** Posts what leave moved up to a day, against all earlier postings: once more on the same day posts nothing. */
export function postWorth(context: Context, actor: Actor, businessId: number, on: string): { id: number } {
  return context.store.transaction(() => {
    const { db } = context.store;
    const earlier = db
      .select({ date: journal.date })
      .from(journal)
      .where(and(eq(journal.businessId, businessId), eq(journal.kind, "leave")))
      .all();
    const later = earlier.find((each) => each.date > on);
    if (later) {
      const text = `A later posting stands, of ${dateWords(later.date)}. Choose that day or one after it.`;
      throw cannot("later-posting", text, { errors: [{ path: "on", text }] });
    }
    const worth = worthOn(context, businessId, on);
    const [unknown] = unknownIn(worth);
    if (unknown) throw cannot("rate-unknown", `${unknown} Nothing was posted.`);
    const moved = postingOf(context, businessId, worth);
    if (moved.length === 0)
      throw cannot("nothing-to-post", `Leave stands in the books as it is worth on ${dateWords(on)}: nothing moved.`);
    for (const { code, name } of Object.values(leaveAccounts(context, businessId)))
      ensureAccount(context, businessId, code, name);
    const same = earlier.filter((each) => each.date === on).length;
    const { id } = db
      .insert(journal)
      .values({
        businessId,
        runId: null,
        reference: `LEAVE-${on}${same === 0 ? "" : `-${same + 1}`}`,
        kind: "leave",
        date: on,
        description: `Leave not taken, to ${dateWords(on)}`,
      })
      .returning({ id: journal.id })
      .get();
    for (const { account, costCentre, debitCents, creditCents } of linesOf(context, businessId, moved))
      db.insert(journalLine)
        .values({ journalId: id, account, costCentre, debitCents, creditCents, what: "Movement of leave not taken" })
        .run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "posted what leave is worth",
      about: `to ${on}`,
    });
    return { id };
  });
}

export function worthCsv(context: Context, businessId: number, from: string, to: string): Buffer {
  const { country } = findBusiness(context, businessId);
  const head = [
    "name",
    "leave",
    "unit",
    `balance ${from}`,
    `worth ${from}`,
    `balance ${to}`,
    `worth ${to}`,
    "movement",
  ];
  const rows = readWorth(context, businessId, from, to).rows.map(({ name, kind, before, after }) => {
    const { words, unit } = leaveKindIn(country, kind);
    return [
      plainCell(name),
      words,
      unit,
      decimal(before.amount).toString(),
      centsText(before.cents),
      decimal(after.amount).toString(),
      centsText(after.cents),
      centsText(after.cents - before.cents),
    ];
  });
  return Buffer.from(`\uFEFF${stringify([head, ...rows], { record_delimiter: "windows" })}`, "utf8");
}
