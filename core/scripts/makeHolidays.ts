/**
 * Makes core/src/calendar/generated/holidaysAu.ts from the date-holidays package (data CC BY-SA 3.0), cut down to the
 * years a payroll here can meet and to days that are a holiday for the whole of a State. Evening-only holidays and
 * regional days are left out: they do not stop a business day. Run with `npm run holidays`.
 */
import { writeFileSync } from "node:fs";
import Holidays from "date-holidays";

const states = ["ACT", "NSW", "NT", "QLD", "SA", "TAS", "VIC", "WA"];
const years = [2024, 2025, 2026, 2027, 2028];
const found = new Map<string, { date: string; name: string; states: string[] }>();
for (const state of states) {
  const calendar = new Holidays("AU", state);
  for (const year of years) {
    for (const day of calendar.getHolidays(year, "en")) {
      const hours = (new Date(day.end).getTime() - new Date(day.start).getTime()) / 3_600_000;
      if (day.type !== "public" || hours < 23) continue;
      const date = day.date.slice(0, 10);
      const name = day.name.replace(" (substitute day)", ", substitute day");
      const key = `${date} ${name}`;
      const entry = found.get(key) ?? { date, name, states: [] };
      if (!entry.states.includes(state)) entry.states.push(state);
      found.set(key, entry);
    }
  }
}
const rows = [...found.values()].sort((a, b) => a.date.localeCompare(b.date) || a.name.localeCompare(b.name));
const body = rows.map((row) => `  ${JSON.stringify(row)},`).join("\n");
writeFileSync(
  new URL("../src/calendar/generated/holidaysAu.ts", import.meta.url),
  `/**
 * Whole-day public holidays of the Australian States, ${years[0]} to ${years.at(-1)}. Made from date-holidays 3.37.0
 * (CC BY-SA 3.0) by core/scripts/makeHolidays.ts. Do not edit.
 */
import type { Holiday } from "../listedHolidays.ts";

export const holidaysAu: readonly Holiday[] = [
${body}
];
`,
);
