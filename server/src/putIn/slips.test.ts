/** Payslips as PDF beside a run: our own come back to the cent, another program's by its headings, what is none is refused. */
import { afterEach, describe, expect, it } from "vitest";
import { payslipsPdf } from "../documents/payslipPdf.ts";
import { pdfOf } from "../documents/pdfStyle.ts";
import { stopReading } from "../sheets/readFile.ts";
import { prepareSignOff } from "../signOff/prepareSignOff.ts";
import { openUsual, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { bringRegister } from "./beside.ts";
import { registerFromFile } from "./registerFile.ts";

let world: SmallWorld;
afterEach(async () => {
  await stopReading();
  await world.end();
});

const read = (runId: number, bytes: Buffer, name = "slips.pdf") =>
  registerFromFile(world.context, world.actor, runId, { name, data: bytes.toString("base64") });
const bring = (runId: number, text: string) => bringRegister(world.context, world.actor, runId, { text, meanings: {} });

it.each([
  ["Australia", smallWorld],
  ["New Zealand", smallWorldNz],
] as const)("%s: our own payslips say what the run says, person by person", async (_country, make) => {
  world = make(3);
  const runId = openUsual(world);
  const slips = prepareSignOff(world.context, runId).pays.map((each) => each.slip);
  const { text } = await read(runId, await payslipsPdf(slips));
  const view = bring(runId, text);
  expect([view.strangers, view.onlyHere, view.rows.map((row) => [row.cells, row.lines, row.agrees])]).toEqual([
    [],
    [],
    view.rows.map(() => [expect.anything(), [], true]),
  ]);
  expect(view.figures).toEqual(expect.arrayContaining(["gross", "withheld", "net"]));
});

/** A page as another program may draw it. */
const page = (who: string, rows: string[][], more: object = {}) => ({
  stack: [
    { text: "Example Bakery", fontSize: 16 },
    { text: who, bold: true },
    { table: { widths: rows[0]?.map((_cell, at) => (at === 0 ? 160 : 90)) ?? [], body: rows }, layout: "noBorders" },
  ],
  ...more,
});
const slip = (heads: string[], ...rows: string[][]) => [heads, ...rows];
// 38 h at 31.50 are 1,197.00; the tax is the run's own.
const known = (...pages: object[]) => pdfOf({ content: pages as never, defaultStyle: { font: "Source", fontSize: 9 } });

describe("another program's payslips", () => {
  it.each<[string, string[][]]>([
    [
      "the year after this pay",
      slip(
        ["Earnings", "Hours", "Rate", "Current", "YTD"],
        ["Ordinary", "38.00", "31.50", "1,197.00", "9,876.00"],
        ["Gross pay", "", "", "1,197.00", "9,876.00"],
        ["Net pay", "", "", "1,049.00", "8,000.00"],
      ),
    ],
    [
      "the year before this pay",
      slip(
        ["Item", "Year to date", "This period"],
        ["Ordinary", "9,876.00", "1,197.00"],
        ["Gross pay", "9,876.00", "1,197.00"],
        ["Net pay", "8,000.00", "1,049.00"],
      ),
    ],
    ["one amount a line, no headings", slip(["Gross pay", "$1,197.00"], ["Net pay", "$1,049.00"])],
    [
      "leave left beneath, under headings of its own",
      slip(
        ["Pay item", "Amount", "YTD"],
        ["Gross pay", "1,197.00", "9,876.00"],
        ["Net pay", "1,049.00", "8,000.00"],
        ["Leave", "Accrued", "Balance"],
        ["Annual leave", "2.92", "88.88"],
      ),
    ],
  ])("%s", async (_what, rows) => {
    world = smallWorld(1);
    const runId = openUsual(world);
    const { text } = await read(runId, await known(page("Sample0, Alex", rows)));
    const view = bring(runId, text);
    expect(view.strangers).toEqual([]);
    expect([view.rows[0]?.cells.gross?.theirs, view.rows[0]?.cells.net?.theirs]).toEqual(["1197.00", "1049.00"]);
    expect(text).not.toContain("88.88");
  });
  it("a page of somebody unknown is nobody's; a second page of a slip is its person's", async () => {
    world = smallWorld(1);
    const runId = openUsual(world);
    const sums = slip(["Gross pay", "1,197.00"], ["Net pay", "1,049.00"]);
    const { text } = await read(
      runId,
      await known(
        page("Alex Sample0", sums, { pageBreak: "after" }),
        page("More of this slip", slip(["First aid", "20.00"]), { pageBreak: "after" }),
        page("Noor Nobody", slip(["Gross pay", "500.00"], ["Net pay", "400.00"])),
      ),
    );
    expect(text.split("\n").slice(1)).toEqual([
      ...["Gross pay\t1,197.00", "Net pay\t1,049.00", "First aid\t20.00"].map((line) => `Alex Sample0\t${line}`),
      ...["Gross pay\t500.00", "Net pay\t400.00"].map((line) => `page 3\t${line}`),
    ]);
    expect(bring(runId, text).strangers).toEqual(["page 3"]);
  });
  it("who stands on every page as the contact is paid by their own alone", async () => {
    world = smallWorld(3);
    const runId = openUsual(world);
    const sums = (net: string) => slip(["Gross pay", "1,197.00"], ["Net pay", net]);
    const contact = { text: "Questions: Alex Sample0, 0400 000 000" };
    const of = (who: string, net: string, more: object = {}) => {
      const made = page(who, sums(net), more);
      return { ...made, stack: [contact, ...made.stack] };
    };
    const { text } = await read(
      runId,
      await known(
        of("Alex Sample1", "1,001.00", { pageBreak: "after" }),
        of("Alex Sample0", "1,000.00", { pageBreak: "after" }),
        of("Alex Sample2", "1,002.00"),
      ),
    );
    const net = text.split("\n").filter((line) => line.includes("Net pay"));
    expect(net).toEqual([1, 0, 2].map((at) => `Alex Sample${at}\tNet pay\t1,00${at}.00`));
  });
  it.each<[string, () => Buffer | Promise<Buffer>, string]>([
    ["damaged", () => Buffer.from("%PDF-1.7\nnothing of it is right"), "slips.pdf cannot be read: it is damaged"],
    ["cut off", async () => (await known(page("Alex", [["Gross", "1.00"]]))).subarray(0, 900), "cannot be read"],
    ["a letter", () => known({ text: "Dear Kim, all is well." }), "has no line with an amount of this pay"],
  ])("%s: refused by name, nothing kept", async (_what, make, words) => {
    world = smallWorld(1);
    const runId = openUsual(world);
    await expect(read(runId, await make())).rejects.toThrow(words);
    expect(world.context.store.sqlite.prepare("SELECT COUNT(*) FROM earlier_register").pluck().get()).toBe(0);
  });
});
