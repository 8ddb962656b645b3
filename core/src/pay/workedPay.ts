/** A worked pay: every line and figure from earnings to net and the employer's part, each with its working. */
import type { Figure } from "../working/figure.ts";
import type { Group } from "./elements.ts";
import type { PayLine } from "./payInput.ts";

export interface WorkedLine {
  /** position in the input */
  at: number;
  line: PayLine;
  group: Group;
  amount: Figure;
}

export type LumpSumCode = "A" | "B" | "D" | "E" | "W";

export interface WorkedPay {
  lines: readonly WorkedLine[];
  gross: Figure;
  taxable: Figure;
  withheld: Figure;
  net: Figure;
  reimbursements: Figure;
  parts: { regular: Figure; studyLoan: Figure; bonus: Figure; unusedLeave: Figure; etp: Figure };
  deductions: { beforeTax: Figure; afterTax: Figure };
  super: { base: Figure; guarantee: Figure; sacrificed: Figure; reportable: Figure; tooYoung: boolean };
  lumpSums: Partial<Record<LumpSumCode, Figure>>;
  /** unused leave taxed at the margin, reported under leave code U */
  unusedLeaveOrdinary: Figure;
  etp?: { taxable: Figure; taxFree: Figure; withheld: Figure };
  /** hours accrued by kind of leave */
  leave: Record<string, Figure>;
  ordinaryHours: Figure;
}
