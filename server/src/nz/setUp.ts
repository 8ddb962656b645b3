/** A business of New Zealand: its IRD number, what it begins with, and what is asked of it. */

import { type BusinessView, businessFactsNz, type NewBusinessNz, newBusinessNz } from "@zesty/contract/business";
import { senderNz } from "@zesty/contract/lodging";
import { irdDigits } from "@zesty/core/nz/irdNumber";
import { bankFacts, openAccount, postings, sealedAccount } from "../setup/businessRow.ts";
import type { SetUpOfCountry, Usual } from "../setup/setUpOfCountry.ts";
import { lastThree } from "../store/crypt.ts";

const accounts = [
  ["1100", "Bank"],
  ["2100", "Inland Revenue payable"],
  ["2200", "KiwiSaver payable"],
  ["2300", "Pay deductions payable"],
  ["2400", "Net pay clearing"],
  ["6000", "Wages and salaries"],
  ["6100", "KiwiSaver, employer"],
  ["6200", "Staff allowances and reimbursements"],
] as const;

/** Annual holidays are typed in weeks, other leave in days, as the Holidays Act keeps them. */
const elements: readonly Usual[] = [
  { code: "ORD", name: "Ordinary", element: "ordinary", entry: "hours" },
  { code: "OT15", name: "Overtime 1½", element: "overtime", entry: "hours", percent: "150" },
  { code: "SAL", name: "Salary", element: "ordinary", entry: "amount" },
  { code: "AL", name: "Annual holidays, weeks", element: "leaveTaken", entry: "weeks", leave: "annual" },
  { code: "SICK", name: "Sick leave, days", element: "leaveTaken", entry: "days", leave: "sick" },
  { code: "BER", name: "Bereavement, days", element: "leaveTaken", entry: "days", leave: "bereavement" },
  { code: "OTHER", name: "Other paid leave, days", element: "leaveTaken", entry: "days", leave: "familyViolence" },
  { code: "UNPAID", name: "Unpaid leave, weeks", element: "leaveTaken", entry: "weeks", leave: "unpaid" },
  { code: "PH", name: "Public holiday, days", element: "publicHoliday", entry: "days" },
  { code: "PHW", name: "Worked on public holiday", element: "publicHolidayWorked", entry: "hours" },
  { code: "ALTE", name: "Alternative day earned", element: "alternativeEarned", entry: "days" },
  { code: "ALT", name: "Alternative day taken", element: "alternativeHoliday", entry: "days" },
  { code: "DAYS", name: "Days worked", element: "daysWorked", entry: "days" },
  { code: "ALLOW", name: "Allowance", element: "allowance", entry: "amount" },
  { code: "COMM", name: "Commission", element: "commission", entry: "amount" },
  { code: "BONUS", name: "Bonus", element: "bonus", entry: "amount" },
  { code: "CASHUP", name: "Holidays cashed up, weeks", element: "cashUp", entry: "weeks" },
  { code: "REIMB", name: "Reimbursement", element: "reimbursement", entry: "amount", account: "6200" },
  { code: "GIVE", name: "Payroll giving", element: "payrollGiving", entry: "amount" },
  { code: "DED", name: "Other deduction", element: "deductionAfterTax", entry: "amount" },
];

export const setUpNz: SetUpOfCountry = {
  newBusiness: newBusinessNz,
  changedBusiness: businessFactsNz,
  row(context, given, bmsId) {
    const wanted = given as Omit<NewBusinessNz, "cycle">;
    return {
      country: "NZ",
      name: wanted.name,
      legalName: wanted.legalName,
      abn: "",
      ird: irdDigits(wanted.ird),
      filing: wanted.filing,
      branch: "",
      bmsId,
      timeZone: wanted.province === "Chatham Islands" ? "Pacific/Chatham" : "Pacific/Auckland",
      state: wanted.province,
      contact: wanted.contact,
      ...(wanted.fourEyes === undefined ? {} : { fourEyes: wanted.fourEyes }),
      ...(wanted.yesFirst === undefined ? {} : { yesFirst: wanted.yesFirst }),
      bankAccount: wanted.bankAccount ? sealedAccount(context, bmsId, { bsb: "", account: wanted.bankAccount }) : null,
      bank: bankFacts({ bank: null, legalName: wanted.legalName }),
      postings,
    };
  },
  number: { path: "ird", words: "IRD number", of: ({ ird }) => ird || null, asked: "IRD number" },
  accounts,
  elements,
  view(context, owner) {
    const account = openAccount(context, owner);
    return {
      standardLeave: [],
      nz: {
        name: owner.name,
        legalName: owner.legalName,
        ird: owner.ird ?? "",
        province: owner.state as NewBusinessNz["province"],
        contact: owner.contact,
        filing: owner.filing ?? { large: false, paymentFile: "csv" },
        fourEyes: owner.fourEyes,
        yesFirst: owner.yesFirst,
        bankShown: account ? lastThree(account.account) : null,
      },
      facts: {
        name: owner.name,
        legalName: owner.legalName,
        abn: "",
        state: owner.state as BusinessView["facts"]["state"],
        timeZone: owner.timeZone,
        withholder: owner.withholder,
        fourEyes: owner.fourEyes,
        yesFirst: owner.yesFirst,
        contact: owner.contact,
        bank: account ? { shown: `${account.bsb} ${lastThree(account.account)}`, ...owner.bank } : null,
      },
    };
  },
  unreported: () => null,
  titles: { tax: "Tax codes", funds: "KiwiSaver" },
  lodger: { sender: senderNz, words: "intermediary", standings: false },
  withoutNumber: "no payday can be filed",
};
