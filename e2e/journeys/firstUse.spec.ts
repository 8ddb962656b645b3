/** `npm start` on an empty store: the first user, the first business, the first person, the first run. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { endProgram, freePorts, startProgram } from "../programs.ts";

test("from nothing to an open run", async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), "zesty-"));
  const ports = await freePorts();
  const server = await startProgram(
    "server/dist/main.js",
    { ZESTY_PORT: String(ports.app), ZESTY_DATA: folder },
    "ready",
  );
  try {
    await page.goto(`http://127.0.0.1:${ports.app}`);
    await page.getByLabel("Practice").fill("Kumquat Books");
    await page.getByLabel("Your name").fill("Ada Example");
    await page.getByLabel("E-mail").fill("ada@example.org");
    await page.getByLabel("Password").fill("short");
    await page.getByRole("button", { name: "Set up" }).click();
    await expect(page.getByText("Password must have at least 12 characters.").first()).toBeVisible();
    await page.getByLabel("Password").fill("a long enough one");
    await page.getByRole("button", { name: "Set up" }).click();

    await page.getByRole("button", { name: "Add the first business" }).click();
    await page.getByLabel("Name", { exact: true }).fill("Example Bakery");
    await page.getByLabel("Legal name").fill("Example Bakery Pty Ltd");
    await page.getByLabel("ABN").fill("63 000 000 012");
    await page.getByLabel("Contact name").fill("Kim Example");
    await page.getByLabel("Contact phone").fill("0400000000");
    await page.getByLabel("Contact e-mail").fill("kim@example.org");
    await page.getByLabel("First period starts").fill(new Date(Date.now() - 7 * 86_400_000).toISOString().slice(0, 10));
    await page.getByRole("button", { name: "Add the business" }).click();
    await expect(page.getByText("ABN does not pass the check of an ABN.").first()).toBeVisible();
    await page.getByLabel("ABN").fill("63 000 000 011");
    await page.getByRole("button", { name: "Add the business" }).click();
    await expect(page.getByRole("region", { name: "Example Bakery" })).toBeVisible();

    await page.getByRole("link", { name: "People", exact: true }).click();
    await page.getByRole("button", { name: "Add a person" }).click();
    await page.getByLabel("Given name").fill("Tāmati");
    await page.getByLabel("Family name").fill("Ōtene");
    await page.getByLabel("Birth date").fill("1990-02-03");
    await page.getByLabel("Start date").fill("2024-02-03");
    await page.getByLabel("Payroll ID").fill("E1");
    await page.getByLabel("Hourly rate").fill("30.00");
    await page.getByRole("button", { name: "Add", exact: true }).click();
    await expect(page.getByRole("heading", { name: "Tāmati Ōtene" })).toBeVisible();
    await expect(page.getByText(/Missing: tax declaration/)).toBeVisible();

    await page.getByRole("link", { name: "Run", exact: true }).click();
    await page.getByRole("button", { name: "Open from usual pay" }).click();
    await expect(page.getByRole("row", { name: /Tāmati Ōtene/ })).toBeVisible();
    await expect(page.getByRole("complementary")).toContainText("No hours or pay in this row.");
  } finally {
    await endProgram(server);
    rmSync(folder, { recursive: true, force: true });
  }
});
