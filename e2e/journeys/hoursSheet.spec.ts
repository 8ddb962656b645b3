/** The hours sheet as a real workbook: taken from the run, filled in, brought back, looked at and put in as one step. */
import exceljs from "exceljs";
import { expect, openRun, signIn, test } from "../world.ts";

test("a workbook goes out and comes back", async ({ page, world }) => {
  await signIn(page, world);
  await page.goto(`${world.url}/run/${openRun}`);
  await page.getByRole("button", { name: "This run" }).click();
  await page.getByText("Hours sheet: send out").click();
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  const download = page.waitForEvent("download");
  await aside.getByRole("link", { name: "Take the workbook" }).click();
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
