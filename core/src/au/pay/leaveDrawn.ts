/** What a pay puts into leave balances, and takes out of them. */
import { leaveKind } from "../../leave/kinds.ts";
import { type Decimal, decimal, decimalOrZero, zero } from "../../quantity/decimal.ts";
import type { WorkedPay } from "./worked.ts";

/** Hours of one kind of leave that a pay draws from its balance: taken, cashed out, or paid out on leaving. */
export const takenHours = (worked: WorkedPay, kind: string): Decimal =>
  worked.lines
    .filter(({ line }) =>
      line.element === "unusedLeave"
        ? (line.leave ?? "annual") === kind
        : (line.element === "leaveTaken" || line.element === "etp") && line.leave === kind,
    )
    .reduce((total, { line }) => total.plus(decimalOrZero(line.hours)), decimal(0));

/** Leave that the ledger follows: with a balance, or granted by the year. */
const keptOrGranted = (kind: string) => leaveKind(kind).kept || kind === "familyViolence";

/** Kinds of leave that a pay moves on the ledger. */
export const kindsMoved = (worked: WorkedPay): string[] => [
  ...new Set([
    ...Object.keys(worked.leave),
    ...worked.lines.flatMap(({ line }) =>
      (line.element === "leaveTaken" || line.element === "etp") && line.leave && keptOrGranted(line.leave)
        ? [line.leave]
        : line.element === "unusedLeave"
          ? [line.leave ?? "annual"]
          : [],
    ),
  ]),
];

/** By how much a pay moves each balance, in hours: what accrues less what is taken. */
export const leaveMoved = (worked: WorkedPay): Record<string, Decimal> =>
  Object.fromEntries(
    kindsMoved(worked).map((kind) => [kind, (worked.leave[kind]?.value ?? zero).minus(takenHours(worked, kind))]),
  );
