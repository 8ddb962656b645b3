/** Leave that moves beside dollars that are paid later, in words. */
import type { CountryCode } from "@zesty/core/countries/countries";
import { leaveKindIn } from "@zesty/core/countries/leave";
import type { Decimal } from "@zesty/core/quantity/decimal";
import { counted } from "@zesty/core/quantity/units";

/** "Annual leave: 4.46 h into the balance." */
export const leaveReasons = (country: CountryCode, leave: Readonly<Record<string, Decimal>>): string[] =>
  Object.entries(leave).map(([code, more]) => {
    const { words, unit } = leaveKindIn(country, code);
    const amount = more.abs().toDecimalPlaces(2).toString();
    const text = unit === "hours" ? `${amount} h` : counted(amount, unit);
    return `${words}: ${text} ${more.gt(0) ? "into" : "out of"} the balance.`;
  });
