/**
 * Every field of a person both ways: what is taken, as it is kept, and what is refused, with its name and the reason.
 * Check digits: the published examples of the ABN, TFN and IRD number (core/src/quantity/checkDigits*.test.ts).
 */
import { describe, expect, it } from "vitest";
import { check } from "./fields.ts";
import { sectionsNz } from "./nz/people.ts";
import { sections } from "./people.ts";

const whole = {
  AU: {
    details: {
      ...{ familyName: "Sample", givenName: "Ada", birthDate: "1991-02-03", startDate: "2026-06-22" },
      address: { line1: "1 Example St", suburb: "Sampleton", state: "VIC", postcode: "3350" },
    },
    employment: { cycleId: 1, basis: "full-time", weeklyHours: "38", hourlyRate: "31.50" },
    tax: {
      ...{ numberStatus: "given", fileNumber: "123456782", residency: "resident", taxFreeThreshold: true },
      ...{ studyLoan: false, medicare: "levy" },
    },
    super: { fundId: 1, shares: [{ fundId: 2, memberNumber: "M2", percent: "40" }] },
    bank: { parts: [{ bsb: "990-100", account: "12345678", title: "A Sample", kind: "rest" }] },
    leave: { entitlements: [{ kind: "annual", weeksPerYear: "4" }], opening: [{ kind: "annual", hours: "12.5" }] },
    fringeBenefits: { yearEnd: "2026-03-31" },
    openingYear: { yearStart: "2026-07-01", carried: true, gross: "1000", parts: [] },
  },
  NZ: {
    details: {
      ...{ familyName: "Sample", givenName: "Ada", birthDate: "1991-02-03", startDate: "2026-06-22" },
      address: { line1: "1 Example St", suburb: "Nelson", postcode: "7010" },
    },
    taxCode: { code: "M", irdNumber: "49091850" },
    kiwiSaver: { status: "member", employeeRate: "3.5" },
    orders: {
      childSupport: { amount: "120" },
      orders: [{ kind: "court", name: "Court", amount: "50", served: "2026-06-01" }],
    },
    holidays: { opening: [{ kind: "annual", units: "2.5" }] },
    earlier: { pays: [{ start: "2026-01-05", end: "2026-01-18", gross: "2000", days: "10" }] },
    bank: { parts: [{ account: "01-0902-0068389-000", title: "A Sample", kind: "rest" }] },
  },
} as const;
type Country = keyof typeof whole;
const schemas: Record<Country, Record<string, Parameters<typeof check>[0]>> = { AU: sections, NZ: sectionsNz };

/** The section with one value put at a path. */
function put(country: Country, section: string, path: string, value: unknown): unknown {
  const copy = structuredClone((whole[country] as Record<string, unknown>)[section]) as Record<string, unknown>;
  const steps = path.split(".");
  const last = steps.pop() ?? "";
  let at = copy;
  for (const step of steps) at = at[step] as Record<string, unknown>;
  if (value === undefined) delete at[last];
  else at[last] = value;
  return copy;
}
const read = (country: Country, section: string, input: unknown, path: string): unknown => {
  const schema = schemas[country][section];
  if (!schema) throw new Error(`no section ${section}`);
  const answer = check(schema, input, true);
  if ("errors" in answer) return answer.errors.map((each) => `${each.path}: ${each.text}`).join(" ");
  return path.split(".").reduce((at: unknown, step) => (at as Record<string, unknown>)[step], answer.value);
};

describe.each(
  Object.entries(whole).flatMap(([country, own]) => Object.keys(own).map((section) => [country, section] as const)),
)("%s %s", (country, section) => {
  const own = whole[country as Country] as Record<string, unknown>;
  it("is taken as it stands", () => {
    const answer = check(schemas[country as Country][section] as never, own[section], true);
    expect(answer).toHaveProperty("value");
  });
  it("refuses what is no object, and fields that it does not know", () => {
    for (const junk of [null, 7, "x", []]) expect(read(country as Country, section, junk, "x")).toMatch(/:/);
    expect(read(country as Country, section, { ...(own[section] as object), strange: 1 }, "x")).toMatch(/strange/);
  });
});

