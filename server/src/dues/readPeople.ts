/** A due by person, with each step of its money from payday to receiver. */
import type { DueKind, DuePerson, DueStep, OwnContribution } from "@zesty/contract/dues";
import type { IsoDate } from "@zesty/core/calendar/dates";
import { type DueSums, standingOf } from "@zesty/core/dues/standing";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";

interface Row extends DueSums {
  personId: number;
  name: string | null;
  payday: string;
  memberNumber: string | null;
}
interface Event {
  personId: number;
  payday: string;
  what: string;
  on: string;
  receipt: string;
  reason: string;
}

const shown = ["prepared", "sent", "left", "received", "allocated", "returned"] as const;

export function readDuePeople(
  context: Context,
  businessId: number,
  of: { dueDate: string; kind: DueKind; fundId: number | null; payee?: string | undefined },
): DuePerson[] {
  const { store } = context;
  const today = todayAt(context, businessId);
  const at = [businessId, of.dueDate, of.kind, of.fundId ?? 0, of.payee ?? ""] as const;
  const rows = store
    .prepared<[number, string, string, number, string], Row>(
      `SELECT t.person_id AS personId, p.given_name || ' ' || p.family_name AS name, t.payday AS payday,
         (SELECT c.member_number FROM super_choice c WHERE c.person_id = t.person_id AND c.fund_id = t.fund_id
            ORDER BY c."from" DESC, c.id DESC LIMIT 1) AS memberNumber,
         t.owed_cents AS owed, t.prepared_cents AS prepared, t.sent_cents AS sent, t.received_cents AS received,
         t.allocated_cents AS allocated, t.returned_cents AS returned
       FROM due_total t LEFT JOIN person p ON p.id = t.person_id
       WHERE t.business_id = ? AND t.due_date = ? AND t.kind = ? AND t.fund_id = ? AND t.payee = ?
       ORDER BY p.family_name, p.given_name, t.payday`,
    )
    .all(...at);
  const events = store
    .prepared<[number, string, string, number, string], Event>(
      `SELECT q.person_id AS personId, q.payday AS payday, e.what AS what, e."on" AS "on", e.receipt AS receipt, e.reason AS reason
       FROM remittance_part q JOIN remittance_event e ON e.remittance_id = q.remittance_id AND (e.line IS NULL OR e.line = q.line)
       WHERE q.business_id = ? AND q.due_date = ? AND q.kind = ? AND q.fund_id = ? AND q.payee = ? AND q.state <> 'cancelled' ORDER BY e.id`,
    )
    .all(...at);
  return rows
    .filter((row) => row.owed !== 0 || row.received + row.allocated + row.sent + row.prepared !== 0)
    .map((row) => {
      const own = events.filter((each) => each.personId === row.personId && each.payday === row.payday);
      const heard = own.flatMap(({ what, on, receipt }): DueStep[] =>
        shown.some((each) => each === what) ? [{ what: what as DueStep["what"], on, receipt }] : [],
      );
      return {
        ...{ personId: row.personId, name: row.name ?? "", memberNumber: row.memberNumber, payday: row.payday },
        ...{ cents: row.owed, parts: standingOf(row, of.dueDate, today).parts },
        steps: [
          { what: "payday", on: row.payday, receipt: "" },
          ...heard,
          { what: "due", on: of.dueDate, receipt: "" },
        ],
        reason: own.findLast((each) => each.what === "returned")?.reason ?? null,
      };
    });
}

interface Contribution extends DueSums {
  payday: string;
  fund: string | null;
  due: string;
  hadOn: string | null;
}

/** Where somebody's super is, the newest payday first. */
export function contributionsOf(context: Context, personId: number, from: IsoDate, to: IsoDate): OwnContribution[] {
  return context.store
    .prepared<[number, string, string], Contribution>(
      `SELECT t.payday AS payday, f.name AS fund, t.due_date AS due, t.owed_cents AS owed, t.prepared_cents AS prepared,
         t.sent_cents AS sent, t.received_cents AS received, t.allocated_cents AS allocated, t.returned_cents AS returned,
         (SELECT MAX(e."on") FROM remittance_part q JOIN remittance_event e ON e.remittance_id = q.remittance_id
            AND (e.line = q.line OR e.line IS NULL)
          WHERE q.business_id = t.business_id AND q.due_date = t.due_date AND q.kind = t.kind AND q.person_id = t.person_id
            AND q.fund_id = t.fund_id AND q.payday = t.payday AND q.state IN ('received', 'allocated')
            AND e.what = 'received') AS hadOn
       FROM due_total t JOIN person p ON p.id = t.person_id AND p.business_id = t.business_id
         LEFT JOIN fund f ON f.id = t.fund_id
       WHERE t.person_id = ? AND t.payday BETWEEN ? AND ? AND t.kind = 'super' AND t.owed_cents <> 0
       ORDER BY t.payday DESC, f.name`,
    )
    .all(personId, from, to)
    .map(({ payday, fund, due, hadOn, ...sums }) => ({
      ...{ payday, fund: fund ?? "A fund not yet set", due, cents: sums.owed },
      hadOn: sums.received + sums.allocated >= sums.owed ? hadOn : null,
    }));
}
