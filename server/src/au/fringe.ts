/** Fringe benefits of several people at once, from pasted lines or a file: shown first, put in all or not at all. */
import type { FringeGiven, FringeShown } from "@zesty/contract/year";
import { fringeYearEnd, reportableFringeBenefits } from "@zesty/core/au/fringeBenefits";
import { decimal } from "@zesty/core/quantity/decimal";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { demandYearOpen } from "../ground/yearClosed.ts";
import { fringeBenefitsOn } from "../people/fringeBenefits.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { saveSection } from "../people/savePerson.ts";
import { demandFaultless, pastedAmount, pastedLines, whoIsNamed } from "../sheets/pastedLines.ts";

const nothing = "Nothing was given: a line a person, with payroll ID or name and the taxable value.";
const sumOf = (amounts: readonly string[]) => amounts.reduce((sum, each) => sum.plus(each), decimal("0")).toFixed(2);

export function putFringeIn(context: Context, actor: Actor, businessId: number, given: FringeGiven): FringeShown {
  if (findBusiness(context, businessId).country !== "AU")
    throw cannot("no-fringe-benefits", "Fringe benefits are reported by person in Australia only.");
  demandYearOpen(context, businessId, given.from);
  const yearEnd = fringeYearEnd(given.from);
  const shown = readLines(context, businessId, given.text, yearEnd, given.from);
  if (!given.apply) return shown;
  demandFaultless("fringe-lines", shown.faults);
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
  const { lines, faults } = pastedLines(text, 3);
  if (faults.length > 0) return { rows: [], faults };
  const named = whoIsNamed(people);
  /** what a line says, or why it says nothing */
  const read = ([who = "", taxable = "", exempt = ""]: string[], line: number): Row | string => {
    const person = named(who, line);
    if (typeof person === "string") return person;
    const name = `${person.givenName} ${person.familyName}`;
    if (taxable === "" && exempt === "") return "an amount is missing.";
    const [t, x] = [pastedAmount(taxable), pastedAmount(exempt)];
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
