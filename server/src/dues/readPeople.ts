/** A due by person, with each step of its money from payday to receiver. */
import type { DueKind, DuePerson, DueStep } from "@zesty/contract/dues";
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
  of: { dueDate: string; kind: DueKind; fundId: number | null },
): DuePerson[] {
  const { store } = context;
  const today = todayAt(context, businessId);
  const at = [businessId, of.dueDate, of.kind, of.fundId ?? 0] as const;
  const rows = store
    .prepared<[number, string, string, number], Row>(
      `SELECT t.person_id AS personId, p.given_name || ' ' || p.family_name AS name, t.payday AS payday,
         (SELECT c.member_number FROM super_choice c WHERE c.person_id = t.person_id AND c.fund_id = t.fund_id
            ORDER BY c."from" DESC, c.id DESC LIMIT 1) AS memberNumber,
         t.owed_cents AS owed, t.prepared_cents AS prepared, t.sent_cents AS sent, t.received_cents AS received,
         t.allocated_cents AS allocated, t.returned_cents AS returned
       FROM due_total t LEFT JOIN person p ON p.id = t.person_id
       WHERE t.business_id = ? AND t.due_date = ? AND t.kind = ? AND t.fund_id = ?
       ORDER BY p.family_name, p.given_name, t.payday`,
    )
    .all(...at);
  const events = store
    .prepared<[number, string, string, number], Event>(
      `SELECT q.person_id AS personId, q.payday AS payday, e.what AS what, e."on" AS "on", e.receipt AS receipt, e.reason AS reason
       FROM remittance_part q JOIN remittance_event e ON e.remittance_id = q.remittance_id AND (e.line IS NULL OR e.line = q.line)
       WHERE q.business_id = ? AND q.due_date = ? AND q.kind = ? AND q.fund_id = ? AND q.state <> 'cancelled' ORDER BY e.id`,
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
