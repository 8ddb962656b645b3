/**
 * The SuperStream alternative file: a row a member, fund and pay period; the money travels beside it under one reference
 * for each fund. Rows as text; whoever sends them writes the commas. Set by: SuperStream Alternative File Format 1.0, from
 * memory (contributionsLayout.ts). Negative amounts are never written: what is too much is asked back or set off.
 */
import { type IsoDate, isDate } from "../../calendar/dates.ts";
import { centsOf, centsText } from "../../quantity/units.ts";
import { isAbn } from "../abn.ts";
import { isTfn } from "../taxFileNumber.ts";
import { isUsi } from "../usi.ts";
import { columnAt, contributionColumns } from "./contributionsLayout.ts";

export interface ContributionParty {
  abn: string;
  name: string;
}

/** Contributions of one member for one payday, cents by category. */
export interface Contribution {
  /** the number that answers speak of; unique in the file */
  line: number;
  fund: ContributionParty & {
    /** null: a self-managed fund, which has a service address and an account */
    usi: string | null;
    serviceAddress: string | null;
    bsb: string | null;
    account: string | null;
    /** number that the fund gave the employer */
    employerNumber: string | null;
  };
  /** reference of the payment, at most 18 characters; one a fund */
  reference: string;
  /** cents of the whole payment that it is part of */
  paymentCents: number;
  member: {
    /** as given for super; never a stand-in */
    taxFileNumber: string | null;
    familyName: string;
    givenName: string;
    birthDate: IsoDate;
    address: { line1: string; suburb: string; state: string; postcode: string };
    email: string | null;
    phone: string | null;
    memberNumber: string | null;
    payrollId: string;
    startDate: IsoDate;
    endDate: IsoDate | null;
  };
  period: { start: IsoDate; end: IsoDate };
  guarantee: number;
  voluntary: number;
  sacrificed: number;
  personal: number;
}

export interface ContributionsFile {
  fileId: string;
  date: IsoDate;
  /** alias to which answers go */
  serviceAddress: string;
  sender: ContributionParty & { contact: string; email: string; phone: string };
  employer: ContributionParty;
  /** account that the money comes from */
  from: { bsb: string; account: string } | null;
  contributions: readonly Contribution[];
}

/** Why a file cannot be written; names the member and what is missing. */
export class ContributionFault extends Error {}

const at = {
  line: columnAt("Line", "Line ID"),
  payeeAbn: columnAt("Payee", "ABN"),
  usi: columnAt("Payee", "USI"),
  payeeAddress: columnAt("Payee", "Target Electronic Service Address"),
  paymentType: columnAt("Payee", "Payment Type Code"),
  reference: columnAt("Payee", "Payment Customer Reference Number"),
  paid: columnAt("Payee", "Payment Amount"),
  tfn: columnAt("Member", "TFN"),
  memberNumber: columnAt("Member", "Member Client Identifier"),
  payrollId: columnAt("Member", "Payroll Number Identifier"),
  from: columnAt("Contributions", "Pay Period Start Date"),
  to: columnAt("Contributions", "Pay Period End Date"),
  guarantee: columnAt("Contributions", "Superannuation Guarantee Amount"),
  personal: columnAt("Contributions", "Personal Contributions Amount"),
  sacrificed: columnAt("Contributions", "Salary Sacrificed Amount"),
  voluntary: columnAt("Contributions", "Voluntary Amount"),
  startDate: columnAt("Registration", "Employment Start Date"),
};
const amountColumns = contributionColumns.flatMap(({ group, form }, column) =>
  group === "Contributions" && form === "amount" ? [column] : [],
);

const digits = (text: string): string => text.replace(/\D/g, "");
/** A zero amount is left empty. */
const amount = (cents: number): string => (cents === 0 ? "" : centsText(cents));

