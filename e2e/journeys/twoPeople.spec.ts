/** Two people at one run, one week and one request: nobody's word is lost, and nothing is done twice. */
import type { Page } from "@playwright/test";
import { comesBack, expect, openAt, openRun, testInOneWorld, type World } from "../world.ts";

const test = testInOneWorld();
const cell = (page: Page, person: RegExp, column: number) =>
  page.getByRole("grid").getByRole("row", { name: person }).getByRole("gridcell").nth(column);
const saved = (page: Page) => expect(page.getByText("Saved", { exact: true })).toBeVisible();
async function type(page: Page, person: RegExp, column: number, text: string): Promise<void> {
  await cell(page, person, column).click();
  await page.keyboard.type(text);
  await page.keyboard.press("Enter");
  await saved(page);
}
const atTheRun = async (page: Page, world: World, email?: string) => {
  await openAt(page, world, `/run/${openRun}`, email);
  await page.getByRole("tab", { name: "Hours" }).click();
  await expect(cell(page, /Jarrah Mokoena/, 2)).toBeVisible();
};

test("in two cells of one row: each undoes their own, and the other's stands", async ({ page, world, browser }) => {
  const theirs = await (await browser.newContext()).newPage();
  await atTheRun(page, world);
  await atTheRun(theirs, world, "rowan@pith.example");
  await type(page, /Jarrah Mokoena/, 2, "33");
  await type(theirs, /Jarrah Mokoena/, 3, "5");
  await expect(cell(page, /Jarrah Mokoena/, 3)).toHaveText("5");
  await cell(page, /Jarrah Mokoena/, 2).click();
  await page.keyboard.press("ControlOrMeta+Z");
  await saved(page);
  await expect(cell(page, /Jarrah Mokoena/, 2)).toHaveText("30");
  await expect(cell(page, /Jarrah Mokoena/, 3)).toHaveText("5");
  await expect(cell(theirs, /Jarrah Mokoena/, 2)).toHaveText("30");
  // What the page asked for before a save, and is answered after it, takes nothing back and hides nothing.
  let letGo = (): void => undefined;
  const held = new Promise<void>((resolve) => {
    letGo = resolve;
  });
  let asked = 0;
  await page.route(`**/api/runs/${openRun}`, async (route) => {
    const answer = await route.fetch();
    asked += 1;
    await held;
    await route.fulfill({ response: answer });
  });
  await type(theirs, /Marnie Okafor/, 2, "35");
  await expect.poll(() => asked).toBe(1);
  await type(page, /Jarrah Mokoena/, 2, "31");
  letGo();
  await expect(cell(page, /Marnie Okafor/, 2)).toHaveText("35");
  await expect(cell(page, /Jarrah Mokoena/, 2)).toHaveText("31");
  await theirs.close();
});

test("in one cell at once: the first stands, the other's is kept and offered", async ({ page, world, browser }) => {
  const theirs = await (await browser.newContext()).newPage();
  await atTheRun(page, world);
  await atTheRun(theirs, world, "rowan@pith.example");
  // Their line is cut while both type.
  await theirs.context().setOffline(true);
  await cell(theirs, /Marnie Okafor/, 2).click();
  await theirs.keyboard.type("31");
  await theirs.keyboard.press("Enter");
  await type(page, /Marnie Okafor/, 2, "36");
  await theirs.context().setOffline(false);
  // Kept and offered, whichever of the two the page hears of first.
  await expect(theirs.getByRole("alert")).toContainText("Marnie Okafor");
  await expect(cell(theirs, /Marnie Okafor/, 2)).toHaveText("36");
  await theirs.getByRole("button", { name: "Put mine in" }).click();
  await expect(cell(page, /Marnie Okafor/, 2)).toHaveText("31");
  await theirs.close();
});

test("in one week: what the other types shows by itself, and an answer of before hides nothing", async ({
  page,
  world,
  browser,
}) => {
  const theirs = await (await browser.newContext()).newPage();
  await openAt(page, world, "/time");
  await openAt(theirs, world, "/time", "rowan@pith.example");
  const put = async (at: Page, person: RegExp, column: number, text: string) => {
    await cell(at, person, column).click();
    const taken = at.waitForResponse((each) => each.url().endsWith("/days") && each.ok());
    await at.keyboard.type(text);
    await at.keyboard.press("Enter");
    await taken;
  };
  await put(theirs, /Noor Lindqvist/, 6, "9-12");
  await expect(cell(page, /Noor Lindqvist/, 6)).toContainText("9–12");
  const letGo: (() => void)[] = [];
  let holds = true;
  await page.route("**/week?*", async (route) => {
    const answer = await route.fetch();
    if (holds) await new Promise<void>((resolve) => letGo.push(resolve));
    await route.fulfill({ response: answer });
  });
  await put(theirs, /Noor Lindqvist/, 7, "10-13");
  await expect.poll(() => letGo.length).toBe(1);
  await put(page, /Dev Ramanathan/, 6, "8-11");
  letGo[0]?.();
  await expect(cell(page, /Noor Lindqvist/, 7)).toContainText("10–13");
  await expect.poll(() => letGo.length).toBe(2);
  await expect(cell(page, /Dev Ramanathan/, 6)).toContainText("8–11");
  holds = false;
  letGo[1]?.();
  await put(theirs, /Noor Lindqvist/, 6, "9-13");
  await expect(cell(page, /Noor Lindqvist/, 6)).toContainText("9–13");
  await expect(cell(page, /Dev Ramanathan/, 6)).toContainText("8–11");
  await theirs.close();
});

