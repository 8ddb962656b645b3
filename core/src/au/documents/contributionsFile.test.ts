import { parse } from "csv-parse/sync";
import { stringify } from "csv-stringify/sync";
import { expect, it } from "vitest";
import {
  type Contribution,
  type ContributionsFile,
  contributionFaults,
  contributionRows,
  readContributions,
} from "./contributionsFile.ts";
import { columnAt, contributionColumns } from "./contributionsLayout.ts";

const contribution = (
  change: Partial<Contribution> = {},
  member: Partial<Contribution["member"]> = {},
): Contribution => ({
  fund: {
    ...{ abn: "51824753556", name: "Quandong Super", usi: "QDG0001AU", serviceAddress: null },
    ...{ bsb: null, account: null, employerNumber: null },
  },
  ...{ line: 1, reference: "PC020726-000000001", paymentCents: 45_600 },
  member: {
    ...{ taxFileNumber: null, familyName: "Tarrant", givenName: "Ivo, jr", birthDate: "2001-03-19" },
    address: { line1: "1 Lemon Row", suburb: "Pith", state: "NSW", postcode: "2000" },
    ...{ email: null, phone: null, memberNumber: "9001", payrollId: "7", startDate: "2026-07-06", endDate: null },
    ...member,
  },
  period: { start: "2026-06-19", end: "2026-07-02" },
  ...{ guarantee: 40_600, voluntary: 0, sacrificed: 5_000, personal: 0 },
  ...change,
});
const file = (...contributions: Contribution[]): ContributionsFile => ({
  ...{ fileId: "ZL-1", date: "2026-07-02", serviceAddress: "ZESTYLEDGER" },
  sender: { abn: "51824753556", name: "Pith", contact: "Pip", email: "pip@pith.example", phone: "02 5550 0000" },
  employer: { abn: "51824753556", name: "Saltbush" },
  ...{ from: { bsb: "062-000", account: "12345678" }, contributions },
});
const rows = (...contributions: Contribution[]) => contributionRows(file(...contributions));

// Set by: SuperStream Alternative File Format 1.0, from memory: 133 columns, the guarantee in column BH (60).
it("has 133 columns, the guarantee in BH and the payment reference in W", () => {
  expect(contributionColumns).toHaveLength(133);
  expect(columnAt("Contributions", "Superannuation Guarantee Amount") + 1).toBe(60);
  expect(columnAt("Payee", "Payment Customer Reference Number") + 1).toBe(23);
  const [head, groups, names, line] = rows(contribution());
  expect(head).toEqual(["VERSION", "1.0", "Negatives Supported", "False", "File ID", "ZL-1"]);
  expect(groups?.filter((each) => each !== "")).toHaveLength(11);
  expect(names).toHaveLength(133);
  expect([line?.[59], line?.[62], line?.[24]]).toEqual(["406.00", "50.00", "456.00"]);
});

it("is without faults for a reader, and says the same when it is read back", () => {
  const whole = rows(
    contribution(),
    contribution(
      {
        line: 2,
        reference: "PC020726-000000002",
        fund: { ...contribution().fund, usi: null, serviceAddress: "QUANDONG", abn: "53004085616" },
      },
      { memberNumber: null },
    ),
  );
  expect(contributionFaults(whole)).toEqual([]);
  expect(parse(stringify(whole, { record_delimiter: "windows" }), { relax_column_count: true })).toEqual(whole);
  expect(readContributions(whole).map((each) => [each.line, each.reference, each.cents, each.memberNumber])).toEqual([
    [1, "PC020726-000000001", 45_600, "9001"],
    [2, "PC020726-000000002", 45_600, ""],
  ]);
});

it("writes and reads a thousand members within a second", () => {
  // Of the processor: what else the machine does is not ours.
  const begun = process.cpuUsage();
  const thousand = Array.from({ length: 1000 }, (_, at) => contribution({ line: at + 1, paymentCents: 45_600_000 }));
  expect(contributionFaults(rows(...thousand))).toEqual([]);
  expect(process.cpuUsage(begun).user / 1000).toBeLessThan(1000);
});

const changed = (group: string, name: string, text: string) => {
  const whole = rows(contribution());
  (whole[3] as string[])[columnAt(group, name)] = text;
  return whole;
};
it.each<[string, string[][], RegExp]>([
  ["no file at all", [["a"]], /no contributions file/],
  ["a column renamed", rows(contribution()).map((row, at) => (at === 2 ? ["X", ...row.slice(1)] : row)), /Column 1/],
  ["a line cut off", rows(contribution()).map((row, at) => (at === 3 ? row.slice(1) : row)), /132 cells/],
  ["an ABN that fails its check", changed("Payee", "ABN", "51824753557"), /Payee, ABN/],
  ["neither USI nor service address", changed("Payee", "USI", ""), /neither a USI/],
  ["an amount below nought", changed("Contributions", "Salary Sacrificed Amount", "-5.00"), /below nought/],
  ["no period", changed("Contributions", "Pay Period Start Date", ""), /start of the pay period/],
  ["a payment off by a cent", changed("Payee", "Payment Amount", "456.01"), /says 456.01/],
  ["the same line twice", [...rows(contribution()), rows(contribution())[3] as string[]], /stands twice/],
  [
    "one reference for two funds",
    rows(contribution(), contribution({ fund: { ...contribution().fund, abn: "53004085616" } })),
    /two funds/,
  ],
])("%s is named", (_what, whole, fault) => {
  expect(
    contributionFaults(whole)
      .map((each) => each.text)
      .join(" "),
  ).toMatch(fault);
});

it.each<[string, Contribution, RegExp]>([
  ["an amount below nought", contribution({ guarantee: -1 }), /below nought/],
  [
    "a self-managed fund without service address",
    contribution({ fund: { ...contribution().fund, usi: null } }),
    /service address/,
  ],
])("%s is not written", (_what, each, words) => {
  expect(() => contributionRows(file(each))).toThrow(words);
});
