/** How often an employer pays PAYE over: by what it withheld in the year before. No pay is worked out from it. */
import { table } from "../ruleBook.ts";

export interface EmployerSize {
  /** PAYE and ESCT of a year to 31 March from which an employer pays twice a month */
  largeFrom: string;
}

export const employerSize = table<EmployerSize>("employerSize", "Size of an employer", "NZ", [
  {
    from: "2024-04-01",
    to: "2028-03-31",
    figures: { largeFrom: "500000" },
    source: { title: "Income Tax Act 2007", section: "s RD 22", seen: "from memory" },
    standing: "remembered",
  },
]);
