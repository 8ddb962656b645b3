/** The odd pays by hand, at Gannet Point Boatworks: lines and their terms, leave, overrides, rows of cost centres. */
import { test as alone, expect, openAt, runs, signIn, testInOneWorld, type World } from "../world.ts";

// What goes about a run or person of another test here has a world of its own.
const test = testInOneWorld();

const { gannet, fern, gannetSettled: settled } = runs;

type Page = Parameters<typeof signIn>[0];
const aside = (page: Page) => page.getByRole("complementary", { name: "Beside the sheet" });
const row = (page: Page, name: string) =>
  page.getByRole("row").filter({ has: page.getByRole("gridcell", { name, exact: true }) });
async function open(page: Page, world: World, run: number, person?: string): Promise<void> {
  await openAt(page, world, `/run/${run}`);
  if (person) await page.getByRole("gridcell", { name: person, exact: true }).click();
}
const saved = (page: Page) => expect(page.getByText("Saved", { exact: true })).toBeVisible();

test("two minutes: one director's payday, signed off and sent", async ({ page, world }) => {
  await open(page, world, fern);
  // The page of another business puts that business in hand.
  await expect(page.getByRole("button", { name: "Business in hand: Little Fern Pottery" })).toBeVisible();
  await page.getByRole("tab", { name: "Sign off" }).click();
  await aside(page).getByRole("checkbox").check();
  await aside(page).getByRole("button", { name: "Sign off" }).click();
  await aside(page).getByRole("button", { name: "Send all" }).click();
  await expect(aside(page).getByText("1 of 1 handed over")).toBeVisible();
  // The payday is today: the bank pays at once.
  await expect(aside(page).getByText("Paid", { exact: true })).toBeVisible();
});

test("leave by its dates leaves a public holiday out and reduces the usual hours", async ({ page, world }) => {
  await open(page, world, gannet, "Hamish Treloar");
  await aside(page).getByRole("button", { name: "Leave by its dates" }).click();
  await page.getByLabel("From and to").fill("25/6-26/6");
  await expect(aside(page)).toContainText("15.2 hours");
  // The King's Birthday, a fortnight before, was no leave.
  await page.getByLabel("From and to").fill("8/6-9/6");
  await expect(aside(page)).toContainText("King's Birthday, not leave");
  await page.getByLabel("From and to").fill("25/6-26/6");
  await aside(page).getByRole("button", { name: "Record it as approved" }).click();
  await expect(page.getByText("Leave of Hamish Treloar is on the record")).toBeVisible();
  await expect(aside(page).getByRole("button", { name: /^Annual leave 711.36/ })).toBeVisible();
  await expect(aside(page).getByRole("button", { name: /^Ordinary 1067.04/ })).toBeVisible();
});

alone("tax by hand wants a reason, stands with a query, and goes back", async ({ page, world }) => {
  await open(page, world, gannet, "Hamish Treloar");
  const tax = aside(page).getByRole("button", { name: /^PAYG tax/ });
  await aside(page).getByRole("button", { name: "Tax or super by hand" }).click();
  await page.getByLabel("Tax withheld").fill("500");
  await aside(page).getByRole("button", { name: "Use these" }).click();
  await expect(aside(page)).toContainText("Say why: the reason stays with the pay.");
  await page.getByLabel("Reason").fill("asked for in writing");
  await aside(page).getByRole("button", { name: "Use these" }).click();
  await expect(tax).toContainText("500.00");
  await expect(aside(page)).toContainText("Tax typed by hand: $500.00 instead of $458.00 (asked for in writing).");
  await saved(page);
  await tax.click();
  await expect(aside(page)).toContainText("Typed by hand in place of 458.00");
  await aside(page).getByRole("button", { name: "Back to the account" }).click();
  await aside(page).getByRole("button", { name: "Tax or super by hand" }).click();
  await aside(page).getByRole("button", { name: "Back to the worked figures" }).click();
  await expect(tax).toContainText("458.00");
});

