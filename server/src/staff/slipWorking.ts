/**
 * The working behind a figure of a payslip, as the slip shows it: leave that the slip does not name stands within ordinary
 * time here, too, so that nobody who looks at the page can tell (Fair Work Regulations, reg 3.47).
 */
import { leaveKindIn } from "@zesty/core/countries/leave";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import type { Working } from "@zesty/core/working/figure";
import type { Slip } from "../documents/slip.ts";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { payElement } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

export function slipWorking(context: Context, businessId: number, slip: Slip, working: Working): Working {
  const { country } = findBusiness(context, businessId);
  const elements = rowsOf(context.store.sqlite, payElement, "WHERE t.business_id = ?", businessId);
  const onSlip = (name: string) => slip.earnings.some((line) => line.name.startsWith(name));
  const hidden = new Set(
    elements
      .filter(({ leave, name }) => leave !== null && leaveKindIn(country, leave).confidential && !onSlip(name))
      .flatMap(({ name, leave }) => [name, leaveKindIn(country, leave ?? "").words]),
  );
  const ordinary = elements.filter((each) => each.element === "ordinary" && each.percent === "100");
  const isOrdinary = ({ label }: Working) => ordinary.some(({ name }) => name === label);
  const within = (parts: readonly Working[]): Working[] => {
    const own = parts.filter(({ label }) => hidden.has(label));
    const target = parts.find(isOrdinary);
    const [first] = own;
    if (!first) return parts.map(shown);
    const all = [...own, ...(target ? [target] : [])];
    const label = target?.label ?? ordinary.find(({ name }) => onSlip(name))?.name ?? "Ordinary";
    // Neither its days nor its hours by themselves: they would tell.
    const { unit, rule } = target ?? first;
    const value = sum(all.map((each) => decimal(each.value))).toFixed(2);
    const one: Working = { label, value, unit, ...(rule ? { rule } : {}) };
    const place = target ?? first;
    return parts.flatMap((each) => (each === place ? [one] : all.includes(each) ? [] : [shown(each)]));
  };
  const shown = (each: Working): Working => (each.parts ? { ...each, parts: within(each.parts) } : each);
  return within([working])[0] ?? working;
}
