/** The kinds of pay element in words. */

import type { ElementAu } from "@zesty/core/au/pay/input";
import { traitsNz } from "@zesty/core/nz/pay/elements";
import type { ElementNz } from "@zesty/core/nz/pay/input";

const wordsNz = Object.fromEntries(Object.entries(traitsNz).map(([name, { words }]) => [name, words])) as Record<
  ElementNz,
  string
>;

export const elementWords: Record<ElementAu | ElementNz, string> = {
  ...wordsNz,
  ordinary: "Ordinary earnings",
  overtime: "Overtime",
  leaveTaken: "Leave taken",
  leaveLoading: "Leave loading",
  allowance: "Allowance",
  bonus: "Bonus",
  backPay: "Back pay",
  commission: "Commission",
  directorFee: "Director fee",
  reimbursement: "Reimbursement",
  salarySacrificeSuper: "Salary sacrifice to super",
  salarySacrificeOther: "Salary sacrifice, other",
  deductionBeforeTax: "Deduction before tax",
  deductionAfterTax: "Deduction after tax",
  unusedLeave: "Unused leave",
  etp: "Termination payment",
  redundancy: "Redundancy",
  contractorSuper: "Super for a contractor",
  returnToWork: "Return-to-work payment",
  memberContribution: "Member's own super contribution",
  topUp: "Top-up to a guaranteed amount",
  timeInLieuEarned: "Time in lieu earned",
};