describe("is taken", () => {
  it.each<[Country, string, string, unknown, unknown]>([
    ["AU", "details", "familyName", " O'Neill ", "O'Neill"],
    ["AU", "details", "email", "", null],
    ["AU", "details", "email", "ada@example.org", "ada@example.org"],
    ["AU", "details", "address", null, null],
    ["AU", "details", "phone", "+61 400 000 000", "+61 400 000 000"],
    ["AU", "employment", "hourlyRate", "$1,031.5", "1031.5"],
    ["AU", "employment", "salary", "82,000", "82000"],
    ["AU", "employment", "workPattern", ["8", "8", "8", "8", "6", "0", "0"], ["8", "8", "8", "8", "6", "0", "0"]],
    ["AU", "tax", "fileNumber", "123 456 782", "123456782"],
    ["AU", "tax", "fileNumber", "", undefined],
    ["AU", "tax", "offsetsPerYear", "1,200.50", "1200.50"],
    ["AU", "super", "fundId", "", null],
    ["AU", "super", "agreedPercent", "2.5", "2.5"],
    ["AU", "leave", "loadingPercent", "17.5", "17.5"],
    ["AU", "leave", "opening.0.hours", "-3.25", "-3.25"],
    ["AU", "fringeBenefits", "taxable", "", "0"],
    ["NZ", "taxCode", "code", "m sl", "M SL"],
    ["NZ", "taxCode", "slcir", { percent: "", amount: "" }, null],
    ["NZ", "taxCode", "irdNumber", "49-091-850", "49091850"],
    ["NZ", "orders", "childSupport", { amount: "0" }, null],
    ["NZ", "kiwiSaver", "joined", undefined, "existing"],
    ["NZ", "holidays", "opening.0.units", "-1", "-1"],
    ["NZ", "earlier", "pays.0.irregular", "", "0"],
  ])("%s %s %s: %j as %j", (country, section, path, value, kept) => {
    const found = read(country, section, put(country, section, path, value), path);
    const digits = (each: unknown) => (typeof each === "string" ? each.replace(/[\s-]/g, "").toUpperCase() : each);
    expect(/[nN]umber$/.test(path) ? digits(found) : found).toEqual(/[nN]umber$/.test(path) ? digits(kept) : kept);
  });
});

