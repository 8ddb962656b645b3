/** Agreements: who moves by a new table, a sentence changed in a copy of one's own, and the shipped set taken again. */
import { press } from "../keyboard.ts";
import { expect, openAt, test } from "../world.ts";

test("a new table shows who moves; a changed sentence is struck out and written over, and undone", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/set-up/agreements?code=MA000009");
  const level = page.getByLabel("Level 3", { exact: false }).first();
  await level.fill("30");
  await press(page, page.getByRole("button", { name: "See who moves" }));
  const dev = page.getByRole("row", { name: /Dev Ramanathan/ });
  await expect(dev).toContainText("$30.00");
  await expect(dev).toContainText("+");
  await expect(page.getByText(/others? stay as they are/)).toBeVisible();
  // Looked at only: nothing is saved.
  const facts = async () =>
    (await (await world.api()).call("GET", "/businesses/1/agreements")).body.find(
      (each: { code: string }) => each.code === "MA000009",
    );
  expect((await facts()).rates.classifications).toEqual({});
  await level.fill("");

  const sunday = page.getByRole("button", { name: "Change: Sunday: 150 %, casual 175 %." });
  await press(page, sunday);
  await page.getByLabel("casual, per cent").fill("much");
  await press(page, page.getByRole("button", { name: "Use it" }));
  await expect(page.getByText("casual: “much” is not a number.")).toBeVisible();
  await page.getByLabel("casual, per cent").fill("180");
  await press(page, page.getByRole("button", { name: "Use it" }));
  await expect(page.locator("del", { hasText: "Sunday: 150 %, casual 175 %." })).toBeVisible();
  await expect(page.locator("ins", { hasText: "Sunday: 150 %, casual 180 %." })).toBeVisible();
  await expect(page.getByText("1 sentence differs.")).toBeVisible();
  expect((await facts()).own).toBe(true);
  await press(page, page.getByRole("button", { name: "Take the shipped set again" }));
  await expect(page.getByText("it says the same")).toBeVisible();
});
