/**
 * What is owed when an employment ends: unused leave, notice not worked, redundancy. Each line is a proposal with its
 * reason; the bookkeeper may change it in the sheet.
 * Set by: Fair Work Act 2009 ss 90, 117, 119; the States' long service leave Acts; see the rule book for the figures.
 * Example: five completed years, age 40, redundancy from an employer of twenty, 38 h at $40: notice 4 weeks = 152 h =
 * $6,080.00; redundancy 10 weeks = 380 h = $15,200.00; 60 h of annual leave with 17.5 % loading = $2,820.00.
 */

import type { LineDetail } from "../../pay/row.ts";
import { decimal, decimalOrZero } from "../../quantity/decimal.ts";
import { halfUpToCent } from "../../quantity/rounding.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import type { Departing, DepartureLine, DeparturePay } from "./departing.ts";
import { longService } from "./longService.ts";
import { notice } from "./noticePay.ts";
import { redundancy } from "./redundancyPay.ts";

export function departurePay(who: Departing, rules: RuleBook): DeparturePay {
  const lines: DepartureLine[] = [];
  const notes: string[] = [];
  if (who.reason === "D") {
    notes.push("Unused leave goes to the estate without withholding and is not reported: pay it outside this run.");
    notes.push(
      "Wages earned before death and paid after it are not taxed and not reported either: take them out of this run and pay them to the estate.",
    );
    return { lines, notes };
  }
  const rate = decimal(who.hourlyRate);
  const flat = who.reason === "R" || (who.reason === "I" && who.invalidity === true);
  if (who.reason === "I" && who.invalidity !== true)
    notes.push(
      "Ill health is taxed like any departure, unless two doctors certified that the person can never work in such a job again.",
    );
  const detail: LineDetail = { reason: flat ? "redundancy" : "normal" };
  const casual = who.basis === "casual" || who.basis === "contractor";

  const annual = decimalOrZero(who.balances.annual);
  if (annual.gt(0)) {
    const loading = decimalOrZero(who.loadingPercent);
    lines.push({
      element: "unusedLeave",
      leave: "annual",
      hours: annual.toString(),
      amount: halfUpToCent(annual.times(rate).times(loading.plus(100)).div(100)).toFixed(2),
      detail,
      why: `${annual.toFixed(2)} h of annual leave × $${rate.toString()}${loading.gt(0) ? ` with ${loading.toString()} % loading` : ""}`,
    });
  } else if (annual.lt(0))
    notes.push(
      `Annual leave is ${annual.abs().toFixed(2)} h in advance. Taking it from the final pay needs the person's written agreement.`,
    );
  const inLieu = decimalOrZero(who.balances.timeInLieu);
  if (inLieu.gt(0))
    lines.push({
      element: "leaveTaken",
      leave: "timeInLieu",
      hours: inLieu.toString(),
      amount: halfUpToCent(inLieu.times(rate)).toFixed(2),
      detail: { cashOut: true },
      why: `${inLieu.toFixed(2)} h of time in lieu not taken × $${rate.toString()}`,
    });
  const off = decimalOrZero(who.balances.dayOff);
  if (off.gt(0))
    // An employment termination payment of type O (ITAA 1997, s 82-130), whatever the reason: anybody who leaves gets it.
    lines.push({
      element: "etp",
      leave: "dayOff",
      hours: off.toString(),
      amount: halfUpToCent(off.times(rate)).toFixed(2),
      detail: { etpCode: "O" },
      why: `${off.toFixed(2)} h saved for rostered days off × $${rate.toString()}`,
    });
  else if (off.lt(0))
    notes.push(
      `Rostered days off are ${off.abs().toFixed(2)} h in advance. Taking them from the final pay needs the person's written agreement.`,
    );
  if (decimalOrZero(who.balances.personal).gt(0)) notes.push("Unused personal leave is not paid out.");

  longService(who, rate, detail, rules, lines, notes);
  if (!casual) {
    notice(who, rate, rules, lines, notes);
    redundancy(who, rate, rules, lines, notes);
  }
  return { lines, notes };
}
