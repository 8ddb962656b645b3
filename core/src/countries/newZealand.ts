/** New Zealand: PAYE with the levy, student loan, child support, KiwiSaver, the Holidays Act, payday filing. */

import { payrollYearNz } from "../calendar/payrollYear.ts";
import { examineNz, missingTablesNz } from "../nz/checks/examine.ts";
import type { PayInputNz } from "../nz/pay/input.ts";
import { type RowContextNz, type WorkedRowNz, workOutRowNz } from "../nz/pay/row.ts";
import { factsOfNz, namedFiguresNz, rowFiguresNz } from "../nz/pay/snapshot.ts";
import { treatmentNz } from "../nz/pay/treatment.ts";
import type { WorkedPayNz } from "../nz/pay/worked.ts";
import { workOutNz } from "../nz/pay/workOut.ts";
import { sum } from "../quantity/decimal.ts";
import type { Country } from "./country.ts";

export const newZealand: Country<RowContextNz, PayInputNz, WorkedPayNz, WorkedRowNz> = {
  code: "NZ",
  payrollYear: payrollYearNz,
  amendsEarlierYears: false,
  longOwedYear: () => null,
  withoutGuarantee: (context) => context,
  accruing: () => null,
  extras: ({ lines, parts }) => ({
    gross: sum(lines.filter((each) => each.side === "extra").map((each) => each.amount.value)).toFixed(2),
    withheld: parts.extraPay.value.toFixed(2),
  }),
  superable: () => null,
  treatment: treatmentNz,
  missingTables: missingTablesNz,
  workOutRow: workOutRowNz,
  workOut: workOutNz,
  examine: examineNz,
  figures: rowFiguresNz,
  named: namedFiguresNz,
  facts: factsOfNz,
};