test("a session that ends while a run is typed: asked there once, and what was typed is saved", async ({
  page,
  world,
}) => {
  await atTheRun(page, world);
  await page.context().clearCookies();
  await cell(page, /Priya Halloran/, 2).click();
  await page.keyboard.type("21");
  await page.keyboard.press("Enter");
  const dialog = page.getByRole("dialog", { name: "Your session has ended" });
  await dialog.getByRole("button", { name: "Not now" }).click();
  // What goes again by itself does not ask again; a tick does.
  await cell(page, /Jarrah Mokoena/, 2).click();
  await page.keyboard.type("29");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Saving…")).toBeVisible();
  await page.waitForTimeout(4000);
  await expect(dialog).toBeHidden();
  await cell(page, /Priya Halloran/, 0).click();
  await page.keyboard.press(".");
  await dialog.getByLabel("Password").fill("lemon-and-pith");
  await page.keyboard.press("Enter");
  await saved(page);
  await page.reload();
  await page.getByRole("tab", { name: "Hours" }).click();
  await expect(cell(page, /Priya Halloran/, 2)).toHaveText("21");
  await expect(cell(page, /Jarrah Mokoena/, 2)).toHaveText("29");
});

test("a request for leave is answered once; the other answer is told so", async ({ page, world, browser }) => {
  const theirs = await (await browser.newContext()).newPage();
  const button = (at: Page, name: string) => at.getByRole("button", { name, exact: true });
  for (const [at, email] of [[page], [theirs, "rowan@pith.example"]] as [Page, string?][]) {
    await openAt(at, world, "/time/leave", email);
    await at.getByRole("button", { name: "Tobias Wren: Annual leave, 3 Aug" }).click();
    await at.getByLabel("Leave in advance is agreed").check();
    await expect(button(at, "Approve")).toBeEnabled();
  }
  // Both press at once.
  await Promise.all([button(page, "Approve").click(), button(theirs, "Decline").click()]);
  await expect
    .poll(async () => (await page.getByRole("alert").count()) + (await theirs.getByRole("alert").count()))
    .toBeGreaterThan(0);
  const states = await Promise.all(
    [page, theirs].map(async (at) => {
      await at.reload();
      // The page stands once its people do.
      await expect(at.getByText("Tobias Wren").first()).toBeVisible();
      return at.getByRole("button", { name: /^Tobias Wren: Annual leave, 3 Aug/ }).count();
    }),
  );
  expect(states[0]).toBe(states[1]);
  await theirs.close();
});

test("in one section of a person: the slower one's form is not saved over the other's", async ({
  page,
  world,
  browser,
}) => {
  const theirs = await (await browser.newContext()).newPage();
  const form = (at: Page) => at.locator("#employment");
  for (const [at, email] of [[page], [theirs, "rowan@pith.example"]] as [Page, string?][]) {
    await openAt(at, world, "/people/5#employment", email);
    await expect(form(at).getByLabel("Classification")).toBeVisible();
  }
  await form(page).getByLabel("Hourly rate").fill("61.5");
  await form(page).getByRole("button", { name: "Save" }).click();
  await expect(form(page)).toContainText("61.50");
  await form(theirs).getByLabel("Classification").fill("Head cook");
  await form(theirs).getByRole("button", { name: "Save" }).click();
  await expect(form(theirs).getByRole("alert")).toContainText("This was changed since you opened it");
  // Opened anew it shows what the other saved, and is saved; one's own change in between is no other's.
  await form(theirs).getByRole("button", { name: "Cancel" }).click();
  await form(theirs).getByRole("button", { name: "Change" }).click();
  for (const name of ["Head cook", "Chef"]) {
    await expect(form(theirs).getByLabel("Hourly rate")).toHaveValue("61.50");
    await form(theirs).getByLabel("Classification").fill(name);
    await form(theirs).getByRole("button", { name: "Save" }).click();
    await expect(form(theirs)).toContainText(name);
    if (name === "Head cook") await form(theirs).getByRole("button", { name: "Change" }).click();
  }
  await theirs.close();
});

test("a page that stays open is told of another day, the office's and the phone's", async ({
  page,
  world,
  browser,
}) => {
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  await phone.goto(`${world.url}/staff`);
  await phone.getByLabel("E-mail", { exact: true }).fill("hana.okaforth@example.org");
  await phone.getByLabel("Password").fill("lemon-and-pith");
  await phone.getByRole("button", { name: "Sign in" }).click();
  await phone.getByRole("link", { name: /Type your hours|Enter changes/ }).click();
  await expect(phone.getByText("Week of 29 June")).toBeVisible();
  await openAt(page, world, "/people/pays");
  const from = page.getByLabel("Paydays from");
  await from.fill("today");
  await from.blur();
  await expect(from).toHaveValue(/Wed,? 1 July 2026/);
  const lead = await world.api();
  expect((await lead.call("POST", "/day", { day: "2026-07-08" })).status).toBe(200);
  await expect(page.getByText("Wed, 8 July").first()).toBeVisible();
  await expect(from).toHaveValue(/Wed,? 1 July 2026/);
  await from.fill("+1");
  await from.blur();
  await expect(from).toHaveValue(/Thu,? 9 July 2026/);
  await comesBack(phone);
  await expect(phone.getByText("Week of 6 July")).toBeVisible();
});
