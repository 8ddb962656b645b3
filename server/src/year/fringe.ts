/** Fringe benefits of several people at once, from pasted lines or a file: shown first, put in all or not at all. */
import type { FringeGiven, FringeShown } from "@zesty/contract/year";
import { fringeYearEnd, reportableFringeBenefits } from "@zesty/core/au/fringeBenefits";
import { decimal } from "@zesty/core/quantity/decimal";
import { parse } from "csv-parse/sync";
import type { Actor, Context } from "../context.ts";
import { cannot } from "../http/problem.ts";
import { fringeBenefitsOn } from "../people/fringeBenefits.ts";
import { peopleOf } from "../people/ofBusiness.ts";
import { saveSection } from "../people/savePerson.ts";
import { findBusiness } from "../setup/findBusiness.ts";
import { demandYearOpen } from "./closed.ts";

const nothing = "Nothing was given: a line a person, with payroll ID or name and the taxable value.";
const amountOf = (text: string): string | null => {
  const plain = text.trim().replace(/^\$/, "");
  if (plain === "") return "0.00";
  return /^(\d{1,3}(,\d{3})+|\d{1,9})(\.\d{1,2})?$/.test(plain) ? decimal(plain.replaceAll(",", "")).toFixed(2) : null;
};
const sumOf = (amounts: readonly string[]) => amounts.reduce((sum, each) => sum.plus(each), decimal("0")).toFixed(2);

function linesOf(text: string): string[][] | null {
  const delimiter = text.includes("\t") ? "\t" : text.includes(";") ? ";" : ",";
  try {
    return parse(text, { delimiter, relax_column_count: true, skip_empty_lines: true, trim: true, bom: true });
  } catch {
    return null;
  }
}

export function putFringeIn(context: Context, actor: Actor, businessId: number, given: FringeGiven): FringeShown {
  if (findBusiness(context, businessId).country !== "AU")
    throw cannot("no-fringe-benefits", "Fringe benefits are reported by person in Australia only.");
  demandYearOpen(context, businessId, given.from);
  const yearEnd = fringeYearEnd(given.from);
  const shown = readLines(context, businessId, given.text, yearEnd, given.from);
  if (!given.apply) return shown;
  const [first] = shown.faults;
  if (first)
    throw cannot("fringe-lines", `${first} Nothing was put in.`, {
      errors: shown.faults.map((text) => ({ path: "text", text })),
    });
  context.store.transaction(() => {
    for (const { personId, taxable, exempt } of shown.rows)
      saveSection(context, actor, personId, "fringeBenefits", { yearEnd, taxable, exempt });
  });
  return shown;
}

type Row = FringeShown["rows"][number];

function readLines(context: Context, businessId: number, text: string, yearEnd: string, day: string): FringeShown {
  const people = peopleOf(context.store.db, businessId);
  const known = fringeBenefitsOn(context, day);
  const lines = linesOf(text);
  if (!lines) return { rows: [], faults: ["The lines cannot be read: a quotation mark is not closed."] };
  const seen = new Map<number, number>();
  /** what a line says, or why it says nothing */
  const read = ([who = "", taxable = "", exempt = ""]: string[], line: number): Row | string => {
    const found = people.filter((each) =>
      [each.payrollId, `${each.givenName} ${each.familyName}`, `${each.familyName}, ${each.givenName}`].some(
        (name) => name.toLowerCase() === who.toLowerCase(),
      ),
    );
    const [person] = found;
    if (!person) return `there is nobody with the payroll ID or name ${who}.`;
    if (found.length > 1) return `${who} is the name of ${found.length} people. Give the payroll ID.`;
    const name = `${person.givenName} ${person.familyName}`;
    const earlier = seen.get(person.id);
    if (earlier) return `${name} stands in line ${earlier} already.`;
    seen.set(person.id, line);
    if (taxable === "" && exempt === "") return "an amount is missing.";
    const [t, x] = [amountOf(taxable), amountOf(exempt)];
    if (t === null || x === null) return `${t === null ? taxable : exempt} is no amount. Write it as 2500.50.`;
    const reported = reportableFringeBenefits({ T: t, X: x }, yearEnd, context.rules);
    return {
      ...{ personId: person.id, name, taxable: t, exempt: x },
      reported: sumOf(reported.map((each) => each.amount.toFixed(2))),
      was: sumOf(known(person.id).map((each) => each.amount)),
    };
  };
  const shown: FringeShown = { rows: [], faults: [] };
  for (const [at, cells] of lines.entries()) {
    // Headings say what stands below them.
    if (at === 0 && /^(payroll|person|name|employee)/i.test(cells[0] ?? "")) continue;
    const said = read(cells, at + 1);
    if (typeof said === "string") shown.faults.push(`Line ${at + 1}: ${said}`);
    else shown.rows.push(said);
  }
  if (shown.rows.length === 0 && shown.faults.length === 0) shown.faults.push(nothing);
  return shown;
}
