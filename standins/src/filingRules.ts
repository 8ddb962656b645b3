/** What the simulated agency checks of a filing: its own reading of the rules, by their numbers. */
import { type FilingItem, type FilingMessage, irdPasses } from "./filingReader.ts";

const codes = ["M", "ME", "SB", "S", "SH", "ST", "SA", "CAE", "EDW", "NSW", "ND", "STC", "WT"];
const withLoan = ["M", "ME", "SB", "S", "SH", "ST", "SA", "STC"];
const frequencies = ["WK", "FT", "4W", "HM", "MT", "DA", "AH"];
const sums: Record<string, string> = {
  total_gross: "gross",
  total_gross_adjustment: "gross_adjustment",
  total_not_liable_acc: "not_liable_acc",
  total_paye: "paye",
  total_paye_adjustment: "paye_adjustment",
  total_child_support: "child_support",
  total_student_loan: "student_loan",
  total_slcir: "slcir",
  total_slbor: "slbor",
  total_ks_deduction: "ks_deduction",
  total_ks_employer: "ks_employer",
  total_esct: "esct",
  total_payroll_giving: "payroll_giving",
  total_family_credit: "family_credit",
  total_share_scheme: "share_scheme",
};

const number = (record: Record<string, string>, name: string) => Number(record[name] || "0");
const total = (lines: readonly Record<string, string>[], name: string) =>
  lines.reduce((sum, line) => sum + number(line, name), 0);

/** Faults of the whole filing. @param today day of the agency */
export function headerItems(message: FilingMessage, today: string): FilingItem[] {
  const items: FilingItem[] = [...message.faults];
  const add = (code: string, text: string) => items.push({ code, kind: "E", text });
  const { header, lines } = message;
  if (!irdPasses(message.employer)) add("N03", "The employer's IRD number does not pass its check.");
  const ahead = (Date.parse(message.payday) - Date.parse(today)) / 86_400_000;
  if (!(message.payday >= "2019-04-01") || ahead > 31) add("N04", "The payday is not a date that can be filed.");
  if (Number(header.line_count) !== lines.length) add("N05", "The number of lines differs from the header.");
  for (const [name, of] of Object.entries(sums))
    if (number(header, name) !== total(lines, of)) add("N05", `${name} is not the sum of its column.`);
  const owed =
    [
      "paye",
      "paye_adjustment",
      "child_support",
      "student_loan",
      "slcir",
      "slbor",
      "ks_deduction",
      "ks_employer",
      "esct",
    ]
      .map((name) => total(lines, name))
      .reduce((a, b) => a + b, 0) || 0;
  const deducted = number(header, "total_deducted");
  if (deducted !== owed && deducted !== owed - total(lines, "payroll_giving"))
    add("N05", "The amount deducted is not the sum of its parts.");
  if (message.nil !== (lines.length === 0)) add("N06", "A nil return has no lines, any other return has some.");
  return items;
}

/** What is said of single lines: errors leave the payday in error, warnings do not. */
export function lineItems(
  message: FilingMessage,
  known: ReadonlyMap<string, { taxCode: string; supportNotice: number | null }>,
  dueDate: string,
  today: string,
): FilingItem[] {
  const items: FilingItem[] = [];
  if (today > dueDate)
    items.push({
      code: "N19",
      kind: "W",
      text: `Filed after the due date, ${dueDate}. A late filing penalty may follow.`,
    });
  message.lines.forEach((line, at) => {
    const who = { line: at + 1, ird: line.employee_ird ?? "", name: line.employee_name ?? "" };
    const error = (code: string, text: string) => items.push({ code, kind: "L", text, ...who });
    const warn = (code: string, text: string) => items.push({ code, kind: "W", text, ...who });
    const [code = "", loan] = (line.tax_code ?? "").split(" ");
    const zeros = /^0+$/.test(who.ird);
    if (!zeros && !irdPasses(who.ird)) error("N09", "The IRD number does not pass its check.");
    if (!codes.includes(code) || (loan !== undefined && (loan !== "SL" || !withLoan.includes(code))))
      error("N10", `Tax code ${line.tax_code} is none.`);
    if (zeros && code !== "ND") error("N11", "Without an IRD number the tax code is ND.");
    if (
      (line.period_start ?? "") > (line.period_end ?? "") ||
      (line.finish_date && line.start_date && line.finish_date < line.start_date)
    )
      error("N12", "The period or the employment ends before it starts.");
    if (!frequencies.includes(line.pay_frequency ?? "")) error("N13", "The pay frequency is none.");
    for (const [name, value] of Object.entries(line))
      if (value.startsWith("-") && !name.endsWith("_adjustment")) error("N14", `${name} is below nought.`);
    const gross = number(line, "gross") + number(line, "share_scheme");
    if (number(line, "not_liable_acc") > gross || number(line, "paye") > gross)
      error("N15", "PAYE or earnings not liable for the levy are above gross earnings.");
    if (loan === undefined && number(line, "student_loan") + number(line, "slcir") + number(line, "slbor") > 0)
      error("N16", "Student loan deductions without an SL tax code.");
    if (number(line, "ks_employer") > 0 !== number(line, "esct") > 0 && number(line, "ks_employer") > 20)
      error("N17", "The employer's KiwiSaver and its tax come together.");
    const notice = known.get(who.ird)?.supportNotice ?? null;
    if (notice !== null && number(line, "child_support") < notice && !line.child_support_code)
      error("N18", "Less child support than the notice asks needs a reason code.");
    if (!zeros && !known.has(who.ird)) warn("N20", "Not known from employee details.");
    const days = (Date.parse(iso(line.period_end)) - Date.parse(iso(line.period_start))) / 86_400_000 + 1;
    const hours = number(line, "hours_paid") / 100;
    if (hours > 24 * days) warn("N21", "More than 24 hours for each day of the period.");
    const advised = known.get(who.ird)?.taxCode;
    if (advised && advised !== line.tax_code) warn("N22", `The tax code last advised is ${advised}.`);
  });
  return items;
}

const iso = (text = "") => `${text.slice(0, 4)}-${text.slice(4, 6)}-${text.slice(6)}`;
