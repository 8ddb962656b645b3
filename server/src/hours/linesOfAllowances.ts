/** Lines of what an agreement gives beside the hours, and of days that are counted. */
import { reportingCodeOf, unitAmount } from "@zesty/core/hours/pricing";
import { decimal } from "@zesty/core/quantity/decimal";
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

/** How many days were worked or taken, where every day is recorded (New Zealand's averages go by it). */
export function gatherDaysWorked({ person, hours, law, find, target }: Gathering): void {
  if (!law.daysWorked || person.time.use !== "all") return;
  const days = new Set([...hours.pieces, ...hours.plain, ...hours.leave].map((each) => each.date));
  if (days.size === 0) return;
  const to = target(find({ kind: "holiday", element: "daysWorked" }));
  to.units = decimal(days.size);
  to.why.push([...days].sort().map(dayWords).join(", "));
}
