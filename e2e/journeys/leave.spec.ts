/** Leave by keyboard: asked for, answered, in the pay with its days, on the payslip; what it is worth; the calendar. */
import { beside, find, press } from "../keyboard.ts";
import { test as alone, expect, makeReady, openAt, openRun, testInOneWorld } from "../world.ts";

// What goes about a run or person of another test here has a world of its own.
const test = testInOneWorld();

test("leave goes from asking over the approval to the payslip", async ({ page, world }) => {
  await openAt(page, world, "/time/leave");
  const aside = page.getByRole("complementary", { name: "Beside the tapes" });
  await expect(aside).toContainText("Waiting for an answer");
  // Two are away on the days that Hazel asks for.
  await press(page, aside.getByRole("button", { name: /Hazel Birtwistle/ }));
  await expect(aside).toContainText("Also away then: Marnie Okafor");
  await press(page, page.getByRole("button", { name: "Lachlan Vandersee", exact: true }));
  await page.keyboard.press("n");
  await expect(aside).toContainText("Leave for Lachlan Vandersee");
  const days = aside.getByLabel("From and to");
  await expect(days).toBeFocused();
  await page.keyboard.type("31/6");
  await expect(aside).toContainText("Not understood");
  await days.fill("25/6-29/6");
  await expect(aside).toContainText("25 June 2026 to 29 June 2026");
  await expect(aside).toContainText("22.8 hours");
  await aside.getByLabel("Note").fill("A long weekend");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("status")).toContainText("Leave of Lachlan Vandersee is taken down");
  await press(page, aside.getByRole("button", { name: /25 June – 29 June/ }));
  await expect(aside).toContainText("A long weekend");
  await press(page, aside.getByRole("button", { name: "Approve" }));
  await expect(page.getByRole("status")).toContainText("Done.");
  await expect(
    page.getByRole("button", { name: /Lachlan Vandersee: Annual leave, 25 June to 29 June, approved/ }),
  ).toBeVisible();

  // Two of the three days are of the open run's period: they take the place of usual hours.
  await page.goto(`${world.url}/run/${openRun}`);
  await page.getByRole("tab", { name: "Hours" }).click();
  await find(page, "lachlan");
  const account = await beside(page);
  await expect(account).toContainText("Annual leave15.2 h");
  await press(page, account.getByRole("button", { name: "See the payslip" }));
  await expect(account).toContainText("Annual leave");
  const api = await world.api();
  const version = await makeReady(api);
  expect((await api.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true })).status).toBe(200);
  const { body: payslip } = await api.call("GET", `/runs/${openRun}`);
  const row = payslip.rows.find((each: { name: string }) => each.name.includes("Vandersee"));
  const { body: slip } = await api.call("GET", `/runs/${openRun}/pays/${row.payId}/payslip`);
  expect(JSON.stringify(slip)).toContain('"Annual leave"');

  // The ledger tells it, and the days in the week are locked.
  await page.goto(`${world.url}/time/leave`);
  await press(page, page.getByRole("button", { name: "Lachlan Vandersee", exact: true }));
  await aside.getByText("The ledger of Lachlan").click();
  await expect(aside.getByRole("row", { name: /Annual leave taken/ }).first()).toContainText("−15.2");
  const refused = await api.call("PUT", "/businesses/1/days", {
    days: [{ personId: 4, date: "2026-06-25", kind: "worked", record: { shifts: [], leave: [] } }],
  });
  expect(refused.body.detail).toContain("paid on 2 July 2026");
});

