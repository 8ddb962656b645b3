/** The one place that appends facts of a pay: the kept year moves with each of them, in the same transaction. */

import type { CountryCode } from "@zesty/core/countries/countries";
import { payrollYearOf } from "@zesty/core/countries/countries";
import type { Fact } from "@zesty/core/pay/facts";
import type { Store } from "./open.ts";

interface Pay {
  signedPayId: number;
  personId: number;
  payday: string;
}

export function factWriter(store: Store, country: CountryCode): (pay: Pay, facts: readonly Fact[]) => void {
  const write = store.prepared<[number, number, string, string, number]>(
    "INSERT INTO pay_fact (signed_pay_id, person_id, payday, code, cents) VALUES (?, ?, ?, ?, ?)",
  );
  const move = store.prepared<[number, string, string, number]>(
    `INSERT INTO year_sum (person_id, year_start, code, cents) VALUES (?, ?, ?, ?)
     ON CONFLICT (person_id, year_start, code) DO UPDATE SET cents = cents + excluded.cents`,
  );
  return ({ signedPayId, personId, payday }, facts) => {
    const { from } = payrollYearOf(country, payday);
    for (const { code, cents } of facts) {
      write.run(signedPayId, personId, payday, code, cents);
      move.run(personId, from, code, cents);
    }
  };
}
