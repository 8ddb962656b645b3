/** What becomes of an amount paid by a New Zealand pay element. */

import type { PayElement } from "../../pay/row.ts";
import type { Treatment } from "../../pay/treatment.ts";
import { countsAsGross, isIrregular, traitsNz } from "./elements.ts";
import type { ElementNz, PayLineNz } from "./input.ts";

export function treatmentNz(element: PayElement): Treatment {
  const kind = {
    element: element.element as ElementNz,
    ...(element.taxable === null ? {} : { taxable: element.taxable }),
  } as PayLineNz;
  const line = {
    ...kind,
    ...(element.holidayGross === null ? {} : { holidayGross: element.holidayGross }),
    ...(element.regular === null ? {} : { regular: element.regular }),
  };
  const { side } = traitsNz[line.element];
  const isPay = side === "earnings" || side === "extra";
  const isTaxed = isPay && line.taxable !== false;
  const doubts: string[] = [];
  if (isPay && countsAsGross(line) !== countsAsGross(kind))
    doubts.push(`${countsAsGross(line) ? "Counts" : "Does not count"} for holiday pay, against what its kind says.`);
  return {
    reported: isTaxed ? "Gross earnings" : side === "donation" ? "Payroll giving" : null,
    counts: [
      { name: "PAYE", yes: isTaxed, isSet: element.taxable !== null },
      { name: "Holiday pay", yes: isPay && countsAsGross(line), isSet: element.holidayGross !== null },
      { name: "Ordinary week", yes: isPay && !isIrregular(line), isSet: element.regular !== null },
    ],
    doubts,
    chosen: false,
  };
}
