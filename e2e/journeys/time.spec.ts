/** The week by keyboard: typed, spelled out, approved, in the run with its reasons, and locked once it is paid. */
import { beside, find, press } from "../keyboard.ts";
import { test as alone, expect, makeReady, openAt, openRun, signIn, standsStill, testInOneWorld } from "../world.ts";

// What goes about a run or person of another test here has a world of its own.
const test = testInOneWorld();

test("a week is typed, approved and paid by its agreement", async ({ page, world }) => {
  await signIn(page, world);
  await page.keyboard.press("g");
  await page.keyboard.press("t");
  await expect(page.getByRole("heading", { name: "Time & leave" })).toBeVisible();
  const grid = page.getByRole("grid", { name: "Week" });
  const noor = grid.getByRole("row", { name: /Noor Lindqvist/ });
  const strip = page.getByRole("complementary", { name: "The selected day" });
  await noor.getByRole("gridcell").nth(8).click();
  await expect(strip).toContainText("4 h at 175 %");

  // What was understood is spelled out while it is typed; a fault keeps the cell open and says how to write it.
  await page.keyboard.type("20-1 b3");
  await expect(page.getByRole("status")).toContainText("“b3” is a break of 3 min. Write b30 for half an hour");
  await page.keyboard.type("0");
  await expect(page.getByRole("status")).toContainText("20:00 to 01:00 of the next day, 30 min unpaid");
  await page.keyboard.press("Enter");
  await page.keyboard.press("ArrowUp");
  await expect(noor).toContainText("20–1 b30");
  // Sunday until midnight, Monday after it: by the date of each minute.
  await expect(strip).toContainText("Sunday");
  await expect(strip).toContainText("at 175 %");
  await expect(strip).toContainText("at 125 %");
  await page.keyboard.type("9-zz");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("status")).toContainText("“9-zz” is not understood");
  await page.keyboard.press("Escape");
  await page.keyboard.press("ControlOrMeta+Z");
  await expect(noor).toContainText("9–13");

  // A full stop in the margin approves the person; in a day it takes the approval back.
  await page.keyboard.press("Home");
  await page.keyboard.press(".");
  await expect(noor.getByRole("gridcell").first()).toContainText("all approved");

  // In the run: lines in green with the pieces they came from.
  await page.goto(`${world.url}/run/${openRun}`);
  await page.getByRole("tab", { name: "Hours" }).click();
  await find(page, "noor");
  const aside = await beside(page);
  await press(page, aside.getByRole("button", { name: /Ordinary at 175 %/ }));
  await expect(aside).toContainText("Sun 28 09:00");
  await page.keyboard.press("Escape");

  // Paid: the days are locked, and say by which payday.
  const api = await world.api();
  const version = await makeReady(api);
  expect((await api.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true })).status).toBe(200);
  await page.goto(`${world.url}/time?day=2026-06-25`);
  await noor.getByRole("gridcell").nth(8).click();
  await expect(strip).toContainText("Paid on 2 July 2026");
  const refused = await api.call("PUT", "/businesses/1/days", {
    days: [{ personId: 11, date: "2026-06-28", kind: "worked", record: { shifts: [], leave: [] } }],
  });
  expect(refused.status).toBe(422);
});

test("a planned week shows what it will cost, a plan is worked by =, and a block is pasted whole or not at all", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/time?day=2026-07-02");
  await page.getByRole("button", { name: "Planned" }).click();
  const grid = page.getByRole("grid", { name: "Week" });
  const dev = grid.getByRole("row", { name: /Dev Ramanathan/ });
  await dev.getByRole("gridcell").nth(8).click();
  await page.keyboard.type("9-14");
  await page.keyboard.press("Enter");
  // Five hours of a casual's Sunday: 26.72 × 175 % × 5
  await expect(dev).toContainText("233.80");
  await page.getByRole("button", { name: "Worked" }).click();
  await dev.getByRole("gridcell").nth(8).click();
  await page.keyboard.type("=");
  await page.keyboard.press("Enter");
  await expect(dev).toContainText("9–14");
  await dev.getByRole("gridcell").nth(2).click();
  const paste = async (text: string) => {
    await page.evaluate((block) => navigator.clipboard.writeText(block), text);
    await page.keyboard.press("ControlOrMeta+V");
  };
  await paste("7-11\tnever");
  await expect(page.getByRole("status")).toContainText("Nothing was pasted. Dev Ramanathan, Tue 30");
  await paste("7-11\t7-12");
  await expect(dev).toContainText("7–12");
});

