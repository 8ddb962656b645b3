/** A worked pay: every line and figure from earnings to net and the employer's part, each with its working. */

import type { EmployerCost, Overridden } from "../../pay/input.ts";
import type { Decimal } from "../../quantity/decimal.ts";
import type { Figure } from "../../working/figure.ts";
import type { IncomeType } from "../taxDeclaration.ts";
import type { EtpCode } from "../terminationPayment.ts";
import type { Group } from "./elements.ts";
import type { PayLine } from "./input.ts";

export interface WorkedLine {
  /** position in the input */
  at: number;
  line: PayLine;
  group: Group;
  amount: Figure;
  /** what a deduction would have been without its total or the protected net */
  cutFrom?: Decimal;
  /** an allowance for an expense: the part that is taxed */
  excess?: Figure;
  /** within what the law accepts, and of a kind that no pay event names */
  unreported?: true;
}

export interface WorkedEtp {
  code: EtpCode;
  taxable: Decimal;
  withheld: Decimal;
}

export type LumpSumCode = "A" | "B" | "D" | "E" | "W";

export interface WorkedPay {
  country: "AU";
  lines: readonly WorkedLine[];
  gross: Figure;
  taxable: Figure;
  /** what the scales were applied to: a later correction starts from it */
  regularTaxable: Figure;
  withheld: Figure;
  net: Figure;
  reimbursements: Figure;
  parts: { regular: Figure; studyLoan: Figure; bonus: Figure; unusedLeave: Figure; etp: Figure; returnToWork: Figure };
  deductions: { beforeTax: Figure; afterTax: Figure };
  super: {
    /** earnings that count before the ceiling */
    counted: Figure;
    base: Figure;
    guarantee: Figure;
    sacrificed: Figure;
    reportable: Figure;
    /** the person's own contributions after tax: paid to the fund with the rest, no cost to the employer */
    member: Figure;
    tooYoung: boolean;
  };
  lumpSums: Partial<Record<LumpSumCode, Figure>>;
  /** of lump sum A: paid on redundancy, invalidity or early retirement */
  lumpSumAR: Decimal;
  /** the income stream that the pay is reported in */
  incomeType: IncomeType;
  /** extra payments that were spread over the year, after sacrifice, and the tax on them: "earlier extras" of later ones */
  spreadExtras: { gross: Decimal; withheld: Decimal };
  /** unused leave taxed at the margin, reported under leave code U */
  unusedLeaveOrdinary: Figure;
  etp?: { taxable: Figure; taxFree: Figure; withheld: Figure; payments: readonly WorkedEtp[] };
  /** hours accrued by kind of leave */
  leave: Record<string, Figure>;
  ordinaryHours: Figure;
  employerCosts: readonly { cost: EmployerCost; amount: Figure }[];
  overridden: readonly Overridden[];
}
