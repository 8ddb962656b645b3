/** Readiness of a business, worked out from its facts whenever it is asked for. */

import type { MissingFact, Readiness, ReadyPart, ReadyPartKey } from "@zesty/contract/readiness";
import { unsettledStates } from "@zesty/contract/runStates";
import { numberPendingUntil } from "@zesty/core/au/taxDeclaration";
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { withholdingRates } from "@zesty/core/rulebook/au/withholdingRates";
import { and, eq, inArray, lte } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { ratesOfAwards } from "../hours/agreements.ts";
import { askedForChange, peopleOf } from "../people/peopleOf.ts";
import { qualificationsEnding } from "../people/qualificationsEnding.ts";
import { faultyRuns } from "../row/segments.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { datedRecords } from "../store/dated.ts";
import { answerItem, payCycle, payElement, payRun, person } from "../store/schema.ts";
import { lodgingPart } from "./lodgingPart.ts";
import { type Blocks, blocksOf, tellBeforeDays, titlesOf } from "./words.ts";

type Owner = ReturnType<typeof findBusiness>;

export function readReadiness(context: Context, businessId: number): Readiness {
  const owner = findBusiness(context, businessId);
  const people = peopleParts(context, owner);
  const all: Record<ReadyPartKey, Omit<ReadyPart, "key" | "title">> = {
    business: businessPart(context, owner),
    elements: elementPart(context, owner),
    details: people.details,
    tax: people.tax,
    funds: people.funds,
    bank: people.bank,
    lodging: lodgingPart(context, owner),
    runs: runPart(context, owner),
  };
  const parts = (Object.keys(all) as ReadyPartKey[]).map((key): ReadyPart => {
    const part = all[key];
    return {
      key,
      title: titlesOf(context.country(owner.country).setUp.titles)[key],
      ...part,
      missing: part.missing.sort(soonestFirst),
    };
  });
  return { businessId, name: owner.name, country: owner.country, day: context.clock.today(owner.timeZone), parts };
}

const soonestFirst = (a: MissingFact, b: MissingFact): number =>
  Number(b.stops) - Number(a.stops) || (a.from ?? "9999").localeCompare(b.from ?? "9999") || a.who.localeCompare(b.who);

/** What came back, by its code: what has not reached the person. */
const notReached: Record<string, string> = {
  RETURNED: "the net pay is not with this person",
  LATER: "the agency does not count this pay yet",
  TAKENBACK: "the agency counts a pay that was taken back",
  UNDELIVERED: "the payslip is not with this person",
};

/** What the agency knows the business by, and what money and letters need. */
function businessPart(context: Context, owner: Owner) {
  const { number, withoutNumber } = context.country(owner.country).setUp;
  const asked: [what: string, blocks: string, isThere: boolean][] = [
    [number.asked, withoutNumber, number.of(owner) !== null],
    ["Bank account", "no payment file can be made", owner.bankAccount !== null],
    [
      "Who answers questions",
      "the agency's letters reach nobody",
      owner.contact.email !== "" && owner.contact.phone !== "",
    ],
  ];
  const awards = ratesOfAwards(context, owner.id);
  const missing = [
    ...asked
      .filter(([, , isThere]) => !isThere)
      .map(([what, blocks]): MissingFact => ({ who: "", what, blocks, from: null, stops: true, link: "/set-up" })),
    ...awards
      .filter((each) => each.old)
      .map(
        ({ title, from, review }): MissingFact => ({
          ...{ who: "", what: `Dollars of the ${title} from ${dateWords(review)}`, from: null, stops: false },
          ...{ blocks: `people are paid by those of ${dateWords(from)}`, link: "/set-up/agreements" },
        }),
      ),
  ];
  const total = asked.length + awards.length;
  return { total, complete: total - missing.length, missing };
}

/** Pay elements in use that say nothing of how they are reported, or whom a deduction is paid to. */
function elementPart(context: Context, owner: Owner) {
  const used = codesInUse(context, owner.id);
  const rows = context.store.db
    .select()
    .from(payElement)
    .where(and(eq(payElement.businessId, owner.id), eq(payElement.retired, false)))
    .all()
    .filter((row) => used.has(row.code));
  const missing = rows.flatMap((row): MissingFact[] => {
    const ask = (what: string, blocks: string): MissingFact[] => [
      { who: row.name, what, blocks, from: null, stops: false, link: "/set-up" },
    ];
    const unreported = context.country(owner.country).setUp.unreported(row);
    if (unreported) return ask(unreported.what, unreported.blocks);
    if (row.element === "deductionAfterTax" && row.paidTo === null)
      return ask("Paid to", "a payslip names who a deduction goes to, and only then is it owed to them under Dues");
    return [];
  });
  return { total: rows.length, complete: rows.length - missing.length, missing };
}

/** Codes that were paid by in any year, or stand in somebody's usual pay. */
function codesInUse({ store }: Context, businessId: number): Set<string> {
  const rows = store
    .prepared<[number, number], { code: string }>(
      `SELECT DISTINCT substr(y.code, 6) AS code FROM year_sum y JOIN person p ON p.id = y.person_id
       WHERE p.business_id = ? AND y.code LIKE 'line:%'
       UNION SELECT e.code FROM usual_pay u JOIN person p ON p.id = u.person_id, json_each(u.lines) l
         JOIN pay_element e ON e.id = l.value ->> 'elementId'
       WHERE p.business_id = ?`,
    )
    .all(businessId, businessId);
  return new Set(rows.map((each) => each.code));
}

