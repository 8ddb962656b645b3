/** The year of people as an event of no run reports it: their records and what stands in the way of each. */

import { type PayeeRecord, payeeRecord } from "@zesty/core/au/documents/payEvent";
import { examineYear } from "@zesty/core/au/documents/yearCheck";
import type { PayrollYear } from "@zesty/core/calendar/payrollYear";
import { superGuaranteeRules } from "@zesty/core/rulebook/au/superGuaranteeRules";
import { terminationRules } from "@zesty/core/rulebook/au/terminationRules";
import { workingHolidayRates } from "@zesty/core/rulebook/au/workingHolidayRates";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { personAu } from "../row/rowFacts.ts";
import { datedRecords } from "../store/dated.ts";
import { yearSums } from "../store/sums.ts";
import type { PayeeOfYear } from "../year/yearOfCountry.ts";
import { payeeFacts, payeeSources } from "./payees.ts";

export interface PayeeOfYearAu extends PayeeOfYear {
  record: PayeeRecord;
}

/** @param date the day that the event is dated by: 30 June, or today within the year */
export function payeesOfYear(
  context: Context,
  businessId: number,
  year: PayrollYear,
  date: string,
  ids: readonly number[],
  final: boolean,
): PayeeOfYearAu[] {
  const { db } = context.store;
  const wanted = new Set(ids);
  const people = peopleOf(db, businessId).filter((each) => wanted.has(each.id));
  const records = datedRecords(db, [...wanted], date);
  // A number that was given after the year's end belongs to its report as well; what was declared in the year stays.
  const numbers = datedRecords(db, [...wanted], todayAt(context, businessId)).tax;
  const { year: sums } = yearSums(context.store, [...wanted], year.to, "AU");
  const sources = payeeSources(context, { id: null, businessId, payday: date });
  const { base, percent } = context.rules.row(superGuaranteeRules, date).figures;
  const rules = {
    ...{ from: year.from, guaranteePercent: percent },
    holidayMakers: context.rules.row(workingHolidayRates, date).figures,
    redundancy: context.rules.row(terminationRules, date).figures,
  };
  return people.map((person) => {
    const known = personAu(person, records);
    const number = numbers.get(person.id);
    const declared = records.tax.get(person.id) ?? number;
    const isGiven = number?.numberStatus === "given";
    const facts = payeeFacts(context, sources, {
      person,
      known: isGiven ? { ...known, tax: { ...known.tax, fileNumber: "given" } } : known,
      tax: declared && isGiven ? { ...declared, fileNumber: number.fileNumber } : declared,
      period: { start: year.from, end: date },
      yearToDate: sums.get(person.id) ?? new Map(),
      final,
    });
    const record = payeeRecord(facts, base === "qualifying earnings");
    const marks = examineYear(facts, record, rules);
    return { personId: person.id, record, marks };
  });
}
