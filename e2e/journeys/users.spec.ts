/** Users by hand: invited by a letter, joined, a second factor, rights that hold, an account that is closed. */
import { join } from "node:path";
import Database from "better-sqlite3";
import { Secret, TOTP } from "otpauth";
import { expect, makeReady, openAt, openRun, runs, signIn, testInOneWorld, until, type World } from "../world.ts";

const test = testInOneWorld();

/** The newest letter to an address, as it lies in the post box. */
async function linkFor(world: World, address: string): Promise<string> {
  const page = await until(
    async () => (await fetch(world.postBox)).text(),
    (html) => html.includes(address) && html.includes("/join#"),
  );
  return `/join#${/\/join#([\w-]+)/.exec(page)?.[1]}`;
}

test("invited, joined, with a code; prepares and may not sign; another signs; closed, and out", async ({
  page,
  world,
  browser,
}) => {
  await openAt(page, world, "/set-up/users");
  await page.getByRole("button", { name: "Invite somebody" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Juno Marsh");
  await page.getByLabel("E-mail").fill("juno@pith.example");
  await page.getByLabel("Right in Saltbush Cycle Kitchen").selectOption("prepare");
  await page.getByRole("button", { name: "Send the invitation" }).click();
  await expect(page.getByRole("status")).toContainText("The letter to juno@pith.example is on its way.");
  await expect(page.getByText(/^Saltbush Cycle Kitchen: prepares runs\s*The link works once/)).toBeVisible();

  const theirs = await (await browser.newContext()).newPage();
  const link = await linkFor(world, "juno@pith.example");
  await theirs.goto(`${world.url}${link}`);
  await theirs.getByLabel("Choose a password").fill("quiet lemons at noon");
  await theirs.getByRole("button", { name: "Join" }).click();
  await expect(theirs.getByRole("heading", { name: "Desk" })).toBeVisible();
  await theirs.goto(`${world.url}/you`);
  await theirs.getByLabel("Password now, to set it up").fill("quiet lemons at noon");
  await theirs.getByRole("button", { name: "Set up one-time codes" }).click();
  const secret = (await theirs.locator("code").innerText()).replace(/\s/g, "");
  const code = () => new TOTP({ secret: Secret.fromBase32(secret) }).generate();
  await theirs.getByLabel("The code that it shows").fill(code());
  await theirs.getByRole("button", { name: "Turn it on" }).click();
  await theirs.getByRole("button", { name: "I have kept them" }).click();
  await expect(theirs.getByText("On: signing in asks for a code")).toBeVisible();

  // The link works once; signing in wants the code now.
  const again = await (await browser.newContext()).newPage();
  await again.goto(`${world.url}${link}`);
  await expect(again.getByRole("alert")).toBeVisible();
  await again.goto(world.url);
  await again.getByLabel("E-mail").fill("juno@pith.example");
  await again.getByLabel("Password").fill("quiet lemons at noon");
  await again.keyboard.press("Enter");
  await expect(again.getByLabel("One-time code")).toBeVisible();

  // What the right gives: the run of this business, no signing, no page of the lead.
  await theirs.goto(`${world.url}/run/${openRun}`);
  await theirs.getByRole("tab", { name: "Sign off" }).click();
  await expect(theirs.getByText("You may prepare this run.")).toBeVisible();
  await theirs.goto(`${world.url}/set-up/users`);
  await expect(theirs.getByRole("alert")).toContainText("Only the practice lead does this.");

  await page.reload();
  await page.getByRole("button", { name: "Change Juno Marsh" }).click();
  await page.getByRole("button", { name: /^Close this account/ }).click();
  await expect(page.getByText("may not sign in any more")).toBeVisible();
  await theirs.goto(world.url);
  await expect(theirs.getByRole("button", { name: "Sign in" })).toBeVisible();
});

test("two people with different rights take a run from hours to the bank; who was not paid stays by name", async ({
  page,
  world,
  browser,
}) => {
  const preparer = await world.api("rowan@pith.example");
  await makeReady(preparer);
  const theirs = await (await browser.newContext()).newPage();
  await signIn(theirs, world, "rowan@pith.example");
  await theirs.goto(`${world.url}/run/${openRun}`);
  await theirs.getByRole("tab", { name: "Sign off" }).click();
  await expect(theirs.getByText("You may prepare this run.")).toBeVisible();

  await openAt(page, world, `/run/${openRun}`, "willa@saltbush.example");
  await page.getByRole("tab", { name: "Sign off" }).click();
  await page.getByRole("checkbox", { name: /I am authorised/ }).check();
  await page.getByRole("button", { name: "Sign off", exact: true }).click();
  await page.getByRole("button", { name: /^Send/ }).first().click();
  const lead = await world.api();
  await until(
    async () => (await lead.call("GET", `/runs/${openRun}/send`)).body.segments,
    (all) => all[3] === "done" || all[4] === "now",
    60,
  );
  expect((await lead.call("POST", "/day", { day: "2026-07-03" })).status).toBe(200);
  // One account turns out closed and one record was refused: neither is settled by the rest.
  const send = async () => (await lead.call("GET", `/runs/${openRun}/send`)).body;
  const names = (view: { items: { open: boolean; severity: string; person: string }[] }) =>
    view.items.flatMap((each) => (each.open && each.severity === "error" ? [each.person] : [])).sort();
  const view = await until(send, (each) => names(each).length === 2, 60);
  expect(names(view)).toEqual(["Jarrah Mokoena", "Lachlan Vandersee"]);
  expect([view.state, view.segments[3]]).toEqual(["sent", "wrong"]);
});

test("safety: a backup, the trail walked, searched and exported; a changed figure is named where it stands", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/set-up/safety");
  await expect(page.getByText("Whole.")).toBeVisible();
  await page.getByRole("button", { name: "Make one now" }).click();
  await expect(page.getByText(/up to entry \d+/)).toBeVisible();
  await page.getByRole("link", { name: "Audit trail" }).click();
  await page.getByLabel("Find").fill("backup");
  // Days that another test moved this world over have their own backups.
  await expect(page.getByRole("cell", { name: "made a backup" }).first()).toBeVisible();
  await expect(page.getByRole("cell", { name: "opened run" })).toHaveCount(0);
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Export what is found as CSV" }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/^audit-trail-.*\.csv$/);

  // Somebody changes a kept pay beside the program.
  const store = new Database(join(world.folder, "app", "zesty.db"));
  store.exec(
    `UPDATE signed_pay SET payday = '2026-06-24' WHERE id = (SELECT min(id) FROM signed_pay WHERE run_id = ${runs.saltbushSettled})`,
  );
  store.close();
  await page.goto(`${world.url}/set-up/safety`);
  await page.getByRole("button", { name: "Check every record now" }).click();
  await expect(page.getByText("One record is not as it was sealed:")).toBeVisible();
  await page.goto(`${world.url}/run/${runs.saltbushSettled}`);
  await expect(page.getByText("Do not rely on these figures")).toBeVisible();
  await expect(page.getByText("A record is not as written by this program")).toBeVisible();
});

test("paid outside the cycle: forgotten hours, taxed with the pay of their period, signed off by itself", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/run");
  await page.getByRole("button", { name: "Pay outside the cycle" }).click();
  await page.getByLabel("For the period").selectOption({ index: 2 });
  await page.getByLabel("Payday", { exact: true }).fill("2/7");
  await page.getByRole("checkbox", { name: "Marnie Okafor" }).check();
  await page.getByRole("button", { name: "Open the run" }).click();
  await expect(page.getByText(/outside the cycle: hours that were forgotten/)).toBeVisible();
  await page
    .getByRole("row", { name: /Marnie Okafor/ })
    .getByRole("gridcell")
    .nth(2)
    .click();
  await page.keyboard.type("5");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await page
    .getByRole("row", { name: /Marnie Okafor/ })
    .getByRole("gridcell")
    .nth(1)
    .click();
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  await aside.getByRole("button", { name: /^PAYG tax/ }).click();
  await expect(aside).toContainText("Withholding on this further pay of the period");
});
