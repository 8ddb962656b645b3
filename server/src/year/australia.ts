/** The payroll year of Australia: what Single Touch Payroll holds against facts, ledger, bank and funds. */
import { payEventsTaken } from "./payEventsTaken.ts";
import type { YearOfCountry } from "./said.ts";

/** What a pay event calls income: every reported amount but sacrifice and deductions. */
const income =
  /^report(@[A-Z]+)?:(gross|overtime|bonus|directorFee|paidLeave:.*|allowance:.*|lumpSum:.*|lumpSumE:.*|etp:.*:taxable)$/;
const plain: Record<string, string[]> = {
  gross: ["gross"],
  net: ["net"],
  withheld: ["tax"],
  guarantee: ["guarantee", "super"],
  reportable: ["super"],
  member: ["super"],
};

export const yearOfAustralia: YearOfCountry = {
  columns: [
    { name: "gross", title: "Gross", voices: ["facts", "ledger"] },
    { name: "income", title: "Income reported", voices: ["facts", "reported"] },
    { name: "tax", title: "Tax withheld", voices: ["facts", "reported", "ledger"] },
    { name: "guarantee", title: "Super guarantee", voices: ["facts", "reported"] },
    { name: "super", title: "Super in all", voices: ["facts", "ledger", "owed"] },
    { name: "net", title: "Net pay", voices: ["facts", "ledger", "bank"] },
  ],
  ofFact: (code) => plain[code] ?? (income.test(code) ? ["income"] : []),
  ofPosting: { "PAYG withheld": "tax", "Super payable": "super", "Net pay": "net" },
  ownCost: ["Super"],
  ofDue: { super: "super" },
  reported: payEventsTaken,
};
