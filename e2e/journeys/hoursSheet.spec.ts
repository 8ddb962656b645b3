/** The hours sheet as a real workbook: taken from the run, filled in, brought back, looked at and put in as one step. */

import { join } from "node:path";
import exceljs from "exceljs";
import { expect, openAt, openRun, runs, signIn, testInOneWorld } from "../world.ts";

const test = testInOneWorld();

test("a workbook goes out and comes back", async ({ page, world }) => {
  await openAt(page, world, `/run/${openRun}`);
  await page.getByRole("button", { name: "This run" }).click();
  await page.getByText("Hours sheet: send out").click();
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  const download = page.waitForEvent("download");
  await aside.getByRole("link", { name: "Download the workbook" }).click();
  const book = new exceljs.Workbook();
  await book.xlsx.readFile(await (await download).path());
  const sheet = book.getWorksheet("Hours");
  if (!sheet) throw new Error("The workbook has no sheet Hours.");
  const headings = sheet.getRow(1).values as string[];
  const at = (name: string) => headings.findIndex((each) => each?.startsWith(name));
  sheet.eachRow((row) => {
    const name = row.getCell(at("Name")).value;
    if (name === "Marnie Okafor") {
      row.getCell(at("Ordinary (h)")).value = 30.4;
      row.getCell(at("Annual leave")).value = 7.6;
      row.getCell(at("Leave from")).value = "24/6/2026";
      row.getCell(at("Leave to")).value = "24/6/2026";
    }
    if (name === "Imogen Tarrant") {
      row.getCell(at("Ordinary (h)")).value = 18;
      row.getCell(at("Saturday")).value = 6;
    }
    if (name === "Hazel Birtwistle") row.getCell(at("Annual leave")).value = 7.6;
  });
  sheet.addRow(["SCK99", "Nobody Known"]);
  const bytes = Buffer.from(await book.xlsx.writeBuffer());
  await aside.locator("input[type=file]").setInputFiles({
    name: "returned.xlsx",
    mimeType: "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
    buffer: bytes,
  });
  await expect(aside).toContainText("2 with changes, 2 stopped");
  await expect(aside).toContainText("Annual leave without its dates");
  await expect(aside).toContainText("“SCK99” is not in this run");
  await aside.getByRole("button", { name: "Put in 2 people" }).click();
  const grid = page.getByRole("grid", { name: "Run sheet" });
  await expect(grid.getByRole("row", { name: /Imogen Tarrant/ })).toContainText("655.20");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  // One undo takes all of it back.
  await grid
    .getByRole("row", { name: /Imogen Tarrant/ })
    .getByRole("gridcell")
    .nth(1)
    .click();
  await page.keyboard.press("ControlOrMeta+Z");
  await expect(grid.getByRole("row", { name: /Imogen Tarrant/ })).toContainText("36");
  await expect(grid.getByRole("row", { name: /Marnie Okafor/ })).not.toContainText("30.4");
});

test("a hundred and twenty people's sheet comes back with its slips, and what is right is put in within a minute", async ({
  page,
  world,
}) => {
  await signIn(page, world);
  const begun = Date.now();
  await page.goto(`${world.url}/run/${runs.growers}`);
  await page.getByRole("button", { name: "This run" }).click();
  await page.getByText("Hours sheet: send out").click();
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  await aside.locator("input[type=file]").setInputFiles(join(world.folder, "brolga-growers-hours.xlsx"));
  await aside.getByLabel("“Bins” means").selectOption("ignore");
  await aside.getByRole("button", { name: "Read it again" }).click();
  await expect(aside).toContainText("123 rows, 101 with changes, 7 stopped");
  for (const slip of [
    "the formula has no stored value",
    "Annual leave without its dates",
    "“thirty” is not a number",
    "385 hours in all are more than 7 days hold",
    "It looks as if day and month were swapped",
    "Row 45 is for the same person",
    "“BG990” is not in this run",
    "record the departure on the person's page",
    "The row's total says 41, its hours come to 32.5",
    "The sheet says “Somebody Quite-Different”, BG052 is Sander Willowby",
  ])
    await expect(aside).toContainText(slip);
  await aside.getByRole("button", { name: "Put in 96 people" }).click();
  await expect(page.getByText("96 people changed from brolga-growers-hours.xlsx")).toBeVisible();
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  expect(Date.now() - begun).toBeLessThan(60_000);
  const run = (await (await world.api()).call("GET", `/runs/${runs.growers}`)).body;
  // Two glasshouses in one pay: 28 hours and what was copied for the other one.
  const split = run.rows.find((row: { payrollId: string }) => row.payrollId === "BG070");
  expect(split.lines.map((line: { costCentre?: string }) => line.costCentre).sort()).toEqual(["GH1", "GH2"]);
  await page.getByRole("gridcell", { name: "Abelie Aldermoor" }).click();
  await page.keyboard.press("ControlOrMeta+Z");
  await expect(page.getByText("15,729.12").first()).toBeVisible();
});
