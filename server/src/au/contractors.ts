/**
 * Payments to contractors in a year, for the report that some trades owe the agency: contractors in pay runs, and a list
 * from the books, which takes the place of the list before it.
 * Set by: Taxation Administration Act 1953, Schedule 1, Subdivision 396-B (taxable payments; which trades is for the
 * bookkeeper to know); due 28 August. From memory.
 */
import type { ContractorRow, Contractors, ContractorsGiven, ContractorsShown } from "@zesty/contract/au/contractors";
import { isAbn } from "@zesty/core/au/abn";
import { payrollYearAu } from "@zesty/core/calendar/payrollYear";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { centsText } from "@zesty/core/quantity/units";
import { stringify } from "csv-stringify/sync";
import { and, desc, eq } from "drizzle-orm";
import { plainCell } from "../documents/journalCsv.ts";
import type { Actor, Context } from "../ground/context.ts";
import { closingOf, demandYearOpen } from "../ground/yearClosed.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { demandFaultless, pastedAmount, pastedLines } from "../sheets/pastedLines.ts";
import { datedRecords } from "../store/dated.ts";
import { contractorList, user } from "../store/schema.ts";
import { keptYears } from "../store/sums.ts";
import { record } from "../store/trail.ts";

type Listed = Omit<ContractorRow, "source" | "doubts">;

export function readContractors(context: Context, businessId: number, day: string): Contractors {
  const year = payrollYearAu(day);
  const list = context.store.db
    .select({ rows: contractorList.rows, at: contractorList.at, by: user.name })
    .from(contractorList)
    .innerJoin(user, eq(contractorList.userId, user.id))
    .where(and(eq(contractorList.businessId, businessId), eq(contractorList.yearStart, year.from)))
    .orderBy(desc(contractorList.id))
    .limit(1)
    .get();
  const rows = [
    ...ofRuns(context, businessId, year).map((each) => rowOf(each, "runs")),
    ...(list?.rows ?? []).map((each) => rowOf(each, "list")),
  ];
  const total = (name: "gross" | "gst" | "tax") => sum(rows.map((row) => decimal(row[name]))).toFixed(2);
  return {
    year: { from: year.from, to: year.to, name: year.name },
    rows,
    totals: { gross: total("gross"), gst: total("gst"), tax: total("tax") },
    list: list ? { by: list.by, at: list.at } : null,
    due: `${year.to.slice(0, 4)}-08-28`,
    closed: closingOf(context, businessId, year.from) !== null,
  };
}

export function putContractorsIn(
  context: Context,
  actor: Actor,
  businessId: number,
  { from, text, apply }: ContractorsGiven,
): ContractorsShown {
  demandYearOpen(context, businessId, from);
  const { rows, faults } = readLines(text);
  const shown = { rows: rows.map((each) => rowOf(each, "list")), faults };
  if (!apply) return shown;
  demandFaultless("contractor-lines", faults);
  context.store.transaction(() => {
    const [yearStart, at] = [payrollYearAu(from).from, context.clock.now()];
    context.store.db.insert(contractorList).values({ businessId, yearStart, rows, userId: actor.userId, at }).run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId, what: "recorded payments to contractors" },
      about: `${rows.length} of the year from ${yearStart}`,
    });
  });
  return shown;
}

export function contractorsCsv({ rows }: Contractors): string {
  const lines = rows.map((row) => [row.abn ?? "", plainCell(row.name), row.gross, row.gst, row.tax, row.source]);
  return stringify([["ABN", "Name", "Gross with GST", "GST", "Tax withheld", "From"], ...lines], { bom: true });
}

/** Contractors who were paid by runs: super alone is no payment for work. */
function ofRuns({ store }: Context, businessId: number, year: { from: string; to: string }): Listed[] {
  const people = peopleOf(store.db, businessId);
  const ids = people.map((each) => each.id);
  const { terms } = datedRecords(store.db, ids, year.to);
  const sums = keptYears(store, ids, year.from, ["gross", "withheld"]);
  return people.flatMap(({ id, givenName, familyName }): Listed[] => {
    const gross = sums.get(id)?.get("gross") ?? 0;
    if (terms.get(id)?.basis !== "contractor" || gross === 0) return [];
    const [name, tax] = [`${givenName} ${familyName}`, centsText(sums.get(id)?.get("withheld") ?? 0)];
    return [{ name, abn: null, gross: centsText(gross), gst: "0.00", tax }];
  });
}

function rowOf(row: Listed, source: ContractorRow["source"]): ContractorRow {
  const doubts: string[] = [];
  if (source === "runs") doubts.push("Paid by a run, where no ABN is kept: write it into the report.");
  else if (row.abn === null && decimal(row.tax).isZero())
    doubts.push("No ABN, and nothing withheld. Without an ABN the top rate is withheld, unless an exception holds.");
  // GST is an eleventh of a price that has it (A New Tax System (Goods and Services Tax) Act 1999, s 9-70, s 9-75).
  if (decimal(row.gst).times(11).gt(decimal(row.gross).plus("0.11")))
    doubts.push("GST is more than an eleventh of the gross.");
  if (decimal(row.tax).gt(row.gross)) doubts.push("More was withheld than paid.");
  return { ...row, source, doubts };
}

const nothing = "Nothing was given: a line a contractor, with ABN, name, gross, GST and tax withheld.";

function readLines(text: string): { rows: Listed[]; faults: string[] } {
  const { lines, faults } = pastedLines(text, 5);
  if (faults.length > 0) return { rows: [], faults };
  const rows: Listed[] = [];
  const seen = new Map<string, number>();
  for (const [at, cells] of lines.entries()) {
    // Headings say what stands below them.
    if (at === 0 && /^(abn|payee|supplier|name)/i.test(cells[0] ?? "")) continue;
    const said = readLine(cells);
    const row = typeof said === "string" ? null : said;
    const key = row ? (row.abn ?? row.name.toLowerCase()) : "";
    const known = seen.get(key);
    if (row === null) faults.push(`Line ${at + 1}: ${said}`);
    else if (known !== undefined)
      faults.push(`Line ${at + 1}: ${row.name} stands in line ${known} already. Put the amounts into one line.`);
    else {
      seen.set(key, at + 1);
      rows.push(row);
    }
  }
  return rows.length === 0 && faults.length === 0 ? { rows, faults: [nothing] } : { rows, faults };
}

/** What a line says, or why it says nothing. */
function readLine([abn = "", name = "", ...amounts]: string[]): Listed | string {
  const digits = abn.replace(/\s/g, "");
  if (digits !== "" && !isAbn(digits))
    return `${abn} is no ABN: its check does not hold. Write eleven digits, or leave it empty where none was quoted.`;
  if (name === "") return "the name is missing. Write ABN, name, gross, GST, tax.";
  if (name.length > 120) return `the name ${name.slice(0, 20)}… has more than 120 signs. Shorten it.`;
  const [gross, gst, tax] = [amounts[0], amounts[1], amounts[2]].map((cell) => pastedAmount(cell ?? ""));
  if (gross == null || gst == null || tax == null) {
    const wrong = amounts.find((cell) => pastedAmount(cell) === null) ?? "";
    return `${wrong} is no amount. Write it as 2500.50.`;
  }
  if (decimal(gross).isZero()) return `nothing was paid to ${name}. Leave the line out.`;
  if (decimal(gst).plus(tax).gt(gross))
    return `GST and tax of ${name} are more than the gross of $${gross}. Write amounts without commas, as 8400.00.`;
  return { name, abn: digits || null, gross, gst, tax };
}
