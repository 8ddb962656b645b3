/** A business of Australia: its ABN, what it begins with, and what is asked of it. */

import type { BusinessView } from "@zesty/contract/business";
import { businessFacts, type NewBusiness, newBusiness } from "@zesty/contract/business";
import { senderAu } from "@zesty/contract/lodging";
import { employmentStandards } from "@zesty/core/rulebook/au/employmentStandards";
import { bankFacts, openAccount, postings, sealedAccount } from "../setup/businessRow.ts";
import type { SetUpOfCountry, Usual } from "../setup/setUpOfCountry.ts";
import { lastThree } from "../store/crypt.ts";

const accounts = [
  ["1100", "Bank"],
  ["2100", "PAYG withholding payable"],
  ["2200", "Super payable"],
  ["2300", "Pay deductions payable"],
  ["2400", "Net pay clearing"],
  ["6000", "Wages and salaries"],
  ["6100", "Superannuation"],
  ["6200", "Staff allowances and reimbursements"],
] as const;

/** Elements that most small businesses need; percents of overtime and weekends are set by the award. */
const elements: readonly Usual[] = [
  { code: "ORD", name: "Ordinary", element: "ordinary", entry: "hours" },
  { code: "SAT", name: "Saturday", element: "ordinary", entry: "hours", percent: "125" },
  { code: "SUN", name: "Sunday", element: "ordinary", entry: "hours", percent: "150" },
  { code: "PH", name: "Public holiday", element: "ordinary", entry: "hours", percent: "225" },
  { code: "OT15", name: "Overtime 1½", element: "overtime", entry: "hours", percent: "150" },
  { code: "AL", name: "Annual leave", element: "leaveTaken", entry: "hours", leave: "annual" },
  { code: "PL", name: "Personal leave", element: "leaveTaken", entry: "hours", leave: "personal" },
  { code: "SAL", name: "Salary", element: "ordinary", entry: "amount" },
  { code: "TOOL", name: "Tool allowance", element: "allowance", entry: "amount", allowance: "TD" },
  { code: "BONUS", name: "Bonus", element: "bonus", entry: "amount" },
  { code: "REIMB", name: "Reimbursement", element: "reimbursement", entry: "amount", account: "6200" },
  { code: "SACS", name: "Super sacrifice", element: "salarySacrificeSuper", entry: "amount" },
  { code: "UNION", name: "Union fees", element: "deductionAfterTax", entry: "amount", deduction: "F" },
  { code: "DED", name: "Other deduction", element: "deductionAfterTax", entry: "amount" },
];

const digits = (abn: string) => abn.replace(/\s/g, "");

export const setUpAu: SetUpOfCountry = {
  newBusiness,
  changedBusiness: businessFacts,
  row(context, given, bmsId) {
    const wanted = given as Omit<NewBusiness, "cycle">;
    return {
      country: "AU",
      name: wanted.name,
      legalName: wanted.legalName,
      abn: digits(wanted.abn),
      branch: "001",
      bmsId,
      timeZone: wanted.timeZone,
      state: wanted.state,
      withholder: wanted.withholder ?? "medium",
      contact: wanted.contact,
      ...(wanted.fourEyes === undefined ? {} : { fourEyes: wanted.fourEyes }),
      ...(wanted.yesFirst === undefined ? {} : { yesFirst: wanted.yesFirst }),
      bankAccount: wanted.bank?.account ? sealedAccount(context, bmsId, wanted.bank) : null,
      bank: bankFacts(wanted),
      postings,
    };
  },
  number: {
    path: "abn",
    words: "ABN",
    of: ({ abn }) => (abn === "" ? null : abn),
    asked: "Australian business number",
  },
  accounts,
  elements,
  view(context, owner) {
    const account = openAccount(context, owner);
    const standards = context.rules.find(employmentStandards, context.clock.today(owner.timeZone));
    return {
      standardLeave: standards
        ? [
            { kind: "annual", weeksPerYear: standards.figures.annualWeeks },
            { kind: "personal", weeksPerYear: standards.figures.personalWeeks },
          ]
        : [],
      nz: null,
      facts: {
        name: owner.name,
        legalName: owner.legalName,
        abn: owner.abn,
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
  unreported: (row) =>
    row.element === "allowance" && row.allowance === null
      ? { what: "Reporting code", blocks: "it is reported as a general allowance" }
      : null,
  titles: { tax: "Tax declarations", funds: "Super funds" },
  lodger: { sender: senderAu, words: "registered agent", standings: true },
  withoutNumber: "no pay event can be sent",
};
