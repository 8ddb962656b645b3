/** `npm run bench`: figures for speed, printed, never asserted. The interface's own figures come from e2e/bench.ts. */
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import type { PayInput } from "@zesty/core/pay/payInput";
import { workOut } from "@zesty/core/pay/workOut";
import { superGuaranteeRules } from "@zesty/core/rulebook/au/superGuaranteeRules";
import { withholdingScales } from "@zesty/core/rulebook/au/withholdingScales";
import { shippedRuleBook as rules } from "@zesty/core/rulebook/shippedRuleBook";
import { HyperFormula } from "hyperformula";
import { makeApplication } from "../application.ts";
import type { Actor } from "../context.ts";
import { createPerson } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows, setTick } from "../runs/saveRows.ts";
import { signOff } from "../runs/signOff.ts";
import { createBusiness } from "../setup/createBusiness.ts";
import { addFund, readBusiness } from "../setup/readBusiness.ts";
import { user } from "../store/schema.ts";

const say = (words: string) => process.stdout.write(`${words}\n`);
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

function signOff300(): number {
  const folder = mkdtempSync(join(tmpdir(), "zesty-bench-"));
  const application = makeApplication({
    port: 1,
    dataFolder: folder,
    demoDay: "2026-07-01",
    services: { tax: "", bank: "", control: null, postBoxPage: null, smtp: "smtp://127.0.0.1:9" },
    cookieSecure: false,
  });
  const { context } = application;
  const { id } = context.store.db
    .insert(user)
    .values({ email: "bench@example.org", name: "Bench", passwordHash: "-", lead: true })
    .returning()
    .get();
  const actor: Actor = { userId: id, name: "Bench", email: "bench@example.org", lead: true };
  const businessId = createBusiness(context, actor, {
    name: "Bench",
    legalName: "Bench Pty Ltd",
    abn: "63000000011",
    state: "VIC",
    timeZone: "Australia/Melbourne",
    contact: { name: "Kim", phone: "0400000000", email: "kim@example.org" },
    bank: { bsb: "990-777", account: "55120038", institution: "ZZZ", userName: "BENCH", userId: "1", balancing: true },
    cycle: { name: "Weekly", cycle: "weekly", firstPeriodStart: "2026-06-22", paydayOffset: 4 },
  });
  const fundId = addFund(context, actor, businessId, {
    name: "Example Super",
    abn: "89000000019",
    usi: "89000000019001",
  });
  const setUp = readBusiness(context, businessId);
  const ordinary = setUp.elements.find((each) => each.code === "ORD")?.id ?? 0;
  context.store.transaction(() => {
    for (let at = 0; at < 300; at += 1)
      createPerson(context, actor, businessId, {
        payrollId: `B${at}`,
        details: {
          familyName: `Sample${at}`,
          givenName: "Alex",
          birthDate: "1990-02-03",
          email: `a${at}@example.org`,
          phone: null,
          address: { line1: "1 Example St", suburb: "Sampleton", state: "VIC", postcode: "3350" },
          startDate: "2020-01-06",
          endDate: null,
          payslipMessage: null,
          privateNotes: null,
        },
        employment: {
          cycleId: setUp.cycles[0]?.id ?? 0,
          basis: "full-time",
          classification: null,
          weeklyHours: "38",
          hourlyRate: "31.5",
          minimumRate: null,
          placeId: null,
          costCentreId: null,
        },
        tax: {
          numberStatus: "given",
          fileNumber: "123456782",
          pendingSince: null,
          residency: "resident",
          taxFreeThreshold: true,
          studyLoan: false,
          medicare: "levy",
          medicareDependants: null,
          offsetsPerYear: null,
          extraPerPay: null,
        },
        super: { fundId, memberNumber: `M${at}`, guarantee: true, agreedPercent: null },
        bank: {
          parts: [
            { bsb: "990-100", account: String(10_000_000 + at), title: `Alex Sample${at}`, kind: "rest", value: "" },
          ],
        },
        leave: {
          entitlements: [
            { kind: "annual", weeksPerYear: "4" },
            { kind: "personal", weeksPerYear: "2" },
          ],
        },
        usualPay: { lines: [{ elementId: ordinary, hours: "38" }] },
      });
  });
  const runId = openRun(context, actor, businessId, { cycleId: setUp.cycles[0]?.id ?? 0, from: "usual" });
  const view = readRun(context, actor, runId);
  for (const row of view.rows)
    for (const mark of row.marks)
      if (mark.kind === "query") setTick(context, actor, runId, { payId: row.payId, key: mark.key, on: true });
  const before = performance.now();
  saveRows(context, runId, {
    version: readRun(context, actor, runId).version,
    rows: [{ payId: view.rows[0]?.payId ?? 0, lines: [{ elementId: ordinary, hours: "37" }] }],
  });
  say(`Saving one row of 300 on the server: ${(performance.now() - before).toFixed(0)} ms`);
  const began = performance.now();
  signOff(context, actor, runId, readRun(context, actor, runId).version);
  const took = performance.now() - began;
  void application.close().then(() => rmSync(folder, { recursive: true, force: true }));
  return took;
}

function firstLoad(): number {
  const dist = join(import.meta.dirname, "../../../web/dist");
  const html = readFileSync(join(dist, "index.html"), "utf8");
  const scripts = [...html.matchAll(/(?:src|href)="(\/assets\/[^"]+\.js)"/g)].map((match) => match[1] ?? "");
  return scripts.reduce((total, script) => total + gzipSync(readFileSync(join(dist, script))).length, 0);
}

const ours = core();
const theirs = spreadsheet();
say(`Core, whole pays without workings: ${Math.round(people / ours.seconds).toLocaleString("en-AU")} a second`);
say(
  `Spreadsheet engine, withholding and super only: ${Math.round(people / theirs.seconds).toLocaleString("en-AU")} a second`,
);
say(
  `Ratio: ${(theirs.seconds / ours.seconds).toFixed(1)}   (sums agree: ${ours.tax === theirs.tax && Math.abs(ours.fund - theirs.fund) < 0.01})`,
);
say(`First load of the web application: ${(firstLoad() / 1000).toFixed(0)} kB of JavaScript, gzip`);
say(`Sign-off of 300 people: ${signOff300().toFixed(0)} ms`);
