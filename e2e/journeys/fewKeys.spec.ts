/** How many keys a payday takes: every stroke is counted, and what is not typed is not pressed. */
import { expect, openAt, runs, standsStill, test } from "../world.ts";

test("Saltbush from the desk to sent in 60 keys", async ({ page, world }) => {
  await openAt(page, world, "/desk");
  let keys = 0;
  const press = async (...strokes: string[]) => {
    for (const stroke of strokes) {
      keys += 1;
      await page.keyboard.press(stroke);
      await standsStill(page);
    }
  };
  await expect(page.getByRole("heading", { name: "Desk" })).toBeVisible();
  await press("g", "r");
  await expect(page.getByRole("button", { name: "Continue this run" })).toBeFocused();
  await press("Enter");
  const grid = page.getByRole("grid", { name: "Run sheet" });
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  const said = (words: string) => page.getByRole("status").filter({ hasText: words });
  const stopped = () => grid.getByRole("gridcell", { name: /\. Stop/ });
  const inSheet = () => expect(grid.locator("[role=gridcell]:focus")).toHaveCount(1);
  const back = async () => {
    await expect(page.getByRole("button", { name: "To the run of 2 July" })).toBeFocused();
    await press("Enter");
    await inSheet();
  };
  // Opened, the cursor stands in the sheet: the first key is work.
  await inSheet();

  // Stop after stop: `m` goes to the field that mends it, and the way back stands ready once it is saved.
  for (let stops = 0; stops < 8; stops += 1) {
    await press("!");
    if (await said("No stop is left").isVisible()) break;
    const left = await stopped().count();
    await press("m");
    await page.waitForURL(/\/(people|time)/);
    const address = new URL(page.url());
    if (address.pathname.startsWith("/time")) {
      await expect(page.getByRole("button", { name: "Approve 11 days" })).toBeVisible();
      await press("ControlOrMeta+Enter");
      await expect(page.getByRole("button", { name: "All approved" })).toBeVisible();
      await press(">");
      await inSheet();
      await expect.poll(() => stopped().count()).toBeLessThan(left);
      continue;
    }
    // The field that the mark speaks of has the cursor.
    const field = address.searchParams.get("field") ?? "";
    await expect(page.getByLabel(field)).toBeFocused();
    if (field === "Hourly rate") await press("ControlOrMeta+A", ..."28.12", "Enter");
    else await press("n", "ControlOrMeta+Enter");
    await back();
    // The run is read anew when it is opened again: until then it shows what it showed.
    await expect.poll(() => stopped().count()).toBeLessThan(left);
  }
  // Queries: looked at, ticked, and on to the next; hours that were added up twice are typed over.
  await press("<");
  for (let marks = 0; marks < 12; marks += 1) {
    await press(".");
    if (await said("No marks left").isVisible()) break;
    // What stands beside is of the row in hand.
    await expect(aside.getByRole("heading", { level: 2 }).first()).toHaveText(
      await grid.locator("[role=gridcell]:focus").innerText(),
    );
    if (!(await aside.innerText()).includes("+100 %")) continue;
    await press("ArrowRight", ..."18", "Tab", "6", "Enter");
    await expect(page.getByText("Saved", { exact: true })).toBeVisible();
    await press("[");
  }
  // On to sign-off: what will happen is read, and the declaration is the first thing after it.
  await press(">", ">");
  await expect(aside.getByText("Signing off does all of this at once")).toBeVisible();
  await press("Tab");
  await expect(page.getByRole("checkbox", { name: /I am authorised/ })).toBeFocused();
  await press("Space", "Enter");
  await expect(aside.getByRole("heading", { name: "Send" })).toBeVisible();
  await press("Tab", "Enter");
  await expect(aside.getByText("The bank has it")).toBeVisible();
  expect(keys).toBeLessThanOrEqual(60);
});

test("an owner's week as ever: five keys from the desk to the bank", async ({ page, world }) => {
  await openAt(page, world, `/run/${runs.fern}`);
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  // Nothing waits: it opens at what will happen.
  await expect(aside.getByText("Signing off does all of this at once")).toBeVisible();
  await openAt(page, world, "/run?business=3");
  await expect(page.getByRole("button", { name: "Continue this run" })).toBeFocused();
  let keys = 0;
  const press = async (stroke: string) => {
    keys += 1;
    await page.keyboard.press(stroke);
    await standsStill(page);
  };
  await press("Enter");
  await expect(aside).toBeFocused();
  // What will happen is read before it is declared: the declaration comes with it.
  await expect(aside.getByText("Signing off does all of this at once")).toBeVisible();
  await press("Tab");
  await expect(page.getByRole("checkbox", { name: /I am authorised/ })).toBeFocused();
  await press("Space");
  await press("Enter");
  await expect(aside.getByRole("heading", { name: "Send" })).toBeVisible();
  await press("Control+Enter");
  await expect(aside.getByText("The bank has it")).toBeVisible();
  expect(keys).toBe(5);
});
