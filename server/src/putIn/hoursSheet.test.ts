/** The hours sheet as a real workbook: out, filled in by another program's hand, and back; and a thousand broken ones. */
import { atPace, untilQuiet } from "@zesty/contract/testing/pace";
import { planHoursSheet } from "@zesty/core/hoursSheet/hoursSheet";
import type { SheetFacts } from "@zesty/core/hoursSheet/sheetFacts";
import { textCell } from "@zesty/core/hoursSheet/table";
import exceljs from "exceljs";
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { readBook } from "../sheets/readBook.ts";
import { stopReading } from "../sheets/readFile.ts";
import { hoursCsv, hoursWorkbook } from "../sheets/writeBook.ts";
import { type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { sheetBack, sheetOut } from "./hoursSheet.ts";

let world: SmallWorld;
let runId: number;
beforeAll(() => {
  world = smallWorld(3);
  runId = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
});
afterAll(async () => {
  await stopReading();
  await world.end();
});

const out = () => sheetOut(world.context, world.actor, runId).out;
const bytesOf = (book: exceljs.Workbook) => book.xlsx.writeBuffer().then((data) => Buffer.from(data));
async function filled(
  fill: (sheet: exceljs.Worksheet, at: (heading: string) => number, book: exceljs.Workbook) => void,
) {
  const book = new exceljs.Workbook();
  await book.xlsx.load((await hoursWorkbook(out())) as unknown as Parameters<typeof book.xlsx.load>[0]);
  const sheet = book.getWorksheet("Hours") as exceljs.Worksheet;
  const headings = sheet.getRow(1).values as string[];
  fill(sheet, (heading) => headings.findIndex((each) => each?.startsWith(heading)), book);
  return bytesOf(book);
}
const back = (data: Buffer, mapping = {}, name = "hours.xlsx") =>
  sheetBack(world.context, world.actor, runId, { name, data: data.toString("base64"), mapping });
const marks = (plan: Awaited<ReturnType<typeof back>>, row: number) =>
  plan.rows
    .find((each) => each.row === row)
    ?.marks.map((mark) => `${mark.kind}: ${mark.text}`)
    .join(" ") ?? "";

describe("out and back", () => {
  it("says nothing where nothing was changed, as workbook and as CSV", async () => {
    for (const plan of [await back(await filled(() => undefined)), await back(hoursCsv(out()), {}, "hours.csv")])
      expect([plan.stops, plan.result, plan.rows.flatMap((row) => row.changes)]).toEqual([[], [], []]);
  });

  it("asks about hours that look like hours and minutes, where all that is new in the sheet does", async () => {
    const typed = (...hours: number[]) =>
      filled((sheet, at) => {
        for (const [no, each] of hours.entries()) sheet.getRow(no + 2).getCell(at("Ordinary")).value = each;
      });
    const asked = await back(await typed(37.3, 36.45));
    expect([marks(asked, 2), marks(asked, 3), marks(asked, 4)]).toEqual([
      expect.stringMatching(/query: .*37\.3 h is 37 hours and 18 minutes.*write 37:30/),
      expect.stringMatching(/write 36:45/),
      "",
    ]);
    expect(marks(await back(await typed(37.3, 36.5)), 2)).not.toContain("minutes");
  });

  it("reads hours by the clock, dates of the workbook, dollars and splits, and says before and after", async () => {
    const plan = await back(
      await filled((sheet, at) => {
        const ordinary = sheet.getRow(2).getCell(at("Ordinary"));
        // 7:36 typed as a time of the day.
        ordinary.value = 0.316666666666667;
        ordinary.numFmt = "hh:mm";
        sheet.getRow(3).getCell(at("Annual leave")).value = 7.6;
        sheet.getRow(3).getCell(at("Ordinary")).value = 30.4;
        sheet.getRow(3).getCell(at("Leave from")).value = new Date(Date.UTC(2026, 5, 24));
        sheet.getRow(3).getCell(at("Leave to")).value = "24/6/2026";
        sheet.getRow(4).getCell(at("Notes")).value = "=HYPERLINK(1)";
      }),
    );
    expect(plan.stops).toEqual([]);
    expect(plan.rows.map((row) => row.changes)).toEqual([
      [{ what: "Ordinary", before: "38", after: "7.6" }],
      [
        { what: "Ordinary", before: "38", after: "30.4" },
        { what: "Annual leave", before: "", after: "7.6" },
      ],
      [],
    ]);
    expect(marks(plan, 2)).toMatch(/query: 7.6 hours in all; usual are 38/);
    expect(plan.result).toHaveLength(2);
    // 38 h at 31.50 are 1,197.00; the week with a day of leave comes to the same, and is not named.
    expect(plan.pays.map(({ name, hours, gross }) => [name, hours, gross])).toEqual([
      ["Alex Sample0", ["38.0000", "7.6000"], ["1197.00", "239.40"]],
    ]);
    // Nothing of the preview is kept, and what is put in comes to what was shown.
    const { version, rows } = readRun(world.context, world.actor, runId);
    expect(rows.map((each) => each.figures?.gross)).toEqual(["1197.00", "1197.00", "1197.00"]);
    expect(version).toBe(plan.version);
  });

  it("stops what cannot be, asks what is odd, and keeps the good rows", async () => {
    const plan = await back(
      await filled((sheet, at) => {
        sheet.getRow(2).getCell(at("Annual leave")).value = 7.6;
        sheet.getRow(3).getCell(at("Ordinary")).value = "lots";
        sheet.getRow(4).getCell(at("Name")).value = "Somebody Else";
        sheet.getRow(4).getCell(at("Ordinary")).value = 37;
        sheet.addRow(["E9", "Nobody Known"]);
        sheet.addRow(["E2", "Alex Sample2", "", 1]);
      }),
    );
    expect(marks(plan, 2)).toMatch(/stop: Annual leave without its dates/);
    expect(marks(plan, 3)).toMatch(/stop: Ordinary: “lots” is not a number/);
    expect(marks(plan, 4)).toMatch(/query: The sheet says “Somebody Else”/);
    expect(marks(plan, 5)).toMatch(/stop: “E9” is not in this run/);
    expect(marks(plan, 6)).toMatch(/stop: Row 4 is for the same person/);
    expect(plan.result).toEqual([]);
  });

  it("asks once what a stranger's column means, and remembers it", async () => {
    const csv = (text: string) => Buffer.from(text);
    const sheet = csv("Person Code;Name;Hrs;Colour\nE0;Alex Sample0;36;red\nTOTAL;;36;\n");
    const first = await back(sheet, {}, "clock.csv");
    expect(first.unmapped).toEqual(["Hrs", "Colour"]);
    const mapped = await back(sheet, { Hrs: "ORD", Colour: "ignore" }, "clock.csv");
    expect(mapped.rows[0]?.changes).toEqual([{ what: "Ordinary", before: "38", after: "36" }]);
    expect((await back(sheet, {}, "clock.csv")).stops).toEqual([]);
    const wrong = await back(csv("Code,Hrs\nE0,36\nTOTAL,40\n"), {}, "clock.csv");
    expect(wrong.stops.join()).toMatch(/rows of Ordinary come to 36, the TOTAL row says 40/);
    await expect(back(sheet, { Hrs: "NONE" }, "clock.csv")).rejects.toThrow(/cannot mean NONE/);
  });

  it("says which sheet of a workbook it read, and reads another where somebody says so", async () => {
    const book = new exceljs.Workbook();
    book.addWorksheet("Read me").addRow(["How to fill this in"]);
    for (const [name, hours] of [
      ["Week 26", 36],
      ["Week 27", 30],
    ] as const)
      for (const row of [
        ["Code", "Name", "Ordinary"],
        ["E0", "Alex Sample0", hours],
      ])
        (book.getWorksheet(name) ?? book.addWorksheet(name)).addRow(row);
    book.addWorksheet("Empty");
    const data = (await bytesOf(book)).toString("base64");
    const read = (sheet?: string) =>
      sheetBack(world.context, world.actor, runId, { name: "weeks.xlsx", data, ...(sheet ? { sheet } : {}) });
    const first = await read();
    expect([first.sheet, first.others, first.rows[0]?.changes[0]?.after]).toEqual([
      "Week 26",
      ["Read me", "Week 27"],
      "36",
    ]);
    const other = await read("Week 27");
    expect([other.sheet, other.others, other.rows[0]?.changes[0]?.after]).toEqual([
      "Week 27",
      ["Read me", "Week 26"],
      "30",
    ]);
    await expect(read("Week 28")).rejects.toThrow(/no sheet “Week 28”/);
  });

  it(
    "reads a workbook of three kilobytes with cells at the edge of the sheet as fast as any other",
    untilQuiet,
    async () => {
      const book = new exceljs.Workbook();
      const sheet = book.addWorksheet("Hours");
      sheet.addRow(["Code", "Name", "Ordinary"]);
      for (let at = 0; at < 300; at += 1) sheet.getRow(at + 2).getCell(16_384).value = 1;
      const began = performance.now();
      const read = await readBook({ name: "wide.xlsx", bytes: await bytesOf(book) });
      // 21 s once, as each row was filled up to its last column.
      const took = performance.now() - began;
      expect(took).toBeLessThan(atPace(5000));
      expect("table" in read && read.table.notes).toEqual(["What stands beyond the first 200 columns was not read."]);
    },
  );

  it("refuses what is no sheet, each with its sentence", async () => {
    const text = (name: string, bytes: Buffer) =>
      readBook({ name, bytes }).then((read) => ("fault" in read ? read.fault : "taken"));
    const macro = new exceljs.Workbook();
    macro.addWorksheet("Hours").addRow(["Code"]);
    const merged = await filled((sheet) => sheet.mergeCells("A2:B2"));
    const withMacro = Buffer.concat([await bytesOf(macro), Buffer.alloc(0)]);
    const named = Buffer.from(withMacro.toString("latin1").replaceAll("xl/styles.xml", "xl/vbaProject"), "latin1");
    expect(await text("a.xlsx", Buffer.alloc(0))).toMatch(/is empty/);
    expect(await text("a.xlsx", Buffer.alloc(5_000_001, 65))).toMatch(/larger than 5 MB/);
    expect(await text("a.xls", Buffer.from([0xd0, 0xcf, 0x11, 0xe0]))).toMatch(/password, or is of the old format/);
    expect(await text("a.xlsx", Buffer.from("PK not a zip"))).toMatch(/cannot be read/);
    expect(await text("a.xlsx", named)).toMatch(/macros|cannot be read/);
    expect(await text("a.xlsx", merged)).toMatch(/Cells are merged/);
    expect(await text("a.csv", Buffer.from([0xff, 0xfe, 0x41]))).toMatch(/not UTF-8/);
    expect(await text("a.csv", Buffer.from('Code,"Name\n1,2'))).toMatch(/no CSV/);
  });

  it("writes nothing that a spreadsheet would run", async () => {
    const bad = { ...out(), rows: [["=1+1", "@SUM(A1)", "", "38"]] };
    const book = new exceljs.Workbook();
    await book.xlsx.load((await hoursWorkbook(bad)) as unknown as Parameters<typeof book.xlsx.load>[0]);
    expect(book.getWorksheet("Hours")?.getRow(2).getCell(1).value).toBe("'=1+1");
    expect(hoursCsv(bad).toString()).toMatch(/'=1\+1,'@SUM/);
  });

  it("plans 180 rows in under a second", untilQuiet, async () => {
    const view = readRun(world.context, world.actor, runId);
    const people = Array.from({ length: 180 }, (_, at) => ({
      payId: at + 1,
      payrollId: `P${at}`,
      name: `Person ${at}`,
      included: true,
      periods: 1,
      lines: [],
      balances: {},
      usualHours: "38",
    }));
    const big = { ...out(), rows: people.map((each) => [each.payrollId, each.name, "", "38"]) };
    const bytes = await hoursWorkbook(big);
    const start = performance.now();
    const read = await readBook({ name: "big.xlsx", bytes });
    if ("fault" in read) throw new Error(read.fault);
    const facts: SheetFacts = {
      people,
      elements: view.elements,
      costCentres: [],
      periodStart: view.periodStart,
      periodEnd: view.periodEnd,
      today: "2026-07-01",
      mapping: {},
    };
    expect(planHoursSheet(read.table, facts).result).toHaveLength(180);
    const took = performance.now() - start;
    expect(took).toBeLessThan(atPace(1000));
  });
});

describe("a thousand broken sheets", () => {
  it("get sentences, never an error, and what was stopped is not in the result", () => {
    const view = readRun(world.context, world.actor, runId);
    const people = view.rows.map((row) => ({ ...row, balances: { annual: "20" }, usualHours: "38" }));
    const facts: SheetFacts = {
      people,
      elements: view.elements,
      costCentres: ["A"],
      periodStart: view.periodStart,
      periodEnd: view.periodEnd,
      today: "2026-07-01",
      mapping: {},
    };
    const word = fc.oneof(
      fc.constantFrom(
        "Code",
        "Name",
        "Ordinary",
        "Annual leave",
        "Leave from",
        "E0",
        "E1",
        "TOTAL",
        "38",
        "-5",
        "7:60",
        "1e9",
        "",
        "=1+1",
        "#REF!",
        "13/25/2026",
        "A",
      ),
      fc.string({ maxLength: 12 }),
    );
    const cell = fc.oneof(
      word.map(textCell),
      fc.record({
        kind: fc.constantFrom(
          "number" as const,
          "date" as const,
          "time" as const,
          "error" as const,
          "formula" as const,
        ),
        text: word,
      }),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 8 }), { maxLength: 12 }), (rows) => {
        const header = ["Code", "Name", "Ordinary", "Annual leave", "Leave from", "Leave to", "Last day"].map(textCell);
        for (const table of [rows, [header, ...rows]]) {
          const plan = planHoursSheet({ name: "x", rows: table, notes: [] }, facts);
          const stopped = new Set(
            plan.rows.filter((row) => row.marks.some((mark) => mark.kind === "stop")).map((row) => row.payId),
          );
          for (const { payId, typed } of plan.result) {
            expect(stopped.has(payId)).toBe(false);
            for (const { line } of typed)
              expect(Number(line.hours ?? line.amount ?? line.units)).toBeGreaterThanOrEqual(0);
          }
          // What somebody typed is said in its quotes.
          for (const text of plan.rows.flatMap((row) => row.marks.map((mark) => mark.text)))
            expect(text.replace(/“[^”]*”/g, "")).not.toMatch(/undefined|NaN/);
        }
      }),
      { numRuns: 500 },
    );
  });
});
