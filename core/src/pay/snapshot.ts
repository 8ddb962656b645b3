/** What a sheet shows of a worked pay, and what is kept of it: plain data, in every country. */
import type { Group } from "../au/pay/elements.ts";
import type { SideNz } from "../nz/pay/elements.ts";
import type { Working } from "../working/figure.ts";

export interface RowFigures {
  hours: string;
  gross: string;
  beforeTax: string;
  taxable: string;
  withheld: string;
  /** New Zealand only */
  studentLoan?: string;
  childSupport?: string;
  kiwiSaver?: string;
  afterTax: string;
  reimbursements: string;
  net: string;
  super: string;
  cost: string;
  leave: Record<string, string>;
  /** set aside by the employer, one entry a cost */
  employerCosts: { code: string; name: string; amount: string }[];
  lines: {
    name: string;
    code: string;
    group: Group | SideNz;
    hours: string | null;
    amount: string;
    units?: string;
    unit?: "weeks" | "days";
    costCentre?: string;
    /** the payday of the pay that the line corrects */
    corrects?: string;
  }[];
}

/** What is kept with a signed-off pay. */
export interface PaySnapshot {
  figures: RowFigures;
  workings: Record<string, Working>;
}
