/** A person's payroll year in Australia on one page: the very record that is reported. */
import { block, type SummaryBlock, type SummaryHead, type YearSummary } from "../../documents/yearSummary.ts";
import { incomeWords } from "../taxDeclaration.ts";
import { type CodedAmount, cessationReasons, type IncomeRecord, type PayeeRecord } from "./payEvent.ts";
import { categoryWords } from "./reportWords.ts";

const contributions: Record<string, string> = {
  ...{ L: "Super guarantee", R: "Reportable super", O: "Ordinary time earnings", Q: "Qualifying earnings" },
};
const benefits: Record<string, string> = { T: "Reportable fringe benefits", X: "Reportable fringe benefits, exempt" };

const category = (name: string, { type, detail }: CodedAmount): string =>
  categoryWords(`${name}:${type}${detail ? `:${detail}` : ""}`);

function incomeBlocks(income: IncomeRecord): SummaryBlock[] {
  return [
    ...block(
      incomeWords[income.type],
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

/** From the very record that is reported: what is on the page is what the agency is told. */
export function yearSummaryAu(record: PayeeRecord, { year, employer, standing, name }: SummaryHead): YearSummary {
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