alone("what leave is worth is posted, and a calendar reads who is away", async ({ page, world }) => {
  await openAt(page, world, "/time/leave-worth?from=2026-05-31&to=2026-06-30");
  const total = page.getByRole("row", { name: /All leave/ });
  await expect(total).toContainText("15,351.24");
  await press(page, page.getByRole("button", { name: "Post $15,351.24 as of 30 June" }));
  await expect(page.getByText("The books hold what leave is worth on 30 June 2026.")).toBeVisible();
  await page.getByRole("link", { name: "LEAVE-2026-06-30" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("Journal LEAVE-2026-06-30");
  await expect(page.getByRole("row", { name: /Leave provision/ }).first()).toContainText("2500");
  await page.goto(`${world.url}/time/leave`);
  await press(page, page.getByRole("button", { name: "Make an address" }));
  const address = await page.getByLabel(/Copy it now/).inputValue();
  const calendar = await (await fetch(address)).text();
  expect(calendar).toContain("SUMMARY:Marnie O. away");
  expect(calendar).not.toContain("nnual");
  await press(page, page.getByRole("button", { name: "End the address" }));
  await expect(page.getByRole("button", { name: "Make an address" })).toBeVisible();
  expect((await fetch(address)).status).toBe(404);
});

alone(
  "a public holiday is kept on another day for whom it was agreed with, and taken back",
  async ({ page, world }) => {
    await openAt(page, world, "/time/leave?business=5");
    const aside = page.getByRole("complementary", { name: "Beside the tapes" });
    await press(page, aside.getByRole("button", { name: "Keep a holiday on another day" }));
    await expect(aside.getByLabel("Public holiday")).toHaveValue("2026-07-10");
    await aside.getByLabel("Kept on").fill("11/7/2026");
    await aside.getByLabel("How it was agreed").fill("a letter of each");
    for (const name of ["Callum Nessworth", "Mele Tupouata", "Ines Vargani", "Jo Whitfern"])
      await aside.getByRole("checkbox", { name }).click();
    await press(page, aside.getByRole("button", { name: "Keep it then for 1 person" }));
    await expect(aside.getByRole("alert")).toContainText("11 July 2026 is no working day of Greer Haldane");
    await aside.getByLabel("Kept on").fill("6/7/2026");
    await press(page, aside.getByRole("button", { name: "Keep it then for 1 person" }));
    await expect(page.getByRole("status")).toContainText("Matariki is kept on Mon, 6 July for 1 person.");
    await expect(aside).toContainText("Greer Haldane: Matariki, 10 July, kept on 6 July");
    await press(page, aside.getByRole("button", { name: "Take back: Greer Haldane, Matariki" }));
    await expect(aside).toContainText("None is agreed.");
  },
);

test("an answer that is lost on its way: pressed once more, the balance is adjusted once", async ({ page, world }) => {
  await openAt(page, world, "/time/leave");
  const aside = page.getByRole("complementary", { name: "Beside the tapes" });
  await press(page, page.getByRole("button", { name: "Marnie Okafor", exact: true }));
  await press(page, aside.getByRole("button", { name: "Adjust a balance" }));
  await aside.getByLabel("Added, or taken off").fill("5.5");
  await aside.getByLabel("Reason").fill("Lost on its way");
  const cut = "**/leave-adjustments";
  await page.route(cut, async (route) => {
    await route.fetch();
    await route.abort();
  });
  await press(page, aside.getByRole("button", { name: "Adjust it" }));
  await expect(aside).toContainText("The server did not answer. Press once more when it does");
  await page.unroute(cut);
  await press(page, aside.getByRole("button", { name: "Adjust it" }));
  await expect(page.getByRole("status")).toContainText("The balance is adjusted");
  await aside.getByText("The ledger of Marnie").click();
  await expect(aside.getByText("Lost on its way")).toHaveCount(1);
});

test("a session that ended in a half-filled form: signed in again there, and what was typed goes", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/time/leave");
  const aside = page.getByRole("complementary", { name: "Beside the tapes" });
  await press(page, page.getByRole("button", { name: "Marnie Okafor", exact: true }));
  await press(page, aside.getByRole("button", { name: "Adjust a balance" }));
  await aside.getByLabel("Added, or taken off").fill("1.5");
  await aside.getByLabel("Reason").fill("After lunch");
  await page.context().clearCookies();
  await press(page, aside.getByRole("button", { name: "Adjust it" }));
  const dialog = page.getByRole("dialog", { name: "Your session has ended" });
  await expect(dialog).toContainText("pip@pith.example");
  await page.keyboard.type("not this one");
  await page.keyboard.press("Enter");
  await expect(dialog).toContainText("E-mail or password is wrong");
  await dialog.getByLabel("Password").fill("lemon-and-pith");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("status")).toContainText("The balance is adjusted");
  await aside.getByText("The ledger of Marnie").click();
  await expect(aside.getByText("After lunch")).toHaveCount(1);
});
