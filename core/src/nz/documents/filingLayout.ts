/**
 * Layouts of the payday filing upload files as data: name, form, and whether it must be filled. One writer and one
 * reader serve every record (formats/delimited.ts). Source: Inland Revenue, Payday filing file upload specification,
 * from memory (order of fields about 75 %, record marks about 65 %, see docs/rules/sources.md).
 */
import type { FieldLayout } from "../../formats/delimited.ts";

const field = (name: string, form: FieldLayout["form"], length: number, required = false): FieldLayout => ({
  name,
  form,
  length,
  required,
});
const amounts = (names: readonly string[], signed: readonly string[]) =>
  names.map((name) => field(name, signed.includes(name) ? "signedCents" : "cents", 14, true));

export const eiHeader: readonly FieldLayout[] = [
  field("record", "mark", 4, true),
  field("employer_ird", "ird", 9, true),
  field("payday_date", "date", 8, true),
  field("final_return", "flag", 1, true),
  field("nil_return", "flag", 1, true),
  field("intermediary_ird", "ird", 9),
  field("contact_name", "text", 20, true),
  field("contact_phone", "text", 12, true),
  field("contact_email", "text", 60, true),
  field("line_count", "count", 6, true),
  ...amounts(
    [
      "total_gross",
      "total_gross_adjustment",
      "total_not_liable_acc",
      "total_paye",
      "total_paye_adjustment",
      "total_child_support",
      "total_student_loan",
      "total_slcir",
      "total_slbor",
      "total_ks_deduction",
      "total_ks_employer",
      "total_esct",
      "total_deducted",
      "total_payroll_giving",
      "total_family_credit",
      "total_share_scheme",
    ],
    ["total_gross_adjustment", "total_paye_adjustment"],
  ),
  field("package", "text", 80, true),
  field("form_version", "code", 4, true),
];

export const eiDetail: readonly FieldLayout[] = [
  field("record", "mark", 3, true),
  field("employee_ird", "ird", 9, true),
  field("employee_name", "text", 255, true),
  field("tax_code", "code", 5, true),
  field("start_date", "date", 8),
  field("finish_date", "date", 8),
  field("period_start", "date", 8, true),
  field("period_end", "date", 8, true),
  field("pay_frequency", "code", 2, true),
  field("hours_paid", "count", 8, true),
  field("gross", "cents", 14, true),
  field("gross_adjustment", "signedCents", 14, true),
  field("not_liable_acc", "cents", 14, true),
  field("lump_sum", "count", 1, true),
  field("paye", "cents", 14, true),
  field("paye_adjustment", "signedCents", 14, true),
  field("child_support", "cents", 14, true),
  field("child_support_code", "code", 1),
  ...amounts(
    [
      "student_loan",
      "slcir",
      "slbor",
      "ks_deduction",
      "ks_employer",
      "esct",
      "payroll_giving",
      "family_credit",
      "share_scheme",
    ],
    [],
  ),
];

export const edHeader: readonly FieldLayout[] = [
  field("record", "mark", 3, true),
  field("employer_ird", "ird", 9, true),
  field("intermediary_ird", "ird", 9),
  field("line_count", "count", 6, true),
  field("package", "text", 80, true),
  field("form_version", "code", 4, true),
];

export const edDetail: readonly FieldLayout[] = [
  field("record", "mark", 3, true),
  field("employee_ird", "ird", 9, true),
  field("title", "text", 10),
  field("first_names", "text", 100, true),
  field("family_name", "text", 100, true),
  field("birth_date", "date", 8, true),
  field("address_line", "text", 60, true),
  field("suburb", "text", 40),
  field("town", "text", 40, true),
  field("postcode", "code", 4, true),
  field("country", "code", 2, true),
  field("phone", "text", 20),
  field("email", "text", 60),
  field("start_date", "date", 8, true),
  field("finish_date", "date", 8),
  field("tax_code", "code", 5, true),
  field("kiwisaver_status", "code", 2, true),
  field("kiwisaver_rate", "code", 5),
  field("opt_out_date", "date", 8),
  field("refund_account", "text", 30),
  field("change", "code", 1, true),
];
