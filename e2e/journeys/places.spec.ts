/** The places around the run: going by name, set-up, a person's sections, the books and back, two people at once. */
import { test as alone, expect, makeReady, openAt, openRun, signIn, testInOneWorld } from "../world.ts";

// What goes about a run of another test here has a world of its own.
const test = testInOneWorld();

test("go or do, the letters after g, light and dark, the keys", async ({ page, world }) => {
  await signIn(page, world);
  await page.keyboard.press("ControlOrMeta+K");
  await page.keyboard.type("mokoena");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Jarrah Mokoena" })).toBeVisible();
  for (const [key, name] of [
    ["b", "Books"],
    ["u", "Dues"],
    ["p", "People"],
    ["s", "Set-up"],
    ["d", "Desk"],
  ] as const) {
    await page.keyboard.press("g");
    await page.keyboard.press(key);
    await expect(page.getByRole("heading", { name, level: 1 })).toBeVisible();
  }
  const theme = () => page.evaluate(() => document.documentElement.dataset.theme);
  await expect.poll(theme).toBe("light");
  await page.getByRole("button", { name: "Switch to dark" }).click();
  await expect.poll(theme).toBe("dark");
  await page.reload();
  await expect(page.getByRole("heading", { name: "Desk" })).toBeVisible();
  await expect.poll(theme).toBe("dark");
  await page.keyboard.press("F1");
  // The guide of the page in hand; words find others.
  const guide = page.getByRole("dialog");
  await expect(guide.getByRole("heading", { name: "Keys, anywhere" })).toBeVisible();
  await page.keyboard.type("shift half an hour");
  await expect(guide.getByRole("region", { name: "Guide: The week" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(guide).toBeHidden();
});

test("go or do: Enter before the names are here counts once they are", async ({ page, world }) => {
  await signIn(page, world);
  await page.route("**/businesses/*/people", async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await route.continue();
  });
  await page.keyboard.press("ControlOrMeta+K");
  await page.keyboard.type("mokoena");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Jarrah Mokoena" })).toBeVisible();
});

test("a run just opened: a key pressed as its cursor is being set keeps what it chose", async ({ page, world }) => {
  // "/" in the very frame in which the sheet is given the cursor: that of who asks where it is.
  await page.addInitScript(() => {
    const frame = window.requestAnimationFrame.bind(window);
    window.requestAnimationFrame = (work) =>
      frame((now) => {
        work(now);
        if (String(work).includes("activeElement"))
          document.body.dispatchEvent(new KeyboardEvent("keydown", { key: "/", code: "Slash", bubbles: true }));
      });
  });
  await openAt(page, world, `/run/${openRun}`);
  await expect(page.locator('[role="gridcell"][aria-selected="true"]')).toBeVisible();
  await expect(page.getByLabel("Find a person in the sheet")).toBeFocused();
});

test("set-up: a pay element and a fund, with faults at their fields", async ({ page, world }) => {
  await openAt(page, world, "/set-up");
  const block = (name: string) => page.locator("section").filter({ has: page.getByRole("heading", { name }) });
  await block("Pay elements").getByRole("button", { name: "Add one" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Meal allowance");
  await page.getByLabel("Code", { exact: true }).fill("ord");
  await page.getByLabel("Kind", { exact: true }).selectOption("allowance");
  await page.getByLabel("Typed as").selectOption("amount");
  await page.getByLabel("Reported as").selectOption("MD");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText("Code ORD is used by another pay element. Choose another.").first()).toBeVisible();
  await page.getByLabel("Code", { exact: true }).fill("meal");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("row", { name: /Meal allowance MEAL Allowance/ })).toBeVisible();
  // It can be brought into the sheet of the open run at once.
  await page.goto(`${world.url}/run/${openRun}`);
  await page.getByRole("button", { name: "Add a column" }).click();
  await page.getByRole("menuitem", { name: "Meal allowance" }).click();
  await expect(page.getByRole("columnheader", { name: "Meal allowance" })).toBeVisible();

  await page.goto(`${world.url}/set-up`);
  await block("Super funds").getByRole("button", { name: "Add one" }).click();
  await page.getByLabel("Fund", { exact: true }).fill("Tidewater Super");
  await page.getByLabel("ABN of the fund").fill("24000000501");
  await page.getByRole("textbox", { name: "USI" }).fill("24000000500002");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText("ABN of the fund does not pass the check of an ABN.").first()).toBeVisible();
  await page.getByLabel("ABN of the fund").fill("24000000500");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText("Tidewater Super")).toBeVisible();
});

