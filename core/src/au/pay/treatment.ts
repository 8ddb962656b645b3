/** What becomes of an amount paid by an Australian pay element, by the very rules that work a pay out. */

import type { PayElement } from "../../pay/row.ts";
import type { Treatment } from "../../pay/treatment.ts";
import { superGuaranteeRules } from "../../rulebook/au/superGuaranteeRules.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import { categoryWords } from "../documents/reportWords.ts";
import { accruesOn, groupOf, isSuperable, isTaxable, reportingCategory } from "./elements.ts";
import type { ElementAu, PayLine } from "./input.ts";

const outside = ["reimbursement", "beforeTax", "afterTax", "employer"];

export function treatmentAu(element: PayElement, rules: RuleBook, payday: string): Treatment {
  const kind: PayLine = {
    element: element.element as ElementAu,
    amount: "1",
    ...(element.leave ? { leave: element.leave } : {}),
    ...(element.allowance ? { allowance: element.allowance } : {}),
    ...(element.deduction ? { deduction: element.deduction } : {}),
    ...(element.detail ? { detail: element.detail } : {}),
  } as PayLine;
  const line = {
    ...kind,
    ...(element.taxable === null ? {} : { taxable: element.taxable }),
    ...(element.superable === null ? {} : { superable: element.superable }),
  };
  const { counts } = rules.row(superGuaranteeRules, payday).figures;
  const isPay = !outside.includes(groupOf(line));
  const category = reportingCategory(line);
  const doubts: string[] = [];
  if (element.element === "allowance" && element.allowance === null)
    doubts.push("No reporting code: it goes out as another allowance, general.");
  if (element.element === "allowance" && element.allowance === "OD" && element.detail === null)
    doubts.push("Another allowance without saying which: it goes out as general.");
  if (isPay && isSuperable(line, counts) !== isSuperable(kind, counts))
    doubts.push(`${isSuperable(line, counts) ? "Counts" : "Does not count"} for super, against what its kind says.`);
  if (isPay && isTaxable(line) !== isTaxable(kind))
    doubts.push(`${isTaxable(line) ? "Taxed" : "Not taxed"}, against what its kind says.`);
  return {
    reported: category ? categoryWords(category) : null,
    counts: [
      { name: "Taxed", yes: isPay && isTaxable(line), isSet: element.taxable !== null },
      { name: "Super", yes: isPay && isSuperable(line, counts), isSet: element.superable !== null },
      { name: "Leave accrues", yes: accruesOn(line), isSet: false },
    ],
    doubts,
    chosen: element.element === "allowance" || element.element.startsWith("deduction"),
  };
}