test("a deduction gets its terms in the sheet, and a bonus its method", async ({ page, world }) => {
  await open(page, world, gannet, "Dougal Penhale");
  await aside(page).getByRole("button", { name: "Rates, codes and terms of lines" }).click();
  const loan = aside(page).getByRole("region", { name: "Tool loan" });
  await loan.getByLabel("Net pay that must stay, $").fill("a lot");
  await loan.getByLabel("Last payday").focus();
  await expect(loan).toContainText("“a lot” cannot be read. Write it as 250.00.");
  await loan.getByLabel("Net pay that must stay, $").fill("1150");
  await loan.getByLabel("Last payday").focus();
  await aside(page).getByRole("button", { name: "Back to the account" }).click();
  await expect(aside(page)).toContainText("Tool loan is $25.00 instead of $60.00");
  await saved(page);
});

test("a person split over cost centres by rows, and both rows typed", async ({ page, world }) => {
  await open(page, world, gannet, "Mirabel Tansy");
  await page.getByLabel("Add a row for a cost centre").selectOption("OFFICE");
  await page.getByRole("tab", { name: "Hours" }).click();
  const office = row(page, "OFFICE");
  await office.getByRole("gridcell").nth(2).click();
  await page.keyboard.type("4");
  await page.keyboard.press("Enter");
  await expect(office).toContainText("4");
  await page.getByRole("gridcell", { name: "Mirabel Tansy", exact: true }).click();
  await expect(aside(page).getByRole("button", { name: /^Ordinary, OFFICE 155.60/ })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(row(page, "OFFICE")).toBeVisible();
});

test("a new pay element from inside the run, for good", async ({ page, world }) => {
  await open(page, world, gannet, "Yara Lindqvist");
  await page.getByRole("button", { name: "Add a column" }).click();
  await page.getByRole("menuitem", { name: "New pay element…" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Height money");
  await page.getByLabel("Code", { exact: true }).fill("high");
  await page.getByLabel("Kind", { exact: true }).selectOption("allowance");
  await page.getByLabel("For Yara Lindqvist, hours or dollars").fill("22.50");
  await page.getByLabel("for good, in usual pay").check();
  await aside(page).getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("columnheader", { name: "Height money" })).toBeVisible();
  await page.getByRole("gridcell", { name: "Yara Lindqvist", exact: true }).click();
  await expect(aside(page).getByRole("button", { name: /^Height money 22.50/ })).toBeVisible();
  await aside(page).getByRole("link", { name: "Person's page" }).click();
  // The person's page, not what the run shows until it stands: from the payday on it is usual pay.
  await expect(page.getByRole("heading", { level: 1, name: "Yara Lindqvist" })).toBeVisible();
  await expect(
    page.getByRole("button", { name: /^Usual pay: Height money \$22.50, coming, since 3 July/ }),
  ).toBeVisible();
});

test("a departure is spelled out, recorded in a run of its own, and undone", async ({ page, world }) => {
  await signIn(page, world);
  const api = await world.api();
  const people = (await api.call("GET", "/businesses/2/people")).body as { id: number; name: string }[];
  const dougal = people.find((each) => each.name.includes("Penhale"))?.id ?? 0;
  await page.goto(`${world.url}/people/${dougal}#departure`);
  await page.getByLabel("Last day").fill("2026-06-26");
  await page.getByLabel("Reason").selectOption("R");
  await page.getByLabel("The notice is worked").uncheck();
  await page.getByLabel("Final pay").selectOption("now");
  const departure = page.getByRole("region", { name: "Departure" });
  await expect(departure).toContainText("4 weeks of notice not worked (7 completed years)");
  await expect(departure).toContainText("13 weeks of redundancy pay");
  await departure.getByRole("button", { name: "Record the departure" }).click();
  await expect(departure).toContainText("Last day 26 June 2026: redundancy or early retirement scheme (R).");
  await departure.getByRole("link", { name: /run of/ }).click();
  await expect(page.getByText("final pay on departure")).toBeVisible();
  await expect(aside(page).getByRole("button", { name: /^Redundancy pay 18969.60/ })).toBeVisible();
  await page.goto(`${world.url}/people/${dougal}`);
  await departure.getByRole("button", { name: "Undo this departure" }).click();
  await departure.getByRole("button", { name: "Undo the departure" }).click();
  await expect(departure).toContainText("Employed.");
  await page.goto(`${world.url}/run/${gannet}`);
  await expect(row(page, "Dougal Penhale")).toContainText("1,478.40");
});

test("who had left is employed again under the same payroll ID, and taken back", async ({ page, world }) => {
  await openAt(page, world, "/people/29");
  const departure = page.getByRole("region", { name: "Departure" });
  await expect(departure).toContainText("Last day 12 June 2026");
  await departure.getByRole("button", { name: "Employ again" }).click();
  await expect(departure).toContainText(/Service and leave begin anew, so 72\.31 h of personal and carer's leave ends/);
  await departure.getByLabel("First day").fill("12/6");
  await departure.getByRole("button", { name: "Employ again" }).click();
  await expect(departure).toContainText("The first day is after the last one, 12 June 2026.");
  await departure.getByLabel("First day").fill("6/7");
  await departure.getByRole("button", { name: "Employ again" }).click();
  await expect(departure).toContainText(/Employed again from 6 July 2026; before that from .* to 12 June 2026\./);
  await departure.getByRole("button", { name: "Take this back: not employed again" }).click();
  await expect(departure).toContainText("Last day 12 June 2026");
});

alone(
  "a settled pay is corrected in a run of its own; the debt is taken back from the next pay",
  async ({ page, world }) => {
    await open(page, world, settled);
    await page.getByRole("tab", { name: "Sheet" }).click();
    await page.getByRole("gridcell", { name: "Ingrid Vass", exact: true }).click();
    await aside(page).getByRole("button", { name: "Correct this pay" }).click();
    await aside(page).getByLabel("Ordinary").fill("30");
    await page.getByLabel("Correct it").selectOption("own");
    await aside(page).getByRole("button", { name: "See the difference" }).click();
    await expect(aside(page)).toContainText("Overpaid, net319.20");
    // The pay of 26 June lies in the payroll year before: that year is amended, and the gross is owed.
    await expect(aside(page)).toContainText("That year is amended");
    await page.getByLabel("Take back from each coming pay").fill("100");
    await aside(page).getByRole("button", { name: "Correct it" }).click();
    await expect(page.getByText(/run 9 · correction/)).toBeVisible();
    await expect(row(page, "Ingrid Vass")).toContainText("-319.20".replace("-", "−"));
  },
);

test("a table from a file: what it changes for whom, then into force and out again", async ({ page, world }) => {
  await openAt(page, world, "/set-up/rules");
  await page.getByRole("button", { name: "Load a table from a file" }).click();
  await page.getByLabel("Table", { exact: true }).selectOption("minimumWage");
  const row = (hourly: string) =>
    JSON.stringify({
      from: "2026-07-01",
      to: "2027-06-30",
      standing: "published",
      source: { title: "Annual wage review", section: "Order" },
      figures: { hourly, casualLoadingPercent: "25", adultAge: "21" },
    });
  const choose = (text: string) =>
    page
      .getByLabel("File, JSON or CSV")
      .setInputFiles({ name: "wage.json", mimeType: "application/json", buffer: Buffer.from(text) });
  await choose(row("twenty-six"));
  await expect(page.getByText("figures.hourly: “twenty-six” is not a number.").first()).toBeVisible();
  await choose(row("32.00"));
  await expect(
    page.getByText(/pays come out differently|One pay comes out differently|Nobody's next pay/),
  ).toBeVisible();
  await page.getByRole("button", { name: "Start using this table" }).click();
  const loaded = page.locator("#minimumWage details").first();
  await expect(loaded).toContainText("loaded");
  await loaded.locator("summary").click();
  await loaded.getByRole("button", { name: "Take it out of force" }).click();
  await expect(page.locator("#minimumWage")).not.toContainText("loaded");
});

test("the payday moves across the year, and the tables with it", async ({ page, world }) => {
  await open(page, world, gannet, "Hamish Treloar");
  await page.getByRole("button", { name: "Move", exact: true }).click();
  await page.getByLabel("Payday", { exact: true }).fill("2026-06-25");
  await page.getByRole("button", { name: "Move the payday" }).click();
  await expect(page.getByText("is before the last one, 26 June 2026")).toBeVisible();
  await page.getByLabel("Payday", { exact: true }).fill("2026-06-30");
  await page.getByRole("button", { name: "Move the payday" }).click();
  await expect(page.getByRole("heading", { name: "Payday 30 June 2026" })).toBeVisible();
  await expect(aside(page)).not.toContainText("belongs to payroll year");
});
