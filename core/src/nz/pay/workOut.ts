/**
 * The one way from lines to net in New Zealand, stage by stage: earnings → PAYE → child support → student loan →
 * KiwiSaver → other deductions and net → what the Holidays Act counts → what the employer sets aside. Each stage is handed
 * the stages whose figures it needs. Pure: the same input gives the same figures.
 */
import { setAside } from "../../pay/setAside.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import { readTaxCode } from "../taxCode.ts";
import { childSupportTaken, kiwiSaverPaid, studentLoanTaken } from "./byLaw.ts";
import { earned, type Given, percent } from "./earnings.ts";
import { holidayRecord } from "./holidayRecord.ts";
import type { PayInputNz } from "./input.ts";
import { keptByPerson } from "./netPay.ts";
import { payeInAll } from "./payeOfPay.ts";
import type { WorkedPayNz } from "./worked.ts";

/**
 * Works out one pay.
 * @throws MissingRow when the rule book has no row for the payday; RangeError for a tax code that is none
 */
export function workOutNz(input: PayInputNz, rules: RuleBook): WorkedPayNz {
  const start = given(input, rules);
  const pay = earned(start);
  const tax = payeInAll(start, pay);
  const support = childSupportTaken(start, pay, tax);
  const loans = studentLoanTaken(start, pay);
  const saver = kiwiSaverPaid(start, pay);
  const kept = keptByPerson(start, pay, tax, support, loans, saver);
  const record = holidayRecord(start, pay);
  const employerCosts = setAside(input.employerCosts, pay.gross, () => saver.employerGross, "KiwiSaver");
  return {
    country: "NZ",
    lines: [...pay.lines, ...kept.deductions],
    gross: pay.gross,
    taxable: pay.taxable,
    withheld: tax.withheld,
    net: kept.net,
    reimbursements: pay.reimbursements,
    parts: {
      incomeTax: tax.own.tax,
      accLevy: tax.own.levy,
      extraPay: tax.onExtra,
      givingCredit: tax.credit,
      studentLoan: loans.loan,
      slcir: loans.slcir,
      slbor: loans.slbor,
      childSupport: support,
    },
    orders: kept.orders,
    afterTax: kept.afterTax,
    kiwiSaver: saver,
    holidayPayWithPay: pay.withPay,
    regularTaxable: pay.regular,
    notLeviable: start.terms.code.name === "WT" ? pay.taxable : pay.redundancy,
    holiday: record.holiday,
    hours: record.hours,
    employerCosts,
    overridden: start.overridden,
  };
}

function given(input: PayInputNz, rules: RuleBook): Given {
  const code = readTaxCode(input.person.taxCode);
  if (!code) throw new RangeError(`“${input.person.taxCode}” is not a tax code of Inland Revenue.`);
  return {
    input,
    rules,
    periods: input.periods ?? 1,
    overridden: [],
    terms: {
      code,
      payday: input.payday,
      cycle: input.cycle,
      rules,
      specialPercent: percent(input.person.specialRate),
    },
  };
}
