/** The hours sheet that goes out. */
import type { PayElement } from "../pay/row.ts";
import { linesIn, quantity, type SheetFacts } from "./sheetFacts.ts";

/** The sheet that goes out: headings, and a row a person or cost centre with what stands there now. */
export function hoursSheetOut(
  facts: Pick<SheetFacts, "people" | "elements">,
  elements: readonly PayElement[],
): { headings: string[]; rows: string[][]; hoursColumns: number[] } {
  const unit = { hours: "h", amount: "$", days: "days", weeks: "weeks", units: "units" } as const;
  const headings = [
    "Code",
    "Name",
    "Cost centre",
    ...elements.map((each) => `${each.name} (${unit[each.entry]})`),
    "Leave from",
    "Leave to",
    "Total hours",
    "Pays covered",
    "Last day",
    "Notes",
  ];
  const rows = facts.people
    .filter((each) => each.included)
    .flatMap((person) => {
      const centres = [...new Set([undefined, ...person.lines.map((line) => line.costCentre)])];
      return centres.map((centre) => [
        person.payrollId,
        person.name,
        centre ?? "",
        ...elements.map((each) =>
          quantity(
            linesIn(person.lines, each).filter((line) => line.costCentre === centre),
            each,
          ),
        ),
        "",
        "",
        "",
        centre === undefined ? String(person.periods) : "",
        "",
        "",
      ]);
    });
  const hoursColumns = elements.flatMap((each, at) => (each.entry === "hours" ? [at + 3] : []));
  return { headings, rows, hoursColumns };
}
