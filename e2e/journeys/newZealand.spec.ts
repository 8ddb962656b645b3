/** New Zealand by hand: a payday by keyboard to an accepted filing, holidays, a late filing, an amendment, a departure. */
import { beside, find, press, tabTo, tickAll } from "../keyboard.ts";
import {
  test as alone,
  expect,
  openAt,
  runs,
  signIn,
  standsStill,
  testInOneWorld,
  until,
  type World,
} from "../world.ts";

// What goes about a run or person of another test here has a world of its own.
const test = testInOneWorld();

type Page = Parameters<typeof signIn>[0];
const aside = (page: Page) => page.getByRole("complementary", { name: "Beside the sheet" });
const total = (page: Page, name: string) => page.locator(`[data-total="${name}"]`);
const saved = (page: Page) => expect(page.getByText("Saved", { exact: true })).toBeVisible();
async function open(page: Page, world: World, run: number, person?: string): Promise<void> {
  await openAt(page, world, `/run/${run}`);
  if (person) await page.getByRole("gridcell", { name: person, exact: true }).click();
}

alone("a payday from hours to an accepted filing, by keyboard", async ({ page, world }) => {
  const before = await world.effects();
  await signIn(page, world);
  // Its payday is not among the next: the other lines are asked for.
  await press(page, page.getByRole("button", { name: /\d+ more lines/ }));
  const link = page.getByRole("link", { name: /Hours to fill in/ }).filter({ hasText: "Kōura Bay Kayaks" });
  await press(page, link);
  await expect(page.getByRole("heading", { name: "Payday 14 July 2026" })).toBeVisible();
  // Hours and days of the casual guide.
  await find(page, "nico");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.type("9");
  await page.keyboard.press("Enter");
  await saved(page);
  const grid = page.getByRole("grid", { name: "Run sheet" });
  // 9 h × 27.00 and 8 % on top; ND: 46.75 % in 2026–27.
  await expect(grid.getByRole("row", { name: /Nico Valdeso/ })).toContainText("262.44");
  await expect(grid.getByRole("row", { name: /Nico Valdeso/ })).toContainText("122.69");
  // Matariki for the boat builder: confirmed with its reason, put in by keyboard.
  await page.keyboard.press("Escape");
  await find(page, "tama");
  await press(page, (await beside(page)).getByRole("button", { name: "Public holidays of the period" }));
  await expect(aside(page)).toContainText("Matariki, Fri, 10 July");
  await press(page, aside(page).getByRole("button", { name: "Save to the time record" }));
  await saved(page);
  const tama = grid.getByRole("row", { name: /Tama Ruakere/ });
  await expect(tama).toContainText("68.4");
  await expect(aside(page)).toContainText("Public holiday, days1");
  // The rest is looked at and ticked.
  await find(page, "nico");
  await tickAll(page);
  await saved(page);
  // A figure says why: the student loan of the lead guide.
  await find(page, "wiremu");
  await press(page, (await beside(page)).getByRole("button", { name: /^Student loan/ }));
  await expect(aside(page)).toContainText("12 % of earnings above the threshold of this pay");
  await page.keyboard.press("Escape");
  // Sign off: the filing is shown before it is sent.
  await press(page, page.getByRole("tab", { name: "Sign off" }));
  await expect(aside(page)).toContainText("Employment information for 9 people, due Thu, 16 July");
  await tabTo(page, aside(page).getByRole("checkbox"));
  await page.keyboard.press("Space");
  await press(page, aside(page).getByRole("button", { name: "Sign off" }));
  await press(page, aside(page).getByRole("button", { name: "Send all" }));
  await expect(aside(page).getByText("Accepted for everybody.")).toBeVisible();
  const effects = await until(
    () => world.effects(),
    (now) => now.filings.length > before.filings.length && now.files.length > before.files.length,
  );
  const filing = effects.filings.at(-1);
  expect([filing?.payday, filing?.amendment, filing?.state, filing?.people]).toEqual(["2026-07-14", 0, "PROCESSED", 9]);
  // What the bank will pay is the net pay of the run.
  const net = (await total(page, "net").innerText()).replace(/[,.]/g, "");
  expect(effects.files.at(-1)?.credit).toBe(Number(net));
});

