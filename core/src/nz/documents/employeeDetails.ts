/**
 * Employee details: who starts, changes or leaves, due with or before the first payday's filing.
 * Set by: Tax Administration Act 1994 s 23D; the file upload specification, contents firm and layout from memory.
 */
import type { IsoDate } from "../../calendar/dates.ts";
import { type DelimitedRecord, fileOf, fileText, writeRecord } from "../../formats/delimited.ts";
import { irdDigits } from "../irdNumber.ts";
import { edDetail, edHeader } from "./filingLayout.ts";

/** Our own codes: the published letters are not remembered. */
export const kiwiSaverCodes = {
  member: "AK",
  automatic: "AE",
  optedIn: "OI",
  "opted-out": "OO",
  suspended: "SS",
  "not-member": "NE",
} as const;

export interface EmployeeFacts {
  ird: string | null;
  givenName: string;
  familyName: string;
  birthDate: IsoDate;
  address: { line1: string; suburb: string; town: string; postcode: string };
  phone: string | null;
  email: string | null;
  startDate: IsoDate;
  endDate: IsoDate | null;
  taxCode: string;
  kiwiSaver: { code: keyof typeof kiwiSaverCodes; rate: string | null; optOutDate: IsoDate | null };
  change: "new" | "changed" | "departed";
}

const compact = (date: IsoDate | null) => (date === null ? "" : date.replaceAll("-", ""));

export function employeeDetails(
  employerIrd: string,
  people: readonly EmployeeFacts[],
  intermediaryIrd: string | null = null,
) {
  const lines: DelimitedRecord[] = people.map((each) => ({
    record: "DED",
    employee_ird: each.ird === null ? "000000000" : irdDigits(each.ird),
    title: "",
    first_names: fileText(each.givenName, 100),
    family_name: fileText(each.familyName, 100),
    birth_date: compact(each.birthDate),
    address_line: fileText(each.address.line1, 60),
    suburb: fileText(each.address.suburb, 40),
    town: fileText(each.address.town, 40),
    postcode: each.address.postcode,
    country: "NZ",
    phone: fileText(each.phone ?? "", 20),
    email: fileText(each.email ?? "", 60),
    start_date: compact(each.startDate),
    finish_date: compact(each.endDate),
    tax_code: each.taxCode,
    kiwisaver_status: kiwiSaverCodes[each.kiwiSaver.code],
    kiwisaver_rate: each.kiwiSaver.rate ?? "",
    opt_out_date: compact(each.kiwiSaver.optOutDate),
    refund_account: "",
    change: each.change === "new" ? "N" : each.change === "departed" ? "D" : "C",
  }));
  const header: DelimitedRecord = {
    record: "HED",
    employer_ird: irdDigits(employerIrd),
    intermediary_ird: intermediaryIrd ? irdDigits(intermediaryIrd) : "",
    line_count: String(lines.length),
    package: "Zesty Ledger 0.1",
    form_version: "0001",
  };
  return { header, lines };
}

export const employeeDetailsFile = ({ header, lines }: ReturnType<typeof employeeDetails>): string =>
  fileOf([writeRecord(edHeader, header), ...lines.map((line) => writeRecord(edDetail, line))]);
