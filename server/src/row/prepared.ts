/** A run worked out for sign-off: every fact, ledger entry, payment, due and document that it will make. */

import type { DirectEntryPayment } from "@zesty/core/au/documents/directEntry";
import { dateWords } from "@zesty/core/calendar/dates";
import type { AnyPay } from "@zesty/core/countries/countries";
import type { JournalLine } from "@zesty/core/documents/posting";
import { type DatedLeave, datedLeave } from "@zesty/core/leave/leaveDays";
import type { PaymentNz } from "@zesty/core/nz/documents/payments";
import type { Fact } from "@zesty/core/pay/facts";
import type { SheetLine } from "@zesty/core/pay/row";
import { decimal, decimalOrZero } from "@zesty/core/quantity/decimal";
import { toE4 } from "@zesty/core/quantity/units";
import type { Slip } from "../documents/slip.ts";
import type { business, due, leaveEntry } from "../store/schema.ts";
import type { LoadedRun } from "./runRows.ts";
import type { WorkedOut } from "./workRun.ts";

/** An entry of the leave ledger, in ten-thousandths of its kind's unit. */
export type LeaveMove = Pick<typeof leaveEntry.$inferInsert, "kind" | "date" | "amountE4" | "why" | "reason">;

/** why leave stands on the ledger that came with what pays looked over were owed */
export const owedLeaveReason = "With back pay for pays looked over";

/** Leave that comes with what pays looked over are owed, or with a correction, as long as something of it is paid. */
export const owedLeaveMoves = (lines: readonly SheetLine[], date: string): LeaveMove[] =>
  lines
    .filter((line) => !decimalOrZero(line.amount ?? line.hours ?? line.units).isZero())
    .flatMap(({ owedLeave, corrects }) =>
      Object.entries(owedLeave ?? {}).map(([kind, amount]) => ({
        ...{ kind, date, amountE4: toE4(decimal(amount)), why: "adjusted" as const },
        reason: corrects ? `With the correction of the pay of ${dateWords(corrects)}` : owedLeaveReason,
      })),
    );

/** Leave taken, dated by the days of the record: by its first day, or by its last where its span counts from its end. */
export const takenMoves = (
  kind: string,
  takenE4: number,
  recorded: readonly DatedLeave[],
  periodEnd: string,
  by: "first" | "last" = "first",
): LeaveMove[] =>
  datedLeave(takenE4, recorded, periodEnd).map((each) => ({ kind, date: each[by], amountE4: -each.e4, why: "taken" }));

export interface DueEntry {
  kind: (typeof due.$inferInsert)["kind"];
  /** null for what is owed for the run as a whole */
  personId: number | null;
  fundId: number | null;
  /** whom a deduction is passed on to, by name */
  payee?: string;
  cents: number;
  due: string;
}

export type NetPayment = DirectEntryPayment | PaymentNz;

export interface PreparedPay {
  row: WorkedOut;
  worked: AnyPay;
  facts: Fact[];
  yearAfter: Map<string, number>;
  payments: NetPayment[];
  leave: LeaveMove[];
  slip: Slip;
  dues: DueEntry[];
}

export interface Prepared {
  loaded: LoadedRun;
  business: typeof business.$inferSelect;
  pays: PreparedPay[];
  /** every included row with its marks, those too that cannot be worked out */
  rows: WorkedOut[];
  totals: Record<string, number>;
  journal: JournalLine[];
  /** what is owed for the run as a whole */
  runDues: DueEntry[];
}
