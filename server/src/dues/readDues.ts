/** What is owed to whom by when: sums over due facts; what was taken back sums to nothing and is left out. */
import type { DueView } from "@zesty/contract/books";
import { addMonths } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { brokenSince } from "../store/seals.ts";

/** What goes to a tax agency, by kind. */
export const dueWords: Partial<Record<DueView["kind"], string>> = {
  withholding: "PAYG withholding to the tax office",
  paye: "PAYE to Inland Revenue",
  childSupport: "Child support to Inland Revenue",
  studentLoan: "Student loan deductions to Inland Revenue",
  kiwiSaver: "KiwiSaver, both parts, to Inland Revenue",
  esct: "ESCT to Inland Revenue",
  order: "Orders deducted from pay, to who is named in the notice",
  giving: "Payroll gifts, to be passed on",
};

/** Who is owed what, as it stands on Dues. */
export const payeeWords = (kind: DueView["kind"], fund: string | null): string =>
  kind === "super" ? `Super to ${fund ?? "a fund not yet set"}` : (dueWords[kind] ?? kind);

interface Row {
  id: number;
  kind: DueView["kind"];
  dueDate: string;
  payday: string;
  runId: number;
  cents: number;
  personId: number | null;
  fund: string | null;
  name: string | null;
}

/** @param years so many of the past; what is ahead is there in any case */
export function readDues(context: Context, businessId: number, years = 1): DueView[] {
  const rows = context.store
    .prepared<[number, string], Row>(
      `SELECT d.id AS id, d.kind AS kind, d.due_date AS dueDate, d.payday AS payday, d.run_id AS runId,
         d.amount_cents AS cents, d.person_id AS personId, f.name AS fund, p.given_name || ' ' || p.family_name AS name
       FROM due d LEFT JOIN fund f ON f.id = d.fund_id LEFT JOIN person p ON p.id = d.person_id
       WHERE d.business_id = ? AND d.due_date >= ?`,
    )
    .all(businessId, addMonths(todayAt(context, businessId), -12 * years));
  const members = new Map(
    context.store
      .prepared<[number], { personId: number; memberNumber: string | null }>(
        `SELECT p.id AS personId,
           (SELECT c.member_number FROM super_choice c WHERE c.person_id = p.id ORDER BY c."from" DESC, c.id DESC LIMIT 1)
             AS memberNumber FROM person p WHERE p.business_id = ?`,
      )
      .all(businessId)
      .map((row) => [row.personId, row.memberNumber]),
  );
  const found = brokenSince(
    context.store,
    "due",
    rows.map((row) => row.id),
  );
  const broken = new Map(found.map((each) => [each.id, each.words]));
  const views = new Map<string, DueView>();
  const people = new Map<string, DueView["people"][number]>();
  for (const { id, kind, dueDate, payday, runId, cents, personId, fund, name } of rows) {
    // What goes to one receiver on one day is one due, whatever number of paydays it comes from.
    const group = `${dueDate} ${kind} ${fund}`;
    let view = views.get(group);
    if (!view) {
      view = {
        ...{ dueDate, kind, words: payeeWords(kind, fund), firstPayday: payday, lastPayday: payday, runId },
        ...{ cents: 0, broken: [], people: [] },
      };
      views.set(group, view);
    }
    const words = broken.get(id);
    if (words) view.broken.push(words);
    if (payday < view.firstPayday) view.firstPayday = payday;
    if (payday > view.lastPayday) view.lastPayday = payday;
    view.cents += cents;
    if (cents > 0) view.runId = Math.max(view.runId, runId);
    if (personId === null) continue;
    const who = `${group} ${personId}`;
    const known = people.get(who);
    if (known) known.cents += cents;
    else {
      const fresh = { personId, name: name ?? "", memberNumber: members.get(personId) ?? null, cents };
      people.set(who, fresh);
      view.people.push(fresh);
    }
  }
  return [...views.values()]
    .filter((view) => view.cents !== 0)
    .map((view) => ({ ...view, people: view.people.filter((each) => each.cents !== 0) }))
    .sort((a, b) => a.dueDate.localeCompare(b.dueDate) || a.words.localeCompare(b.words));
}
