/** Leave that a signed pay would move by the facts as they stand now, beyond what it moved: told and owed with its dollars. */
import { type AnyInput, type CountryCode, leaveMovedBy, workOutPay } from "@zesty/core/countries/countries";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { asItWas } from "@zesty/core/pay/backPay";
import { type Decimal, zero } from "@zesty/core/quantity/decimal";
import { counted, fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { owedLeaveReason } from "../row/prepared.ts";

/** by kind, in its unit */
type Moved = Readonly<Record<string, Decimal>>;

export const lessLeave = (all: Moved, part: Moved): Record<string, Decimal> =>
  Object.fromEntries(
    [...new Set([...Object.keys(all), ...Object.keys(part)])].flatMap((kind) => {
      const more = (all[kind] ?? zero).minus(part[kind] ?? zero).toDecimalPlaces(4);
      return more.isZero() ? [] : [[kind, more]];
    }),
  );

/** What a change of terms has put right of it since is not owed. @param now the pay as it would be */
export function leaveMore(
  { store, rules }: Pick<Context, "store" | "rules">,
  { id, input }: { id: number; input: AnyInput },
  now: AnyInput,
): Record<string, Decimal> {
  const moved = (each: AnyInput) => leaveMovedBy(workOutPay(asItWas(each), rules));
  const put = store
    .prepared<[number, string], { kind: string; e4: number }>(
      `SELECT kind, SUM(hours_e4) AS e4 FROM leave_entry
       WHERE signed_pay_id = ? AND why = 'adjusted' AND reason IS NOT ? GROUP BY kind`,
    )
    .all(id, owedLeaveReason);
  const already = Object.fromEntries(put.map(({ kind, e4 }) => [kind, fromE4(e4)]));
  return lessLeave(lessLeave(moved(now), moved(input)), already);
}

/** "Annual leave: 4.46 h into the balance." */
export const leaveReasons = (country: CountryCode, leave: Moved): string[] =>
  Object.entries(leave).map(([code, more]) => {
    const { words, unit } = leaveKindIn(country, code);
    const amount = more.abs().toDecimalPlaces(2).toString();
    const text = unit === "hours" ? `${amount} h` : counted(amount, unit);
    return `${words}: ${text} ${more.gt(0) ? "into" : "out of"} the balance.`;
  });
