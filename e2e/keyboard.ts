/** Driving the application by keyboard alone: what the payday journeys of both countries share. */

import type { Locator, Page } from "@playwright/test";
import { expect, standsStill } from "./world.ts";

/** So many strokes go out at once: waiting for each would take longer than the page takes for all of them. */
const atOnce = 10;

/** Moves the focus with Tab until it stands on the wanted element. */
export async function tabTo(page: Page, target: Locator): Promise<void> {
  // A desk of seven businesses has more than eighty places to go to.
  for (let pressed = 0; pressed < 140; pressed += atOnce) {
    if (await target.evaluate(holdTabOn).catch(() => false)) return;
    await Promise.all(Array.from({ length: atOnce }, () => page.keyboard.press("Tab")));
  }
  // The last look says why it fails, as that there are two of them.
  if (await target.evaluate(holdTabOn)) return;
  throw new Error("The element cannot be reached with Tab.");
}

/** In the page: is the element focused already? If not, the strokes that come after it was reached go nowhere. */
function holdTabOn(element: Element): boolean {
  const page = window as unknown as { letGoOfTab?: () => void };
  page.letGoOfTab?.();
  delete page.letGoOfTab;
  if (element === document.activeElement) return true;
  const hold = (event: KeyboardEvent) => {
    if (event.key !== "Tab" || document.activeElement !== element) return;
    event.preventDefault();
    event.stopImmediatePropagation();
  };
  window.addEventListener("keydown", hold, true);
  page.letGoOfTab = () => window.removeEventListener("keydown", hold, true);
  return false;
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

/** `.` ticks mark after mark of the sheet until none waits: how many there are is the world's affair. */
export async function tickAll(page: Page): Promise<void> {
  const none = page.getByRole("status").filter({ hasText: "No marks left" });
  for (let ticked = 0; ticked < 40 && !(await none.isVisible()); ticked += 1) {
    await page.keyboard.press(".");
    await standsStill(page);
  }
  await expect(none).toBeVisible();
}

/** F6 goes from the sheet to what stands beside it. */
export async function beside(page: Page): Promise<Locator> {
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  if (!(await aside.evaluate((element) => element.contains(document.activeElement)))) await page.keyboard.press("F6");
  return aside;
}

/** What a spreadsheet puts on the clipboard, into whatever has the keys. */
export const paste = (page: Page, block: string): Promise<void> =>
  page.evaluate((text) => {
    const data = new DataTransfer();
    data.setData("text/plain", text);
    document.activeElement?.dispatchEvent(
      new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, block);
