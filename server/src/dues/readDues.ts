/** What is owed to whom by when: sums over due facts; what was taken back sums to nothing and is left out. */
import type { DueView } from "@zesty/contract/books";
import { addMonths } from "@zesty/core/calendar/dates";
import { and, eq, gte } from "drizzle-orm";
import type { Context } from "../context.ts";
import { todayAt } from "../setup/findBusiness.ts";
import { due, fund, person } from "../store/schema.ts";
import { brokenSeals } from "../store/seals.ts";

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

/** @param years so many of the past; what is ahead is there in any case */
export function readDues(context: Context, businessId: number, years = 1): DueView[] {
  const { db } = context.store;
  const rows = db
    .select({ due, fund: fund.name, given: person.givenName, family: person.familyName })
    .from(due)
    .leftJoin(fund, eq(due.fundId, fund.id))
    .leftJoin(person, eq(due.personId, person.id))
    .where(and(eq(due.businessId, businessId), gte(due.dueDate, addMonths(todayAt(context, businessId), -12 * years))))
    .all();
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
  const found = brokenSeals(context.store, "due", { only: rows.map((row) => row.due.id) });
  const broken = new Map(found.map((each) => [each.id, [each.words]]));
  const views = new Map<string, DueView>();
  const people = new Map<string, DueView["people"][number]>();
  for (const row of rows) {
    const words = payeeWords(row.due.kind, row.fund);
    // What goes to one receiver on one day is one due, whatever number of paydays it comes from.
    const group = `${row.due.dueDate} ${words}`;
    const { payday } = row.due;
    const view = views.get(group) ?? {
      dueDate: row.due.dueDate,
      kind: row.due.kind,
      words,
      firstPayday: payday,
      lastPayday: payday,
      runId: row.due.runId,
      cents: 0,
      broken: [],
      people: [],
    };
    view.broken.push(...(broken.get(row.due.id) ?? []));
    if (payday < view.firstPayday) view.firstPayday = payday;
    if (payday > view.lastPayday) view.lastPayday = payday;
    view.cents += row.due.amountCents;
    if (row.due.amountCents > 0) view.runId = Math.max(view.runId, row.due.runId);
    if (row.due.personId !== null) {
      const { personId } = row.due;
      const who = `${group} ${personId}`;
      const known = people.get(who);
      if (known) known.cents += row.due.amountCents;
      else {
        const fresh = {
          personId,
          name: `${row.given} ${row.family}`,
          memberNumber: members.get(personId) ?? null,
          cents: row.due.amountCents,
        };
        people.set(who, fresh);
        view.people.push(fresh);
      }
    }
    views.set(group, view);
  }
  return [...views.values()]
    .filter((view) => view.cents !== 0)
    .map((view) => ({ ...view, people: view.people.filter((each) => each.cents !== 0) }))
    .sort((a, b) => a.dueDate.localeCompare(b.dueDate) || a.words.localeCompare(b.words));
}