test("set-up: a cost set aside and a top-up with whom it is for, faults at their fields", async ({ page, world }) => {
  await openAt(page, world, "/set-up");
  await page.getByRole("button", { name: "Add or change one" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Workers' cover");
  await page.getByLabel("Code", { exact: true }).fill("WC");
  await page.getByLabel("Per cent").fill("2,5x");
  await page.getByLabel("Expense account").selectOption("6100");
  await page.getByLabel("Account it is owed on").selectOption("2300");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Per cent is not a per cent").first()).toBeVisible();
  await page.getByLabel("Per cent").fill("2.5");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Workers' cover: 2.5 % of gross")).toBeVisible();

  const topUps = page
    .locator("section")
    .filter({ has: page.getByRole("heading", { name: "Top-up to a guaranteed amount" }) });
  await topUps.getByRole("button", { name: "Add a scheme" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Trainee guarantee");
  await page.getByLabel("Reporting code").fill("TRAIN");
  await page.getByLabel("Guaranteed amount").fill("900");
  await topUps.getByRole("button", { name: "Add", exact: true }).click();
  // The form goes and the scheme comes: what lies beneath moves up, away from a mouse that is on its way.
  await expect(page.getByLabel("Reporting code")).toBeHidden();
  await topUps.getByRole("button", { name: "Enrol people" }).press("Enter");
  await topUps.getByLabel("Lachlan Vandersee").check();
  await topUps.getByRole("button", { name: "Enrol these" }).click();
  await expect(topUps.getByRole("button", { name: "1 enrolled" })).toBeVisible();
});

test("a person: an account is changed, a secret is shown on purpose, usual pay reaches the next run", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/people/6#bank");
  // What a field means is one key away, and what is hidden for readers of the screen moves no frame.
  await page.getByLabel("BSB").press("F1");
  await expect(page.getByText("Six digits of bank, State and branch.")).toBeVisible();
  await page.getByLabel("BSB").press("Escape");
  await expect(page.getByText("Six digits of bank, State and branch.")).toBeHidden();
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollHeight - innerHeight)).toBe(0);
  await page.getByLabel("BSB").fill("990-1");
  await page.getByLabel("Account", { exact: true }).fill("4455");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("BSB is not a BSB. It has six digits, as 123-456.").first()).toBeVisible();
  await page.getByLabel("BSB").fill("990-119");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("990-119 ••• 455, the rest")).toBeVisible();
  await page.getByRole("button", { name: "Show in full (this is recorded)" }).first().click();
  await expect(page.getByText(/^9000\d{5}$/)).toBeVisible();
  await page.getByRole("button", { name: "Hide" }).click();
  await expect(page.getByText(/^9000\d{5}$/)).toBeHidden();
  await page.goto(`${world.url}/people/6#super`);
  await page.getByLabel("Member number").fill("HL-7781");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.locator("#super").getByText("HL-7781")).toBeVisible();
});

