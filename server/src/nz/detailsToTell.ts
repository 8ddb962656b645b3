/** Which employees have begun or left, and what Inland Revenue is told of them. */
import { addDays } from "@zesty/core/calendar/dates";
import type { AnyContext } from "@zesty/core/countries/countries";
import type { EmployeeFacts } from "@zesty/core/nz/documents/employeeDetails";
import { atLeastZero, decimal, decimalOrZero } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import type { Prepared } from "../row/prepared.ts";
import { places } from "../store/crypt.ts";
import { datedRecordsNz } from "../store/dated.ts";
import { nzOf } from "./rows.ts";

/** What a notice asks of this pay: of the period's amount, what another pay of it took is done. */
export function noticeLeft(amount: string, context: AnyContext) {
  const taken = context.country === "NZ" ? context.earlierInPeriod?.childSupport : undefined;
  return atLeastZero(decimal(amount).times(context.periods).minus(decimalOrZero(taken)));
}
/** People whose details go with the filing: they start, leave, or their code or KiwiSaver changed since the last payday. */
export function detailsOf(context: Context, { loaded, pays }: Prepared): (EmployeeFacts & { personId: number })[] {
  const { run } = loaded;
  const nz = nzOf(loaded);
  const ids = pays.map((each) => each.row.row.person.id);
  const lastDay = addDays(run.periodStart, -1);
  const before = datedRecordsNz(context.store.db, ids, lastDay);
  const paid = new Set(
    context.store.sqlite
      .prepare<[string, number], { personId: number }>(
        // In this employment: who is employed again is told of like somebody new.
        `SELECT DISTINCT s.person_id AS personId FROM signed_pay s JOIN person p ON p.id = s.person_id
           JOIN pay_run r ON r.id = s.run_id
         WHERE s.kind = 'pay' AND s.person_id IN (SELECT value FROM json_each(?)) AND s.run_id <> ?
           AND r.kind <> 'departure' AND r.period_end >= p.start_date`,
      )
      .all(JSON.stringify(ids), run.id)
      .map((each) => each.personId),
  );
  return pays.flatMap(({ row }): (EmployeeFacts & { personId: number })[] => {
    const { person } = row.row;
    const code = nz.records.taxCode.get(person.id);
    const saver = nz.records.kiwiSaver.get(person.id);
    const leaves = person.endDate !== null && person.endDate <= run.periodEnd;
    const changed = before.taxCode.get(person.id)?.id !== code?.id || before.kiwiSaver.get(person.id)?.id !== saver?.id;
    const change = leaves ? "departed" : !paid.has(person.id) ? "new" : changed ? "changed" : null;
    if (change === null) return [];
    const status =
      saver === undefined
        ? "not-member"
        : saver.status === "member" && saver.joined !== "existing"
          ? saver.joined
          : saver.status;
    return [
      {
        personId: person.id,
        ird: code?.irdNumber ? context.store.crypt.open(code.irdNumber, places.irdNumber(person.id)) : null,
        givenName: person.givenName,
        familyName: person.familyName,
        birthDate: person.birthDate,
        address: {
          line1: person.address?.line1 ?? "",
          suburb: "",
          town: person.address?.suburb ?? "",
          postcode: person.address?.postcode ?? "",
        },
        phone: person.phone,
        email: person.email,
        startDate: person.startDate,
        endDate: leaves ? person.endDate : null,
        taxCode: code?.irdNumber ? code.code : "ND",
        kiwiSaver: { code: status, rate: saver?.employeeRate ?? null, optOutDate: saver?.optOutDate ?? null },
        change,
      },
    ];
  });
}
