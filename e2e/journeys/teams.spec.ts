/** A team's lead approves the team alone; leave typed as a number gets its days; a person gets a photo. */
import { writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, openAt, runs, testInOneWorld } from "../world.ts";

const test = testInOneWorld();

test("whoever approves for a team sees it first, approves it, and changes nobody else's", async ({
  page,
  world,
  browser,
}) => {
  await openAt(page, world, "/set-up/users");
  await page.getByRole("button", { name: "Change Willa Ashgrove" }).click();
  await page.getByLabel("Right in Saltbush Cycle Kitchen").selectOption("see");
  await page.getByLabel("Approves hours and leave of Saltbush Cycle Kitchen").check();
  await page
    .getByRole("group", { name: "Approves for, in Saltbush Cycle Kitchen" })
    .getByLabel("Coffee counter")
    .check();
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText(/sees, approves hours and leave of Coffee counter/)).toBeVisible();

  const theirs = await (await browser.newContext()).newPage();
  await openAt(theirs, world, "/time", "willa@saltbush.example");
  const rows = theirs.getByRole("grid", { name: "Week" }).getByRole("row");
  await expect(theirs.getByLabel("Whose days")).toHaveValue("own");
  await expect(rows.nth(2)).toBeVisible();
  const own = await rows.count();
  await theirs.getByLabel("Whose days").selectOption("all");
  await expect.poll(() => rows.count()).toBeGreaterThan(own);
  await theirs.getByLabel("Whose days").selectOption("own");
  await theirs.getByRole("button", { name: /^Approve \d+ days?$/ }).click();
  await expect(theirs.getByRole("button", { name: "All approved" })).toBeVisible();
  // A day of somebody else is not typed into, and by the API it is refused with whom to ask.
  await theirs.getByLabel("Whose days").selectOption("all");
  const week = await theirs.request.get(`${world.url}/api/businesses/1/week`);
  const { people } = (await week.json()) as { people: { personId: number; canEdit: boolean }[] };
  const other = people.find((each) => !each.canEdit);
  const refused = await theirs.request.post(`${world.url}/api/businesses/1/approvals`, {
    headers: { "X-Zesty": "1" },
    data: { days: [{ personId: other?.personId, date: "2026-06-24" }], approved: true },
  });
  expect([refused.status(), await refused.text()]).toEqual([
    403,
    expect.stringContaining("of a place or team that you do not approve for"),
  ]);
});

test("leave typed without days is asked about, and its days take the number's place", async ({ page, world }) => {
  await openAt(page, world, `/run/${runs.gannet}`);
  await page
    .getByRole("gridcell", { name: /Rafferty Quill/ })
    .first()
    .click();
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  await expect(aside).toContainText("Unpaid leave: 15.2 h typed without days.");
  await aside.getByRole("button", { name: "Enter the days" }).click();
  await expect(aside.getByLabel("Leave", { exact: true })).toHaveValue("unpaid");
  await aside.getByLabel("From and to").fill("25/6-26/6");
  await aside.getByRole("button", { name: "Record it as approved" }).click();
  await expect(aside.getByRole("heading", { name: "Rafferty Quill" })).toBeVisible();
  await expect(aside).not.toContainText("without days");
  await expect(aside).toContainText("894.72");
});

test("a photo is put in, a file that is none is refused with why, and it is taken out", async ({ page, world }) => {
  await openAt(page, world, "/people");
  await page.getByRole("link", { name: "Jarrah Mokoena" }).click();
  const file = join(tmpdir(), `zesty-photo-${process.pid}.png`);
  const drawn = await page.evaluate(() => {
    const canvas = document.createElement("canvas");
    canvas.width = 90;
    canvas.height = 60;
    return canvas.toDataURL("image/png").split(",")[1] ?? "";
  });
  writeFileSync(file, Buffer.from(drawn, "base64"));
  await page.getByLabel("Photo", { exact: true }).setInputFiles(file);
  const photo = page.getByRole("img", { name: "Jarrah Mokoena" });
  await expect(photo).toBeVisible();
  // Its place is there before its bytes are: an image has no size of its own until it is loaded.
  const size = () => photo.evaluate((image: HTMLImageElement) => [image.naturalWidth, image.naturalHeight]);
  await expect.poll(size).toEqual([320, 320]);
  writeFileSync(file, "not a picture");
  await page.getByLabel("Photo", { exact: true }).setInputFiles(file);
  await expect(page.getByRole("alert")).toContainText("is not a picture that can be shown");
  await page.getByRole("button", { name: "Take it out" }).click();
  await expect(photo).toHaveCount(0);
});
