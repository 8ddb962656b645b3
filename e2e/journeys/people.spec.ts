/** People by hand: several at once, a raise from the past with its back pay, lists of the set-up, and the staff pages on a phone. */
import { beside, find, paste } from "../keyboard.ts";
import {
  test as alone,
  comesBack,
  expect,
  openAt,
  openRun,
  signIn,
  standsStill,
  testInOneWorld,
  until,
  type World,
} from "../world.ts";

// What goes about a run or person of another test here has a world of its own.
const test = testInOneWorld();

test("several people: typed by keyboard, pasted with a fault, mended, added all at once", async ({ page, world }) => {
  await openAt(page, world, "/people");
  await page.getByRole("button", { name: "Add several" }).click();
  await page.getByRole("gridcell").nth(1).click();
  for (const cell of ["Mira", "Okonjo", "3/2/1991", "6/7/2026", "ft", "38", "", "82,000"]) {
    await page.keyboard.type(cell);
    await page.keyboard.press("Tab");
  }
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  await expect(aside).toContainText("First pay, 16 July 2026");
  await expect(aside).toContainText("Gross1,576.92");
  // Once worked out it stands still: the server is asked when something is typed, and not again and again.
  let asked = 0;
  page.on("request", (request) => (asked += Number(request.url().endsWith("/first-pay"))));
  await standsStill(page, 600);
  expect(asked).toBe(0);
  const block = [
    "Given name\tSurname\tDOB\tStart date\tType\tHours\tRate",
    "Tane\tSampson\t1/5/1999\t6/7/2026\tcasual\t\t33.50",
    "Una\tSampson\t31/2/1990\t6/7/2026\tpart time\t20\t31",
  ].join("\n");
  await paste(page, block);
  await expect(page.getByRole("status").first()).toContainText("1 row of 3 cannot be added yet");
  await page.getByRole("gridcell", { name: "31/2/1990" }).click();
  await expect(aside).toContainText("Birth date: “31/2/1990” is not a date");
  await page.keyboard.type("28/2/1990");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Add 3 people" }).click();
  await expect(page.getByRole("heading", { name: "People" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Una Sampson" })).toBeVisible();
  await expect(page.getByRole("row", { name: /Mira Okonjo/ })).toContainText("Tax declaration");
  // The list with numbers comes as a file, as long as the password was typed a short while ago.
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "with tax and bank numbers" }).click(),
  ]);
  expect(file.suggestedFilename()).toBe("people-2026-07-01.csv");
  // One was somebody twice, and then it was the wrong list altogether: they go again, with the run that they stood in.
  await page.getByRole("link", { name: "Una Sampson" }).click();
  await page.getByRole("button", { name: "Take Una Sampson out again" }).click();
  await page.getByRole("button", { name: "Take out", exact: true }).click();
  await expect(page.getByRole("link", { name: "Tane Sampson" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Una Sampson" })).toHaveCount(0);
  await page.getByRole("button", { name: "Add several" }).click();
  await expect(page.getByRole("region", { name: "Added together" })).toContainText("Mira Okonjo to Tane Sampson");
  await page.getByRole("button", { name: "Take 2 people out again" }).click();
  await page.getByRole("button", { name: "Take out", exact: true }).click();
  await expect(page.getByRole("region", { name: "Added together" })).toHaveCount(0);
  await openAt(page, world, "/people");
  await expect(page.getByRole("link", { name: "Mira Okonjo" })).toHaveCount(0);
});

test("a raise from a day in the past: each pay before and after, paid back with the open run, and read on the line of time", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/people");
  await page.getByRole("link", { name: "Jarrah Mokoena" }).click();
  await page.getByRole("button", { name: "Change employment and rate" }).click();
  await page.getByRole("textbox", { name: "Counts from" }).fill("11/5/2026");
  await page.getByLabel("Hourly rate").fill("31.10");
  const offer = page.getByRole("region", { name: "Back pay" });
  // Six weeks of 30 hours at a dollar more.
  await expect(offer).toContainText("6 pays signed off at another rate: $180.00 more in all");
  await expect(offer.getByRole("row", { name: /25 June 2026/ })).toContainText("951.50");
  await offer.getByRole("button", { name: "Save, and add $180.00 back pay to the run of 2 July 2026" }).click();
  await expect(page).toHaveURL(new RegExp(`/run/${openRun}`));
  await page.getByRole("tab", { name: "Hours" }).click();
  await find(page, "mokoena");
  await expect(await beside(page)).toContainText("Back pay");
  await page.goto(`${world.url}/people`);
  await page.getByRole("link", { name: "Jarrah Mokoena" }).click();
  const line = page.getByRole("region", { name: "Line of time" });
  await line.getByRole("button", { name: /\$31\.10 an hour, holds today/ }).click();
  await expect(line).toContainText("$30.10 an hour → $31.10 an hour");
  await line.getByRole("button", { name: "Undo, and keep what applied before" }).click();
  await expect(line.getByRole("button", { name: /\$31\.10 an hour/ })).toHaveCount(0);
});

test("a form that counts from another day shows what is on record for it: a raise that is coming stays one", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/people");
  await page.getByRole("link", { name: "Hazel Birtwistle" }).click();
  const [from, rate] = [page.getByRole("textbox", { name: "Counts from" }), page.getByLabel("Hourly rate")];
  const change = () => page.getByRole("button", { name: "Change employment and rate" }).click();
  await change();
  await from.fill("3/8/2026");
  await rate.fill("29.40");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByRole("textbox", { name: "Counts from" })).toHaveCount(0);
  // Today's rate stands in the form until the day is typed; what was typed before stays.
  await change();
  await expect(rate).toHaveValue("27.16");
  await page.getByLabel("Classification").fill("Level 3");
  await from.fill("1/9/2026");
  await expect(rate).toHaveValue("29.40");
  await expect(page.getByText("The fields show what is on record for it")).toBeVisible();
  await expect(page.getByLabel("Classification")).toHaveValue("Level 3");
  // Saved before the answer is there, it waits for it: back to a day before, and at once.
  await from.fill("6/7/2026");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText(/goes on into what is on record from 3 August 2026/)).toBeVisible();
  await change();
  await expect(rate).toHaveValue("27.16");
  await from.fill("1/9/2026");
  await expect(rate).toHaveValue("29.40");
  await expect(page.getByLabel("Classification")).toHaveValue("Level 3");
});

