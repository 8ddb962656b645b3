/** A worked New Zealand pay: what the pipeline gives. */

import type { EmployerCost, Overridden } from "../../pay/input.ts";
import type { Decimal } from "../../quantity/decimal.ts";
import type { Figure } from "../../working/figure.ts";
import type { KiwiSaver } from "../kiwiSaver.ts";
import type { WorkedOrder } from "../payOrders.ts";
import type { SideNz } from "./elements.ts";
import type { PayLineNz } from "./input.ts";

export interface WorkedLineNz {
  line: PayLineNz;
  side: SideNz;
  amount: Figure;
  /** what a deduction would have been without its total or the protected net */
  cutFrom?: Decimal;
}

export interface WorkedPayNz {
  country: "NZ";
  lines: readonly WorkedLineNz[];
  gross: Figure;
  taxable: Figure;
  /** PAYE with the levy, less the credit for giving */
  withheld: Figure;
  net: Figure;
  reimbursements: Figure;
  parts: {
    incomeTax: Figure;
    accLevy: Figure;
    extraPay: Figure;
    givingCredit: Figure;
    studentLoan: Figure;
    slcir: Figure;
    slbor: Figure;
    childSupport: Figure;
  };
  orders: readonly WorkedOrder[];
  afterTax: Figure;
  kiwiSaver: KiwiSaver;
  holidayPayWithPay: Figure | null;
  /** regular taxable earnings: a later correction starts from them */
  regularTaxable: Figure;
  /** not liable for the earners' levy: redundancy, schedular payments */
  notLeviable: Figure;
  /** what the Holidays Act counts of this pay */
  holiday: { gross: Figure; irregular: Figure; days: Figure };
  hours: Figure;
  employerCosts: readonly { cost: EmployerCost; amount: Figure }[];
  overridden: readonly Overridden[];
}
