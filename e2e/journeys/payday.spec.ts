/** One payday by keyboard only: hours, marks, a working, the payslip, sign-off, send, answers, settlement. */
import type { Page } from "@playwright/test";
import { beside, find, press, tabTo, tickAll } from "../keyboard.ts";
import {
  test as alone,
  expect,
  killable,
  openAt,
  openRun,
  runs,
  signIn,
  standsStill,
  testInOneWorld,
  typedHours,
  until,
} from "../world.ts";

// What goes about a run or person of another test here has a world of its own.
const test = testInOneWorld();

const total = (page: Page, name: string) => page.locator(`[data-total="${name}"]`);

alone("a payday from hours to an accepted pay event, by keyboard", async ({ page, world }) => {
  const before = await world.effects();
  await signIn(page, world);
  // The desk's list leads to the run.
  const link = page.getByRole("link", { name: /Hours to fill in/ }).filter({ hasText: "Saltbush Cycle Kitchen" });
  await press(page, link);
  await expect(page.getByRole("heading", { name: "Payday 2 July 2026" })).toBeVisible();
  const grid = page.getByRole("grid", { name: "Run sheet" });
  await expect(grid.getByRole("row", { name: /Hazel Birtwistle/ })).toBeVisible();

  // The casuals' shifts wait for approval: their lines come with their reasons.
  await find(page, "sunny");
  await expect(page.getByRole("complementary", { name: "Beside the sheet" })).toContainText(
    "2 days are recorded and not approved",
  );
  await press(page, (await beside(page)).getByRole("link", { name: "Open the week" }));
  await expect(page.getByRole("heading", { name: "Time & leave" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Approve 11 days" })).toBeVisible();
  await page.keyboard.press("F6");
  await page.keyboard.press("F6");
  await page.keyboard.press("ControlOrMeta+Enter");
  await expect(page.getByRole("button", { name: "All approved" })).toBeVisible();
  await page.goto(page.url().replace(/time.*/, `run/${openRun}`));
  // Opened, the cursor stands in the sheet; the step before is a key away.
  await expect(grid.locator("[role=gridcell]:focus")).toHaveCount(1);
  await page.keyboard.press("<");
  await expect(grid.getByRole("row", { name: /Sunny Castellano/ })).toContainText("3.5");

  // Into the sheet, to a cell of hours, and paste what came from the client.
  await find(page, "jarrah");
  await page.keyboard.press("ArrowRight");
  await page.evaluate((text) => navigator.clipboard.writeText(text), typedHours);
  await page.keyboard.press("ControlOrMeta+V");
  await expect(grid.getByRole("row", { name: /Jarrah Mokoena/ })).toContainText("29");
  await expect(grid.getByRole("row", { name: /Priya Halloran/ })).toContainText("37.5");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();

  // Typing overwrites, Enter goes down, Ctrl+Z takes it back.
  const gross = await total(page, "gross").innerText();
  await page.keyboard.type("6");
  await page.keyboard.press("Enter");
  await expect(total(page, "gross")).not.toHaveText(gross);
  await page.keyboard.press("ControlOrMeta+Z");
  await expect(total(page, "gross")).toHaveText(gross);

  // A stop: the rate below the award. Mend it on the person's page, from the day the rate rose.
  await find(page, "hazel");
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  await expect(aside).toContainText("below the award minimum of $28.12");
  await press(page, (await beside(page)).getByRole("link", { name: "Mend it" }));
  await tabTo(page, page.getByLabel("Hourly rate"));
  await page.keyboard.press("ControlOrMeta+A");
  await page.keyboard.type("28.12");
  await page.keyboard.press("Enter");
  await expect(page.getByText("$28.12 an hour, since 22 June 2026")).toBeVisible();
  await press(page, page.getByRole("button", { name: "To the run of 2 July" }));

  // A stop on Noor: the number did not come, so it is not given.
  await find(page, "noor");
  await press(page, (await beside(page)).getByRole("link", { name: "Mend it" }).first());
  await tabTo(page, page.getByLabel("Tax file number is"));
  await page.keyboard.type("not given");
  await press(page, page.getByRole("button", { name: "Save" }));
  await expect(page.getByRole("button", { name: "Change tax declaration" })).toBeVisible();
  await press(page, page.getByRole("button", { name: "To the run of 2 July" }));

  // Doubled hours: halve them, then tick what is left with the full stop.
  await expect(grid.locator("[role=gridcell]:focus")).toHaveCount(1);
  await page.keyboard.press("<");
  await find(page, "imogen");
  await expect(aside).toContainText("+100 %");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.type("18");
  await page.keyboard.press("Tab");
  await page.keyboard.type("6");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await expect(grid.getByRole("row", { name: /Imogen Tarrant/ })).toContainText("655.20");
  await find(page, "imogen");
  await tickAll(page);

  // Why is the tax what it is?
  await page.keyboard.press("?");
  await expect(aside).toContainText("Gross and reimbursements, less before-tax deductions, tax");
  await press(page, (await beside(page)).getByRole("button", { name: /PAYG withheld/ }));
  await press(page, (await beside(page)).getByRole("button", { name: /PAYG withholding, regular/ }));
  await expect(aside).toContainText("Schedule 1");
  await expect(aside).toContainText("derived, not yet seen in print");
  await page.keyboard.press("Escape");

  // The payslip before it is sent.
  await press(page, (await beside(page)).getByRole("button", { name: "See the payslip" }));
  await expect(aside.getByRole("article", { name: "Payslip" })).toContainText("ABN 63000000011");
  await page.keyboard.press("Escape");

  // Sign off, with everything spelled out.
  await press(page, page.getByRole("tab", { name: "Sign off" }));
  await expect(aside).toContainText("there by Mon, 13 July");
  await expect(aside).toContainText("I am authorised to make this declaration");
  await tabTo(page, (await beside(page)).getByRole("checkbox"));
  await page.keyboard.press("Space");
  await press(page, (await beside(page)).getByRole("button", { name: "Sign off" }));

  // Send, and the answers come in: Jarrah's new postcode does not fit the State.
  await expect(aside.getByRole("heading", { name: "Send" })).toBeVisible();
  await press(page, (await beside(page)).getByRole("button", { name: "Send all" }));
  await expect(aside.getByText("11 of 11 handed over")).toBeVisible();
  await expect(aside.getByText("Some people rejected")).toBeVisible();
  await expect(aside).toContainText("Jarrah Mokoena");
  await expect(aside).toContainText("Postcode 2690 does not lie in VIC");
  await expect(aside.getByText("The bank has it")).toBeVisible();

  // The day comes, the bank pays, one account turns out closed; a new file pays that one alone.
  await press(page, page.getByRole("button", { name: /The demo's day is/ }));
  await page.getByRole("button", { name: "Move the day" }).press("Enter");
  await expect(aside.getByText("Some payments came back")).toBeVisible();
  await expect(aside).toContainText("Lachlan Vandersee");

  const effects = await world.effects();
  expect(effects.events.filter((each) => each.payDate === "2026-07-02")).toHaveLength(1);
  expect(effects.files).toHaveLength(before.files.length + 1);
  expect(effects.mail.filter((each) => each.recipient.startsWith("noor"))).toHaveLength(4);
  expect(effects.mail.every((each) => each.repeats === 0)).toBe(true);
});

alone("a signed-off run that was not sent is taken back and opened again", async ({ page, world }) => {
  const api = await world.api();
  const { makeReady } = await import("../world.ts");
  const version = await makeReady(api);
  const before = (await api.call("GET", "/businesses/1/dues")).body;
  expect((await api.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true })).status).toBe(200);
  await openAt(page, world, `/run/${openRun}`);
  await page.getByRole("button", { name: "Take this run back…" }).click();
  await page.getByLabel("Reason").fill("Sunny's timesheet was last week's");
  await page.getByRole("button", { name: "Take back", exact: true }).click();
  await expect(page).toHaveURL(`${world.url}/run/${runs.next}`);
  await expect(page.getByRole("row", { name: /Sunny Castellano/ })).toContainText("8.5");
  // Dues, leave and books are as before: what was taken back sums to nothing.
  expect((await api.call("GET", "/businesses/1/dues")).body).toEqual(before);
  const journals = (await api.call("GET", "/businesses/1/journals")).body;
  expect(
    journals
      .filter((each: { runId: number }) => each.runId === openRun)
      .map((each: { kind: string }) => each.kind)
      .sort(),
  ).toEqual(["reversal", "run"]);
  expect((await api.call("POST", `/runs/${openRun}/send`, { channels: ["payEvent"] })).status).toBe(409);
  // And the fresh run signs off to the same totals.
  const fresh = (await api.call("GET", `/runs/${runs.next}`)).body;
  expect(
    fresh.rows.every((row: { context: { toDate: { gross: string } } }) => row.context.toDate.gross === "0.00"),
  ).toBe(true);
});

test("figures and the save that come in while a cell is typed do not close it", async ({ page, world }) => {
  await openAt(page, world, `/run/${openRun}`);
  await page.getByRole("tab", { name: "Hours" }).click();
  const grid = page.getByRole("grid", { name: "Run sheet" });
  const imogen = grid.getByRole("row", { name: /Imogen Tarrant/ });
  await imogen.getByRole("gridcell").nth(2).click();
  const answered = page.waitForResponse((each) => each.url().endsWith(`/runs/${openRun}/rows`) && each.ok());
  await page.keyboard.type("18");
  await page.keyboard.press("Tab");
  await page.keyboard.type("1");
  await answered;
  await standsStill(page);
  await page.keyboard.type("1");
  await page.keyboard.press("Enter");
  await expect(imogen.getByRole("gridcell").nth(3)).toHaveText("11");
});

test("typing is saved when the page is left at once, by a click, by the address and by closing the tab", async ({
  page,
  world,
}) => {
  const api = await world.api();
  const casuals = ["Imogen Tarrant", "Sunny Castellano", "Noor Lindqvist"];
  const stored = async (name: string) => {
    const run = (await api.call("GET", `/runs/${openRun}`)).body;
    const ordinary = run.elements.find((each: { code: string }) => each.code === "ORD").id;
    const row = run.rows.find((each: { name: string }) => each.name === name);
    return row.lines.find((line: { elementId: number }) => line.elementId === ordinary)?.hours;
  };
  await signIn(page, world);
  const leave = [
    () => page.getByRole("link", { name: "People" }).click(),
    () => page.goto(`${world.url}/desk`),
    () => page.close(),
  ];
  for (const [at, go] of leave.entries()) {
    const name = casuals[at] ?? "";
    await page.goto(`${world.url}/run/${openRun}`);
    await page.getByRole("tab", { name: "Hours" }).click();
    const row = page.getByRole("grid", { name: "Run sheet" }).getByRole("row", { name: new RegExp(name) });
    await row.getByRole("gridcell").nth(2).click();
    await page.keyboard.type(".5");
    await page.keyboard.press("Tab");
    await go();
    await until(
      () => stored(name),
      (hours) => hours === "0.5",
      10,
    );
  }
});

killable("typing that never reached the server is offered again on the next visit", async ({ page, world }) => {
  await openAt(page, world, `/run/${openRun}`);
  await page.getByRole("tab", { name: "Hours" }).click();
  const row = page.getByRole("grid", { name: "Run sheet" }).getByRole("row", { name: /Imogen Tarrant/ });
  await row.getByRole("gridcell").nth(2).click();
  await world.killServer();
  await page.keyboard.type("17");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Saving…")).toBeVisible();
  await page.close();
  await world.startServer();
  const again = await page.context().newPage();
  await again.goto(`${world.url}/run/${openRun}`);
  await expect(again.getByRole("alert")).toContainText("never saved: Imogen Tarrant");
  await again.getByRole("button", { name: "Put mine in" }).click();
  await expect(again.getByText("Saved", { exact: true })).toBeVisible();
  await again.reload();
  await expect(
    again
      .getByRole("grid", { name: "Run sheet" })
      .getByRole("row", { name: /Imogen Tarrant/ })
      .getByRole("gridcell")
      .nth(2),
  ).toHaveText("17");
});