describe("is refused with its name", () => {
  it.each<[Country, string, string, unknown, RegExp]>([
    ["AU", "details", "familyName", undefined, /familyName: Family name is missing/],
    ["AU", "details", "familyName", "x".repeat(41), /Family name/],
    ["AU", "details", "familyName", "A\u0007", /Family name/],
    ["AU", "details", "birthDate", "1991-02-30", /Birth date is not a date/],
    ["AU", "details", "birthDate", "1891-01-01", /Birth date is not a date/],
    ["AU", "details", "startDate", "22/6/2026", /Start date is not a date/],
    ["AU", "details", "email", "ada@", /E-mail/],
    ["AU", "details", "address.state", "XY", /State must be one of/],
    ["AU", "details", "address.postcode", "335", /Postcode has four digits/],
    ["AU", "details", "address.line1", "", /Street/],
    ["AU", "employment", "cycleId", undefined, /Pay cycle is missing/],
    ["AU", "employment", "basis", "sometimes", /Basis must be one of/],
    ["AU", "employment", "weeklyHours", "380", /Hours a week: 380 hours are more than a week has\./],
    ["AU", "employment", "weeklyHours", "-1", /Hours a week is not a number of hours/],
    ["AU", "employment", "hourlyRate", "thirty", /Hourly rate is not an hourly rate/],
    ["AU", "employment", "salary", "-5", /Salary a year is not an amount/],
    ["AU", "employment", "workPattern", ["8"], /Work pattern/],
    ["AU", "employment", "costSplit", [{ costCentreId: 1, percent: "half" }], /Per cent is not a per cent/],
    ["AU", "tax", "fileNumber", "123456789", /does not pass the check of a tax file number/],
    ["AU", "tax", "numberStatus", "lost", /Tax file number must be one of/],
    ["AU", "tax", "residency", "visitor", /Residency must be one of/],
    ["AU", "tax", "medicareDependants", 21, /Dependants/],
    ["AU", "tax", "homeCountry", "Ireland", /Home country/],
    ["AU", "tax", "extraPerPay", "-1", /Extra to withhold is not an amount/],
    ["AU", "super", "memberNumber", "x".repeat(21), /Member number/],
    ["AU", "super", "shares.0.percent", "lots", /Share is not a per cent/],
    ["AU", "super", "shares.0.memberNumber", "", /Member number/],
    ["AU", "bank", "parts", [], /Accounts/],
    ["AU", "bank", "parts.0.bsb", "99-100", /BSB is not a BSB/],
    ["AU", "bank", "parts.0.account", "1234567890", /Account is not an account number/],
    ["AU", "bank", "parts.0.title", "", /Account title/],
    ["AU", "bank", "parts.0.kind", "some", /Share must be one of/],
    ["AU", "leave", "entitlements.0", { kind: "annual" }, /entitlements\.0/],
    ["AU", "leave", "entitlements.0", { kind: "annual", weeksPerYear: "4", hoursPerYear: "152" }, /entitlements\.0/],
    ["AU", "leave", "entitlements.0", { kind: "dayOff", weeksPerYear: "4" }, /as 0\.4 of 8/],
    [
      "AU",
      "leave",
      "entitlements.0",
      { kind: "dayOff", saved: "8", ofHours: "8" },
      /8 hours cannot be saved of a day of 8/,
    ],
    ["AU", "leave", "entitlements.0", { kind: "dayOff", saved: "0.4", ofHours: "" }, /Hours of the day at work/],
    ["AU", "leave", "entitlements.0", { kind: "dayOff", saved: "0.4", ofHours: "25" }, /more than a day has/],
    ["AU", "leave", "entitlements.0", { kind: "annual", saved: "0.4", ofHours: "8" }, /rostered days off alone/],
    ["AU", "leave", "opening.0.hours", "many", /Opening hours/],
    ["AU", "fringeBenefits", "yearEnd", "2026-06-30", /Year/],
    ["AU", "fringeBenefits", "taxable", "-1", /Taxable value is not an amount/],
    ["AU", "openingYear", "yearStart", "2026-01-01", /Payroll year begins on 1 July/],
    ["AU", "openingYear", "parts", [{ category: "overtime", amount: "1001" }], /come to more than the gross/],
    ["AU", "openingYear", "parts", [{ category: "gifts", amount: "1" }], /Category must be one of/],
    ["AU", "openingYear", "previousBmsId", "old", /are one key: type both, or neither/],
    ["NZ", "details", "address.state", "VIC", /state/i],
    ["NZ", "details", "address.postcode", "70100", /Postcode has four digits/],
    ["NZ", "taxCode", "code", "Q", /Tax code is not one of Inland Revenue's/],
    ["NZ", "taxCode", "irdNumber", "49091851", /does not pass the check of an IRD number/],
    ["NZ", "taxCode", "slcir", { percent: "5", amount: "5" }, /slcir/],
    ["NZ", "kiwiSaver", "status", "perhaps", /KiwiSaver must be one of/],
    ["NZ", "kiwiSaver", "status", "suspended", /A savings suspension has a last day/],
    ["NZ", "orders", "orders.0.amount", undefined, /orders\.0/],
    ["NZ", "orders", "orders.0.served", undefined, /Served on is missing/],
    ["NZ", "holidays", "averageOnlyFrom", "2026-01-01", /a year after the last day/],
    ["NZ", "holidays", "opening.0.units", "two", /written in weeks or days/],
    ["NZ", "earlier", "pays.0.end", "2026-01-01", /The last day is before the first/],
    ["NZ", "bank", "parts.0.account", "01-0902-0068388-000", /does not pass the check of a bank account/],
    ["NZ", "bank", "parts.0.bsb", "990-100", /bsb/],
  ])("%s %s %s: %j", (country, section, path, value, sentence) => {
    expect(read(country, section, put(country, section, path, value), path)).toMatch(sentence);
  });
});
