/** What a pay takes out of leave balances. */
import { type Decimal, decimal, decimalOrZero } from "../../quantity/decimal.ts";
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
