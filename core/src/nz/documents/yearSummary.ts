/** A person's payroll year in New Zealand on one page. */
import { block, type SummaryHead, type YearSummary } from "../../documents/yearSummary.ts";
import { centsText } from "../../quantity/units.ts";

/** @param sums cents of the year by fact code */
export function yearSummaryNz(
  sums: ReadonlyMap<string, number>,
  { year, employer, standing, name }: SummaryHead,
  employee: { payrollId: string; facts: [string, string][] },
): YearSummary {
  const dollars = (...codes: string[]) => centsText(codes.reduce((total, code) => total + (sums.get(code) ?? 0), 0));
  return {
    kind: "yearSummary",
    ...{ year, employer, standing },
    employee: { name, ...employee },
    blocks: [
      ...block("Income", [
        ["Gross", dollars("gross")],
        ["Of it liable for PAYE", dollars("taxable")],
      ]),
      ...block("Tax", [
        ["PAYE", dollars("withheld")],
        ["Of it the ACC earners' levy", dollars("accLevy")],
      ]),
      ...block("Deducted", [
        ["Student loan", dollars("studentLoan", "slcir", "slbor")],
        ["Child support", dollars("childSupport")],
        ["KiwiSaver, from pay", dollars("kiwiSaver")],
      ]),
      ...block("KiwiSaver from the employer", [
        ["Contribution", dollars("kiwiSaverEmployer")],
        ["Of it ESCT", dollars("esct")],
        ["After tax", dollars("kiwiSaverNet")],
      ]),
      ...block("Paid out", [["Net pay", dollars("net")]]),
    ],
  };
}