test("typed and not saved: leaving asks, of two forms, for another business and at sign-out; half a day breaks no page", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/set-up");
  const add = page.getByRole("button", { name: "Add one" });
  await add.first().click();
  const typed = page.locator("form input").first();
  await typed.fill("Casuals by the week");
  await add.nth(1).click();
  const other = async (name: string) => {
    await page.getByRole("button", { name: /^Business in hand/ }).click();
    await page.getByRole("option", { name }).click();
  };
  const asked = page.getByRole("dialog", { name: "What you typed here is not saved" });
  for (const go of [
    () => page.getByRole("link", { name: "Books" }).click(),
    () => other("Kōura Bay Kayaks"),
    () => page.getByRole("button", { name: "Sign out" }).click(),
  ]) {
    await go();
    await asked.getByRole("button", { name: "Stay and save it" }).click();
    await expect(typed).toHaveValue("Casuals by the week");
    await expect(page.getByRole("button", { name: "Business in hand: Saltbush Cycle Kitchen" })).toBeVisible();
  }
  await other("Kōura Bay Kayaks");
  await asked.getByRole("button", { name: "Leave without it" }).click();
  await expect(page.getByRole("button", { name: "Business in hand: Kōura Bay Kayaks" })).toBeVisible();
  await expect(page.locator("form")).toHaveCount(0);

  await page.getByRole("link", { name: "People" }).click();
  await page.getByRole("button", { name: "Raise several" }).click();
  await page.getByLabel("From").fill("1 Ju");
  await expect(page.getByRole("button", { name: "Raise from", exact: true })).toBeDisabled();
});
test("a raise for several people: chosen, seen with its yearly cost and what signed pays miss, and done in one step", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/people");
  await page.getByRole("button", { name: "Raise several" }).click();
  await page.getByLabel("Per cent").fill("3.5");
  await page.getByLabel("Marnie Okafor").check();
  await page.getByLabel("Tobias Wren").check();
  await expect(page.getByRole("row", { name: /Marnie Okafor/ })).toContainText("$37.67 an hour2,509.52");
  await expect(page.getByRole("row", { name: /2 people chosen/ })).toContainText("4,643.60");
  await page.getByRole("button", { name: "Raise 2 people from 1 July 2026" }).click();
  await expect(page.getByRole("row", { name: /Marnie Okafor/ })).toContainText("37.67");
  await expect(page.getByRole("row", { name: /Priya Halloran/ })).toContainText("30.85");
});