test("a late filing is said on the desk and in the run, and goes out with a warning", async ({ page, world }) => {
  await signIn(page, world);
  const api = await world.api();
  await api.call("POST", "/day", { day: "2026-07-03" });
  await page.reload();
  await expect(page.getByRole("link", { name: /File the payday of 30 June/ })).toContainText("late");
  await page.goto(`${world.url}/run/${runs.kouraUnfiled}`);
  await expect(aside(page)).toContainText("Late: the payday was to be filed by Thu, 2 July");
  await aside(page).getByRole("button", { name: "File the payday" }).click();
  await expect(aside(page)).toContainText("Filed after the due date, 2026-07-02");
  await page.goto(`${world.url}/desk`);
  await expect(page.getByRole("heading", { name: "Desk" })).toBeVisible();
  await expect(page.getByRole("link", { name: /File the payday of 30 June/ })).toHaveCount(0);
});

alone("a filing in error for one person is mended and amended", async ({ page, world }) => {
  const rule = { service: "nz-tax", operation: "file", fault: "REJECT_LINE", uses: -1, match: { ird: "139000032" } };
  await world.faults([{ ...rule, with: { code: "N10" } }]);
  await open(page, world, runs.kouraUnfiled);
  await aside(page).getByRole("button", { name: "File the payday" }).click();
  await expect(aside(page)).toContainText("In error for one person");
  await expect(aside(page).getByRole("link", { name: "Sophie Marchetti" })).toBeVisible();
  await world.faults([]);
  await aside(page).getByRole("button", { name: "Amend the filing" }).click();
  await expect(aside(page)).toContainText("amendment 1");
  await expect(aside(page).getByText("Accepted for everybody.")).toBeVisible();
  const filings = (await world.effects()).filings.filter((each) => each.payday === "2026-06-30");
  // The whole payday is sent again; the first filing is replaced by it.
  expect(filings.map((each) => [each.amendment, each.state, each.people])).toEqual([
    [0, "REPLACED", 9],
    [1, "PROCESSED", 9],
  ]);
});

test("a departure pays weeks, 8 %, and says how each was arrived at", async ({ page, world }) => {
  await openAt(page, world, "/people/40#departure");
  await page.getByLabel("Last day").fill("2026-07-10");
  await expect(page.getByText("Annual holidays not taken", { exact: false }).first()).toBeVisible();
  await expect(page.getByText("Holiday pay of 8 %", { exact: false }).first()).toBeVisible();
  await expect(page.getByText("Unused sick leave is not paid out.")).toBeVisible();
  await page.getByRole("button", { name: "Record the departure" }).click();
  await page.getByRole("link", { name: /run of 14 July 2026/ }).click();
  await aside(page)
    .getByRole("button", { name: /^Annual holidays not taken/ })
    .click();
  // Both sides of the comparison stand in the working.
  await expect(aside(page)).toContainText("Rate of annual holidays");
  await aside(page)
    .getByRole("button", { name: /Rate of annual holidays/ })
    .click();
  await expect(aside(page)).toContainText("Ordinary weekly pay");
  await expect(aside(page)).toContainText("Average weekly earnings");
});

test("a closedown: who is entitled takes holidays, who is not gets 8 % and a new anniversary", async ({
  page,
  world,
}) => {
  await open(page, world, runs.rata);
  await page.getByRole("button", { name: "Add a column" }).click();
  await page.getByRole("menuitem", { name: "Closedown…" }).click();
  await aside(page).getByLabel("First day").fill("2026-06-22");
  await aside(page).getByLabel("Last day").fill("2026-06-26");
  await expect(aside(page)).toContainText("the next twelve months run from 22 June 2026");
  await expect(aside(page)).toContainText("Closedown, 8 %");
  await expect(aside(page)).toContainText("Annual holidays, weeks 1");
  await aside(page).getByRole("button", { name: "Put it into the run" }).click();
  await page.getByRole("gridcell", { name: "Jo Whitfern", exact: true }).click();
  await aside(page)
    .getByRole("button", { name: /^Annual holidays, weeks/ })
    .click();
  await expect(aside(page)).toContainText("Weeks × the rate of annual holidays, rounded once");
});

test("leave by its dates: a public holiday inside it is not leave", async ({ page, world }) => {
  await open(page, world, runs.koura, "Tama Ruakere");
  await aside(page).getByRole("button", { name: "Leave by its dates" }).click();
  await aside(page).getByLabel("From and to").fill("9/7-10/7");
  await expect(aside(page)).toContainText("Matariki, not leave");
  await expect(aside(page)).toContainText("0.2 weeks");
  await aside(page).getByRole("button", { name: "Record it as approved" }).click();
  await expect(aside(page).getByRole("button", { name: /^Annual holidays, weeks/ })).toBeVisible();
});

