/** What was sent to the bank: payment files of runs, and payments of dues, each with its lines. */
import type { SentPayment } from "@zesty/core/bank/matching";
import { dateWords } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";

export interface Sent extends SentPayment {
  words: string;
  link: string;
  parts: { id: string; cents: number; reference: string; words: string }[];
}

interface Row {
  id: string;
  on: string;
  words: string;
  link: string;
  part: number;
  name: string;
  cents: number;
  reference: string;
}

/** Files that the bank has or had, and what was paid by hand, from a day on. */
export function sentToBank({ store }: Context, businessId: number, from: string): Sent[] {
  const rows = store
    .prepared<[number, string, number, string], Row>(
      `SELECT 'run ' || o.id AS id, max(r.payday, substr(d.made_at, 1, 10)) AS "on",
         'Run ' || r.number || ', payday @' || r.payday AS words, '/run/' || r.id AS link, q.line AS part,
         p.given_name || ' ' || p.family_name AS name, q.cents AS cents, 'PAY ' || r.payday AS reference
       FROM outbox o JOIN pay_run r ON r.id = o.run_id JOIN document d ON d.id = o.document_id
         JOIN payment q ON q.outbox_id = o.id JOIN pay y ON y.id = q.pay_id JOIN person p ON p.id = y.person_id
       WHERE o.business_id = ? AND o.channel = 'paymentFile' AND r.payday >= ?
         AND o.state IN ('acknowledged', 'accepted', 'partial', 'rejected')
       UNION ALL
       SELECT 'dues ' || d.id, d.date, 'Payment ' || d.number || ' of dues', '/dues', m.line, m.name, m.cents, m.reference
       FROM due_payment d JOIN remittance m ON m.due_payment_id = d.id
       WHERE d.business_id = ? AND d.date >= ? AND d.released_at IS NOT NULL AND d.cancelled_at IS NULL AND d.way <> 'setOff'
       ORDER BY 2, 1, 5`,
    )
    .all(businessId, from, businessId, from);
  const found = new Map<string, Sent>();
  for (const { id, on, words, link, part, name, cents, reference } of rows) {
    const said = words.replace(/@(.*)$/, (_, day: string) => dateWords(day));
    const known = found.get(id) ?? { id, on, words: said, link, cents: 0, reference, parts: [] };
    known.cents += cents;
    // Banks name who did not take it; a payment of dues has a reference of its own.
    known.parts.push({ id: String(part), cents, reference: id.startsWith("run ") ? name : reference, words: name });
    found.set(id, known);
  }
  return [...found.values()];
}
