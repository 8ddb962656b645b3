/** Australia: Pay As You Go withholding, the super guarantee, Single Touch Payroll. */
import { longOwedYear } from "../au/longOwed.ts";
import { payrollYearAu } from "../calendar/payrollYear.ts";
import { examine, missingTables } from "../checks/examine.ts";
import { accruingHours } from "../pay/accruingHours.ts";
import { factsOf } from "../pay/facts.ts";
import { payInputOf, type RowContext, type WorkedRow, workOutRow } from "../pay/payContext.ts";
import type { PayInput } from "../pay/payInput.ts";
import { namedFigures, rowFigures } from "../pay/snapshot.ts";
import type { WorkedPay } from "../pay/workedPay.ts";
import { workOut } from "../pay/workOut.ts";
import type { Country } from "./country.ts";
import { treatmentAu } from "./treatmentAu.ts";

export const australia: Country<RowContext, PayInput, WorkedPay, WorkedRow> = {
  code: "AU",
  payrollYear: payrollYearAu,
  amendsEarlierYears: true,
  longOwedYear,
  withoutGuarantee: (context) => ({ ...context, topUp: null }),
  accruingHours: (context, lines, elements, rules) => accruingHours(payInputOf(context, lines, elements), rules).value,
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
