/** Lines of the year's end that New Zealand's facts answer: who to look at, what the levy goes by, how often is paid. */
import { addDays, addMonths, dateWords, daysBetween } from "@zesty/core/calendar/dates";
import { readTaxCode, type TaxCode } from "@zesty/core/nz/taxCode";
import { decimal } from "@zesty/core/quantity/decimal";
import { dollars, fromCents } from "@zesty/core/quantity/units";
import { earnersLevy } from "@zesty/core/rulebook/nz/earnersLevy";
import { employerSize } from "@zesty/core/rulebook/nz/employerSize";
import { type IncomeTaxRates, incomeTaxRates } from "@zesty/core/rulebook/nz/incomeTaxRates";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { datedRecordsNz } from "../store/dated.ts";
import { yearSums } from "../store/sums.ts";
import { byHand, type CheckLine } from "../year/yearOfCountry.ts";

interface Year {
  from: string;
  to: string;
}

/**
 * Ages at which KiwiSaver or the least wage change: minimum wage at 16 (Minimum Wage Act 1983), automatic enrolment from 18
 * to 65 (KiwiSaver Act 2006). From memory.
 */
const ages = [16, 18, 65];

/** Why a tax code does not fit what the job alone comes to in a year; undefined where it may. */
function doubtOf(code: TaxCode | undefined, yearly: number, rates: IncomeTaxRates): string | undefined {
  if (code?.name === "ND") return "ND: no number and code were given";
  if (code?.name === "ME") {
    const { from, to, credit, lessPercent } = rates.independentEarner;
    const upTo = decimal(to).plus(decimal(credit).times(100).div(lessPercent));
    return yearly < Number(from) || upTo.lt(yearly) ? "ME" : undefined;
  }
  const at = code?.secondary ? ["SB", "S", "SH", "ST"].indexOf(code.name) : -1;
  const top = at === -1 ? null : (rates.brackets[at]?.upTo ?? null);
  return top !== null && yearly > Number(top) ? code?.name : undefined;
}

export function yearLines(context: Context, businessId: number, { from, to }: Year): CheckLine[] {
  const { db } = context.store;
  const people = peopleOf(db, businessId).filter((each) => each.endDate === null || each.endDate >= from);
  const ids = people.map((each) => each.id);
  const records = datedRecordsNz(db, ids, to);
  const { year } = yearSums(context.store, ids, to, "NZ");
  const cents = (id: number, code: string) => year.get(id)?.get(code) ?? 0;
  const nameOf = (each: (typeof people)[number]) => `${each.givenName} ${each.familyName}`;
  const rates = context.rules.find(incomeTaxRates, to)?.figures;
  const here = people.filter((each) => each.endDate === null || each.endDate > to);

  const doubts = here.flatMap((each) => {
    const code = records.taxCode.get(each.id)?.code;
    const days = daysBetween(each.startDate > from ? each.startDate : from, to) + 1;
    const yearly = Math.round(((cents(each.id, "taxable") / 100) * 365) / Math.max(days, 1));
    const doubt = code && rates ? doubtOf(readTaxCode(code), yearly, rates) : undefined;
    return doubt ? [`${nameOf(each)} (${doubt}, about ${dollars(decimal(yearly)).replace(/\.00$/, "")} a year)`] : [];
  });
  const until = addMonths(to, 12);
  const turning = here.flatMap((each) =>
    ages.flatMap((age) => {
      const day = addMonths(each.birthDate, age * 12);
      const low = records.taxCode.get(each.id)?.lowerMinimum ? ", paid a starting-out or training wage" : "";
      return day > to && day <= until ? [`${nameOf(each)} is ${age} on ${dateWords(day)}${low}`] : [];
    }),
  );
  return [
    byHand(
      "codes",
      `Tailored tax codes, certificates and exemptions that end on ${dateWords(to)} are looked through${doubts.length > 0 ? `; codes that may not fit: ${doubts.join(", ")}` : ""}`,
      "/people",
    ),
    turning.length > 0
      ? byHand(
          "turning",
          `Ages that change KiwiSaver or the least wage are looked at: ${turning.join("; ")}`,
          "/people",
        )
      : {
          ...{ item: "turning", proved: true, done: true, link: null },
          text: `Nobody turns ${ages.join(", ").replace(/, (\d+)$/, " or $1")} in the year to ${dateWords(until)}`,
        },
    ...levyLine(context, people, to, cents),
    ...sizeLine(context, businessId, to, ids, cents),
  ];
}

/** What the ACC asks an employer for: earnings with the levy, without it, and above the most that it counts. */
function levyLine(
  context: Context,
  people: readonly { id: number }[],
  to: string,
  cents: (id: number, code: string) => number,
): CheckLine[] {
  const table = context.rules.find(earnersLevy, to)?.figures;
  // Without a table of the year nothing is said.
  if (!table) return [];
  const most = Number(table.maximumEarnings) * 100;
  const sums = { liable: 0, free: 0, above: 0 };
  for (const { id } of people) {
    const free = cents(id, "notLeviable");
    const liable = cents(id, "taxable") - free;
    sums.free += free;
    sums.above += Math.max(0, liable - most);
    sums.liable += liable;
  }
  const said = (value: number) => dollars(fromCents(value));
  const text = `For the ACC: ${said(sums.liable)} liable for the levy, ${said(sums.above)} of it above the most that counts of a person; ${said(sums.free)} not liable`;
  return [{ ...{ item: "levy", proved: true, done: true, link: null }, text }];
}

/** What was withheld in a year says how often the next one is paid over: set-up has to agree. */
function sizeLine(
  context: Context,
  businessId: number,
  to: string,
  ids: readonly number[],
  cents: (id: number, code: string) => number,
): CheckLine[] {
  const all = ids.reduce((sum, id) => sum + cents(id, "withheld") + cents(id, "esct"), 0);
  const from = addDays(to, 1);
  const table = context.rules.find(employerSize, from)?.figures;
  if (!table)
    return [
      byHand("size", "How often PAYE is paid in the next year is set: its rule book has no table yet", "/set-up"),
    ];
  const isLarge = fromCents(all).gte(table.largeFrom);
  const agrees = (findBusiness(context, businessId).filing?.large ?? false) === isLarge;
  const text = `PAYE and ESCT of the year come to ${dollars(fromCents(all))}: from ${dateWords(from)} they are paid ${isLarge ? "twice" : "once"} a month${agrees ? "" : ", and Set-up says otherwise"}`;
  return [{ ...{ item: "size", proved: true, done: agrees, link: agrees ? null : "/set-up" }, text }];
}
