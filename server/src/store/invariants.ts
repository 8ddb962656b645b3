/** What must always hold between facts, whoever wrote them. Each broken one is named in a sentence. */

import { answeredStates } from "@zesty/contract/outboxStates";
import { countries } from "@zesty/core/countries/countries";
import type { Store } from "./open.ts";
import { sqlList } from "./sqlList.ts";

/** The day that a payroll year begins on, by country, as a table. */
const yearStarts = () =>
  Object.entries(countries)
    .map(([code, each]) => `SELECT '${code}' AS country, '${each.payrollYear("2026-12-31").from.slice(5)}' AS day`)
    .join(" UNION ");

const rules = (): { words: (id: number) => string; find: string }[] => [
  {
    words: (id) => `Journal ${id} does not balance.`,
    find: `SELECT journal_id AS id FROM journal_line GROUP BY journal_id
           HAVING SUM(debit_cents) <> SUM(credit_cents)`,
  },
  {
    words: (id) => `Pay ${id} was taken back, and its facts do not come to nothing.`,
    find: `SELECT r.reverses_id AS id FROM signed_pay r JOIN pay_fact f ON f.signed_pay_id IN (r.id, r.reverses_id)
           WHERE r.kind = 'reversal' GROUP BY r.id, f.code HAVING SUM(f.cents) <> 0`,
  },
  {
    words: (id) => `Run ${id} was taken back, and its dues do not come to nothing.`,
    find: `SELECT d.run_id AS id FROM due d JOIN pay_run r ON r.id = d.run_id
           WHERE r.state = 'takenBack' GROUP BY d.run_id HAVING SUM(d.amount_cents) <> 0`,
  },
  {
    words: (id) => `The kept year of person ${id} is not the sum of its facts.`,
    find: `WITH derived AS (
             SELECT f.person_id AS person, f.code AS code, SUM(f.cents) AS cents,
               CASE WHEN substr(f.payday, 6) >= y.day THEN substr(f.payday, 1, 4)
                 ELSE CAST(substr(f.payday, 1, 4) - 1 AS TEXT) END || '-' || y.day AS year
             FROM pay_fact f JOIN person p ON p.id = f.person_id JOIN business b ON b.id = p.business_id
               JOIN (${yearStarts()}) y ON y.country = b.country
             GROUP BY person, code, year)
           SELECT coalesce(d.person, k.person_id) AS id FROM derived d
             FULL JOIN year_sum k ON k.person_id = d.person AND k.code = d.code AND k.year_start = d.year
           WHERE coalesce(d.cents, 0) <> coalesce(k.cents, 0) GROUP BY id`,
  },
  {
    words: (id) => `The kept leave balance of person ${id} is not the sum of the entries.`,
    find: `SELECT coalesce(d.person_id, k.person_id) AS id FROM
             (SELECT person_id, kind, SUM(hours_e4) AS e4 FROM leave_entry GROUP BY person_id, kind) d
             FULL JOIN leave_balance k ON k.person_id = d.person_id AND k.kind = d.kind
           WHERE coalesce(d.e4, 0) <> coalesce(k.amount_e4, 0) GROUP BY id`,
  },
  {
    words: (id) => `The first payment file of pay ${id} does not pay its net.`,
    find: `SELECT p.pay_id AS id FROM payment p
           WHERE p.outbox_id = (SELECT MIN(q.outbox_id) FROM payment q JOIN outbox o ON o.id = q.outbox_id
             WHERE q.pay_id = p.pay_id AND o.state <> 'cancelled')
           GROUP BY p.pay_id
           HAVING SUM(p.cents) <> coalesce((SELECT SUM(f.cents) FROM pay_fact f JOIN signed_pay s ON s.id = f.signed_pay_id
             WHERE s.pay_id = p.pay_id AND s.kind = 'pay' AND f.code = 'net'), 0)`,
  },
  {
    words: (id) => `Payment file ${id} counts as paid, and not all of its payments do.`,
    find: `SELECT o.id AS id FROM outbox o JOIN payment p ON p.outbox_id = o.id
           WHERE o.channel = 'paymentFile' AND o.state = 'accepted' AND p.state <> 'paid' GROUP BY o.id`,
  },
  {
    // By run and not by file: the reference of a booking names its file by an id that a move changes.
    words: (id) => `What the payment files of run ${id} paid is not what was booked for them.`,
    find: `SELECT o.run_id AS id FROM outbox o
           WHERE o.channel = 'paymentFile' AND o.state IN (${sqlList(answeredStates)})
           GROUP BY o.run_id
           HAVING SUM(coalesce((SELECT SUM(cents) FROM payment WHERE outbox_id = o.id AND state = 'paid'), 0)) <>
             coalesce((SELECT SUM(l.debit_cents) FROM journal j JOIN journal_line l ON l.journal_id = j.id
               WHERE j.run_id = o.run_id AND j.kind = 'settlement'), 0)`,
  },
];

export function unbalanced(store: Store): string[] {
  return rules().flatMap(({ words, find }) =>
    store.sqlite
      .prepare<[], { id: number }>(find)
      .all()
      .map(({ id }) => words(id)),
  );
}
