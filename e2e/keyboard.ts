/** Driving the application by keyboard alone: what the payday journeys of both countries share. */
import type { Locator, Page } from "@playwright/test";
import { expect } from "./world.ts";

/** Moves the focus with Tab until it stands on the wanted element. */
export async function tabTo(page: Page, target: Locator): Promise<void> {
  // A desk of seven businesses has more than eighty places to go to.
  for (let pressed = 0; pressed < 140; pressed += 1) {
    if (await target.evaluate((element) => element === document.activeElement).catch(() => false)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error("The element cannot be reached with Tab.");
}

export const press = async (page: Page, target: Locator) => {
  await tabTo(page, target);
  await page.keyboard.press("Enter");
};

/** `/` goes to the search, Enter to the person's row in the sheet. */
export async function find(page: Page, name: string): Promise<void> {
  await expect(page.getByRole("grid", { name: "Run sheet" }).getByRole("row").nth(1)).toBeVisible();
  await page.keyboard.press("/");
  await expect(page.getByLabel("Find a person in the sheet")).toBeFocused();
  await page.keyboard.press("ControlOrMeta+A");
  await page.keyboard.type(name);
  await page.keyboard.press("Enter");
}

/** F6 goes from the sheet to what stands beside it. */
export async function beside(page: Page): Promise<Locator> {
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  if (!(await aside.evaluate((element) => element.contains(document.activeElement)))) await page.keyboard.press("F6");
  return aside;
}
