/** What if: sentences beside today's year, kept, compared, and made so by one act. */
import { press } from "../keyboard.ts";
import { expect, openAt, test } from "../world.ts";

test("a raise and one more person: looked at, kept, made so, and the raise stands on the person's line", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/desk");
  await expect(page.getByRole("heading", { name: "Desk" })).toBeVisible();
  await page.keyboard.press("Control+k");
  await expect(page.getByRole("combobox", { name: "Go or do" })).toBeFocused();
  await page.keyboard.type("what if");
  await page.keyboard.press("Enter");
  const sums = page.getByRole("region", { name: "Sums of the year" });
  // Long work: on a machine that does much else it takes its time, and shows how far it is.
  await expect(sums).toContainText("Cost to the business");

  await press(page, page.getByRole("button", { name: "Rates rise" }));
  await page.getByRole("button", { name: "Of whom: everybody" }).focus();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("option", { name: /Hazel Birtwistle/ })).toBeVisible();
  await page.keyboard.type("Haz");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: "Of whom: Hazel Birtwistle" })).toBeVisible();
  await page.getByLabel("Raise", { exact: true }).fill("5");
  const sentences = page.getByRole("region", { name: "What would be otherwise" });
  await expect(sentences).toContainText(/\+\d,\d{3}\.\d\d/);
  const people = page.getByRole("region", { name: "People" });
  await expect(people.getByRole("row").nth(1)).toContainText("Hazel Birtwistle");
  // A past day is refused at its sentence, and what was worked out stays.
  const from = page.getByLabel("From", { exact: true }).first();
  await from.fill("1/6/2026");
  await expect(sentences).toContainText("1 June 2026 is past");
  await from.fill("3/8/2026");
  await expect(sentences).toContainText(/\+\d,\d{3}\.\d\d/);

  await press(page, page.getByRole("button", { name: "Keep these sentences" }));
  await page.getByLabel("Name", { exact: true }).fill("Hazel by five");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("list", { name: "Kept" })).toContainText("Hazel by five");
  // It is in the address: opened again it is the same.
  await page.reload();
  await expect(people.getByRole("row").nth(1)).toContainText("Hazel Birtwistle");

  await press(page, page.getByRole("button", { name: "Make it so" }));
  await press(page, page.getByRole("button", { name: "Yes, 1 sentence from now on" }));
  await expect(page.getByRole("status").filter({ hasText: "Done:" })).toContainText("Hazel Birtwistle");
  await expect(sentences.getByRole("listitem")).toHaveCount(0);
  // What was kept stands beside what stands now: it would come on top.
  await page.getByLabel("Beside").selectOption({ label: "Hazel by five" });
  await expect(sums.getByRole("columnheader", { name: "Hazel by five" })).toBeVisible();
  await press(page, people.getByRole("link", { name: "Hazel Birtwistle" }));
  await expect(page.getByText("3 August 2026").first()).toBeVisible();
});
