/** The lines of an employment information file, read for what they say of money. */
import { readRecord } from "@zesty/core/formats/delimited";
import { eiDetail } from "@zesty/core/nz/documents/filingLayout";

/** Columns of a filed line; the credit for giving stands in the PAYE of a line and is taken off again by its own field. */
const ofLine: Record<string, [string, 1 | -1]> = {
  gross: ["gross", 1],
  gross_adjustment: ["gross", 1],
  paye: ["tax", 1],
  paye_adjustment: ["tax", 1],
  payroll_giving: ["tax", -1],
  ks_deduction: ["kiwiSaver", 1],
  ks_employer: ["kiwiSaver", 1],
  esct: ["esct", 1],
  student_loan: ["loan", 1],
  slcir: ["loan", 1],
  slbor: ["loan", 1],
  child_support: ["support", 1],
};

/** @returns of each line under which number or name it was filed, and cents by column */
export const filedLines = (
  bytes: Buffer,
): { ird: string; name: string; amounts: [column: string, cents: number][] }[] =>
  bytes
    .toString("utf8")
    .split("\r\n")
    .filter((line) => line.startsWith("DEI"))
    .map((line) => {
      const record = readRecord(eiDetail, line);
      const amounts = Object.entries(ofLine).map(([field, [column, sign]]): [string, number] => [
        column,
        sign * Number(record[field] ?? 0),
      ]);
      return { ird: record.employee_ird ?? "", name: record.employee_name ?? "", amounts };
    });