function rowOf(file: ContributionsFile, each: Contribution): string[] {
  const { fund, member, period } = each;
  const who = `${member.givenName} ${member.familyName}`;
  if (Math.min(each.guarantee, each.voluntary, each.sacrificed, each.personal) < 0)
    throw new ContributionFault(`${who}: an amount is below nought. Ask the fund for the money back.`);
  if (fund.usi === null && !fund.serviceAddress)
    throw new ContributionFault(`${fund.name} is a self-managed fund without a service address. Add it to the fund.`);
  const cells: string[] = contributionColumns.map(() => "");
  const put = (group: string, values: Record<string, string>) => {
    for (const [name, value] of Object.entries(values)) cells[columnAt(group, name)] = value;
  };
  put("Line", { "Line ID": String(each.line) });
  put("Header", {
    ...{ "Source Entity ID": file.sender.abn, "Source Entity ID Type": "abn" },
    ...{ "Source Electronic Service Address": file.serviceAddress, "Electronic Error Messaging": "True" },
  });
  put("Sender", {
    ...{ ABN: file.sender.abn, "Organisational Name Text": file.sender.name, "Family Name": file.sender.contact },
    ...{ "E-mail Address Text": file.sender.email, "Telephone Minimal Number": digits(file.sender.phone) },
  });
  put("Payer", { ABN: file.employer.abn, "Organisational Name Text": file.employer.name });
  if (file.from)
    put("Payer", {
      ...{ "BSB Number": digits(file.from.bsb), "Account Number": digits(file.from.account) },
      "Account Name Text": file.employer.name,
    });
  put("Payee", {
    ...{ ABN: fund.abn, USI: fund.usi ?? "", "Organisational Name Text": fund.name },
    ...{ "Target Electronic Service Address": fund.serviceAddress ?? "", "Payment Type Code": "DirectCredit" },
    ...{ "Payment Customer Reference Number": each.reference, "Payment Amount": centsText(each.paymentCents) },
    "Transaction Date": file.date,
  });
  if (fund.bsb && fund.account)
    put("Payee", {
      ...{ "BSB Number": digits(fund.bsb), "Account Number": digits(fund.account), "Account Name Text": fund.name },
    });
  put("Employer", {
    ...{ ABN: file.employer.abn, "Organisational Name Text": file.employer.name },
    "Superannuation Fund Generated Employer Identifier": fund.employerNumber ?? "",
  });
  put("Member", {
    ...{ TFN: member.taxFileNumber ?? "", "Family Name": member.familyName, "Given Name": member.givenName },
    ...{ "Sex Code": "0", "Birth Date": member.birthDate, "Address Usage Code": "RES" },
    ...{ "Address Details Line 1 Text": member.address.line1, "Locality Name Text": member.address.suburb },
    ...{ "Postcode Text": member.address.postcode, "State or Territory Code": member.address.state },
    ...{ "Country Code": "au", "E-mail Address Text": member.email ?? "" },
    ...{ "Telephone Minimal Number Mobile": digits(member.phone ?? "") },
    ...{ "Member Client Identifier": member.memberNumber ?? "", "Payroll Number Identifier": member.payrollId },
    "Employment End Date": member.endDate ?? "",
  });
  put("Contributions", {
    ...{ "Pay Period Start Date": period.start, "Pay Period End Date": period.end },
    ...{ "Superannuation Guarantee Amount": amount(each.guarantee), "Voluntary Amount": amount(each.voluntary) },
    ...{ "Salary Sacrificed Amount": amount(each.sacrificed), "Personal Contributions Amount": amount(each.personal) },
  });
  // A member without a number is registered by the same row, and gets one in the answer.
  if (member.memberNumber === null) put("Registration", { "Employment Start Date": member.startDate });
  return cells;
}

/** The whole file as cells, heading lines first. @throws ContributionFault */
export function contributionRows(file: ContributionsFile): string[][] {
  if (file.contributions.length === 0) throw new ContributionFault("There is nothing to contribute in this file.");
  const groups = contributionColumns.map(({ group }, column) =>
    contributionColumns[column - 1]?.group === group ? "" : group,
  );
  return [
    ["VERSION", "1.0", "Negatives Supported", "False", "File ID", file.fileId],
    groups,
    contributionColumns.map(({ name }) => name),
    ...file.contributions.map((each) => rowOf(file, each)),
  ];
}

export interface FileFault {
  /** from 1, as the file counts its lines; 0: the file as a whole */
  line: number;
  text: string;
}

const forms: Record<string, (text: string) => boolean> = {
  abn: isAbn,
  tfn: isTfn,
  date: isDate,
  amount: (text) => /^-?\d+(\.\d{1,2})?$/.test(text),
  count: (text) => /^\d+$/.test(text),
  flag: (text) => text === "True" || text === "False",
  bsb: (text) => /^\d{6}$/.test(text),
  postcode: (text) => /^\d{4}$/.test(text),
  sex: (text) => /^[0-3]$/.test(text),
  decimal: (text) => /^\d+(\.\d+)?$/.test(text),
  text: () => true,
};