/** What people still lack, each with the day from which it matters. */
function peopleParts(context: Context, owner: Owner) {
  const { db } = context.store;
  const today = context.clock.today(owner.timeZone);
  const here = peopleOf(db, owner.id).filter((each) => each.endDate === null || each.endDate >= today);
  const ids = here.map((each) => each.id);
  const records = datedRecords(db, ids, "9999-12-31");
  const missingOf = context.country(owner.country).people.missing(context, ids, records);
  const cycles = db.select().from(payCycle).where(eq(payCycle.businessId, owner.id)).all();
  const paydays = new Map(cycles.map((cycle) => [cycle.id, nextPaydayOf(context, cycle)]));
  const waiting = askedForChange(db, owner.id);
  const rates = context.rules.find(withholdingRates, today);
  const parts = { details: part(), tax: part(), funds: part(), bank: part() };
  function part() {
    return { total: here.length, complete: here.length, missing: [] as MissingFact[] };
  }
  for (const who of here) {
    const found = [
      ...missingOf(who),
      ...(waiting.has(who.id) ? [{ section: "bank", text: "Bank account to look at" }] : []),
    ];
    const payday = paydays.get(records.terms.get(who.id)?.cycleId ?? 0) ?? null;
    const pendingSince = records.tax.get(who.id)?.pendingSince ?? who.startDate;
    for (const { section, text } of found) {
      const words: Blocks = blocksOf(text);
      const to = parts[words.part];
      to.missing.push({
        who: `${who.givenName} ${who.familyName}`,
        what: text,
        blocks: words.blocks,
        from: words.pending && rates ? numberPendingUntil(pendingSince, rates.figures) : words.atPayday ? payday : null,
        stops: words.stops,
        link: `/people/${who.id}#${section}`,
      });
    }
  }
  for (const { personId, person: who, name, expires } of qualificationsEnding(
    context,
    [owner.id],
    today,
    tellBeforeDays,
  ))
    parts.details.missing.push({
      ...{ who, what: `${name} ${expires < today ? "ended" : "ends"} on ${dateWords(expires)}`, from: expires },
      ...{
        blocks: "they may no longer do the work it covers",
        stops: false,
        link: `/people/${personId}#qualifications`,
      },
    });
  const endingOf = context.country(owner.country).people.ending(context, ids);
  for (const who of here)
    for (const { part: key, section, what, expires, blocks } of endingOf(who))
      if (expires <= addDays(today, tellBeforeDays))
        parts[key].missing.push({
          ...{ who: `${who.givenName} ${who.familyName}`, blocks, from: addDays(expires, 1), stops: false },
          ...{ what: `${what} ${expires < today ? "ended" : "ends"} on ${dateWords(expires)}` },
          link: `/people/${who.id}#${section}`,
        });
  // Of whom anything is missing is not complete, however much it is.
  for (const each of Object.values(parts))
    each.complete -= new Set(each.missing.map(({ link }) => link.split("#")[0])).size;
  return parts;
}

/** The payday of the run in hand, else of the next one. */
export function nextPaydayOf(context: Context, cycle: typeof payCycle.$inferSelect): string {
  const open = context.store.db
    .select({ payday: payRun.payday })
    .from(payRun)
    .where(and(eq(payRun.cycleId, cycle.id), eq(payRun.kind, "cycle"), eq(payRun.state, "open")))
    .get();
  return open?.payday ?? nextPeriodOf(context, cycle).payday;
}

/** Runs that are due and have not gone out, and what the agency did not take. */
function runPart(context: Context, owner: Owner) {
  const { db } = context.store;
  const today = context.clock.today(owner.timeZone);
  const due = db
    .select()
    .from(payRun)
    .where(and(eq(payRun.businessId, owner.id), inArray(payRun.state, [...unsettledStates]), lte(payRun.payday, today)))
    .all();
  const faulty = faultyRuns(
    context,
    due.map((run) => run.id),
  );
  const late = due.flatMap((run): MissingFact[] => {
    const ask = (what: string, blocks: string): MissingFact[] => [
      {
        who: `Run of ${dateWords(run.payday)}`,
        what,
        blocks,
        from: run.payday,
        stops: true,
        link: `/run/${run.id}`,
      },
    ];
    if (run.state === "open") return ask("Sign off", "nobody is paid by it");
    if (run.state === "signedOff") return ask("Send", "it is neither paid nor reported");
    return faulty.has(run.id) ? ask("An answer to mend", "part of it was not taken") : [];
  });
  const refused = db
    .select({
      personId: answerItem.personId,
      text: answerItem.text,
      code: answerItem.code,
      given: person.givenName,
      family: person.familyName,
    })
    .from(answerItem)
    .innerJoin(person, eq(answerItem.personId, person.id))
    .where(and(eq(answerItem.businessId, owner.id), eq(answerItem.open, true), eq(answerItem.severity, "error")))
    .all()
    .map(
      (each): MissingFact => ({
        who: `${each.given} ${each.family}`,
        what: each.text.replace(/\.$/, ""),
        blocks: notReached[each.code] ?? "the agency did not take this person",
        from: today,
        stops: true,
        link: `/people/${each.personId}`,
      }),
    );
  const missing = [...late, ...refused];
  return { total: Math.max(due.length, missing.length), complete: Math.max(due.length - late.length, 0), missing };
}
