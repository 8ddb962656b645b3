/** A question in the address of the page, and what it begins with. */
import { type Dimension, dimensions } from "@zesty/contract/figureDimensions";
import type { Asked, Question } from "@zesty/contract/figures";
import { addMonths } from "@zesty/core/calendar/dates";
import { type CountryCode, payrollYearOf } from "@zesty/core/countries/countries";

const monthOf = (day: string): string => day.slice(0, 7);

/** Spans that are asked for most, by name. */
export function spansOf(country: CountryCode, day: string): { name: string; from: string; to: string }[] {
  const year = payrollYearOf(country, day);
  const before = payrollYearOf(country, addMonths(year.from, -1));
  const back = (months: number) => monthOf(addMonths(`${monthOf(day)}-01`, -months));
  return [
    { name: "the last twelve months", from: back(11), to: back(0) },
    { name: "this payroll year", from: monthOf(year.from), to: monthOf(year.to) },
    { name: "the payroll year before", from: monthOf(before.from), to: monthOf(before.to) },
    { name: "this month", from: back(0), to: back(0) },
    { name: "last month", from: back(1), to: back(1) },
    { name: "the last three months", from: back(2), to: back(0) },
  ];
}

/** Months that may be chosen: seven years back, and the one to come. */
export const monthsToChoose = (day: string): string[] =>
  Array.from({ length: 86 }, (_, at) => monthOf(addMonths(`${monthOf(day)}-01`, 1 - at)));

const isDimension = (text: string | null): text is Dimension =>
  text !== null && (dimensions as readonly string[]).includes(text);

/** What the address asks; what it leaves open is as usual for what is asked. */
export function questionIn(
  params: URLSearchParams,
  all: readonly Asked[],
  usual: { business: number; country: CountryCode; day: string },
): Question | null {
  const asked = all.find((each) => each.code === params.get("what")) ?? all[0];
  if (!asked) return null;
  const [span] = spansOf(usual.country, usual.day);
  const [rows, columns] = [params.get("rows"), params.get("columns")];
  const businesses = (params.get("businesses") ?? "").split(",").map(Number).filter(Boolean);
  const by = isDimension(rows) && asked.rows.includes(rows) ? rows : asked.usual.rows;
  const across =
    columns === null ? asked.usual.columns : isDimension(columns) && asked.columns.includes(columns) ? columns : null;
  return {
    what: asked.code,
    businesses: businesses.length > 0 ? businesses : [usual.business],
    from: params.get("from") ?? span?.from ?? monthOf(usual.day),
    to: params.get("to") ?? span?.to ?? monthOf(usual.day),
    rows: by,
    columns: across === by ? null : across,
  };
}
