/** Australia: Pay As You Go withholding, the super guarantee, Single Touch Payroll. */

import { examine, missingTables } from "../au/checks/examine.ts";
import { longOwedYear } from "../au/longOwed.ts";
import { accruingHours, accruingParts } from "../au/pay/accruingHours.ts";
import { factsOf } from "../au/pay/facts.ts";
import type { PayInput } from "../au/pay/input.ts";
import { leaveMoved } from "../au/pay/leaveDrawn.ts";
import { payInputOf, type RowContext, type WorkedRow, workOutRow } from "../au/pay/row.ts";
import { namedFigures, rowFigures } from "../au/pay/snapshot.ts";
import { treatmentAu } from "../au/pay/treatment.ts";
import type { WorkedPay } from "../au/pay/worked.ts";
import { workOut } from "../au/pay/workOut.ts";
import { payrollYearAu } from "../calendar/payrollYear.ts";
import type { Country } from "./country.ts";

export const australia: Country<RowContext, PayInput, WorkedPay, WorkedRow> = {
  code: "AU",
  payrollYear: payrollYearAu,
  amendsEarlierYears: true,
  longOwedYear,
  withoutGuarantee: (context) => ({ ...context, topUp: null }),
  // Schedule 5 goes by the extra payments of the year so far.
  extras: () => null,
  accruing: (context, lines, elements, rules) => {
    const input = payInputOf(context, lines, elements);
    return {
      parts: accruingParts(input, accruingHours(input, rules)).map(({ basis, leave, hours }) => ({
        by: { basis, leave },
        hours: hours.value,
      })),
      by: { basis: context.person.basis, leave: context.person.leave ?? [] },
    };
  },
  leaveMoved,
  superable: (worked) => worked.super.counted.value,
  treatment: treatmentAu,
  missingTables,
  workOutRow,
  workOut,
  examine,
  figures: rowFigures,
  named: namedFigures,
  facts: factsOf,
};
