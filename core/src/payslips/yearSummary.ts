/**
 * A person's payroll year on one page, to compare with what the agency shows: a working paper of the employer. Its
 * layout is our own; no law asks for it (Australia since Single Touch Payroll, New Zealand since payday filing; from
 * memory).
 */
import type { IncomeType } from "../au/taxDeclaration.ts";
import { type CodedAmount, cessationReasons, type IncomeRecord, type PayeeRecord } from "../lodgement/payEvent.ts";
import { categoryWords } from "../lodgement/reportWords.ts";
import { decimal, sum } from "../quantity/decimal.ts";
import { centsText } from "../quantity/units.ts";

export interface SummaryBlock {
  title: string;
  /** label and decimal dollars */
  rows: [string, string][];
  /** the sum of the rows, where it means something */
  total: [string, string] | null;
}

export interface YearSummary {
  /** tells it from a payslip */
  kind: "yearSummary";
  year: string;
  employer: { name: string; registration: string };
  employee: { name: string; payrollId: string; facts: [string, string][] };
  blocks: SummaryBlock[];
  /** what the agency knows of it, in a sentence */
  standing: string;
}

const streams: Record<IncomeType, string> = {
  SAW: "Salary and wages",
  WHM: "Working holiday maker",
  LAB: "Labour hire",
};
const contributions: Record<string, string> = {
  ...{ L: "Super guarantee", R: "Reportable super", O: "Ordinary time earnings", Q: "Qualifying earnings" },
};
const benefits: Record<string, string> = { T: "Reportable fringe benefits", X: "Reportable fringe benefits, exempt" };

const category = (name: string, { type, detail }: CodedAmount): string =>
  categoryWords(`${name}:${type}${detail ? `:${detail}` : ""}`);

const block = (title: string, rows: [string, string][], totalled: string | null = null): SummaryBlock[] => {
  const said = rows.filter(([, amount]) => !decimal(amount).isZero());
  if (said.length === 0) return [];
  const total = totalled ? sum(said.map(([, amount]) => decimal(amount))).toFixed(2) : null;
  return [{ title, rows: said, total: totalled && total !== null ? [totalled, total] : null }];
};

function incomeBlocks(income: IncomeRecord): SummaryBlock[] {
  return [
    ...block(
      streams[income.type],
      [
        ["Gross", income.gross],
        ["Overtime", income.overtime ?? "0"],
        ["Bonuses and commissions", income.bonus ?? "0"],
        ["Directors' fees", income.directorFee ?? "0"],
        ...income.paidLeave.map((each): [string, string] => [category("paidLeave", each), each.amount]),
        ...income.allowances.map((each): [string, string] => [category("allowance", each), each.amount]),
        ...income.lumpSums.map((each): [string, string] => [
          `${categoryWords(`lumpSum:${each.type}`)}${each.detail ? `, of the year to June ${each.detail}` : ""}`,
          each.amount,
        ]),
      ],
      "Income",
    ),
    ...block(
      "Termination payments",
      income.etp.flatMap((each): [string, string][] => [
        [`Code ${each.code}, taxable`, each.taxable],
        [`Code ${each.code}, tax withheld`, each.withheld],
      ]),
    ),
    ...block("Tax", [["PAYG withheld", income.withheld]]),
    ...block(
      "Salary sacrificed",
      income.sacrifice.map((each) => [category("sacrifice", each), each.amount]),
    ),
  ];
}

type Head = Pick<YearSummary, "year" | "employer" | "standing"> & { name: string };

/** From the very record that is reported: what is on the page is what the agency is told. */
export function yearSummaryAu(record: PayeeRecord, { year, employer, standing, name }: Head): YearSummary {
  const ended: [string, string][] =
    record.end && record.cessation ? [["Ended", `${record.end}, ${cessationReasons[record.cessation]}`]] : [];
  return {
    kind: "yearSummary",
    ...{ year, employer, standing },
    employee: {
      ...{ name, payrollId: record.payrollId },
      facts: [["Started", record.start], ...ended, ["Tax treatment", record.taxTreatment]],
    },
    blocks: [
      ...record.incomes.flatMap(incomeBlocks),
      ...block(
        "Deductions",
        record.deductions.map((each) => [category("deduction", each), each.amount]),
      ),
      ...block(
        "Super",
        record.super.map((each) => [contributions[each.type] ?? each.type, each.amount]),
      ),
      ...block(
        "Fringe benefits",
        record.fringeBenefits.map((each) => [benefits[each.type] ?? each.type, each.amount]),
      ),
    ],
  };
}

/** @param sums cents of the year by fact code */
export function yearSummaryNz(
  sums: ReadonlyMap<string, number>,
  { year, employer, standing, name }: Head,
  employee: { payrollId: string; facts: [string, string][] },
): YearSummary {
  const dollars = (...codes: string[]) => centsText(codes.reduce((total, code) => total + (sums.get(code) ?? 0), 0));
  return {
    kind: "yearSummary",
    ...{ year, employer, standing },
    employee: { name, ...employee },
    blocks: [
      ...block("Income", [
        ["Gross", dollars("gross")],
        ["Of it liable for PAYE", dollars("taxable")],
      ]),
      ...block("Tax", [
        ["PAYE", dollars("withheld")],
        ["Of it the ACC earners' levy", dollars("accLevy")],
      ]),
      ...block("Deducted", [
        ["Student loan", dollars("studentLoan", "slcir", "slbor")],
        ["Child support", dollars("childSupport")],
        ["KiwiSaver, from pay", dollars("kiwiSaver")],
      ]),
      ...block("KiwiSaver from the employer", [
        ["Contribution", dollars("kiwiSaverEmployer")],
        ["Of it ESCT", dollars("esct")],
        ["After tax", dollars("kiwiSaverNet")],
      ]),
      ...block("Paid out", [["Net pay", dollars("net")]]),
    ],
  };
}
