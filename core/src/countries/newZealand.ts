/** New Zealand: PAYE with the levy, student loan, child support, KiwiSaver, the Holidays Act, payday filing. */

import { payrollYearNz } from "../calendar/payrollYear.ts";
import { examineNz, missingTablesNz } from "../nz/checks/examine.ts";
import { leaveMovedNz } from "../nz/pay/elements.ts";
import type { PayInputNz } from "../nz/pay/input.ts";
import { type RowContextNz, type WorkedRowNz, workOutRowNz } from "../nz/pay/row.ts";
import { factsOfNz, namedFiguresNz, rowFiguresNz } from "../nz/pay/snapshot.ts";
import { treatmentNz } from "../nz/pay/treatment.ts";
import type { WorkedPayNz } from "../nz/pay/worked.ts";
import { workOutNz } from "../nz/pay/workOut.ts";
import { type Decimal, decimal, sum, zero } from "../quantity/decimal.ts";
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
  leaveMoved: (worked) => {
    const moved: Record<string, Decimal> = {};
    for (const { line } of worked.lines) {
      const move = leaveMovedNz(line);
      if (move) moved[move.kind] = (moved[move.kind] ?? zero).plus(decimal(move.units).times(move.sign));
    }
    return moved;
  },
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
