/** A payday held in one hand: names and marks, hours as large fields, sign-off; and no page wider than the phone. */
import { expect, makeReady, openAt, openRun, test } from "../world.ts";

test.use({ viewport: { width: 390, height: 844 } });

test("hours are typed, marks walked, and the run is signed off on a phone", async ({ page, world }) => {
  await makeReady(await world.api());
  await openAt(page, world, `/run/${openRun}`);
  const people = page.getByRole("list", { name: "People of the run" });
  await people.getByRole("button", { name: /Imogen Tarrant/ }).click();
  const below = page.getByRole("complementary", { name: "Beside the sheet" });
  await expect(below).toContainText("1,166.40");
  await below.getByLabel("Ordinary", { exact: true }).fill("18");
  await below.getByLabel("Saturday", { exact: true }).fill("6");
  await below.getByRole("heading", { name: "Imogen Tarrant" }).click();
  await expect(below).toContainText("724.20");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await below.getByRole("button", { name: "Next mark" }).click();
  await expect(page.getByRole("status").filter({ hasText: "No marks left" })).toBeVisible();
  await below.getByRole("button", { name: "Close" }).click();
  await expect(people.getByRole("button", { name: /Imogen Tarrant/ })).toContainText("655.20");

  await page.getByRole("tab", { name: "Sign off" }).click();
  await below.getByRole("checkbox", { name: /I am authorised/ }).check();
  await below.getByRole("button", { name: "Sign off" }).click();
  await expect(below.getByRole("button", { name: "Send all" })).toBeVisible();

  // The head folds, and nothing is wider than the page.
  await page.getByRole("button", { name: "Menu" }).click();
  await page.getByRole("menuitem", { name: "Desk" }).click();
  await expect(page.getByRole("heading", { name: "Desk" })).toBeVisible();
  for (const path of ["/desk", `/run/${openRun}`, "/people/9", "/dues", "/time/leave", "/you"]) {
    await page.goto(world.url + path);
    await expect(page.locator("#main")).toBeVisible();
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide, path).toBeLessThanOrEqual(390);
  }
});
