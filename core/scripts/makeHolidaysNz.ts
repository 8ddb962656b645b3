/**
 * Makes core/src/calendar/generated/holidaysNz.ts from the date-holidays package (data CC BY-SA 3.0): the days as they
 * fall, without the substitute days, because in New Zealand a holiday at the weekend moves for each person by that
 * person's own working week (calendar/holidaysNz.ts). Run with `npm run holidays`.
 */
import { writeFileSync } from "node:fs";
import Holidays from "date-holidays";

/** Provinces by the region codes of the package. Buller keeps Nelson's day (the package gives it Westland's). */
const provinces: Record<string, [string]> = {
  Northland: ["NTL"],
  Auckland: ["AUK"],
  Waikato: ["WKO"],
  "Bay of Plenty": ["BOP"],
  Gisborne: ["GIS"],
  "Hawke's Bay": ["HKB"],
  Taranaki: ["TKI"],
  "Manawatū-Whanganui": ["MWT"],
  Wellington: ["WGN"],
  Nelson: ["NSN"],
  Tasman: ["TAS"],
  Marlborough: ["MBH"],
  Westland: ["WTC"],
  Buller: ["NSN"],
  Canterbury: ["CAN"],
  Otago: ["OTA"],
  Southland: ["STL"],
  "Chatham Islands": ["CIT"],
};
const names: Record<string, string> = {
  "ANZAC Day": "Anzac Day",
  "Day after New Year's Day": "2 January",
};
const years = [2024, 2025, 2026, 2027, 2028];
const rows: { date: string; name: string; province: string | null }[] = [];
const national = new Holidays("NZ");
const isNational = new Set<string>();
for (const year of years)
  for (const day of national.getHolidays(year, "en")) {
    if (day.type !== "public") continue;
    isNational.add(`${day.date} ${day.name}`);
    if (!day.substitute) rows.push({ date: day.date.slice(0, 10), name: names[day.name] ?? day.name, province: null });
  }
for (const [province, [state]] of Object.entries(provinces)) {
  const calendar = new Holidays("NZ", state);
  for (const year of years)
    for (const day of calendar.getHolidays(year, "en"))
      if (day.type === "public" && !isNational.has(`${day.date} ${day.name}`))
        rows.push({ date: day.date.slice(0, 10), name: `${province} Anniversary Day`, province });
}
// The package knows no day of South Canterbury: the fourth Monday of September.
for (const year of years) {
  const first = new Date(Date.UTC(year, 8, 1)).getUTCDay();
  const day = 1 + ((8 - first) % 7) + 21;
  rows.push({
    date: `${year}-09-${day}`,
    name: "South Canterbury Anniversary Day",
    province: "South Canterbury",
  });
}
rows.sort((a, b) => a.date.localeCompare(b.date) || a.name.localeCompare(b.name));
writeFileSync(
  new URL("../src/calendar/generated/holidaysNz.ts", import.meta.url),
  `/**
 * Public holidays of New Zealand as they fall, ${years[0]} to ${years.at(-1)}, provinces' anniversary days among them. Made from
 * date-holidays 3.37.0 (CC BY-SA 3.0) by core/scripts/makeHolidaysNz.ts. Do not edit.
 */
import type { HolidayNz } from "../listedHolidays.ts";

export const holidayRowsNz: readonly HolidayNz[] = [
${rows.map((row) => `  ${JSON.stringify(row)},`).join("\n")}
];
`,
);
