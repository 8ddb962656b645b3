/** Payments of dues, newest first: what each holds, what was sent for it, and what was heard of it. */
import type { DuePart, DuePaymentView } from "@zesty/contract/dues";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { rightIn } from "../ground/rights.ts";
import { lastThree } from "../store/crypt.ts";

interface PaymentRow {
  id: number;
  number: number;
  date: string;
  way: "file" | "byHand" | "setOff";
  madeBy: number | null;
  maker: string | null;
  releasedAt: string | null;
  cancelledAt: string | null;
}
interface LineRow {
  id: number;
  paymentId: number;
  name: string;
  reference: string;
  cents: number;
  account: string;
}
type Event = DuePaymentView["remittances"][number]["events"][number] & { remittanceId: number };
type Message = DuePaymentView["messages"][number] & { paymentId: number };

/** @param most so many; what waits for somebody is among the newest */
export function readDuePayments(context: Context, actor: Actor, businessId: number, most = 20): DuePaymentView[] {
  const { store } = context;
  const owner = findBusiness(context, businessId);
  const rows = store
    .prepared<[number, number], PaymentRow>(
      `SELECT d.id AS id, d.number AS number, d.date AS date, d.way AS way, d.made_by AS madeBy, u.name AS maker,
         d.released_at AS releasedAt, d.cancelled_at AS cancelledAt
       FROM due_payment d LEFT JOIN user u ON u.id = d.made_by WHERE d.business_id = ? ORDER BY d.id DESC LIMIT ?`,
    )
    .all(businessId, most);
  const mayAuthorise = rightIn(context, actor, businessId) === "authorise";
  const ids = JSON.stringify(rows.map((row) => row.id));
  const among = "IN (SELECT value FROM json_each(?))";
  const lines = store
    .prepared<[string], LineRow>(
      `SELECT id, due_payment_id AS paymentId, name, reference, cents, account FROM remittance
       WHERE due_payment_id ${among} ORDER BY due_payment_id, line`,
    )
    .all(ids);
  const parts = store
    .prepared<[string], DuePart & { remittanceId: number }>(
      `SELECT q.remittance_id AS remittanceId, q.state AS state, SUM(q.cents) AS cents FROM remittance_part q
       JOIN remittance r ON r.id = q.remittance_id WHERE r.due_payment_id ${among} GROUP BY 1, 2`,
    )
    .all(ids);
  const events = store
    .prepared<[string], Event>(
      `SELECT e.remittance_id AS remittanceId, e.what AS what, e."on" AS "on", e.receipt AS receipt, e.reason AS reason,
         u.name AS "by", p.given_name || ' ' || p.family_name AS person, q.cents AS cents
       FROM remittance_event e JOIN remittance r ON r.id = e.remittance_id LEFT JOIN user u ON u.id = e.user_id
         LEFT JOIN remittance_part q ON q.remittance_id = e.remittance_id AND q.line = e.line
         LEFT JOIN person p ON p.id = q.person_id
       WHERE r.due_payment_id ${among} ORDER BY e.id`,
    )
    .all(ids);
  const messages = store
    .prepared<[string], Message>(
      `SELECT d.id AS paymentId, o.id AS id, o.channel AS channel, o.state AS state, o.detail AS detail, o.odd AS odd,
         o.document_id AS documentId, c.file_name AS fileName
       FROM due_payment d JOIN outbox o ON o.id IN (d.data_outbox_id, d.file_outbox_id)
         LEFT JOIN document c ON c.id = o.document_id WHERE d.id ${among} ORDER BY o.id`,
    )
    .all(ids);
  const without = <T extends object, K extends keyof T>(each: T, key: K): Omit<T, K> => {
    const { [key]: _, ...rest } = each;
    return rest;
  };
  const isStuck = ({ id, cancelledAt }: PaymentRow): boolean =>
    cancelledAt === null && messages.some((each) => each.paymentId === id && each.state === "refused");
  return rows.map((row) => {
    const own = lines.filter((each) => each.paymentId === row.id);
    const waits = row.releasedAt === null && row.cancelledAt === null;
    return {
      ...{ id: row.id, number: row.number, date: row.date, way: row.way, madeBy: row.maker ?? "the demo" },
      ...{ released: row.releasedAt, cancelled: row.cancelledAt !== null },
      cents: own.reduce((sum, each) => sum + each.cents, 0),
      mayLetGo: mayAuthorise && (waits || isStuck(row)),
      mayRelease: waits && mayAuthorise && !(owner.fourEyes && row.madeBy === actor.userId),
      messages: messages
        .filter((each) => each.paymentId === row.id)
        .map((each) => ({ ...without(each, "paymentId"), odd: Boolean(each.odd) })),
      remittances: own.map((line) => ({
        ...{ id: line.id, name: line.name, reference: line.reference, cents: line.cents },
        account: line.account === "" ? null : lastThree(line.account),
        parts: parts.filter((each) => each.remittanceId === line.id).map((each) => without(each, "remittanceId")),
        events: events.filter((each) => each.remittanceId === line.id).map((each) => without(each, "remittanceId")),
      })),
    };
  });
}