alone(
  "a day that is told after its pay: the refusal leads to the pay, which is corrected by it",
  async ({ page, world }) => {
    await openAt(page, world, "/time?day=2026-06-16");
    const grid = page.getByRole("grid", { name: "Week" });
    const priya = grid.getByRole("row", { name: /Priya Halloran/ });
    await priya.getByRole("gridcell").nth(3).click();
    await page.keyboard.type("sick");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("status")).toContainText("paid on 25 June 2026. Correct that pay by its days");
    await page.getByRole("link", { name: "Correct that pay" }).click();
    const aside = page.getByRole("complementary", { name: "Beside the sheet" });
    await expect(aside.getByLabel("Tue, 16 June")).toHaveValue("sick");
    // Nothing is sent that cannot be read.
    await aside.getByLabel("Wed, 17 June").fill("sik");
    await aside.getByRole("button", { name: "See the difference" }).click();
    await expect(aside).toContainText("“sik” is not understood");
    await aside.getByLabel("Wed, 17 June").fill("");
    await aside.getByRole("button", { name: "See the difference" }).click();
    await expect(aside).toContainText("Personal leave7.6 h234.46");
    await aside.getByRole("button", { name: "Correct it" }).click();
    await expect(page.getByRole("heading", { name: "Payday 2 July 2026" })).toBeVisible();
    await page.getByRole("gridcell", { name: "Priya Halloran", exact: true }).click();
    await expect(aside.getByRole("button", { name: /Personal leave, pay of 25 June/ })).toContainText("7.6 h");
  },
);

alone(
  "a day that is typed while the day before it is saved stays open, and what is said of it stands",
  async ({ page, world }) => {
    await openAt(page, world, "/time");
    await page.route("**/days", async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 1500));
      await route.continue();
    });
    const noor = page.getByRole("grid", { name: "Week" }).getByRole("row", { name: /Noor Lindqvist/ });
    await noor.getByRole("gridcell").nth(7).click();
    const answered = page.waitForResponse((each) => each.url().endsWith("/days") && each.ok());
    await page.keyboard.type("20-1 b30");
    await page.keyboard.press("Tab");
    await page.keyboard.type("9-zz");
    await page.keyboard.press("Enter");
    await answered;
    await standsStill(page);
    await expect(page.getByRole("status")).toContainText("“9-zz” is not understood");
    await page.keyboard.press("ControlOrMeta+A");
    await page.keyboard.type("9-12");
    await page.keyboard.press("Enter");
    await expect(noor.getByRole("gridcell").nth(8)).toContainText("9–12");
    await expect(noor.getByRole("gridcell").nth(7)).toContainText("20–1 b30");
    // Saturday's shift ends on Sunday: its last hour is Sunday's.
    await page.keyboard.press("ArrowUp");
    await expect(page.getByRole("complementary", { name: "The selected day" })).toContainText(
      "Sun, 28 June 0:00–1:00: 175 %",
    );
  },
);

alone(
  "days typed while the line is gone stay, in a closed tab too, and go when it is back",
  async ({ page, world }) => {
    await openAt(page, world, "/time");
    await page.route("**/days", (route) => route.abort());
    const row = { name: /Noor Lindqvist/ };
    const noor = page.getByRole("grid", { name: "Week" }).getByRole("row", row);
    await noor.getByRole("gridcell").nth(6).click();
    await page.keyboard.type("9-12");
    await page.keyboard.press("Tab");
    await page.keyboard.type("13-17");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("button", { name: "Send 2 days again" })).toBeVisible();
    // Typed over before it went: the server hears of one day once.
    await page.keyboard.press("ArrowUp");
    await page.keyboard.type("13-18");
    await page.keyboard.press("Enter");
    await expect(noor.getByRole("gridcell").nth(7)).toContainText("13–18");
    // Signing out would wipe it: that is asked first.
    await page.getByRole("button", { name: "Sign out" }).click();
    await expect(page.getByRole("dialog")).toContainText("What you typed is not at the server yet");
    await page.getByRole("button", { name: "Stay" }).click();
    // A second tab has it, too, and each keeps what was typed in it.
    const second = await page.context().newPage();
    await second.route("**/days", (route) => route.abort());
    await second.goto(`${world.url}/time`);
    const beside = second.getByRole("grid", { name: "Week" }).getByRole("row", row);
    await expect(beside.getByRole("gridcell").nth(6)).toContainText("9–12");
    await beside.getByRole("gridcell").nth(2).click();
    await second.keyboard.type("7-8");
    await second.keyboard.press("Enter");
    await expect(second.getByRole("button", { name: "Send 3 days again" })).toBeVisible();
    await noor.getByRole("gridcell").nth(3).click();
    await page.keyboard.type("7-9");
    await page.keyboard.press("Enter");
    const later = await page.context().newPage();
    await second.close({ runBeforeUnload: false });
    await page.close({ runBeforeUnload: false });
    await later.goto(`${world.url}/time`);
    const again = later.getByRole("grid", { name: "Week" }).getByRole("row", row);
    await expect(again.getByRole("gridcell").nth(6)).toContainText("9–12");
    await later.getByRole("button", { name: "Send 4 days again" }).click();
    await expect(later.getByRole("button", { name: /days? again/ })).toHaveCount(0);
    await later.reload();
    await expect(again.getByRole("gridcell").nth(7)).toContainText("13–18");
    for (const [at, shown] of ["", "", "7–8", "7–9", "", "", "9–12"].entries())
      if (shown) await expect(again.getByRole("gridcell").nth(at)).toContainText(shown);
  },
);

