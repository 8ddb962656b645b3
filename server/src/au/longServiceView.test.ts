/** Long service on a person's page: the figures of the Acts, from memory, by dates alone. */
import { expect, it } from "vitest";
import { longServiceView } from "./longServiceView.ts";

const view = (state: string, startDate: string, terms: object = {}, endDate: string | null = null) =>
  longServiceView(
    {
      ...{ basis: "full-time", agreed: [{ from: startDate, weekly: "38" }], paid: () => [] },
      ...{ absences: () => [], countsFrom: startDate, endDate, ...terms },
    },
    ...([state, "2026-06-26"] as const),
  );

it.each([
  // 6 years 146 days × 13/15; New South Wales pays from five years on for four reasons.
  ["NSW", "2020-02-01", { years: 6, days: 146, weeks: "5.55", hours: "210.77", takenFrom: "2030-02-01" }, 4],
  // 4,018 days ÷ 420: after seven years Victoria pays it whatever the reason.
  ["VIC", "2015-06-27", { years: 11, days: 0, weeks: "9.57", takenFrom: "2022-06-27" }, 7],
  // Completed years alone.
  ["SA", "2014-10-01", { years: 11, days: 269, weeks: "14.30" }, 7],
  // Twelve years in Western Australia: misconduct pays the full block.
  ["WA", "2014-06-27", { years: 12, weeks: "10.40" }, 7],
  ["QLD", "2018-06-27", { years: 8, weeks: "6.93" }, 3],
  ["TAS", "2022-06-27", { years: 4 }, 0],
])("%s since %s", (state, start, figures, reasons) => {
  const found = view(state, start);
  expect(found).toMatchObject(figures);
  expect(found?.paidFor).toHaveLength(reasons);
  expect(found?.notFor).toHaveLength(7 - reasons);
});

it("is not shown of contractors, in the first year, or before the start; who left stands at the last day", () => {
  expect(view("NSW", "2015-01-01", { basis: "contractor" })).toBeNull();
  expect(view("NSW", "2026-01-01")).toBeNull();
  expect(view("NSW", "2027-01-01")).toBeNull();
  expect(view("NSW", "2010-07-01", {}, "2025-06-30")).toMatchObject({ years: 15, days: 0, weeks: "13.00" });
  expect(view("NSW", "2015-01-01", { basis: "casual", agreed: [] })).toMatchObject({ hours: null });
});

it("hours that changed go by the State's average; a casual's by what was paid, once that goes back far enough", () => {
  const agreed = [
    { from: "2014-06-27", weekly: "38" },
    { from: "2025-06-28", weekly: "19" },
  ];
  // The last 52 weeks have 19 h, the 208 before 38 h; New South Wales takes the better of one year and five.
  expect(view("NSW", "2014-06-27", { agreed })).toMatchObject({ hoursAWeek: "34.2" });
  expect(view("NT", "2014-06-27", { agreed })).toMatchObject({ hoursAWeek: "19" });
  const paid = () => [{ start: "2025-06-28", end: "2026-06-26", hours: "780" }];
  const casual = { basis: "casual", agreed: [{ from: "2014-06-27", weekly: null }] };
  expect(view("NT", "2014-06-27", { ...casual, paid })).toMatchObject({ hoursAWeek: "15" });
  // Casual for most of the five years: the greater of two averages is not known while one of them is not.
  const wasCasual = [
    { from: "2014-06-27", weekly: null },
    { from: "2025-01-01", weekly: "38" },
  ];
  expect(view("NSW", "2014-06-27", { agreed: wasCasual })).toMatchObject({ hoursAWeek: null, hours: null });
  expect(view("NT", "2014-06-27", { agreed: wasCasual })).toMatchObject({ hoursAWeek: "38" });
  expect(view("SA", "2014-06-27", { ...casual, paid })).toMatchObject({ hoursAWeek: null, hours: null });
});

it("absences without pay are left out as each State counts them, and whoever was away for all of it has none", () => {
  const away = (kind: string, from: string, days: number) => ({ absences: () => [{ kind, from, days }] });
  const year = away("unpaidParental", "2023-01-01", 365);
  expect(view("NSW", "2020-02-01", year)).toMatchObject({ leftOut: 365, years: 5, days: 147, takenFrom: "2031-01-31" });
  // Victoria counts the first 52 weeks; New South Wales counts illness, and a stand-down is service everywhere.
  expect(view("VIC", "2020-02-01", year)).toMatchObject({ leftOut: 1, years: 6 });
  expect(view("NSW", "2020-02-01", away("unpaidPersonal", "2023-01-01", 60))).toMatchObject({ leftOut: 0 });
  expect(view("NSW", "2020-02-01", away("standDown", "2023-01-01", 60))).toMatchObject({ leftOut: 0 });
  expect(view("NSW", "2024-02-01", away("unpaid", "2024-02-01", 900))).toBeNull();
});
