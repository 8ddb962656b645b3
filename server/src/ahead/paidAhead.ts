/** What the pays that are ahead have paid so far: each is put behind those before, and what comes later finds it as paid. */
import { payrollYearOf } from "@zesty/core/countries/countries";
import type { Context } from "../ground/context.ts";
import type { Owner } from "../row/countryRows.ts";
import type { AheadPay, Known } from "./aheadPay.ts";
import type { Alike } from "./alike.ts";

export class PaidAhead {
  /** leave earned, by "who kind", in ten-thousandths */
  readonly earned = new Map<string, number>();
  /** by "who year" and code, and by "who code" in all */
  private readonly years = new Map<string, Map<string, number>>();
  private readonly taken = new Map<string, number>();
  /** recorded days that a pay ahead holds, by who: no later one pays them again */
  private readonly days = new Map<string, Set<string>>();
  /** "who kind fund" of what was due before: the first one may have longer to arrive */
  private readonly due = new Set<string>();
  private readonly owner: Owner;
  private readonly alike: Alike;

  constructor(owner: Owner, alike: Alike) {
    this.owner = owner;
    this.alike = alike;
  }

  takenOf(who: string, code: string): number {
    return this.taken.get(`${who} ${code}`) ?? 0;
  }
  daysOf(who: string): readonly string[] {
    return [...(this.days.get(who) ?? [])];
  }

  /** @param isOwn worked out for this payday; else it is the one before again @returns the pay as it is on that day */
  add({ pay: known, facts, days }: Known, payday: string, isOwn: boolean): AheadPay {
    const { who } = known;
    const pay = isOwn ? this.notFirstTwice(known) : this.again(known, payday);
    if (isOwn && days.length > 0) this.days.set(who, new Set([...this.daysOf(who), ...days]));
    const year = `${who} ${payrollYearOf(this.owner.country, payday).from}`;
    const sums = this.years.get(year) ?? new Map<string, number>();
    this.years.set(year, sums);
    for (const [code, cents] of facts) {
      more(sums, code, cents);
      more(this.taken, `${who} ${code}`, cents);
    }
    for (const { kind, e4 } of pay.leave) more(this.earned, `${who} ${kind}`, e4);
    return pay;
  }

  /** The same pay on another payday: what it owes is due on that day's own, and what arose once does not arise again. */
  private again(pay: AheadPay, payday: string): AheadPay {
    return {
      ...{ ...pay, payday },
      dues: pay.dues.map((due) => ({ ...due, due: this.alike.dueDay(due.kind, payday) })),
      leave: pay.leave.filter(({ once }) => !once),
    };
  }

  /** Each pay is worked out as if none were ahead of it: only the first contribution to a fund is the first. */
  private notFirstTwice(pay: AheadPay): AheadPay {
    return {
      ...pay,
      dues: pay.dues.map((due) => {
        const name = `${pay.who} ${due.kind} ${due.fundId}`;
        const isFirst = !this.due.has(name);
        this.due.add(name);
        return isFirst ? due : { ...due, due: this.alike.dueDay(due.kind, pay.payday) };
      }),
    };
  }

  /** Within a dry run: rules that look at the year and at balances find what is ahead among the kept totals. */
  remember({ store }: Context, payday: string, ids: ReadonlyMap<string, number>): void {
    const year = payrollYearOf(this.owner.country, payday).from;
    const sum = store.prepared<[number, string, string, number]>(
      `INSERT INTO year_sum (person_id, year_start, code, cents) VALUES (?, ?, ?, ?)
       ON CONFLICT DO UPDATE SET cents = cents + excluded.cents`,
    );
    const balance = store.prepared<[number, string, number]>(
      `INSERT INTO leave_balance (person_id, kind, amount_e4) VALUES (?, ?, ?)
       ON CONFLICT DO UPDATE SET amount_e4 = amount_e4 + excluded.amount_e4`,
    );
    for (const [key, id] of ids)
      for (const [code, cents] of this.years.get(`${key} ${year}`) ?? []) sum.run(id, year, code, cents);
    for (const [name, e4] of this.earned) {
      const at = name.lastIndexOf(" ");
      const id = ids.get(name.slice(0, at));
      if (id !== undefined) balance.run(id, name.slice(at + 1), e4);
    }
  }
}

const more = (to: Map<string, number>, name: string, by: number): void => {
  to.set(name, (to.get(name) ?? 0) + by);
};
