/**
 * Comma-separated records by a layout, as Inland Revenue's upload files are written: no quotes, commas in text dropped,
 * CR LF. Pure: the same records give the same bytes, and reading what was written gives the records again.
 */
export interface FieldLayout {
  name: string;
  /** cents may be negative only where the form says so */
  form: "mark" | "ird" | "date" | "flag" | "text" | "count" | "cents" | "signedCents" | "code";
  length: number;
  required: boolean;
}

export type DelimitedRecord = Readonly<Record<string, string>>;

/** Why a record cannot be written or read; names the field. */
export class DelimitedFault extends Error {
  readonly field: string;
  constructor(field: string, reason: string) {
    super(reason);
    this.field = field;
  }
}

const forms: Record<FieldLayout["form"], RegExp> = {
  mark: /^[A-Z0-9]+$/,
  ird: /^\d{9}$/,
  date: /^(19|20)\d{2}(0[1-9]|1[0-2])(0[1-9]|[12]\d|3[01])$/,
  flag: /^[YN]$/,
  text: /^[^,\r\n]*$/,
  count: /^\d+$/,
  cents: /^\d+$/,
  signedCents: /^-?\d+$/,
  code: /^[A-Z0-9 .]+$/,
};

/** Text that a file can carry: commas and line breaks dropped, cut to its length. Macrons stay: the file is UTF-8. */
export const fileText = (text: string, length: number): string =>
  text
    .replace(/[,\r\n]+/g, " ")
    .replace(/\s+/g, " ")
    .trim()
    .slice(0, length);

function checked(value: string, { name, form, length, required }: FieldLayout): string {
  if (value === "") {
    if (required) throw new DelimitedFault(name, `${name} is missing.`);
    return "";
  }
  if (value.length > length) throw new DelimitedFault(name, `${name} is longer than ${length} characters.`);
  if (!forms[form].test(value)) throw new DelimitedFault(name, `${name} is “${value}”, which is no ${form}.`);
  return value;
}

export const writeRecord = (layout: readonly FieldLayout[], record: DelimitedRecord): string =>
  layout.map((field) => checked(record[field.name] ?? "", field)).join(",");

export function readRecord(layout: readonly FieldLayout[], line: string): DelimitedRecord {
  const values = line.split(",");
  if (values.length !== layout.length)
    throw new DelimitedFault("record", `The record has ${values.length} fields instead of ${layout.length}.`);
  return Object.fromEntries(layout.map((field, at) => [field.name, checked(values[at] ?? "", field)]));
}

export const fileOf = (lines: readonly string[]): string => lines.map((line) => `${line}\r\n`).join("");
export const linesOf = (file: string): string[] => file.split("\r\n").filter((line) => line !== "");
