/** The command itself, by standard input and output. */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { expect, it } from "vitest";

const root = join(import.meta.dirname, "../../..");
const charge = {
  ...{ what: "superCharge", shortfall: "456.00", due: "2026-07-13", received: "2026-08-24" },
  ...{ rates: [{ from: "2025-10-01", percent: "10.61" }], upliftPercent: "60" },
};

const service = { what: "longService", reason: "death", hours: { constant: "38" } };

/** case, and what must stand in the answer */
const cases: [object | string, object][] = [
  // Seven business days: 3, 6 to 10 and 13 July 2026; twenty for somebody new: 30 July.
  [
    { what: "superDue", payday: "2026-07-02" },
    { ok: true, law: "payday", due: "2026-07-13" },
  ],
  [{ what: "superDue", payday: "2026-07-02", newEmployee: true }, { due: "2026-07-30" }],
  [{ what: "superDue", payday: "2026-07-02", newFund: true }, { due: "2026-07-30" }],
  // The payday says which law: the June quarter's is due on 28 July.
  [
    { what: "superDue", payday: "2026-06-30" },
    { law: "quarter", due: "2026-07-28" },
  ],
  // 5 October 2026 is a holiday in some States and so no business day anywhere.
  [{ what: "superDue", payday: "2026-10-01" }, { due: "2026-10-13" }],
  [
    { what: "superDue", payday: "1999-07-02" },
    { ok: false, errors: [{ path: "payday" }] },
  ],
  [charge, { days: 42, notionalEarnings: "5.60", finalShortfall: "0.00", uplift: "3.36", charge: "8.96" }],
  [
    { ...charge, received: null },
    { ok: false, errors: [{ text: expect.stringMatching(/both unknown/) }] },
  ],
  [
    { ...charge, rates: [{ from: "2026-08-01", percent: "10" }] },
    { ok: false, errors: [{ text: expect.stringMatching(/Rates begin on 2026-08-01/) }] },
  ],
  [
    { what: "superCeiling", cap: "32500", rate: "12", soFar: "268000", now: "5000" },
    { ceiling: "270830.00", counted: "2830.00", super: "339.60" },
  ],
  [
    { what: "superCeiling", cap: "1", rate: "0", soFar: "0", now: "0" },
    { ok: false, errors: [{ path: "rate" }] },
  ],
  // Long service: the worked examples of the law by State, from memory.
  [
    { ...service, state: "VIC", start: "2017-07-01", lastDay: "2026-06-30", reason: "resignation", rate: "40" },
    { countedDays: 3287, weeks: "7.82619", payable: true, pay: "11895.81" },
  ],
  [
    { ...service, state: "NSW", start: "2020-02-01", lastDay: "2026-06-26", reason: "redundancy", rate: "35" },
    { weeks: "5.54667", payable: true, pay: "7377.07" },
  ],
  [
    { ...service, state: "NSW", start: "2020-02-01", lastDay: "2026-06-26", reason: "resignation", rate: "35" },
    { weeks: "5.54667", payable: false, pay: "0.00" },
  ],
  [
    {
      ...{ ...service, state: "QLD", start: "2014-07-01", lastDay: "2026-06-30", reason: "resignation", rate: "32.50" },
      hours: { ordinaryInAll: "9360" },
    },
    { weeks: "10.40000", hoursAWeek: "15", pay: "5070.00" },
  ],
  [
    { ...service, state: "SA", start: "2014-10-01", lastDay: "2026-05-31", reason: "resignation", rate: "30" },
    { weeks: "14.30000", pay: "16302.00" },
  ],
  [
    {
      ...{ ...service, state: "WA", start: "2018-01-01", lastDay: "2025-12-31", reason: "redundancy", rate: "36" },
      hours: { wholeService: "28", last52Weeks: "20" },
    },
    { countedDays: 2922, weeks: "6.93333", hoursAWeek: "28", pay: "6988.80" },
  ],
  [
    {
      ...{ ...service, state: "ACT", start: "2021-01-01", lastDay: "2026-03-14", reason: "redundancy", rate: "42" },
      hours: { constant: "20" },
    },
    { weeks: "4.50667", pay: "3785.60" },
  ],
  // Twelve years in Western Australia: misconduct leaves the ten of the full block; the fifth year's end gives more.
  [
    { ...service, state: "WA", start: "2014-01-01", lastDay: "2025-12-31", reason: "misconduct", rate: "30" },
    { weeks: "8.66667", pay: "9880.00" },
  ],
  [
    { ...service, state: "WA", start: "2014-01-01", lastDay: "2025-12-31", reason: "retirement", rate: "30" },
    { weeks: "10.40000", pay: "11856.00" },
  ],
  // A year of unpaid leave moves the anniversary, in Victoria not; what was taken comes off.
  [
    {
      ...{ ...service, state: "QLD", start: "2015-07-01", lastDay: "2026-06-30", reason: "taken", rate: "30" },
      unpaid: [{ kind: "parental", from: "2018-01-01", days: 365 }],
      weeksTaken: "2.66667",
    },
    { weeks: "8.66667", payable: true, pay: "6840.00" },
  ],
  [
    {
      ...{ ...service, state: "VIC", start: "2017-07-01", lastDay: "2026-06-30", reason: "resignation", rate: "40" },
      unpaid: [{ kind: "parental", from: "2020-01-01", days: 400 }],
    },
    { countedDays: 3251 },
  ],
  [
    { ...service, state: "SA", hours: { last52Weeks: "20" }, start: "2010-01-01", lastDay: "2026-01-01", rate: "30" },
    { ok: false, errors: [{ path: "hours", text: expect.stringMatching(/last 156 weeks/) }] },
  ],
  [
    { ...service, state: "NSW", start: "2026-01-01", lastDay: "2025-01-01", rate: "30" },
    { ok: false, errors: [{ text: expect.stringMatching(/before the start/) }] },
  ],
  // Payroll tax of 2025-26: Victoria's four million and South Australia's 1.6 as worked by hand; a State alone below.
  [
    { what: "payrollTax", year: "2025-26", wages: { VIC: "4000000" } },
    { states: { VIC: { deduction: "500000.00", tax: "169750.00" } }, total: "169750.00" },
  ],
  [
    { what: "payrollTax", year: "2025-26", wages: { SA: "1600000" } },
    { states: { SA: { deduction: "600000.00", tax: "24750.00" } } },
  ],
  [
    { what: "payrollTax", year: "2025-26", wages: { NSW: "1200000" } },
    { states: { NSW: { deduction: "0.00", tax: "0.00" } }, total: "0.00" },
  ],
  // 600,000 in New South Wales of 1,800,000 in the group: a third of the deduction; (600,000 − 400,000) × 5.45 %.
  [
    { what: "payrollTax", year: "2025-26", wages: { NSW: "600000" }, groupWages: { QLD: "1200000" } },
    { states: { NSW: { deduction: "400000.00", tax: "10900.00" } } },
  ],
  // Tasmania: 750,000 at 4 %, 1,000,000 at 6.1 %.
  [{ what: "payrollTax", year: "2025-26", wages: { TAS: "3000000" } }, { total: "91000.00" }],
  // Queensland: 1,300,000 − 700,000 ÷ 7; 800,000 × 4.75 %. Western Australia: 1,000,000 − 1,300,000 × 2 ÷ 13.
  [{ what: "payrollTax", year: "2025-26", wages: { QLD: "2000000" } }, { total: "38000.00" }],
  [
    { what: "payrollTax", year: "2025-26", wages: { WA: "2300000" } },
    { states: { WA: { deduction: "800000.00" } }, total: "82500.00" },
  ],
  // Victoria at 20 million: nothing is deducted, two levies of half a per cent on ten million.
  [{ what: "payrollTax", year: "2025-26", wages: { VIC: "20000000" } }, { total: "1070000.00" }],
  [
    { what: "payrollTax", year: "2031-32", wages: { WA: "1" } },
    { ok: false, errors: [{ path: "year" }] },
  ],
  // Days of places, as gazetted; from memory.
  [
    { what: "placeHolidays", country: "AU", place: "Brisbane", from: "2026-08-01", to: "2026-08-31" },
    { days: [{ date: "2026-08-12", name: "Brisbane Show Day", class: "general" }] },
  ],
  [
    { what: "placeHolidays", country: "AU", place: "NSW", from: "2026-08-01", to: "2026-08-31" },
    { days: [{ date: "2026-08-03", class: "banks" }] },
  ],
  [
    { what: "placeHolidays", country: "AU", place: "Launceston", from: "2026-04-06", to: "2026-04-10" },
    { days: [{ date: "2026-04-06" }, { date: "2026-04-07", class: "stateService" }] },
  ],
  [
    { what: "placeHolidays", country: "AU", place: "Darwin", from: "2026-12-24", to: "2026-12-24" },
    { days: [{ date: "2026-12-24", from: "19:00", to: "24:00" }] },
  ],
  [
    { what: "placeHolidays", country: "NZ", place: "Otago", from: "2026-03-20", to: "2026-03-25" },
    { days: [{ date: "2026-03-23" }] },
  ],
  [
    { what: "placeHolidays", country: "AU", place: "Atlantis", from: "2026-01-01", to: "2026-01-02" },
    { ok: false, errors: [{ path: "place" }] },
  ],
  [{ what: "longWeekend" }, { ok: false, errors: [{ path: "what" }] }],
  [
    { what: "superDue", payday: "2026-07-02", shoe: 42 },
    { ok: false, errors: [{ path: "shoe" }] },
  ],
  ["nope", { id: null, ok: false }],
];

it("answers each line in its order, and refuses with field, reason and mend", () => {
  const asked = spawnSync(process.execPath, ["--import", "tsx", join(root, "server/src/commands/law.ts")], {
    cwd: root,
    input: cases
      .map(([each], at) => (typeof each === "string" ? each : JSON.stringify({ id: String(at), ...each })))
      .join("\n"),
    encoding: "utf8",
  });
  const answers = asked.stdout
    .split("\n")
    .filter(Boolean)
    .map((line) => JSON.parse(line));
  expect(answers).toHaveLength(cases.length);
  cases.forEach(([, expected], at) => {
    expect(answers[at]).toMatchObject(expected);
  });
  expect(asked.status).toBe(1);
});
