/** A pay that is far from the last one is worth a look, in both countries. */
import type { LastPay } from "../pay/row.ts";
import { type Decimal, decimal } from "../quantity/decimal.ts";
import { dollars, inRun } from "./check.ts";
import type { Mark } from "./mark.ts";

/** House convention: more than a third and more than $100 away from the last pay. */
const unlike = { share: 3, dollars: 100 } as const;

const isUnlike = (now: Decimal, last: Decimal): boolean => {
  const change = now.minus(last).abs();
  return change.gt(unlike.dollars) && change.gt(last.abs().div(unlike.share));
};

const percentOf = (now: Decimal, last: Decimal): string => {
  const change = now.minus(last);
  const percent = change.div(last).times(100).toFixed(0);
  return change.isNegative() ? `${percent.replace("-", "−")} %` : `+${percent} %`;
};

/** Gross far from the last one; or, where that is like it, what is paid out: a deduction whose point slipped, another tax. */
export function unlikeLast(lastPay: LastPay | null, { gross, net }: { gross: Decimal; net: Decimal }): Mark[] {
  if (!lastPay) return [];
  const [lastGross, lastNet] = [decimal(lastPay.gross), decimal(lastPay.net)];
  if (lastGross.isZero() || gross.isZero()) return [];
  const { payday } = lastPay;
  if (isUnlike(gross, lastGross)) {
    const facts = { gross: dollars(gross), last: dollars(lastGross), payday, change: percentOf(gross, lastGross) };
    return [{ kind: "query", code: "unlikeLastTime", facts, mend: inRun }];
  }
  if (lastNet.lte(0) || !isUnlike(net, lastNet)) return [];
  const facts = { net: dollars(net), last: dollars(lastNet), payday, change: percentOf(net, lastNet) };
  return [{ kind: "query", code: "netUnlikeLastTime", facts, mend: inRun }];
}
