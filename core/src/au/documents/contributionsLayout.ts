/**
 * The columns of the SuperStream alternative file, in order: 133 under eleven group titles. Names repeat between groups, so a
 * reader goes by position. Set by: SuperStream Alternative File Format specification 1.0, from memory; order and spelling
 * are sure to about 80 %, lengths are not remembered, and the reading of the standard's successor is open (docs/rules/sources.md).
 * Each line: need (M always, C when it applies, O may be left out), form, name.
 */

export type ColumnForm =
  | "abn"
  | "amount"
  | "bsb"
  | "count"
  | "date"
  | "decimal"
  | "flag"
  | "postcode"
  | "sex"
  | "text"
  | "tfn";

export interface ContributionColumn {
  group: string;
  name: string;
  form: ColumnForm;
  /** longest text; amounts and codes have none */
  length: number | null;
  need: "M" | "C" | "O";
}

const layout = `
# Line
M count Line ID
# Header
M abn Source Entity ID
M text Source Entity ID Type
M text:16 Source Electronic Service Address
M flag Electronic Error Messaging
# Sender
M abn ABN
M text:200 Organisational Name Text
C text:40 Family Name
C text:40 Given Name
O text:40 Other Given Name
C text E-mail Address Text
C text:16 Telephone Minimal Number
# Payer
M abn ABN
M text:200 Organisational Name Text
C bsb BSB Number
C text:9 Account Number
C text:200 Account Name Text
# Payee
M abn ABN
C text:14 USI
M text:200 Organisational Name Text
C text:16 Target Electronic Service Address
C text Payment Type Code
C text:18 Payment Customer Reference Number
C text BPAY Biller Code
C amount Payment Amount
C date Transaction Date
C bsb BSB Number
C text:9 Account Number
C text:200 Account Name Text
# Employer
M abn ABN
O text Location ID
M text:200 Organisational Name Text
C text:20 Superannuation Fund Generated Employer Identifier
# Member
C tfn TFN
O text:12 Person Name Title Text
O text:12 Person Name Suffix Text
M text:40 Family Name
C text:40 Given Name
O text:40 Other Given Name
M sex Sex Code
M date Birth Date
C text Address Usage Code
M text:50 Address Details Line 1 Text
O text:50 Address Details Line 2 Text
O text:50 Address Details Line 3 Text
O text:50 Address Details Line 4 Text
C text:50 Locality Name Text
C postcode Postcode Text
C text State or Territory Code
M text Country Code
O text E-mail Address Text
O text:16 Telephone Minimal Number Landline
O text:16 Telephone Minimal Number Mobile
C text:20 Member Client Identifier
C text:20 Payroll Number Identifier
C date Employment End Date
O text:200 Employment End Reason Text
# Contributions
C date Pay Period Start Date
C date Pay Period End Date
C amount Superannuation Guarantee Amount
C amount Award or Productivity Amount
C amount Personal Contributions Amount
C amount Salary Sacrificed Amount
C amount Voluntary Amount
C amount Spouse Contributions Amount
C amount Child Contributions Amount
C amount Other Third Party Contributions Amount
# Registration
C date Employment Start Date
O flag At Work Indicator
O amount Annual Salary for Benefits Amount
O amount Annual Salary for Contributions Amount
O date Annual Salary for Contributions Effective Start Date
O date Annual Salary for Contributions Effective End Date
O amount Annual Salary for Insurance Amount
O decimal Weekly Hours Worked Number
O text Occupation Description
O flag Insurance Opt Out Indicator
O date Fund Registration Date
O text Benefit Category
O text Employment Status Code
O date Super Contribution Commence Date
O date Super Contribution Cease Date
O text Member Registration Amendment Reason Text
# Defined Benefit Contributions
O amount Defined Benefit Member Pre Tax Contribution
O amount Defined Benefit Member Post Tax Contribution
O amount Defined Benefit Employer Contribution
O amount Defined Benefit Notional Member Pre Tax Contribution
O amount Defined Benefit Notional Member Post Tax Contribution
O amount Defined Benefit Notional Employer Contribution
O amount Ordinary Time Earnings
O amount Actual Periodic Salary or Wages Earned
O amount Superannuable Allowances Paid
O amount Notional Superannuable Allowances
O decimal Service Fraction
O date Service Fraction Effective Date
O decimal Full Time Hours
O decimal Contracted Hours
O decimal Actual Hours Paid
O text Employee Location Identifier
# Defined Benefit Registration
O decimal Service Fraction
O date Service Fraction Start Date
O date Service Fraction End Date
O decimal Defined Benefit Employer Rate
O date Defined Benefit Employer Rate Start Date
O date Defined Benefit Employer Rate End Date
O decimal Defined Benefit Member Rate
O date Defined Benefit Member Rate Start Date
O date Defined Benefit Member Rate End Date
O amount Defined Benefit Annual Salary 1
O date Defined Benefit Annual Salary 1 Start Date
O date Defined Benefit Annual Salary 1 End Date
O amount Defined Benefit Annual Salary 2
O date Defined Benefit Annual Salary 2 Start Date
O date Defined Benefit Annual Salary 2 End Date
O amount Defined Benefit Annual Salary 3
O date Defined Benefit Annual Salary 3 Start Date
O date Defined Benefit Annual Salary 3 End Date
O amount Defined Benefit Annual Salary 4
O date Defined Benefit Annual Salary 4 Start Date
O date Defined Benefit Annual Salary 4 End Date
O amount Defined Benefit Annual Salary 5
O date Defined Benefit Annual Salary 5 Start Date
O date Defined Benefit Annual Salary 5 End Date
O text Leave Without Pay Code
O date Leave Without Pay Code Start Date
O date Leave Without Pay Code End Date
O date Annual Salary for Insurance Effective Date
O date Annual Salary for Benefits Effective Date
O date Employee Status Effective Date
O date Employee Benefit Category Effective Date
O text Employee Location Identifier
O date Employee Location Identifier Start Date
O date Employee Location Identifier End Date
`;

function read(): ContributionColumn[] {
  let group = "";
  return layout
    .trim()
    .split("\n")
    .flatMap((line) => {
      if (line.startsWith("# ")) {
        group = line.slice(2);
        return [];
      }
      const [, need, form, length, name] = /^([MCO]) ([a-z]+)(?::(\d+))? (.+)$/.exec(line) ?? [];
      return [{ group, name, form, length: length ? Number(length) : null, need } as ContributionColumn];
    });
}

export const contributionColumns: readonly ContributionColumn[] = read();

/** Where each column stands, by group and name. */
const places = new Map(contributionColumns.map(({ group, name }, at) => [`${group}/${name}`, at]));

/** @throws where there is no such column */
export function columnAt(group: string, name: string): number {
  const at = places.get(`${group}/${name}`);
  if (at === undefined) throw new Error(`The contributions file has no column ${group}, ${name}.`);
  return at;
}