test("several people move to another fund, and a card that ends soon is renewed from the desk", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/people");
  await page.getByRole("button", { name: "Move several" }).click();
  await page.getByLabel("What changes").selectOption("Super fund");
  await page.getByLabel("To", { exact: true }).selectOption("Harbourlight Retirement Fund");
  await expect(page.getByRole("row", { name: /Dev Ramanathan/ })).toContainText("There already.");
  await page.getByLabel("Imogen Tarrant").check();
  await page.getByLabel("Lachlan Vandersee").check();
  await page.getByRole("button", { name: "Move 2 people from 1 July 2026" }).click();
  await expect(page.getByRole("row", { name: /Imogen Tarrant/ })).toContainText("Member number");
  await page.goto(`${world.url}/desk`);
  await page.getByRole("button", { name: /\d+ more lines/ }).click();
  await page.getByRole("link", { name: /Marnie Okafor: Food safety supervisor ends/ }).click();
  await page.getByLabel("Card ends on").first().fill("11/7/2031");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("FSS-40771, to 11 July 2031")).toBeVisible();
  await page.goto(`${world.url}/desk`);
  await page.getByRole("button", { name: /\d+ more lines/ }).click();
  await expect(page.getByRole("link", { name: /ESCT|Ready|Hours|Marks/ }).first()).toBeVisible();
  await expect(page.getByRole("link", { name: /Food safety supervisor/ })).toHaveCount(0);
});

alone("what is missing: from the desk to the field and back, until nothing of it is left", async ({ page, world }) => {
  await signIn(page, world);
  await page
    .getByRole("link", { name: /^Missing: \d+ facts/ })
    .first()
    .click();
  await expect(page.getByRole("heading", { name: "What is missing" })).toBeVisible();
  const tax = page.getByRole("region", { name: "Tax declarations" });
  await expect(tax).toContainText("10 of 11");
  await page.getByRole("button", { name: "Ask people for these" }).click();
  await expect(page.getByRole("status").filter({ hasText: "Asked, with a way" })).toContainText("Noor Lindqvist");
  const box = await until(
    async () => (await fetch(world.postBox)).text(),
    (html) => html.includes("/staff/join#"),
  );
  expect(box).toContain("noor.lindqvist@");
  await tax.getByRole("link", { name: /Noor Lindqvist/ }).click();
  await expect(page.getByRole("heading", { name: "Noor Lindqvist" })).toBeVisible();
  await page.getByLabel("Tax file number").first().selectOption("none");
  await page.getByRole("button", { name: "Save" }).click();
  await page.goBack();
  await expect(tax).toContainText("all 11");
  await expect(page.getByRole("row", { name: /Gannet Point Boatworks/ })).toBeVisible();
  const [list] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Download the list" }).click(),
  ]);
  expect(list.suggestedFilename()).toMatch(/^missing-.*\.csv$/);
});

alone("set-up: a cycle is changed, and what is in use is not retired", async ({ page, world }) => {
  await openAt(page, world, "/set-up");
  await page.getByRole("button", { name: "Change Weekly" }).click();
  await page.getByLabel("On a day without banks").selectOption("before");
  await page.getByLabel("Retired: not offered any more").check();
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Weekly is used by 11 people.")).toBeVisible();
  await page.getByLabel("Retired: not offered any more").uncheck();
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("without banks pay on the bank's day before")).toBeVisible();
});

/** The newest staff link to an address, as it lies in the post box. */
async function staffLinkFor(world: World, address: string): Promise<string> {
  const page = await until(
    async () => (await fetch(world.postBox)).text(),
    (html) => html.includes(address) && html.includes("/staff/join#"),
  );
  return `/staff/join#${/\/staff\/join#([\w-]+)/.exec(page)?.[1]}`;
}

