/** What the employer sets aside on top of a pay: workers' compensation, payroll tax, a levy of its own. */
import { fixed, hundred } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { type Figure, figure, sumOf } from "../working/figure.ts";
import type { EmployerCost } from "./input.ts";

export type SetAside = readonly { cost: EmployerCost; amount: Figure }[];

/**
 * A share of gross, with the employer's contributions where the cost asks for it; each rounded to the cent by itself.
 * @param called what the contributions are called in the country's words
 */
export const setAside = (
  costs: readonly EmployerCost[] | undefined,
  gross: Figure,
  contributions: () => Figure,
  called: string,
): SetAside =>
  (costs ?? []).map((cost) => {
    const of = cost.of === "gross" ? "gross" : `gross and ${called}`;
    const base = cost.of === "gross" ? gross : sumOf(`Gross and ${called}`, [gross, contributions()]);
    return {
      cost,
      amount: figure(cost.name, halfUpToCent(base.value.times(fixed(cost.percent)).div(hundred)), "money", () => ({
        rule: `${cost.percent} % of ${of}, set aside by the employer`,
        formula: `${base.value.toFixed(2)} × ${cost.percent} %`,
        setting: { place: "business", section: "costs" },
        parts: [base],
      })),
    };
  });
