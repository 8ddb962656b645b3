/** Questions that the kept sums answer: any measure by any two of their dimensions. */
import type { Dimension } from "@zesty/contract/figureDimensions";
import { dimensionWords, sumColumn } from "@zesty/contract/figureDimensions";
import type { AnswerColumn, AnswerRow, Asked, Question } from "@zesty/contract/figures";
import { type CountryCode, countries, payrollYearOf } from "@zesty/core/countries/countries";
import { centsText, fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import type { Entry } from "./fold.ts";
import { type Measure, type MeasureCode, measures, ofParts, ofWhole } from "./measures.ts";
import { monthsBetween, type Report, type Table, timeDimensions } from "./report.ts";
import { namesOf } from "./titles.ts";

/** The first month of a payroll year, by country. */
const yearFrom = `CASE b.country ${Object.entries(countries)
  .map(([code, each]) => `WHEN '${code}' THEN '${each.payrollYear("2026-12-31").from.slice(5, 7)}'`)
  .join(" ")} END`;
const year = "CAST(substr(s.month, 1, 4) AS INTEGER)";
export const keyOf: Record<Exclude<Dimension, "fund" | "kind">, string> = {
  month: "s.month",
  quarter: "substr(s.month, 1, 4) || '-Q' || ((CAST(substr(s.month, 6) AS INTEGER) + 2) / 3)",
  payrollYear: `CASE WHEN substr(s.month, 6) >= ${yearFrom} THEN ${year} ELSE ${year} - 1 END`,
  person: "s.person_id",
  element: "s.code",
  costCentre: "s.cost_centre",
  place: "s.place_id",
  state: "coalesce(p.state, b.state)",
  business: "s.business_id",
};

const isKey = (dimension: Dimension): dimension is keyof typeof keyOf => Object.hasOwn(keyOf, dimension);

/** The sums, with what their keys ask of the business and the place: half a million rows are not joined for nothing. */
const sumsFor = (...dimensions: (Dimension | null)[]): string =>
  `figure_sum s ${dimensions.some((each) => each === "state" || each === "payrollYear") ? "JOIN business b ON b.id = s.business_id" : ""}
   ${dimensions.includes("state") ? "LEFT JOIN place p ON p.id = s.place_id" : ""}`;

const noPay = "No pay was signed off for a payday in these months.";

interface Cell {
  row: string;
  column: string;
  cents: number;
  hoursE4: number;
}

/** One sum a row and column. */
function cellsOf({ store }: Context, asked: Question, { where }: Measure): Cell[] {
  const { rows, columns, businesses, from, to } = asked;
  const row = isKey(rows) ? keyOf[rows] : "''";
  const column = columns !== null && isKey(columns) ? keyOf[columns] : "''";
  const leave = where.includes("l IS")
    ? "(SELECT e.leave FROM pay_element e WHERE e.business_id = s.business_id AND e.code = s.code) AS l,"
    : "";
  return store
    .prepared<[string, string, string], Cell>(
      `SELECT CAST(row AS TEXT) AS row, CAST(col AS TEXT) AS column, SUM(cents) AS cents, SUM(hours_e4) AS hoursE4 FROM (
         SELECT ${leave} ${row} AS row, ${column} AS col, s.part, s.code, s.cents, s.hours_e4
         FROM ${sumsFor(rows, columns)}
         WHERE s.business_id IN (SELECT value FROM json_each(?)) AND s.month BETWEEN ? AND ?) s
       WHERE ${where} GROUP BY 1, 2`,
    )
    .all(JSON.stringify(businesses), from, to);
}

const textOf = ({ unit }: Measure, { cents, hoursE4 }: Pick<Cell, "cents" | "hoursE4">): string =>
  unit === "hours" ? fromE4(hoursE4).toFixed(2) : centsText(cents);

/** Time has no gaps: between the first month with a pay and the last, a month without one is a month of nothing. */
function keysOf(dimension: Dimension, seen: Iterable<string>): string[] {
  const found = [...new Set(seen)].sort();
  const [first, last] = [found[0], found.at(-1)];
  return dimension === "month" && first && last ? monthsBetween(first, last) : found;
}

const added = (cells: readonly Cell[]) => ({
  cents: cells.reduce((sum, each) => sum + each.cents, 0),
  hoursE4: cells.reduce((sum, each) => sum + each.hoursE4, 0),
});

/** Rows in the order of their names, or of time. */
const ordered = (dimension: Dimension, keys: string[], title: (key: string) => string): string[] =>
  timeDimensions.includes(dimension)
    ? keys.sort()
    : keys.sort((a, b) => title(a).localeCompare(title(b), "en") || (a < b ? -1 : 1));

/** One measure by rows, and by columns where they are asked for. */
export function tableOf(context: Context, asked: Question, measure: Measure): Table {
  const cells = cellsOf(context, asked, measure);
  const names = namesOf(context, asked);
  const { rows: by, columns: across } = asked;
  const rowKeys = ordered(
    by,
    keysOf(
      by,
      cells.map((each) => each.row),
    ),
    (key) => names(by, key),
  );
  const columnKeys =
    across === null
      ? []
      : ordered(
          across,
          keysOf(
            across,
            cells.map((each) => each.column),
          ),
          (key) => names(across, key),
        );
  const { unit } = measure;
  const columns: AnswerColumn[] = [
    ...columnKeys.map((key) => ({ key, title: across === null ? "" : names(across, key), unit })),
    { key: sumColumn, title: across === null ? measure.title : "All", unit },
  ];
  const line = (own: readonly Cell[]) => [
    ...columnKeys.map((key) => {
      const within = own.filter((each) => each.column === key);
      return within.length === 0 ? null : textOf(measure, added(within));
    }),
    textOf(measure, added(own)),
  ];
  const byRow = new Map<string, Cell[]>();
  for (const each of cells) byRow.set(each.row, [...(byRow.get(each.row) ?? []), each]);
  return {
    head: dimensionWords[by],
    columns,
    rows: rowKeys.map((key): AnswerRow => ({ key, title: names(by, key), cells: line(byRow.get(key) ?? []) })),
    totals: rowKeys.length > 1 ? line(cells) : null,
    notes: cells.length === 0 ? [noPay] : [],
    opens: true,
  };
}

/** Several measures beside each other, read in one go. */
export function registerOf(context: Context, asked: Question, codes: readonly MeasureCode[]): Table {
  const { rows: by, businesses, from, to } = asked;
  const own = codes.map((code): Measure => measures[code]);
  const sums = own.map(
    ({ where, unit }, at) =>
      `SUM(CASE WHEN ${where} THEN ${unit === "hours" ? "s.hours_e4" : "s.cents"} ELSE 0 END) AS m${at}`,
  );
  const read = context.store
    .prepared<[string, string, string], { row: string } & Record<string, number>>(
      `SELECT CAST(${isKey(by) ? keyOf[by] : "''"} AS TEXT) AS row, ${sums.join(", ")}
       FROM ${sumsFor(by)}
       WHERE s.business_id IN (SELECT value FROM json_each(?)) AND s.month BETWEEN ? AND ? GROUP BY 1`,
    )
    .all(JSON.stringify(businesses), from, to);
  const known = new Map(read.map((row) => [row.row, row]));
  const names = namesOf(context, asked);
  const shown = ({ unit }: Measure, sum: number): string =>
    unit === "hours" ? fromE4(sum).toFixed(2) : centsText(sum);
  const keys = ordered(by, keysOf(by, known.keys()), (key) => names(by, key));
  return {
    head: dimensionWords[by],
    columns: codes.map((code) => ({ key: code, title: measures[code].title, unit: measures[code].unit })),
    rows: keys.map((key) => ({
      ...{ key, title: names(by, key) },
      cells: own.map((measure, at) => shown(measure, known.get(key)?.[`m${at}`] ?? 0)),
    })),
    totals:
      keys.length > 1
        ? own.map((measure, at) =>
            shown(
              measure,
              read.reduce((sum, row) => sum + (row[`m${at}`] ?? 0), 0),
            ),
          )
        : null,
    notes: read.length === 0 ? [noPay] : [],
    opens: true,
  };
}

interface Wanted extends Pick<Asked, "code" | "words" | "group" | "usual"> {
  measure: MeasureCode;
  country?: CountryCode;
}

export function bySums({ measure, country = undefined, ...asked }: Wanted): Report {
  const own: Measure = measures[measure];
  const dimensions = own.where.includes("whole") ? ofWhole : ofParts;
  return {
    ...asked,
    country: country ?? null,
    rows: dimensions,
    columns: [null, ...dimensions],
    drawing: "any",
    table: (context, _actor, question) => tableOf(context, question, own),
  };
}

/** The row and column that an entry of a pay falls into, as the sums have it. */
export function keysOfEntry({ store }: Context, { rows, columns }: Question) {
  const businesses = store
    .prepared<[], { id: number; country: CountryCode; state: string }>("SELECT id, country, state FROM business")
    .all();
  const places = store.prepared<[], { id: number; state: string }>("SELECT id, state FROM place").all();
  const leaveOf = store.prepared<[number, string], { leave: string | null }>(
    "SELECT leave FROM pay_element WHERE business_id = ? AND code = ?",
  );
  return (pay: { businessId: number; personId: number; payday: string }, entry: Entry) => {
    const own = businesses.find((each) => each.id === pay.businessId);
    const month = pay.payday.slice(0, 7);
    const year = Number(month.slice(0, 4));
    const key = (dimension: Dimension | null): string => {
      switch (dimension) {
        case "month":
          return month;
        case "quarter":
          return `${year}-Q${Math.floor((Number(month.slice(5)) + 2) / 3)}`;
        case "payrollYear":
          return own ? payrollYearOf(own.country, pay.payday).from.slice(0, 4) : String(year);
        case "person":
          return String(pay.personId);
        case "element":
          return entry.code;
        case "costCentre":
          return entry.centre;
        case "place":
          return String(entry.placeId);
        case "state":
          return places.find((each) => each.id === entry.placeId)?.state ?? own?.state ?? "";
        case "business":
          return String(pay.businessId);
        default:
          return "";
      }
    };
    return { row: key(rows), column: key(columns), leave: leaveOf.get(pay.businessId, entry.code)?.leave ?? null };
  };
}
