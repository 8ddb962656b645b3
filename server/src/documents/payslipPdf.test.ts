/** The payslip PDF holds what regs 3.45 and 3.46 ask for, read back by a program that is not ours (poppler). */
import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Payslip } from "@zesty/core/au/documents/payslip";
import { expect, it } from "vitest";
import { payslipPdf, payslipsPdf } from "./payslipPdf.ts";

const slip: Payslip = {
  employer: { name: "Example Bakery Pty Ltd", abn: "63000000011", address: "1 Oven Lane, Sampleton VIC 3350" },
  employee: { name: "Tāmati Ōtene", payrollId: "E1", classification: "Baker level 2" },
  period: { start: "2026-06-22", end: "2026-06-28" },
  payday: "2026-07-02",
  earnings: [
    { name: "Ordinary", hours: "38.00", rate: "30.8512", amount: "1172.35", yearToDate: "11172.35" },
    { name: "Tool allowance", hours: null, rate: null, amount: "18.50", yearToDate: "37.00" },
  ],
  reimbursements: [],
  deductions: [{ name: "Union fees", hours: null, rate: null, amount: "10.00", yearToDate: "20.00" }],
  gross: "1190.85",
  withheld: "199.00",
  net: "981.85",
  super: [
    {
      name: "Super guarantee",
      fund: "Example Super",
      memberNumber: "M1",
      amount: "142.90",
      due: "2026-07-13",
      yearToDate: "285.80",
    },
  ],
  paidTo: [{ title: "T Ōtene", account: "••• 678", amount: "981.85" }],
  leave: [{ kind: "annual", accrued: "2.92", taken: "0.00", balance: "42.00" }],
  yearToDate: { gross: "2381.70", taxable: "2381.70", withheld: "398.00", net: "1963.70" },
  message: "Winter barbecue on Friday",
};

/** The pages of a file, as text. */
function pagesOf(made: Buffer): string[] {
  const folder = mkdtempSync(join(tmpdir(), "zesty-slip-"));
  const file = join(folder, "slip.pdf");
  writeFileSync(file, made);
  const text = execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" });
  rmSync(folder, { recursive: true });
  return text.split("\f").filter((page) => page.trim() !== "");
}

it("holds every item, with macrons, on one page", async () => {
  const pages = pagesOf(await payslipPdf(slip));
  const [text] = pages;
  for (const wanted of [
    "Example Bakery Pty Ltd",
    "ABN 63000000011 · 1 Oven Lane, Sampleton VIC 3350",
    "Tāmati Ōtene",
    "22 June 2026 to 28 June 2026",
    "2 July 2026",
    "$1,190.85",
    "$199.00",
    "$981.85",
    "30.8512",
    "11,172.35",
    "Tool allowance",
    "Union fees",
    "Example Super, member M1",
    "142.90",
    "13 July 2026",
    "account ••• 678",
    "Winter barbecue on Friday",
  ])
    expect(text).toContain(wanted);
  expect(pages).toHaveLength(1);
});

it("a long one says on its second page whose it is, alone and among others", async () => {
  const long = { ...slip, earnings: Array.from({ length: 40 }, () => slip.earnings).flatMap(([each]) => each ?? []) };
  const other = { ...slip, employee: { ...slip.employee, name: "Ana Mata" } };
  const second = "Tāmati Ōtene, payslip of 2 July 2026, page 2";
  expect(pagesOf(await payslipPdf(long))[1]).toContain(second);
  const all = pagesOf(await payslipsPdf([other, long, other]));
  expect(all.map((each) => [each.includes(second), each.includes("Ana Mata"), /page 1/.test(each)])).toEqual([
    [false, true, false],
    [false, false, false],
    [true, false, false],
    [false, true, false],
  ]);
});
