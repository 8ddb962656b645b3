/** What is done for several at once, and what leaves the house whole: opening figures, sending, by hand, the business's file. */
import { expect, makeReady, openAt, openRun, testInOneWorld } from "../world.ts";

const test = testInOneWorld();

test("opening figures go in once they come to what the earlier system printed", async ({ page, world }) => {
  await openAt(page, world, "/people");
  await page.getByRole("link", { name: "Opening figures" }).click();
  const lines = (total: string) =>
    `Name\tGross\tWithheld\tSuper earnings\tSuper\nMarnie Okafor\t18,240.00\t3,120.00\t18,240.00\t2,188.80\nTotal\t${total}\t3,120.00\t18,240.00\t2,188.80`;
  const given = page.getByLabel("Lines from a spreadsheet or a file");
  await given.fill(lines("18,249.00"));
  await page.getByRole("button", { name: "See what they say" }).click();
  await expect(page.getByText(/the total says \$18249\.00: \$9\.00 is missing or too much/)).toBeVisible();
  await given.fill(lines("18,240.00"));
  await page.getByRole("button", { name: "See what they say" }).click();
  await expect(page.getByText("as the earlier system printed it").first()).toBeVisible();
  await page.getByRole("button", { name: "Put in for 1 person" }).click();
  await expect(page.getByRole("heading", { name: "People", level: 1 })).toBeVisible();
  await page.getByRole("link", { name: "Marnie Okafor" }).click();
  await expect(page.getByText("gross $18,240.00, withheld $3,120.00")).toBeVisible();
});

test("a run's event is taken there by hand, and the rest of every business goes in one step", async ({
  page,
  world,
}) => {
  const api = await world.api();
  const version = await makeReady(api);
  await api.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true });
  await openAt(page, world, `/run/${openRun}`);
  await page.getByRole("tab", { name: "Send and settle" }).click();
  await page.getByText("Taken to the agency by hand instead").click();
  await page.getByLabel("Receipt").first().fill("AGY-7731");
  await page.getByRole("button", { name: "Record the answer" }).first().click();
  await expect(page.getByText(/Receipt AGY-7731\. Taken there by hand, told by Pip/).first()).toBeVisible();

  await page.goto(`${world.url}/send`);
  const row = page.getByRole("row", { name: /Saltbush/ });
  await expect(row).toContainText("Pay event: there");
  await expect(row).toContainText("Bank file: not sent");
  const events = (await world.effects()).events.length;
  await page.getByRole("button", { name: /^Send these 2 runs of 2 businesses$/ }).click();
  await expect(row).toContainText("Bank file: with the bank");
  await expect(row).toContainText("Payslips 11: there");
  await expect(page.getByRole("row", { name: /Kōura Bay/ })).toContainText("Payday filing: there");
  expect((await world.effects()).events).toHaveLength(events);
});

test("a business goes out under a passphrase, and is not taken in twice", async ({ page, world }) => {
  await openAt(page, world, "/set-up");
  await page.getByRole("button", { name: "Make one" }).click();
  await page.getByLabel("Passphrase").fill("tart and bright as zest");
  await page.getByLabel("The same again").fill("tart and bright as lemon");
  await page.getByRole("button", { name: "Make the file" }).click();
  await expect(page.getByText("The two passphrases differ.")).toBeVisible();
  await page.getByLabel("The same again").fill("tart and bright as zest");
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Make the file" }).click(),
  ]);
  await page.goto(`${world.url}/set-up/new-business`);
  await page.getByText("Take businesses in from their files").click();
  await page.getByLabel("Files of their exports").setInputFiles(await file.path());
  await page.getByLabel("Their passphrase").fill("tart and bright as zest");
  await page.getByRole("button", { name: "Look at what would come" }).click();
  await expect(page.getByText(/is here already, and is not taken in a second time/).first()).toBeVisible();
});
