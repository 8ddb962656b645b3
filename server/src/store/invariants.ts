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

interface Rule {
  words: (id: number) => string;
  find: string;
}

const rulesOfFacts = (): Rule[] => [
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
    words: (id) => `The kept sums of journal ${id} are not those of its lines.`,
    find: `SELECT coalesce(d.journal_id, k.journal_id) AS id FROM
             (SELECT journal_id, account, SUM(debit_cents) AS debit, SUM(credit_cents) AS credit FROM journal_line GROUP BY 1, 2) d
             FULL JOIN journal_sum k ON k.journal_id = d.journal_id AND k.account = d.account
           WHERE coalesce(d.debit, 0) <> coalesce(k.debit_cents, 0) OR coalesce(d.credit, 0) <> coalesce(k.credit_cents, 0)
           GROUP BY id`,
  },
  {
    // Up to where the sums have been brought; what was signed since is summed when figures are asked for.
    words: (id) => `The kept figures of person ${id} are not the sum of the pays.`,
    find: `WITH up AS (SELECT coalesce(MAX(signed_pay_id), 0) AS last FROM figure_fold),
           derived AS (
             SELECT f.person_id AS person, SUM(f.cents) AS cents FROM pay_fact f JOIN signed_pay s ON s.id = f.signed_pay_id, up
             WHERE f.code = 'gross' AND s.kind IN ('pay', 'reversal') AND s.id <= up.last GROUP BY 1),
           kept AS (SELECT person_id AS person, SUM(cents) AS cents FROM figure_sum WHERE part = 'whole' AND code = 'gross' GROUP BY 1)
           SELECT coalesce(d.person, k.person) AS id FROM derived d FULL JOIN kept k ON k.person = d.person
           WHERE coalesce(d.cents, 0) <> coalesce(k.cents, 0)`,
  },
];

const rulesOfPayments = (): Rule[] => [
  {
    words: (id) => `The kept dues of business ${id} are not the sum of their facts and payments.`,
    find: `WITH derived AS (
             SELECT business_id AS business, SUM(amount_cents) AS owed FROM due GROUP BY 1),
           parts AS (
             SELECT business_id AS business, SUM(CASE WHEN state IN ('prepared', 'sent', 'received', 'allocated') THEN cents ELSE 0 END) AS placed,
               SUM(CASE WHEN state = 'returned' THEN cents ELSE 0 END) AS back FROM remittance_part GROUP BY 1),
           kept AS (
             SELECT business_id AS business, SUM(owed_cents) AS owed,
               SUM(prepared_cents + sent_cents + received_cents + allocated_cents) AS placed, SUM(returned_cents) AS back
             FROM due_total GROUP BY 1)
           SELECT b.id AS id FROM business b LEFT JOIN derived d ON d.business = b.id LEFT JOIN parts p ON p.business = b.id
             LEFT JOIN kept k ON k.business = b.id
           WHERE coalesce(d.owed, 0) <> coalesce(k.owed, 0) OR coalesce(p.placed, 0) <> coalesce(k.placed, 0)
             OR coalesce(p.back, 0) <> coalesce(k.back, 0)`,
  },
  {
    words: (id) => `The parts of remittance ${id} do not come to it.`,
    find: `SELECT r.id AS id FROM remittance r LEFT JOIN remittance_part q ON q.remittance_id = r.id
           GROUP BY r.id HAVING coalesce(SUM(q.cents), 0) <> r.cents`,
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
  return [...rulesOfFacts(), ...rulesOfPayments()].flatMap(({ words, find }) =>
    store.sqlite
      .prepare<[], { id: number }>(find)
      .all()
      .map(({ id }) => words(id)),
  );
}
