/** Asks a question: who may see, what makes sense, the sums brought up to date, and the table with its sentence. */

import { dimensionWords, sumColumn } from "@zesty/contract/figureDimensions";
import type { Answer, Asked, PayBehind, Question } from "@zesty/contract/figures";
import { centsText, fromE4 } from "@zesty/core/quantity/units";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { demandRight } from "../ground/rights.ts";
import type { Steps } from "../store/steps.ts";
import { entriesOfPay, foldSteps, type PayOfMonth } from "./fold.ts";
import { type MeasureCode, measures } from "./measures.ts";
import { monthsBetween, type Report, timeDimensions } from "./report.ts";
import { reports } from "./reports.ts";
import { keysOfEntry } from "./sums.ts";
import { monthTitle } from "./titles.ts";

const mostMonths = 12 * 10;

const asAsked = ({ code, words, group, rows, columns, usual }: Report): Asked => ({
  ...{ code, words, group, rows, columns, usual },
});

const countriesOf = (context: Context, businesses: readonly number[]): Set<string> =>
  new Set(businesses.map((id) => findBusiness(context, id).country));

/** What can be asked of these businesses by this user. */
export function whatCanBeAsked(context: Context, actor: Actor, businesses: readonly number[]): Asked[] {
  for (const id of businesses) demandRight(context, actor, id, "see");
  const countries = countriesOf(context, businesses);
  return reports
    .filter(({ country, leadOnly }) => (!leadOnly || actor.lead) && (country === null || countries.has(country)))
    .map(asAsked);
}

const wrong = (path: string, text: string) => cannot("question", text, { errors: [{ path, text }] });

function demandAskable(context: Context, actor: Actor, asked: Question): Report {
  for (const id of asked.businesses) demandRight(context, actor, id, "see");
  const report = reports.find((each) => each.code === asked.what);
  if (!report || (report.leadOnly && !actor.lead))
    throw wrong("what", "This cannot be asked here. Choose from the list.");
  const countries = countriesOf(context, asked.businesses);
  if (report.country !== null && !countries.has(report.country))
    throw wrong("what", `${report.words} is asked of businesses of another country. Choose from the list.`);
  if (asked.to < asked.from)
    throw wrong("to", "The last month lies before the first. Turn them round, or look at the years.");
  if (monthsBetween(asked.from, asked.to).length > mostMonths)
    throw wrong("from", "At most ten years are asked for at once.");
  if (!report.rows.includes(asked.rows))
    throw wrong("rows", `${report.words} is not laid out by ${dimensionWords[asked.rows]}.`);
  if (!report.columns.includes(asked.columns))
    throw wrong(
      "columns",
      `${report.words} has no columns by ${asked.columns ? dimensionWords[asked.columns] : "nothing"}.`,
    );
  if (asked.columns === asked.rows)
    throw wrong("columns", "Rows and columns are the same. Choose another for one of them.");
  return report;
}

/** "Cost of Saltbush by month and cost centre, July 2025 to June 2026" */
function sentenceOf(context: Context, report: Report, asked: Question): string {
  const names = asked.businesses.map((id) => findBusiness(context, id).name);
  const of = names.length > 3 ? `${names.length} businesses` : names.join(", ");
  const by = [asked.rows, ...(asked.columns ? [asked.columns] : [])].map((each) => dimensionWords[each]).join(" and ");
  const laid = report.rows.length > 1 || report.columns.length > 1 ? ` by ${by}` : "";
  const span =
    asked.from === asked.to ? monthTitle(asked.from) : `${monthTitle(asked.from)} to ${monthTitle(asked.to)}`;
  return `${report.words} of ${of}${laid}, ${span}`;
}

export function* answerSteps(context: Context, actor: Actor, asked: Question): Steps<Answer> {
  const report = demandAskable(context, actor, asked);
  yield* foldSteps(context);
  const table = report.table(context, actor, asked);
  const isTime = timeDimensions.includes(asked.rows);
  const isDrawable = table.rows.length > 1 && (report.drawing === "any" || (report.drawing === "time" && isTime));
  return {
    question: asked,
    title: sentenceOf(context, report, asked),
    ...table,
    drawn: isDrawable ? (isTime ? "time" : "parts") : null,
  };
}

/** At most so many pays are listed behind one figure. */
const mostPays = 400;

/** The pays behind a figure of a table: of one row, and of one column where it has columns. */
export function paysBehind(
  context: Context,
  actor: Actor,
  asked: Question,
  cell: { row: string; column: string },
): { pays: PayBehind[]; more: boolean } {
  const report = demandAskable(context, actor, asked);
  // A register has a measure a column.
  const code = (report.code in measures ? report.code : cell.column in measures ? cell.column : "gross") as MeasureCode;
  const measure = measures[code];
  const { store } = context;
  const only = asked.rows === "person" ? Number(cell.row) : asked.columns === "person" ? Number(cell.column) : null;
  const pays = store
    .prepared<
      [string, string, string, number | null, number | null],
      PayOfMonth & { runId: number; name: string; businessId: number }
    >(
      `SELECT s.pay_id AS payId, s.run_id AS runId, s.person_id AS personId, s.payday AS payday, s.snapshot AS snapshot,
         p.given_name || ' ' || p.family_name AS name, p.business_id AS businessId
       FROM signed_pay s JOIN person p ON p.id = s.person_id
       WHERE p.business_id IN (SELECT value FROM json_each(?)) AND s.payday BETWEEN ? AND ? AND s.kind = 'pay'
         AND (? IS NULL OR s.person_id = ?) AND NOT EXISTS (SELECT 1 FROM signed_pay r WHERE r.reverses_id = s.id)
       ORDER BY s.payday DESC, p.family_name, s.id`,
    )
    .iterate(JSON.stringify(asked.businesses), `${asked.from}-01`, `${asked.to}-31`, only, only);
  const keys = keysOfEntry(context, asked);
  const found: PayBehind[] = [];
  for (const pay of pays) {
    const own = entriesOfPay(context, pay).filter((entry) => {
      const { row, column, leave } = keys(pay, entry);
      const fits = row === cell.row && (asked.columns === null || cell.column === sumColumn || column === cell.column);
      return fits && measure.counts(entry, leave);
    });
    if (own.length === 0) continue;
    if (found.length === mostPays) return { pays: found, more: true };
    const sum = (of: "cents" | "hoursE4") => own.reduce((all, each) => all + each[of], 0);
    found.push({
      ...{ payId: pay.payId, runId: pay.runId, personId: pay.personId, name: pay.name, payday: pay.payday },
      amount: measure.unit === "hours" ? fromE4(sum("hoursE4")).toFixed(2) : centsText(sum("cents")),
    });
  }
  return { pays: found, more: false };
}
