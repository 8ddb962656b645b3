/** Looking ahead in New Zealand: everything is due to Inland Revenue on one day; the employer's KiwiSaver. */
import { payeDueDate } from "@zesty/core/nz/documents/employmentInformation";
import { orderCode } from "@zesty/core/nz/payOrders";
import { atLeastZero, decimal } from "@zesty/core/quantity/decimal";
import { fromCents } from "@zesty/core/quantity/units";
import { withFigures } from "@zesty/core/rulebook/aheadBook";
import { deductionRatesNz } from "@zesty/core/rulebook/nz/deductionRatesNz";
import { tablesNz } from "@zesty/core/rulebook/nz/index";
import type { Table } from "@zesty/core/rulebook/ruleBook";
import type { AheadOfCountry } from "../ahead/aheadOfCountry.ts";

export const aheadNz: AheadOfCountry = {
  tables: tablesNz as readonly Table<unknown>[],
  dueDay: (_kind, payday, owner) => payeDueDate(payday, owner.filing?.large ?? false),
  // No rate here looks at what was paid before, but an order with a total ends.
  counts: (_worked, row) => row.country === "NZ" && (row.person.orders?.length ?? 0) > 0,
  asTaken(row, taken) {
    if (row.country !== "NZ") return;
    row.person.orders = row.person.orders?.map((order) =>
      order.upTo === undefined
        ? order
        : { ...order, upTo: atLeastZero(decimal(order.upTo).minus(fromCents(taken(orderCode(order))))).toFixed(2) },
    );
  },
  // Leave liability follows from average earnings that nobody has earned yet.
  foretellsLeave: false,
  contribution: {
    words: "Employer's KiwiSaver",
    at: (rules, employerPercent, from) =>
      withFigures(rules, deductionRatesNz, from, (each) => ({
        ...each,
        kiwiSaver: { ...each.kiwiSaver, employerPercent },
      })),
  },
};
