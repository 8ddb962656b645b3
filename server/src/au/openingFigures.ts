/**
 * What was paid to several people in the payroll year before this program, from pasted lines or a file: reconciled with
 * the totals that the earlier system printed, shown first, put in all or not at all.
 */

import { type OpeningYearView, openingYear as openingYearSchema } from "@zesty/contract/au/openingYear";
import { check } from "@zesty/contract/fields";
import type { OpeningColumn, OpeningGiven, OpeningShown } from "@zesty/contract/year";
import { type Decimal, decimal, zero } from "@zesty/core/quantity/decimal";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { demandYearOpen } from "../ground/yearClosed.ts";
import { readOpeningYears } from "../people/openingYears.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { saveSection } from "../people/savePerson.ts";
import { demandFaultless, pastedAmount, pastedLines, whoIsNamed } from "../sheets/pastedLines.ts";

const columns: readonly OpeningColumn[] = ["gross", "withheld", "superEarnings", "guarantee", "reportable"];
type Column = OpeningColumn;
/** What a heading may be called, folded to letters. */
const meanings: Record<Column, readonly string[]> = {
  gross: ["gross", "grosspay", "totalgross", "grossearnings"],
  withheld: ["withheld", "tax", "payg", "taxwithheld", "paygwithheld", "paygwithholding"],
  superEarnings: ["superearnings", "earningsthatsupercounts", "ordinarytimeearnings", "ote", "qualifyingearnings"],
  guarantee: ["super", "superguarantee", "guarantee", "sg", "superannuation"],
  reportable: ["reportablesuper", "reportable", "resc", "salarysacrificesuper"],
};
const fold = (text: string): string => text.toLowerCase().replace(/\(.*\)|[^a-z]/g, "");
const noAmounts = { gross: zero, withheld: zero, superEarnings: zero, guarantee: zero, reportable: zero };
const names: Record<Column, string> = {
  gross: "Gross",
  withheld: "Withheld",
  superEarnings: "Earnings that super counts",
  guarantee: "Super guarantee",
  reportable: "Reportable super",
};

export function putOpeningIn(context: Context, actor: Actor, businessId: number, given: OpeningGiven): OpeningShown {
  if (findBusiness(context, businessId).country !== "AU")
    throw cannot(
      "no-opening-figures",
      "Opening figures from lines are read in Australia only. Record a person's on their page.",
    );
  demandYearOpen(context, businessId, given.from);
  const shown = readLines(context, businessId, given);
  if (!given.apply) return shown;
  demandFaultless("opening-lines", shown.faults);
  context.store.transaction(() => {
    for (const { personId, name: _name, was: _was, ...amounts } of shown.rows)
      saveSection(context, actor, personId, "openingYear", opening(given, amounts));
  });
  return shown;
}

const opening = ({ from, carried }: OpeningGiven, amounts: Record<Column, string>) => ({
  ...{ yearStart: from, carried, ...amounts, extras: "0.00", extrasWithheld: "0.00", terminationTaxable: "0.00" },
  ...{ parts: [], previousBmsId: null, previousPayrollId: null },
});

/** What a line of amounts cannot hold. */
const saysMore = ({ parts, extras, extrasWithheld, terminationTaxable, previousBmsId }: OpeningYearView): boolean =>
  parts.length > 0 ||
  previousBmsId !== null ||
  [extras, extrasWithheld, terminationTaxable].some((each) => Number(each) !== 0);

function readLines(context: Context, businessId: number, given: OpeningGiven): OpeningShown {
  const shown: OpeningShown = { rows: [], totals: [], faults: [] };
  const { lines: read, faults } = pastedLines(given.text, "headings");
  if (faults.length > 0) return { ...shown, faults };
  const [head, ...lines] = read;
  if (!head) return { ...shown, faults: ["Nothing was given: a line of headings, then a line a person."] };
  const at = new Map<Column, number>();
  head.forEach((heading, index) => {
    const column = columns.find((each) => meanings[each].includes(fold(heading)));
    if (column && !at.has(column)) at.set(column, index);
    else if (index > 0 && fold(heading) !== "name")
      shown.faults.push(
        `The heading “${heading.slice(0, 40)}” is not understood. Known are ${columns.map((each) => names[each]).join(", ")}; take the other columns out.`,
      );
  });
  for (const needed of ["gross", "withheld"] as const)
    if (!at.has(needed)) shown.faults.push(`No heading says ${names[needed]}. Name it in the first line.`);
  if (shown.faults.length > 0) return shown;
  const named = whoIsNamed(peopleOf(context.store.db, businessId));
  const sums: Record<Column, Decimal> = { ...noAmounts };
  let printed: Record<Column, Decimal> | null = null;
  for (const [index, cells] of lines.entries()) {
    const say = (text: string) => shown.faults.push(`Line ${index + 2}: ${text}`);
    const amounts: Record<Column, string> = {
      gross: "0.00",
      withheld: "0.00",
      superEarnings: "0.00",
      guarantee: "0.00",
      reportable: "0.00",
    };
    let wrong = false;
    for (const [column, place] of at) {
      const amount = pastedAmount(cells[place] ?? "");
      if (amount === null) say(`“${cells[place]}” is no amount under ${names[column]}. Write it as 25000.50.`);
      wrong ||= amount === null;
      amounts[column] = amount ?? "0.00";
    }
    if (wrong) continue;
    if (/^(total|sum)/i.test(cells[0] ?? "")) {
      printed = { ...noAmounts };
      for (const column of at.keys()) printed[column] = decimal(amounts[column]);
      continue;
    }
    const who = named(cells[0] ?? "", index + 2);
    if (typeof who === "string") {
      say(who);
      continue;
    }
    if (decimal(amounts.withheld).gt(amounts.gross)) {
      say(`$${amounts.withheld} withheld is more than the gross of $${amounts.gross}. Write amounts as 8400.00.`);
      continue;
    }
    const checked = check(openingYearSchema, opening(given, amounts));
    if ("errors" in checked) {
      say(checked.errors[0]?.text ?? "it cannot be taken.");
      continue;
    }
    for (const column of columns) sums[column] = sums[column].plus(amounts[column]);
    const name = `${who.givenName} ${who.familyName}`;
    const before = readOpeningYears(context, who.id).find((each) => each.yearStart === given.from);
    if (before && saysMore(before)) {
      say(
        `${name} has parts, termination pay or earlier keys recorded, which a line would lose. Change it on the person's page.`,
      );
      continue;
    }
    shown.rows.push({ personId: who.id, name, ...amounts, was: before?.gross ?? null });
  }
  if (shown.rows.length === 0 && shown.faults.length === 0) shown.faults.push("No line names a person.");
  shown.totals = [...at.keys()].map((column) => ({
    column,
    name: names[column],
    lines: sums[column].toFixed(2),
    printed: printed ? printed[column].toFixed(2) : null,
  }));
  for (const { name, lines: sum, printed: total } of shown.totals)
    if (total !== null && total !== sum && shown.faults.length === 0)
      shown.faults.push(
        `${name} of the lines comes to $${sum}, the total says $${total}: $${decimal(total).minus(sum).toFixed(2)} is missing or too much. Look for the line.`,
      );
  return shown;
}
