/** What was set up before and is put right: a pay element, the year before this program, a run that was opened too soon. */
import { expect, openAt, openRun, test } from "../world.ts";

test("a pay element says who is paid and is retired; a year before is recorded; a run is cleared and discarded", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/set-up");
  await page.getByRole("button", { name: "Change Union fees" }).click();
  await page.getByLabel("Paid to").fill("Example Union 778");
  await page.getByLabel("Retired: not offered any more").check();
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText(/Union fees, to Example Union 778|is in the usual pay of/).first()).toBeVisible();

  await page.goto(`${world.url}/people/9#openingYear`);
  await page.getByLabel("Gross, $").fill("12,000");
  await page.getByLabel("Withheld, $").fill("2100.5");
  await page.getByRole("button", { name: "Tell a part apart" }).click();
  await page.getByLabel("Amount, $").fill("13000");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("The parts come to more than the gross of 12000.00").first()).toBeVisible();
  await page.getByLabel("Amount, $").fill("900");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("gross $12,000.00, withheld $2,100.50")).toBeVisible();

  await page.goto(`${world.url}/run/${openRun}`);
  await page.getByRole("button", { name: "This run" }).click();
  const sheet = page.waitForEvent("download");
  await page.getByRole("menuitem", { name: "Download the sheet (CSV)" }).click();
  expect((await sheet).suggestedFilename()).toBe("run-13-2026-07-02.csv");
  await page.getByRole("button", { name: "This run" }).click();
  await page.getByRole("menuitem", { name: "Leave out all without hours (4)" }).click();
  await expect(page.locator("p").filter({ hasText: /^7 people/ })).toBeVisible();
  await page.getByRole("button", { name: "This run" }).click();
  await page.getByRole("menuitem", { name: "Discard this run…" }).click();
  await page.getByRole("button", { name: "Discard the run" }).click();
  await expect(page.getByRole("button", { name: "Open from usual pay" })).toBeVisible();
});
