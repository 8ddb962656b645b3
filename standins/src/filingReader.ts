/** Reads employment information and employee details, with this side's own copy of the published layouts. */

export interface FilingItem {
  code: string;
  kind: "E" | "L" | "W";
  text: string;
  line?: number;
  ird?: string;
  name?: string;
}

export interface FilingMessage {
  employer: string;
  payday: string;
  nil: boolean;
  header: Record<string, string>;
  lines: Record<string, string>[];
  faults: FilingItem[];
}

const header =
  "record employer_ird payday_date final_return nil_return intermediary_ird contact_name contact_phone contact_email line_count total_gross total_gross_adjustment total_not_liable_acc total_paye total_paye_adjustment total_child_support total_student_loan total_slcir total_slbor total_ks_deduction total_ks_employer total_esct total_deducted total_payroll_giving total_family_credit total_share_scheme package form_version".split(
    " ",
  );
const detail =
  "record employee_ird employee_name tax_code start_date finish_date period_start period_end pay_frequency hours_paid gross gross_adjustment not_liable_acc lump_sum paye paye_adjustment child_support child_support_code student_loan slcir slbor ks_deduction ks_employer esct payroll_giving family_credit share_scheme".split(
    " ",
  );
const detailsHeader = "record employer_ird intermediary_ird line_count package form_version".split(" ");
const details =
  "record employee_ird title first_names family_name birth_date address_line suburb town postcode country phone email start_date finish_date tax_code kiwisaver_status kiwisaver_rate opt_out_date refund_account change".split(
    " ",
  );

const named = (names: readonly string[], line: string): Record<string, string> | null => {
  const values = line.split(",");
  return values.length === names.length ? Object.fromEntries(names.map((name, at) => [name, values[at] ?? ""])) : null;
};
const day = (text: string) => `${text.slice(0, 4)}-${text.slice(4, 6)}-${text.slice(6)}`;

export function readFiling(bytes: Buffer): FilingMessage {
  const rows = bytes.toString("utf8").split("\r\n");
  const faults: FilingItem[] = [];
  const fault = (text: string) => faults.push({ code: "N02", kind: "E", text });
  if (rows.at(-1) !== "") fault("The last line does not end in CR LF.");
  const [first = "", ...rest] = rows.filter((row) => row !== "");
  const head = named(header, first);
  if (head?.record !== "HEI2") {
    fault("The header record is not HEI2 with 28 fields.");
    return { employer: "", payday: "", nil: false, header: {}, lines: [], faults };
  }
  const lines = rest.flatMap((row, at) => {
    const line = named(detail, row);
    if (line?.record === "DEI") return [line];
    fault(`Line ${at + 1} is not DEI with 27 fields.`);
    return [];
  });
  return {
    employer: head.employer_ird ?? "",
    payday: day(head.payday_date ?? ""),
    nil: head.nil_return === "Y",
    header: head,
    lines,
    faults,
  };
}

export function readDetails(bytes: Buffer): {
  employer: string;
  people: Record<string, string>[];
  faults: FilingItem[];
} {
  const [first = "", ...rest] = bytes
    .toString("utf8")
    .split("\r\n")
    .filter((row) => row !== "");
  const faults: FilingItem[] = [];
  const head = named(detailsHeader, first);
  if (head?.record !== "HED")
    faults.push({ code: "N02", kind: "E", text: "The header record is not HED with 6 fields." });
  const people = rest.flatMap((row, at) => {
    const line = named(details, row);
    if (line?.record === "DED") return [line];
    faults.push({ code: "N02", kind: "E", text: `Line ${at + 1} is not DED with 21 fields.` });
    return [];
  });
  if (head && Number(head.line_count) !== people.length)
    faults.push({ code: "N05", kind: "E", text: "The number of lines differs from the header." });
  return { employer: head?.employer_ird ?? "", people, faults };
}

/** Modulus 11 with two sets of weights. */
export function irdPasses(text: string): boolean {
  if (!/^\d{9}$/.test(text)) return false;
  const digits = [...text].map(Number);
  const check = (weights: number[]) => {
    const rest = weights.reduce((sum, weight, at) => sum + weight * (digits[at] ?? 0), 0) % 11;
    return rest === 0 ? 0 : 11 - rest;
  };
  const first = check([3, 2, 7, 6, 5, 4, 3, 2]);
  const value = first === 10 ? check([7, 4, 3, 2, 5, 2, 7, 6]) : first;
  return value < 10 && value === digits[8] && Number(text) >= 10_000_000;
}
