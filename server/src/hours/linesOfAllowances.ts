/** Lines of what an agreement gives beside the hours. */
import { reportingCodeOf, unitAmount } from "@zesty/core/hours/pricing";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { dayWords } from "./dayWords.ts";
import { addTo, type Gathering } from "./lineTargets.ts";

/** Allowances and additions; those for all purposes are in the hourly rate already. */
export function gatherAllowances({ person, rules, law, hours, allPurpose, find, target, faults }: Gathering): void {
  const { rates } = person;
  for (const extra of hours.extras) {
    const entry = rules && [...rules.additions, ...rules.allowances].find((each) => each.id === extra.code);
    if (!rules || !entry || allPurpose.within.includes(entry.id)) continue;
    const why = extra.on.map((each) => `${dayWords(each.date)} ${each.why}`);
    if (law.holidaysByDay && "trigger" in entry && entry.trigger.kind === "holidayWorked") {
      const to = target(find({ kind: "holiday", element: "alternativeEarned" }));
      to.units = extra.units;
      to.arose = [...new Set(extra.on.map((each) => each.date))];
      to.why.push(...why);
      continue;
    }
    const each = unitAmount(rules, entry, rates);
    const words = entry.id.replaceAll("-", " ");
    if (each === null)
      faults.push(
        `${rules.title} gives ${words}${extra.units.eq(1) ? "" : ` × ${extra.units.toString()}`} (${why.join("; ")}), and its amount is not known. Enter it in Set-up, Agreements.`,
      );
    if (each === null || each.isZero()) continue;
    const code = reportingCodeOf({ id: entry.id, unit: entry.unit === "hourOrPart" ? "hour" : entry.unit });
    const name = words.charAt(0).toUpperCase() + words.slice(1);
    const to = target(find({ kind: "allowance", id: entry.id, name, code }));
    addTo(to, halfUpToCent(each.times(extra.units)));
    to.units = extra.units.plus(to.units ?? 0);
    to.why.push(...why, `${extra.units.toString()} × $${each.toFixed(2)}`);
  }
}
