/** The payroll year of Australia: what Single Touch Payroll holds against facts, ledger, bank and funds. */
import type { PayrollYear } from "@zesty/core/calendar/payrollYear";
import { decimal } from "@zesty/core/quantity/decimal";
import { dollars, fromCents, toCents } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { fringeBenefitsOn } from "../people/fringeBenefits.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { add, byHand, type Said, type YearOfCountry } from "../year/yearOfCountry.ts";
import { payEventsTaken } from "./payEventsTaken.ts";
import { payeesOfYear } from "./payeesOfYear.ts";
import { summariesAu } from "./summaries.ts";
import { yearEventAu } from "./yearEvent.ts";
import { yearsToEnd } from "./yearToDo.ts";

/** What a pay event calls income: every reported amount but sacrifice and deductions. */
const income =
  /^report(@[A-Z]+)?:(gross|overtime|bonus|directorFee|paidLeave:.*|allowance:.*|lumpSum:.*|lumpSumE:.*|etp:.*:taxable)$/;
const plain: Record<string, string[]> = {
  gross: ["gross"],
  net: ["net"],
  withheld: ["tax"],
  guarantee: ["guarantee", "super"],
  reportable: ["super", "reportable"],
  member: ["super"],
};

/** Grossed-up fringe benefits that the year reports: recorded by person, paid by nobody. */
function fringeBenefitsSaid(context: Context, businessId: number, { to }: PayrollYear): Said {
  const said: Said = new Map();
  const benefits = fringeBenefitsOn(context, to);
  for (const { id } of peopleOf(context.store.db, businessId))
    for (const { amount } of benefits(id)) add(said, id, "fringe", "facts", toCents(decimal(amount)));
  return said;
}

export const yearOfAustralia: YearOfCountry = {
  columns: [
    { name: "gross", title: "Gross", voices: ["facts", "ledger"] },
    { name: "income", title: "Income reported", voices: ["facts", "reported"] },
    { name: "tax", title: "Tax withheld", voices: ["facts", "reported", "ledger"] },
    { name: "guarantee", title: "Super guarantee", voices: ["facts", "reported"] },
    { name: "super", title: "Super in all", voices: ["facts", "ledger", "owed"] },
    { name: "reportable", title: "Reportable super", voices: ["facts", "reported"], rare: true },
    { name: "fringe", title: "Fringe benefits", voices: ["facts", "reported"], rare: true },
    { name: "net", title: "Net pay", voices: ["facts", "ledger", "bank"] },
  ],
  ofFact: (code) => plain[code] ?? (income.test(code) ? ["income"] : []),
  ofPosting: { "PAYG withheld": "tax", "Super payable": "super", "Net pay": "net" },
  ownCost: ["Super"],
  ofDue: { super: "super" },
  channel: "payEvent",
  final: { payees: payeesOfYear, event: yearEventAu, toDo: yearsToEnd },
  noFinal: "",
  summaries: summariesAu,
  beside: fringeBenefitsSaid,
  checksOf: (_context, _businessId, { totals, year }) => [
    byHand(
      "fringeBenefits",
      `Fringe benefits of the year to 31 March ${year.to.slice(0, 4)} are entered, or there are none`,
      "/people",
    ),
    byHand(
      "statements",
      `The activity statements agree: tax withheld comes to ${dollars(fromCents(totals.tax?.facts ?? 0))}`,
    ),
    byHand(
      "contractors",
      "Payments to contractors are reported by 28 August, or no report is owed",
      `/year/contractors?from=${year.from}`,
    ),
  ],
  reported: payEventsTaken,
};
