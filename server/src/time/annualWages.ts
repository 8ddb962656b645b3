/**
 * Salaries laid beside what the agreement would have paid for the recorded hours, over the pays of a stretch: the yearly
 * reconciliation that annualised wage clauses ask for (common form of the modern awards: each twelve months, and at the
 * end of an employment).
 */

import { signedStates } from "@zesty/contract/runStates";
import type { AnnualWage } from "@zesty/contract/time";
import { isDate } from "@zesty/core/calendar/dates";
import type { SheetLine } from "@zesty/core/pay/row";
import { decimal, zero } from "@zesty/core/quantity/decimal";
import { toCents } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { besideAgreement } from "../hours/agreementFloor.ts";
import { elementsOf } from "../hours/elementsOfTime.ts";
import { datesOf } from "../hours/periods.ts";
import { personTimes } from "../hours/personTimes.ts";
import { sqlList } from "../store/sqlList.ts";

interface PaidPeriod {
  personId: number;
  start: string;
  end: string;
  lines: string;
}

/** @param from @param to the periods that end between these days, both included */
export function annualWages(context: Context, businessId: number, from: string, to: string): AnnualWage[] {
  if (!isDate(from) || !isDate(to) || to < from) {
    const text = "Salaries are laid beside the agreement from one day to a later one, as 2025-07-01.";
    throw cannot("wage-days", text, { errors: [{ path: "from", text }] });
  }
  const elements = elementsOf(context, businessId);
  const periods = context.store
    .prepared<[number, string, string], PaidPeriod>(
      `SELECT p.person_id AS personId, r.period_start AS start, r.period_end AS "end", p.lines AS lines
       FROM pay p JOIN pay_run r ON r.id = p.run_id
       WHERE r.business_id = ? AND r.kind = 'cycle' AND p.included AND r.state IN (${sqlList(signedStates)})
         AND r.period_end BETWEEN ? AND ?
         AND EXISTS (SELECT 1 FROM time_terms t WHERE t.person_id = p.person_id AND t.agreement IS NOT NULL)
         AND EXISTS (SELECT 1 FROM employment_terms e WHERE e.person_id = p.person_id AND e.salary_cents IS NOT NULL)
       ORDER BY p.person_id, r.period_start`,
    )
    .all(businessId, from, to);
  const found = new Map<number, AnnualWage>();
  for (const { personId, start, end, lines } of periods) {
    const [person] = personTimes(context, businessId, [personId], start, end);
    if (!person?.salaried || !person.terms?.agreement) continue;
    const beside = besideAgreement(person, datesOf(start, end), JSON.parse(lines) as SheetLine[], elements);
    const row = found.get(personId) ?? {
      personId,
      name: `${person.who.givenName} ${person.who.familyName}`,
      agreement: person.time.rules?.title ?? person.terms.agreement,
      pays: 0,
      unknown: 0,
      paidCents: 0,
      askedCents: 0,
      shortPays: 0,
    };
    row.pays += 1;
    if (!beside) row.unknown += 1;
    row.paidCents += toCents(beside?.paid ?? zero);
    row.askedCents += toCents(beside?.asked ?? zero);
    if (beside?.asked.gt(beside.paid)) row.shortPays += 1;
    found.set(personId, row);
  }
  return [...found.values()].sort((a, b) =>
    decimal(b.askedCents - b.paidCents).comparedTo(decimal(a.askedCents - a.paidCents)),
  );
}
