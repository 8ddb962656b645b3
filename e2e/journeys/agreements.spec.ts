/** Agreements: who moves by a new table, a sentence changed in a copy of one's own, and the shipped set taken again. */
import { beside, find, press } from "../keyboard.ts";
import { expect, openAt, openRun, test } from "../world.ts";

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

test("a pay guide is pasted into an award that ships without dollars; a carer's night is typed, priced and paid", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/set-up/agreements?code=MA000100");
  await page.getByText("Paste them from the pay guide").click();
  await page
    .getByLabel("Lines of the guide")
    .fill("Level\tWeekly\tHourly\n2.1\t1,140.00\t30.00\nSleepover\t60.00\nCook\t31.00");
  await press(page, page.getByRole("button", { name: "Put them into the fields" }));
  await expect(page.getByText("2 amounts put in; nothing is saved yet.")).toBeVisible();
  await expect(page.getByText("“Cook” is no level or allowance of this agreement: left out.")).toBeVisible();
  await page.getByLabel("From", { exact: true }).fill("22/6/2026");
  await press(page, page.getByRole("button", { name: "Save", exact: true }));
  await expect(page.getByText("Saved; open runs are priced by it.")).toBeVisible();

  // Whoever is asked nothing keeps the agreement's own answer.
  await page.goto(`${world.url}/people/11#time`);
  await page.getByLabel("Counts from").fill("22/6/2026");
  await page.getByLabel("Agreement", { exact: true }).selectOption("MA000100");
  await page.getByLabel("Level", { exact: true }).selectOption("2.1");
  await page.getByLabel("Which part of the award?").selectOption("disability");
  await expect(page.getByLabel(/Was the overtime announced in time/)).toBeChecked();
  await press(page, page.getByRole("button", { name: "Save", exact: true }));
  await expect(page.getByRole("button", { name: "Change agreement and timesheet" })).toBeVisible();

  await page.goto(`${world.url}/time?day=2026-06-25`);
  const noor = page.getByRole("grid", { name: "Week" }).getByRole("row", { name: /Noor Lindqvist/ });
  await noor.getByRole("gridcell").nth(7).click();
  await page.keyboard.type("15-22 b18:30-19:00, 22-6 sleepover woken 2-2:45");
  await page.keyboard.press("Enter");
  await page.keyboard.press("ArrowUp");
  await expect(noor).toContainText("22–6 sleepover woken 2–2:45");
  const strip = page.getByRole("complementary", { name: "The selected day" });
  await expect(strip).toContainText("at 225 %");
  await page.keyboard.press("Home");
  await page.keyboard.press(".");
  await expect(noor.getByRole("gridcell").first()).toContainText("all approved");

  await page.goto(`${world.url}/run/${openRun}`);
  await page.getByRole("tab", { name: "Hours" }).click();
  await find(page, "noor");
  const aside = await beside(page);
  // Six and a half hours on Saturday, three quarters of an hour made up to one at night, and the night itself.
  await expect(aside).toContainText("Sleepover");
  await expect(aside).toContainText("60.00");
  await expect(aside).toContainText("67.50");
});

test("a place of work says its district and days of its own", async ({ page, world }) => {
  await openAt(page, world, "/set-up#places");
  const places = page.locator("#places");
  await press(page, places.getByRole("button", { name: "Add one" }));
  await places.getByLabel("Name").fill("Brisbane shop");
  await places.getByLabel("State").selectOption("QLD");
  await places.getByLabel("District with days of its own").selectOption("Brisbane");
  await places.getByLabel("Days of its own", { exact: true }).fill("28/8 Show Day");
  await press(page, places.getByRole("button", { name: "Add", exact: true }));
  await expect(places.getByText(/does not begin with a date with its year/).first()).toBeVisible();
  await places.getByLabel("Days of its own", { exact: true }).fill("28/8/2026 Show Day");
  await press(page, places.getByRole("button", { name: "Add", exact: true }));
  await expect(places.getByText("holidays of QLD, Brisbane, and 1 day of its own")).toBeVisible();
});