alone(
  "notices of Inland Revenue: from the desk, one applied, one left, one that came by letter",
  async ({ page, world }) => {
    await openAt(page, world, "/desk");
    await page.getByLabel("Find on the desk").fill("kayaks");
    await page.getByRole("link", { name: "2 notices of Inland Revenue to look at" }).click();
    await expect(page.getByRole("heading", { level: 1, name: "Notices of Inland Revenue" })).toBeVisible();
    const leo = page.getByRole("listitem").filter({ hasText: "Leo Pemberton" });
    await expect(leo).toContainText("tax code SB from 28 July 2026. On record: M.");
    await leo.getByRole("button", { name: "Apply it" }).click();
    const answered = page.getByRole("region", { name: "Answered" });
    await expect(answered).toContainText("Leo Pemberton: tax code SB");
    await page.getByRole("button", { name: "Leave it…" }).click();
    await page.getByLabel("Why").fill("Paid by the other employer");
    await page.getByRole("button", { name: "Leave it", exact: true }).click();
    await expect(answered).toContainText("Left: Paid by the other employer.");
    // What is known stays as it was answered.
    await page.getByRole("button", { name: "Ask Inland Revenue" }).click();
    await expect(page.getByText("Nothing waits.")).toBeVisible();
    await page.getByRole("button", { name: "One came by letter" }).click();
    await page.getByLabel("Person").selectOption("Freya Lindqvist");
    await page.getByLabel("Tax code").fill("Q");
    await page.getByLabel("First payday").fill("14/7/2026");
    await page.getByRole("button", { name: "Put it here" }).click();
    await expect(page.getByRole("alert")).toContainText("is not a tax code");
    await page.getByLabel("Tax code").fill("sh");
    await page.getByRole("button", { name: "Put it here" }).click();
    await page.getByRole("button", { name: "Apply it" }).click();
    await page.getByRole("link", { name: "Freya Lindqvist" }).click();
    await expect(page.getByRole("region", { name: "Line of time" })).toContainText("SH");
  },
);

alone("ESCT rates of a year are looked at and fixed, but for one", async ({ page, world }) => {
  await openAt(page, world, `/run/${runs.rata}`);
  await expect(page.getByRole("button", { name: "Business in hand: Rātā Ridge Apiaries" })).toBeVisible();
  await page.goto(`${world.url}/year/esct`);
  await expect(page.getByRole("heading", { level: 1, name: /^ESCT rates/ })).toBeVisible();
  const boxes = page.getByRole("checkbox", { name: /^Fix the rate of/ });
  await expect(boxes.first()).toBeVisible();
  const all = await boxes.count();
  expect(all).toBeGreaterThan(1);
  await boxes.first().uncheck();
  await page.getByRole("button", { name: /rates? for the year$/ }).click();
  await expect(page.getByText("fixed", { exact: true })).toHaveCount(all - 1);
  await expect(boxes).toHaveCount(1);
});

test("no word of one law stands on a screen of the other", async ({ page, world }) => {
  const au = /\bsuper\b|superannuation|\bABN\b|tax file number|PAYG|\bBSB\b|Medicare|pay event|personal leave/i;
  const nz = /KiwiSaver|\bIRD\b|\bPAYE\b|\bESCT\b|\bACC\b|employment information|Inland Revenue/;
  await signIn(page, world);
  const visit = async (path: string, tab?: string) => {
    await page.goto(`${world.url}${path}`);
    await page.getByRole("heading", { level: 1 }).waitFor();
    if (tab) await page.getByRole("tab", { name: tab }).click();
    await standsStill(page);
    return (await page.locator("main").innerText()).replace(/ESCT, KiwiSaver superannuation/g, "");
  };
  for (const [path, tab] of [
    [`/run/${runs.koura}`, "Check"],
    [`/run/${runs.rata}`, "Sign off"],
    [`/run/${runs.kouraUnfiled}`],
    ["/people/38"],
    ["/people"],
    ["/dues"],
    ["/books"],
    ["/set-up"],
  ] as const)
    expect(await visit(path, tab), path).not.toMatch(au);
  for (const [path, tab] of [
    [`/run/${runs.saltbush}`, "Check"],
    [`/run/${runs.fern}`, "Sign off"],
    ["/people/9"],
    ["/dues"],
    ["/set-up"],
  ] as const)
    expect(await visit(path, tab), path).not.toMatch(nz);
});
