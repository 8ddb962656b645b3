/** From payday to fund by keyboard: super paid, a return paid again, a statement matched, a month agreed. */
import type { Page } from "@playwright/test";
import { press, tabTo } from "../keyboard.ts";
import { expect, signIn, test } from "../world.ts";

/** Moves the day of application and stand-ins, as the demo's own control does. */
async function moveTo(page: Page, day: string): Promise<void> {
  await page.evaluate(
    (to) =>
      fetch("/api/day", {
        method: "POST",
        headers: { "Content-Type": "application/json", "X-Zesty": "1" },
        body: JSON.stringify({ day: to }),
      }),
    day,
  );
  await page.reload();
}
const tick = async (page: Page, name: RegExp) => {
  const box = page.getByLabel(name).first();
  await tabTo(page, box);
  await page.keyboard.press("Space");
  await expect(box).toBeChecked();
};

test("the June quarter's super: paid, allocated, followed both ways; the tax office paid late", async ({
  page,
  world,
}) => {
  await signIn(page, world);
  await page.goto(`${world.url}/dues?business=1`);
  await expect(page.getByRole("heading", { name: "Late" })).toBeVisible();
  // Imogen's part came back from an earlier payment; a new file goes out with all that is left.
  await expect(page.getByRole("row", { name: /Super to Wattle & Wire/ })).toContainText("came back 869.00");
  await tick(page, /^Tick Super to Wattle/);
  await tick(page, /^Tick PAYG withholding to the tax office, due 22 June/);
  const panel = page.getByRole("region", { name: "Payment" });
  await expect(panel).toContainText("7,978.63");
  // The tax office is paid by file for the first time: its account is looked at.
  await expect(panel.getByRole("button", { name: /^Pay \$7,978\.63/ })).toBeDisabled();
  const look = panel.getByLabel(/Tax office, account/);
  await tabTo(page, look);
  await page.keyboard.press("Space");
  await press(page, panel.getByRole("button", { name: "Pay $7,978.63 to 2 receivers" }));
  await expect(page.getByRole("row", { name: /Super to Wattle & Wire/ })).toContainText("on its way");
  await moveTo(page, "2026-07-03");
  const paid = page.getByRole("region", { name: "Paid over" });
  await expect(paid.getByText("Allocated to every member.")).toBeVisible();
  await expect(page.getByRole("heading", { name: "Late" })).toBeHidden();
  const row = page.getByRole("row", { name: /Super to Wattle & Wire Super, 10 people/ });
  await expect(row).toContainText("allocated");
  await press(page, row.getByRole("button", { name: /Super to Wattle/ }));
  const imogen = page
    .getByRole("table", { name: "Ahead" })
    .or(page.getByRole("table", { name: "There" }))
    .getByRole("listitem")
    .filter({ hasText: "Imogen Tarrant" })
    .first();
  await expect(imogen).toContainText("Allocated 3 July");
  const effects = await world.effects();
  const held = effects.contributions
    .filter((each) => each.state === "ALLOCATED")
    .reduce((sum, each) => sum + each.cents, 0);
  expect(held).toBe(1_293_616);
});

test("the bank's statement is matched, and the month is agreed", async ({ page, world }) => {
  await signIn(page, world);
  const api = await world.api();
  const own = (await api.call("GET", "/businesses/1/bank")).body as { lines: object[] };
  expect(own.lines.length).toBeGreaterThan(10);
  await page.goto(`${world.url}/books/bank?business=1`);
  await expect(page.getByRole("region", { name: "What was sent, and what the bank booked" })).toContainText(
    "Payment 2 of dues",
  );
  // A statement with a line that is ours but for a cent: it is said by hand, with a reason.
  const csv = "Date,Amount,Description\r\n22/05/2026,-5036.01,TAX OFFICE BY HAND";
  await page
    .locator('input[type="file"]')
    .setInputFiles({ name: "may.csv", mimeType: "text/csv", buffer: Buffer.from(csv) });
  await expect(page.getByText("0.01 more than Payment 2 of dues")).toBeVisible();
  await press(page, page.getByRole("button", { name: "Say what it is" }).first());
  const form = page.locator("form").filter({ hasText: "What left" });
  const choice = form.getByLabel("What left");
  await tabTo(page, choice);
  await choice.selectOption({ label: "Payment 2 of dues, 21 May: 5,036.00" });
  await press(page, form.getByRole("button", { name: "Match it" }));
  await expect(form.getByText("The amounts differ.", { exact: false })).toBeVisible();
  await tabTo(page, form.getByLabel("Reason"));
  await page.keyboard.type("The bank kept a cent");
  await page.keyboard.press("Enter");
  await expect(page.getByText("by Pip Lemaire: The bank kept a cent")).toBeVisible();

  await page.goto(`${world.url}/books/span?business=1`);
  await expect(page.getByRole("region", { name: "Side by side" })).toContainText("not all there yet");
  const note = page.getByLabel("Note");
  await press(page, page.getByRole("button", { name: "Agree 1 June 2026 to 30 June 2026" }));
  await expect(page.getByText("Not all of it is the same", { exact: false })).toBeVisible();
  await tabTo(page, note);
  await page.keyboard.type("June's super is paid in July");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Agreed by Pip Lemaire", { exact: false })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "All of it in one archive" }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("saltbush-cycle-kitchen-books-2026-06-01-to-2026-06-30.zip");
});

test("one sheet for the practice: what is due everywhere, compared, and paid in one step", async ({ page, world }) => {
  await signIn(page, world);
  await press(page, page.getByRole("link", { name: "Pay over what is due" }));
  await page.getByLabel("To leave within").selectOption("31");
  const band = (name: string) => page.getByRole("region", { name });
  await expect(band("Gannet Point Boatworks").getByRole("row", { name: /Super to Harbourlight/ })).toBeVisible();
  // One business is left for another day; a line of another, too.
  await page.getByLabel("Tick all of Little Fern Pottery").uncheck();
  await page
    .getByLabel(/^Tick PAYG withholding to the tax office of Saltbush/)
    .first()
    .uncheck();
  const gannet = band("Gannet Point Boatworks");
  await gannet.getByLabel("Account holds").fill("50,000.00");
  await expect(gannet).toContainText("short");
  for (const box of await page.getByRole("checkbox", { name: /I have compared it/ }).all()) await box.check();
  const pay = page.getByRole("button", { name: /^Pay \$/ });
  await expect(pay).toBeEnabled();
  await press(page, pay);
  await expect(page.getByRole("status").filter({ hasText: /^Paid for \d+ businesses/ })).toBeVisible();
  await expect(gannet).toBeHidden();
  await expect(band("Little Fern Pottery")).toBeVisible();
  await expect(band("Saltbush Cycle Kitchen").getByRole("row", { name: /PAYG withholding/ })).toBeVisible();
  await page.goto(`${world.url}/dues?business=2`);
  await expect(page.getByRole("row", { name: /Super to Harbourlight/ })).toContainText(/on its way|there|prepared/);
});