alone("the run: left out and brought back, taxed over several pays, a total answers why", async ({ page, world }) => {
  await openAt(page, world, `/run/${openRun}`);
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  await page
    .getByRole("row", { name: /Marnie Okafor/ })
    .getByRole("gridcell")
    .nth(1)
    .click();
  await expect(aside.getByRole("heading", { name: "Marnie Okafor" })).toBeVisible();
  const net = page.locator('[data-total="net"]');
  const before = await net.innerText();
  await aside.getByRole("button", { name: "Leave out" }).click();
  await expect(net).not.toHaveText(before);
  await expect(aside).toContainText("Left out of this run: nothing is paid.");
  await aside.getByRole("button", { name: "Pay in this run" }).click();
  await expect(net).toHaveText(before);
  await aside.getByLabel(/Pays that this covers/).fill("2");
  // 1,401.70 over two weeks: x = 700.99; 0.17 × x − 54.3462 = 64.82, so 2 × 65.
  await expect(aside.getByRole("button", { name: "PAYG tax 130.00. Why?" })).toBeVisible();
  await page.getByRole("button", { name: /^Net of the run/ }).click();
  await aside.getByRole("button", { name: /^Marnie Okafor, 1271.70/ }).click();
  await expect(aside).toContainText(
    "Gross and reimbursements, less before-tax deductions, tax and deductions after tax",
  );
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  const api = await world.api();
  const kept = (await api.call("GET", `/runs/${openRun}`)).body.rows.find(
    (row: { name: string }) => row.name === "Marnie Okafor",
  );
  expect([kept.periods, kept.figures.net]).toEqual([2, "1271.70"]);
});

alone("two people in one run: rows of both stand, and each sees what the other did", async ({ page, world }) => {
  await openAt(page, world, `/run/${openRun}`);
  const row = page.getByRole("row", { name: /Marnie Okafor/ });
  await expect(row).toBeVisible();
  const other = await world.api("rowan@pith.example");
  const run = (await other.call("GET", `/runs/${openRun}`)).body;
  const hazel = run.rows.find((each: { name: string }) => each.name === "Hazel Birtwistle");
  await other.call("PUT", `/runs/${openRun}/rows`, {
    version: run.version,
    rows: [{ payId: hazel.payId, lines: [{ elementId: run.elements[0].id, hours: "21" }] }],
  });
  await row.getByRole("gridcell").nth(2).click();
  await page.keyboard.type("30");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("row", { name: /Hazel Birtwistle/ })).toContainText("21");
  await expect(row).toContainText("30");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  const both = (await other.call("GET", `/runs/${openRun}`)).body.rows;
  const hoursOf = (name: string) =>
    both
      .find((each: { name: string }) => each.name === name)
      .lines.map((line: { hours?: string }) => line.hours)
      .filter(Boolean);
  expect(hoursOf("Hazel Birtwistle")).toContain("21");
  expect(hoursOf("Marnie Okafor")).toContain("30");
});

alone("from an entry of the books to the pay, and back; the documents can be had", async ({ page, world }) => {
  const api = await world.api();
  const version = await makeReady(api);
  await api.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true });
  await openAt(page, world, "/books");
  await page.getByRole("link", { name: "PR-0013" }).click();
  await page.getByRole("button", { name: "Superannuation" }).last().click();
  await page.getByRole("link", { name: "Priya Halloran" }).first().click();
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  await expect(aside.getByRole("heading", { name: "Priya Halloran" })).toBeVisible();
  await aside.getByRole("button", { name: /^Super 202.90/ }).click();
  await expect(aside).toContainText(
    "The guarantee, what is sacrificed or agreed above it, and the person's own contributions",
  );
  await page.getByRole("tab", { name: "Send and settle" }).click();
  for (const [name, start] of [
    ["Pay event", "<?xml"],
    ["Payment file", "0                 01ZZZ"],
    ["Journal", "journal_id,line,date"],
  ] as const) {
    const [download] = await Promise.all([
      page.waitForEvent("download"),
      aside.getByRole("link", { name, exact: true }).click(),
    ]);
    const chunks: Buffer[] = [];
    for await (const chunk of await download.createReadStream()) chunks.push(chunk as Buffer);
    expect(Buffer.concat(chunks).toString("latin1").slice(0, start.length)).toBe(start);
  }
});
