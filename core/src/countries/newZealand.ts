/** New Zealand: PAYE with the levy, student loan, child support, KiwiSaver, the Holidays Act, payday filing. */

import { payrollYearNz } from "../calendar/payrollYear.ts";
import { examineNz, missingTablesNz } from "../checks/examineNz.ts";
import { type RowContextNz, type WorkedRowNz, workOutRowNz } from "../pay/payContextNz.ts";
import type { PayInputNz } from "../pay/payInputNz.ts";
import { factsOfNz, namedFiguresNz, rowFiguresNz } from "../pay/snapshotNz.ts";
import type { WorkedPayNz } from "../pay/workedPayNz.ts";
import { workOutNz } from "../pay/workOutNz.ts";
import type { Country } from "./country.ts";
import { treatmentNz } from "./treatmentNz.ts";

export const newZealand: Country<RowContextNz, PayInputNz, WorkedPayNz, WorkedRowNz> = {
  code: "NZ",
  payrollYear: payrollYearNz,
  amendsEarlierYears: false,
  longOwedYear: () => null,
  withoutGuarantee: (context) => context,
  accruingHours: () => null,
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