test("the staff page on a phone: joined by a letter, the payslip and its why, leave from asking to the answer", async ({
  page,
  world,
  browser,
}) => {
  await openAt(page, world, "/people");
  await page.getByRole("link", { name: "Lachlan Vandersee" }).click();
  await page.getByRole("button", { name: "Invite by e-mail" }).click();
  await expect(page.getByText("The invitation to lachlan.vandersee@example.org is on its way.")).toBeVisible();

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  await phone.goto(`${world.url}${await staffLinkFor(world, "lachlan.vandersee@example.org")}`);
  await phone.getByLabel("Choose a password").fill("short");
  await phone.getByRole("button", { name: "Open my page" }).click();
  await expect(phone.getByText("Password needs at least 12 characters")).toBeVisible();
  await phone.getByLabel("Choose a password").fill("peel and pith and zest");
  await phone.getByRole("button", { name: "Open my page" }).click();
  await phone.getByRole("link", { name: /Your payslip for 25 June 2026/ }).click();
  await phone.getByRole("button", { name: /^Tax/ }).click();
  await expect(phone.getByRole("status")).toContainText("scale 2");
  await phone.getByRole("link", { name: "← Back" }).click();

  await phone.getByRole("link", { name: "Ask for leave" }).click();
  await phone.getByLabel("First day").fill("20/7");
  await phone.getByLabel("Last day").fill("22/7");
  await expect(phone.getByText("Wednesday 22 July")).toHaveCount(0);
  await expect(phone.getByText("3 days, 22.8 hours.")).toBeVisible();
  await phone.getByLabel("Note for your approver").fill("The snow");
  await phone.getByRole("button", { name: "Ask for it" }).click();
  await expect(phone.getByText("Your request is with Saltbush Cycle Kitchen")).toBeVisible();

  await page.goto(`${world.url}/time/leave`);
  const aside = page.getByRole("complementary", { name: "Beside the tapes" });
  await aside.getByRole("button", { name: /Lachlan Vandersee/ }).click();
  await expect(aside).toContainText("The snow");
  await aside.getByRole("button", { name: "Approve" }).click();
  await expect(page.getByRole("status")).toContainText("Done.");
  await phone.reload();
  await expect(phone.getByText(/20 July to 22 July: approved/)).toBeVisible();
  // Nothing of the practice opens for an employee.
  await phone.goto(`${world.url}/desk`);
  await expect(phone.getByRole("heading", { name: "Lachlan Vandersee" })).toBeVisible();
});

test("somebody without an e-mail address is invited by text message, and sets the page up on the phone", async ({
  page,
  world,
  browser,
}) => {
  await openAt(page, world, "/people");
  await page.getByRole("link", { name: "Noor Lindqvist" }).click();
  const details = page.getByRole("region", { name: "Details" });
  await details.getByRole("button", { name: "Change" }).click();
  await details.getByLabel("E-mail").fill("");
  await details.getByLabel("Phone").fill("0491 570 156");
  await details.getByRole("button", { name: "Save" }).click();
  await page.getByRole("button", { name: "Invite by text message" }).click();
  await expect(page.getByText("The invitation to +61491570156 is on its way.")).toBeVisible();
  const { texts } = await until(
    () => world.effects(),
    (now) => now.texts.length > 0,
  );
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  await phone.goto(`${world.url}${/\/staff\/join#[\w-]+/.exec(texts[0]?.body ?? "")?.[0]}`);
  await phone.getByLabel("Choose a password").fill("peel and pith and zest");
  await phone.getByRole("button", { name: "Open my page" }).click();
  await expect(phone.getByText("E-mail is missing")).toBeVisible();
  await phone.getByLabel("Your e-mail address").fill("noor@example.org");
  await phone.getByRole("button", { name: "Open my page" }).click();
  await expect(phone.getByRole("heading", { name: "Noor Lindqvist" })).toBeVisible();
  await page.reload();
  await expect(details).toContainText("noor@example.org");
});

