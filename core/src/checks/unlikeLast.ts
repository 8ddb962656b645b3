/** A pay that is far from the last one is worth a look, in both countries. */
import type { LastPay } from "../pay/row.ts";
import { type Decimal, decimal } from "../quantity/decimal.ts";
import { dollars, inRun } from "./check.ts";
import type { Mark } from "./mark.ts";

/** House convention: more than a third and more than $100 away from the last pay. */
const unlike = { share: 3, dollars: 100 } as const;

export function unlikeLast(lastPay: LastPay | null, gross: Decimal): Mark[] {
  if (!lastPay) return [];
  const last = decimal(lastPay.gross);
  const change = gross.minus(last);
  if (last.isZero() || gross.isZero() || change.abs().lte(unlike.dollars) || change.abs().lte(last.div(unlike.share)))
    return [];
  const percent = change.div(last).times(100).toFixed(0);
  return [
    {
      kind: "query",
      code: "unlikeLastTime",
      facts: {
        gross: dollars(gross),
        last: dollars(last),
        payday: lastPay.payday,
        change: change.isNegative() ? `${percent.replace("-", "−")} %` : `+${percent} %`,
      },
      mend: inRun,
    },
  ];
}