/** What a receiver asks of a row by itself. */
function faultsOfRow(cells: readonly string[]): string[] {
  const faults = contributionColumns.flatMap(({ group, name, form, length, need }, column) => {
    const text = cells[column] ?? "";
    const what = `${group}, ${name}`;
    if (text === "") return need === "M" ? [`${what} is missing.`] : [];
    if (!forms[form]?.(text)) return [`${what} is “${text}”.`];
    return length !== null && text.length > length ? [`${what} is longer than ${length} characters.`] : [];
  });
  const cell = (column: number) => cells[column] ?? "";
  const amounts = amountColumns.map(cell).filter((text) => text !== "");
  if (amounts.some((text) => text.startsWith("-"))) faults.push("An amount is below nought.");
  if (amounts.length === 0 && cell(at.startDate) === "") faults.push("There is neither an amount nor a registration.");
  if (cell(at.usi) === "" && cell(at.payeeAddress) === "") faults.push("There is neither a USI nor a service address.");
  if (cell(at.usi) !== "" && !isUsi(cell(at.usi))) faults.push(`The USI is “${cell(at.usi)}”.`);
  if (amounts.length > 0) {
    for (const [column, words] of [
      [at.from, "start of the pay period"],
      [at.to, "end of the pay period"],
      [at.paymentType, "way of paying"],
      [at.reference, "payment reference"],
    ] as const)
      if (cell(column) === "") faults.push(`The ${words} is missing.`);
    if (cell(at.memberNumber) === "" && cell(at.payrollId) === "")
      faults.push("Neither member number nor payroll number is given.");
  }
  return faults;
}

const centsIn = (cells: readonly string[]): number =>
  amountColumns.reduce(
    (sum, column) => sum + (/^\d+(\.\d{1,2})?$/.test(cells[column] ?? "") ? centsOf(cells[column] ?? "0") : 0),
    0,
  );

/** What a reader demands of a contributions file, each fault with its line. */
export function contributionFaults(rows: readonly (readonly string[])[]): FileFault[] {
  const [head = [], , names = [], ...lines] = rows;
  const faults: FileFault[] = [];
  const say = (line: number, text: string) => faults.push({ line, text });
  if (head[0] !== "VERSION" || head[1] !== "1.0") say(1, "This is no contributions file of version 1.0.");
  if (head[4] !== "File ID" || !head[5]) say(1, "The file has no ID.");
  contributionColumns.forEach(({ name }, column) => {
    if (names[column] !== name) say(3, `Column ${column + 1} is “${names[column] ?? ""}” instead of “${name}”.`);
  });
  if (lines.length === 0) say(0, "There is no contribution in this file.");
  const payments = new Map<string, { fund: string; stated: string; cents: number; line: number }>();
  const ids = new Set<string>();
  lines.forEach((cells, index) => {
    const line = index + 4;
    if (cells.length !== contributionColumns.length) {
      say(line, `The line has ${cells.length} cells instead of ${contributionColumns.length}.`);
      return;
    }
    for (const text of faultsOfRow(cells)) say(line, text);
    const id = cells[at.line] ?? "";
    if (ids.has(id)) say(line, `The line ID ${id} stands twice.`);
    ids.add(id);
    const reference = cells[at.reference] ?? "";
    const fund = `${cells[at.payeeAbn]} ${cells[at.usi]}`;
    const known = payments.get(reference);
    if (known && known.fund !== fund) say(line, `The reference ${reference} is used for two funds.`);
    if (known) known.cents += centsIn(cells);
    else if (reference !== "")
      payments.set(reference, { fund, stated: cells[at.paid] ?? "", cents: centsIn(cells), line });
  });
  for (const [reference, { stated, cents, line }] of payments)
    if (stated !== "" && stated !== centsText(cents))
      say(line, `The payment ${reference} says ${stated}, and its lines come to ${centsText(cents)}.`);
  return faults;
}

/** A line as it is spoken of in answers. */
export interface ReadContribution {
  line: number;
  payrollId: string;
  memberNumber: string;
  reference: string;
  fundAbn: string;
  usi: string;
  cents: number;
}

/** The lines of a file without faults. */
export const readContributions = (rows: readonly (readonly string[])[]): ReadContribution[] =>
  rows.slice(3).map((cells) => ({
    ...{ line: Number(cells[at.line]), payrollId: cells[at.payrollId] ?? "" },
    ...{ memberNumber: cells[at.memberNumber] ?? "", reference: cells[at.reference] ?? "" },
    ...{ fundAbn: cells[at.payeeAbn] ?? "", usi: cells[at.usi] ?? "", cents: centsIn(cells) },
  }));