test("another bank account from a phone waits for the practice; hours typed without a signal are sent when it is back", async ({
  page,
  world,
  browser,
}) => {
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  const signedIn = async (email: string) => {
    await phone.getByLabel("E-mail", { exact: true }).fill(email);
    await phone.getByLabel("Password").fill("lemon-and-pith");
    await phone.getByRole("button", { name: "Sign in" }).click();
  };
  await phone.goto(`${world.url}/staff`);
  await signedIn("jarrah.mokoena@example.org");
  await phone.getByRole("link", { name: "Bank account" }).click();
  await phone.getByLabel("BSB").fill("990-1");
  await phone.getByLabel("Account number").fill("55667788");
  await phone.getByRole("button", { name: "Save" }).click();
  await expect(phone.getByText("BSB is not a BSB")).toBeVisible();
  await phone.getByLabel("BSB").fill("990-119");
  await phone.getByRole("button", { name: "Save" }).click();
  await expect(phone.getByText(/New account, waiting for your employer's check: .*788/)).toBeVisible();
  await openAt(page, world, "/people");
  await page.getByRole("link", { name: "Bank account to look at" }).click();
  await page.getByRole("button", { name: "Pay to this account" }).click();
  await expect(page.locator("#bank")).toContainText("990-119 ••• 788");

  await phone.getByRole("button", { name: "Sign out" }).click();
  // A mailed code does in place of the password, once.
  const email = "hana.okaforth@example.org";
  await phone.getByRole("button", { name: "Send me a code instead" }).click();
  await phone.getByLabel("Your e-mail address").fill(email);
  await phone.getByRole("button", { name: "Send me a code" }).click();
  const letters = await until(
    async () => (await fetch(world.postBox)).text(),
    (html) => html.includes(email) && /\d{6} is your code/.test(html),
  );
  await phone.getByLabel("The six digits").fill(/(\d{6}) is your code/.exec(letters)?.[1] ?? "");
  await phone.getByRole("button", { name: "Sign in with it" }).click();
  // Without a signal the page opens all the same, and says so.
  await expect(phone.getByRole("heading", { name: "Hana Okaforth" })).toBeVisible();
  await phone.evaluate(() => navigator.serviceWorker.ready);
  await phone.reload();
  await phone.context().setOffline(true);
  await phone.reload();
  await expect(phone.getByText("There is no signal. Try again when it is back.")).toBeVisible();
  await phone.context().setOffline(false);
  await phone.getByRole("button", { name: "Try again" }).click();
  await phone.getByRole("link", { name: /Type your hours|Enter changes/ }).click();
  const day = phone.getByLabel(/Thu/);
  await day.fill("9-99");
  await phone.getByRole("button", { name: "Send one day" }).click();
  await expect(phone.getByText(/2 July 2026: /)).toBeVisible();
  await day.fill("9-15:30 b30");
  await phone.context().setOffline(true);
  await phone.getByRole("button", { name: "Send one day" }).click();
  await expect(phone.getByText("One day is kept on this phone")).toBeVisible();
  await phone.context().setOffline(false);
  await expect(phone.getByText("waits for approval").first()).toBeVisible();
  await expect(day).toHaveValue("9–15:30 b30");

  // Approved while the phone was put away: taken out again it says so, and what is half typed stays.
  const mine = (await (await phone.request.get(`${world.url}/api/staff`)).json()).employments[0].personId as number;
  const { businessId } = (await (await world.api()).call("GET", `/people/${mine}`)).body as { businessId: number };
  await page.goto(`${world.url}/time?business=${businessId}`);
  await page.getByRole("button", { name: /^Approve \d+ days?$/ }).click();
  await expect(page.getByRole("button", { name: "All approved" })).toBeVisible();
  await phone.getByLabel(/Wed/).fill("8-1");
  await expect(phone.getByText("waits for approval").first()).toBeVisible();
  await comesBack(phone);
  await expect(phone.getByText("waits for approval")).toHaveCount(0);
  await expect(phone.getByLabel(/Wed/)).toHaveValue("8-1");
});

test("from one missing fact to the next, person by person, without the list between", async ({ page, world }) => {
  const api = await world.api();
  const people = (await api.call("GET", "/businesses/1/people")).body as {
    id: number;
    name: string;
    missing: { section: string; text: string }[];
  }[];
  const dev = people.find((each) => each.missing.some(({ text }) => text === "Member number"));
  const at = people.findIndex((each) => each.id === dev?.id);
  // The next one in the list, round to its start; the tests before this one may have mended or left something.
  const other = [...people.slice(at + 1), ...people.slice(0, at)].find((each) => each.missing.length > 0);
  await openAt(page, world, `/people/${dev?.id}`);
  await page.getByRole("link", { name: "member number", exact: true }).click();
  await page.getByLabel("Member number").fill("HR 2040");
  await page.getByRole("button", { name: "Save" }).click();
  const next = page.getByRole("link", { name: `Next: ${other?.name}` });
  await expect(next).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`/people/${other?.id}#${other?.missing[0]?.section}$`));
  await expect(page.getByRole("heading", { level: 1, name: other?.name ?? "" })).toBeVisible();
});

test("what a save changed is said, and taken back from there", async ({ page, world }) => {
  await openAt(page, world, "/people/7#employment");
  await page.getByLabel("Hourly rate").fill("29.99");
  await page.keyboard.press("Control+Enter");
  const employment = page.locator("#employment");
  await expect(employment.getByRole("status")).toContainText(/Saved\. .*→ \$29\.99 an hour.*, from 1 July 2026\./);
  await employment.getByRole("button", { name: "Undo" }).click();
  await expect(employment.getByRole("status")).toContainText("Undone: what applied before applies again.");
  await expect(employment.getByText(/\$29\.99 an hour/)).toHaveCount(0);
});
