/**
 * The one way from lines to net in New Zealand, stage by stage: earnings → PAYE → child support → student loan →
 * KiwiSaver → other deductions and net → what the Holidays Act counts → what the employer sets aside. Pure: the same
 * input gives the same figures.
 */
import { setAside } from "../../pay/setAside.ts";
import { Stages } from "../../pay/stages.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import { readTaxCode } from "../taxCode.ts";
import { childSupportTaken, kiwiSaverPaid, studentLoanTaken, type TakenByLaw } from "./byLaw.ts";
import { type Earned, earned, type Given, percent } from "./earnings.ts";
import { holidayRecord } from "./holidayRecord.ts";
import type { PayInputNz } from "./input.ts";
import { type Kept, keptByPerson } from "./kept.ts";
import { payeInAll, type Taxed } from "./payeOfPay.ts";
import type { WorkedPayNz } from "./worked.ts";

/**
 * Works out one pay.
 * @throws MissingRow when the rule book has no row for the payday; RangeError for a tax code that is none
 */
export const workOutNz = (input: PayInputNz, rules: RuleBook): WorkedPayNz =>
  workedPay(
    new Stages(given(input, rules))
      .next(earned)
      .next(payeInAll)
      .next(childSupportTaken)
      .next(studentLoanTaken)
      .next(kiwiSaverPaid)
      .next(keptByPerson)
      .next(holidayRecord)
      .next(setAsideByEmployer).soFar,
  );

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

const setAsideByEmployer = ({ input, gross, saver }: Given & Earned & TakenByLaw) => ({
  employerCosts: setAside(input.employerCosts, gross, () => saver.employerGross, "KiwiSaver"),
});

/** What is kept of all stages, in the form that everybody else reads. */
function workedPay(
  all: Given &
    Earned &
    Taxed &
    TakenByLaw &
    Kept &
    ReturnType<typeof holidayRecord> &
    ReturnType<typeof setAsideByEmployer>,
): WorkedPayNz {
  return {
    country: "NZ",
    lines: [...all.lines, ...all.deductions],
    gross: all.gross,
    taxable: all.taxable,
    withheld: all.withheld,
    net: all.net,
    reimbursements: all.reimbursements,
    parts: {
      incomeTax: all.own.tax,
      accLevy: all.own.levy,
      extraPay: all.onExtra,
      givingCredit: all.credit,
      studentLoan: all.loan,
      slcir: all.slcir,
      slbor: all.slbor,
      childSupport: all.support,
    },
    orders: all.orders,
    afterTax: all.afterTax,
    kiwiSaver: all.saver,
    holidayPayWithPay: all.withPay,
    regularTaxable: all.regular,
    notLeviable: all.terms.code.name === "WT" ? all.taxable : all.redundancy,
    holiday: all.holiday,
    hours: all.hours,
    employerCosts: all.employerCosts,
    overridden: all.overridden,
  };
}
