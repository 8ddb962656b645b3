/**
 * Pays that are ahead, put among the signed ones within a dry run: rules that look at single pays before (averages, what is
 * paid at the end, leave that moves an anniversary) find them as they find those that were signed.
 */
import type { Context } from "../ground/context.ts";
import type { Owner } from "../row/countryRows.ts";
import { insertRun } from "../runs/openRun.ts";
import { factWriter } from "../store/factWriter.ts";
import type { Known } from "./aheadPay.ts";
import type { PeriodAhead } from "./periods.ts";

interface Waiting {
  period: PeriodAhead;
  known: Known;
  isOwn: boolean;
}

export class EachPayAhead {
  private readonly context: Context;
  private readonly owner: Owner;
  private readonly runs = new Map<string, number>();
  /** by key of who is paid: most are never looked back at */
  private readonly waiting = new Map<string, Waiting[]>();

  constructor(context: Context, owner: Owner) {
    this.context = context;
    this.owner = owner;
  }

  add(who: string, ...paid: Waiting[]): void {
    this.waiting.set(who, [...(this.waiting.get(who) ?? []), ...paid]);
  }

  /** Puts the pays of these people before what is worked out next. @param ids by key */
  put(ids: ReadonlyMap<string, number>): void {
    for (const [key, id] of ids) {
      for (const paid of this.waiting.get(key) ?? []) this.sign(id, paid);
      this.waiting.delete(key);
    }
  }

  private sign(personId: number, { period: { payday, ...period }, known, isOwn }: Waiting): void {
    const { store, rules } = this.context;
    const runId = this.runOf({ payday, ...period });
    const pay = store
      .prepared<[number, number], { id: number }>(
        `INSERT INTO pay (run_id, person_id, included, periods, lines, typed) VALUES (?, ?, 1, 1, '[]', '[]')
         RETURNING id`,
      )
      .get(runId, personId);
    const signed = store
      .prepared<(string | number)[], { id: number }>(
        `INSERT INTO signed_pay (pay_id, run_id, person_id, payday, kind, input, snapshot, payslip, rule_book_version,
           signed_at) VALUES (?, ?, ?, ?, 'pay', '{}', ?, '{}', ?, ?) RETURNING id`,
      )
      .get(pay?.id ?? 0, runId, personId, payday, JSON.stringify({ figures: known.figures }), rules.version, payday);
    const signedPayId = signed?.id ?? 0;
    const facts = known.facts.map(([code, cents]) => ({ code, cents }));
    factWriter(store, this.owner.country)({ signedPayId, personId, payday }, facts);
    const write = store.prepared<[number, string, string, number, string, number]>(
      "INSERT INTO leave_entry (person_id, kind, date, hours_e4, why, signed_pay_id) VALUES (?, ?, ?, ?, ?, ?)",
    );
    // A pay like the one before takes no leave: days of leave are worked out by themselves.
    for (const { kind, date, amountE4, why } of isOwn ? known.moves : [])
      write.run(personId, kind, date, amountE4, why, signedPayId);
  }

  private runOf({ cycleId, start, end, payday }: PeriodAhead): number {
    const name = `${cycleId} ${start} ${payday}`;
    const known = this.runs.get(name);
    if (known !== undefined) return known;
    const { id } = insertRun(this.context, { businessId: this.owner.id, cycleId, start, end, payday });
    this.context.store.prepared<[number], never>("UPDATE pay_run SET state = 'signedOff' WHERE id = ?").run(id);
    this.runs.set(name, id);
    return id;
  }
}