alone(
  "shifts come from an export: headings said once, days before and after, put in as one step and taken back",
  async ({ page, world }) => {
    await openAt(page, world, "/time");
    await press(page, page.getByRole("button", { name: "Shifts from a file" }));
    const aside = page.getByRole("complementary", { name: "Shifts from a file" });
    const file = (text: string) => ({ name: "clock.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
    await aside
      .getByLabel("Bring shifts…")
      .setInputFiles(
        file(
          "Badge,Clocked on,Clocked off,Break,Till\n17,26/06/2026 06:30,26/06/2026 14:15,30,2\n" +
            "SCK07,25/06/2026 16:00,25/06/2026 20:30,,1\nSCK07,25/06/2026 20:00,25/06/2026 22:00,,1\n",
        ),
      );
    await aside.getByLabel("“Badge” means").selectOption("code");
    await aside.getByLabel("“Till” means").selectOption("ignore");
    await press(page, aside.getByRole("button", { name: "Read it again" }));
    await expect(aside).toContainText("“17” is nobody here");
    await expect(aside).toContainText("overlaps the one from");
    await aside.getByLabel("“17” is").selectOption("SCK06");
    await press(page, aside.getByRole("button", { name: "Read it again" }));
    await expect(aside).toContainText("Dev Ramanathan, Fri, 26 June6:30–14 b30 6:30–14:15 b30");
    await press(page, aside.getByRole("button", { name: "Put in 1 day" }));
    const dev = page.getByRole("grid", { name: "Week" }).getByRole("row", { name: /Dev Ramanathan/ });
    await expect(dev).toContainText("6:30–14:15 b30");
    await expect(page.getByRole("status")).toContainText("1 day from clock.csv");
    await dev.getByRole("gridcell").nth(6).click();
    await page.keyboard.press("ControlOrMeta+Z");
    await expect(dev).toContainText("6:30–14 b30");
  },
);

alone("what an agreement asks of a shift is answered beside the week, and stays", async ({ page, world }) => {
  await openAt(page, world, "/time");
  const beatrix = page.getByRole("grid", { name: "Week" }).getByRole("row", { name: /Beatrix Nolan/ });
  await beatrix.getByRole("gridcell").nth(3).click();
  const asked = page.getByRole("checkbox", { name: "Was the overtime announced the day before?" });
  const saved = page.waitForResponse((each) => each.url().endsWith("/days") && each.ok());
  await asked.uncheck();
  await saved;
  await page.reload();
  await beatrix.getByRole("gridcell").nth(3).click();
  await expect(asked).not.toBeChecked();
});

alone(
  "the usual times of a week and what is saved for days off are said with the person, and pay the week",
  async ({ page, world }) => {
    await openAt(page, world, "/people/3");
    const section = (title: string) =>
      page.locator("section").filter({ has: page.getByRole("heading", { name: title, exact: true }) });
    const time = section("Agreement and timesheet");
    await time.getByRole("button", { name: "Change" }).click();
    await time.getByLabel("Counts from").fill("22/6/2026");
    await time.getByLabel("Hours come in").selectOption({ label: "exceptions only" });
    for (const day of ["Mon", "Tue", "Wed", "Thu"]) await time.getByLabel(day, { exact: true }).fill("7-15:30 b30");
    await time.getByLabel("Fri", { exact: true }).fill("8 hours");
    await time.getByRole("button", { name: "Save" }).click();
    await expect(time).toContainText("is not understood");
    await time.getByLabel("Fri", { exact: true }).fill("7-15:30 b30");
    await time.getByRole("button", { name: "Save" }).click();
    await expect(time).toContainText("Fri 7-15:30 b30");

    const leave = section("Leave");
    await leave.getByRole("button", { name: "Change" }).click();
    await leave.getByLabel("Counts from", { exact: true }).fill("22/6/2026");
    await leave.getByLabel("Saved for rostered days off").fill("0.4 of 8");
    await expect(leave).toContainText("2 h for a week of 38 h paid");
    await leave.getByRole("button", { name: "Save" }).click();
    await expect(leave).toContainText("0.4 h saved of each 8 h worked");

    await page.goto(`${world.url}/time?day=2026-06-22`);
    const row = page.getByRole("grid", { name: "Week" }).getByRole("row", { name: /Priya Halloran/ });
    await expect(row).toContainText("7–15:30");
    await row.getByRole("gridcell").nth(2).click();
    const strip = page.getByRole("complementary", { name: "The selected day" });
    await expect(strip).toContainText("As usual, 0.4 h saved for a day off");
    await page.keyboard.type("rdo");
    await page.keyboard.press("Enter");
    await page.keyboard.press("ArrowUp");
    await expect(strip).toContainText("Rostered day off");
    await page.keyboard.press(".");
    await page.goto(`${world.url}/run/${openRun}`);
    await page.getByRole("tab", { name: "Hours" }).click();
    await find(page, "priya");
    const aside = await beside(page);
    await expect(aside).toContainText("Ordinary30.4 h");
    await expect(aside).toContainText("Rostered day off7.6 h");
  },
);
