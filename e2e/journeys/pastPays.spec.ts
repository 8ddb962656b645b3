/** Pays that are over: looked at again once rates came late, and paid back; evidence of a day away, put on file. */
import { press } from "../keyboard.ts";
import { expect, openAt, test } from "../world.ts";

test("rates of an agreement came late: past pays are looked over, what they are short of is paid, once", async ({
  page,
  world,
}) => {
  const rates = { classifications: { 2: "28.10" }, allowances: {} };
  const facts = { from: "2026-06-01", settings: {}, source: "Pay guide", rates };
  await (await world.api()).call("PUT", "/businesses/1/agreements/MA000009", facts);
  await openAt(page, world, "/people");
  await page.getByRole("link", { name: "Look past pays over" }).click();
  await page.getByLabel("Paydays from").fill("1/7/2025");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/pays looked over\. Short by \$\d/)).toBeVisible();
  const table = page.getByRole("table");
  await expect(table).toContainText(/Ordinary at 1\d\d %, [\d.]+ h: \$[\d.]+ due, \$[\d.]+ paid\./);
  const put = page.getByRole("button", { name: /Put \$[\d.]+ into the next run/ });
  const sum = (await put.innerText()).match(/\$([\d.]+)/)?.[1] ?? "";
  await press(page, put);
  await expect(page).toHaveURL(/\/run\/\d+$/);
  await expect(page.getByRole("grid")).toContainText(sum);
  await page.goto(`${world.url}/people/pays`);
  await press(page, page.getByRole("button", { name: "Look them over" }));
  await expect(page.getByText(/pays looked over\. Each comes out as it was paid\./)).toBeVisible();
  // Turned round: named beside its field, and nothing else is asked.
  await page.getByLabel("To", { exact: true }).fill("1/1/2024");
  await press(page, page.getByRole("button", { name: "Look them over" }));
  await expect(page.getByText("Turn them round, or look at the years.")).toBeVisible();
});

test("a certificate is put on file with its day, beside the request; what it says stays out", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/time/leave");
  await page.getByRole("button", { name: /Tobias Wren: Annual leave, 3 Aug/ }).click();
  await press(page, page.getByRole("button", { name: "Something is on file" }));
  await page.getByLabel("What is on file").fill("Statutory declaration");
  await page.getByLabel("Of or seen on").fill("29/6");
  await press(page, page.getByRole("button", { name: "Put on file" }));
  await expect(page.getByText(/On file: Statutory declaration, 29 June/)).toBeVisible();
});
