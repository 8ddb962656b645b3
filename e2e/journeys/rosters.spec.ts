/** A roster of two weeks, an availability and marks of a shift, as a practice enters them, and what becomes of them. */
import { beside, find } from "../keyboard.ts";
import { expect, openAt, openRun, test } from "../world.ts";

test("a nine-day fortnight, an availability and what was cancelled, from the forms to the run", async ({
  page,
  world,
}) => {
  const section = (title: string) =>
    page.locator("section").filter({ has: page.getByRole("heading", { name: title, exact: true }) });
  const fill = async (legend: string, hours: string[]) => {
    const week = page.getByRole("group", { name: legend });
    for (const [at, day] of ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"].entries())
      await week.getByLabel(day, { exact: true }).fill(hours[at] ?? "0");
  };
  await openAt(page, world, "/people/3");
  const employment = section("Employment and rate");
  await employment.getByRole("button", { name: "Change" }).click();
  await employment.getByLabel("Counts from").fill("22/6/2026");
  await employment.getByLabel("The week repeats").selectOption({ label: "every 2 weeks" });
  await employment.getByLabel("A first week begins on").fill("18/6/2026");
  await fill("Hours of each weekday, first week", ["8", "8", "8", "8", "8", "0", "0"]);
  await fill("Hours of each weekday, second week", ["9", "9", "9", "8", "0", "0", "0"]);
  await employment.getByRole("button", { name: "Save" }).click();
  await expect(employment).toContainText("The weeks come to 37.5 hours on the average, and 38 hours a week are agreed");
  await fill("Hours of each weekday, second week", ["9", "9", "9", "9", "0", "0", "0"]);
  await employment.getByRole("button", { name: "Save" }).click();
  await expect(employment).toContainText("8 · 8 · 8 · 8 · 8 · 0 · 0, then 9 · 9 · 9 · 9 · 0 · 0 · 0");

  // Part-time, under an award that knows an availability.
  await page.goto(`${world.url}/people/9`);
  const time = section("Agreement and timesheet");
  await time.getByRole("button", { name: "Change" }).click();
  await time.getByLabel("Counts from").fill("22/6/2026");
  await time.getByLabel("Hours come in").selectOption({ label: "every hour is recorded" });
  await time.getByLabel("Agreement", { exact: true }).selectOption({ label: "Restaurant Industry Award 2020" });
  await time.getByLabel("Mon", { exact: true }).fill("8-18 b30");
  await time.getByRole("button", { name: "Save" }).click();
  await expect(time).toContainText("is more than from when to when");
  await time.getByLabel("Mon", { exact: true }).fill("8-18");
  await time.getByRole("button", { name: "Save" }).click();
  await expect(time).toContainText("Mon 8-18");

  await page.goto(`${world.url}/time?day=2026-06-22`);
  const grid = page.getByRole("grid", { name: "Week" });
  const rostered = grid.getByRole("row", { name: /Priya Halloran/ });
  await rostered.getByRole("gridcell").nth(6).click();
  // The period lies in the second week: Friday is off, and nothing is taken on it.
  await expect(rostered.getByRole("gridcell").nth(6)).toHaveText("");
  await page.keyboard.type("al");
  await page.keyboard.press("Enter");
  const strip = page.getByRole("complementary", { name: "The selected day" });
  const part = grid.getByRole("row", { name: /Jarrah Mokoena/ });
  await part.getByRole("gridcell").nth(2).click();
  await page.keyboard.type("8-17:30 b30, 20-21 recall");
  await expect(page.getByText("20:00 to 21:00, 1 h, called back")).toBeVisible();
  await page.keyboard.press("Enter");
  await part.getByRole("gridcell").nth(2).click();
  await expect(strip).toContainText("4.5 h at 100 %");
  await expect(strip).toContainText("Called back on 22 June 2026");
  await page.keyboard.press(".");
  await page.goto(`${world.url}/run/${openRun}`);
  await page.getByRole("tab", { name: "Hours" }).click();
  await find(page, "jarrah");
  // Nine hours within the availability are ordinary, whatever was agreed of the day; the call is asked about.
  await expect(await beside(page)).toContainText("Ordinary9 h");
});
