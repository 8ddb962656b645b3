/** What must always hold between facts, whoever wrote them. Each broken one is named in a sentence. */
import type { Store } from "./open.ts";

const rules: { words: (id: number) => string; find: string }[] = [
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
];

export function unbalanced(store: Store): string[] {
  return rules.flatMap(({ words, find }) =>
    store.sqlite
      .prepare<[], { id: number }>(find)
      .all()
      .map(({ id }) => words(id)),
  );
}
