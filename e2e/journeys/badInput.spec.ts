/** Bad input gets a clear sentence in the right place, and nothing is half-done. */
import { expect, makeReady, openAt, openRun, test } from "../world.ts";

test("in the sheet: words for numbers, blocks too large, strangers", async ({ page, world }) => {
  await openAt(page, world, `/run/${openRun}`);
  const status = page.getByRole("status");
  const row = page.getByRole("row", { name: /Sunny Castellano/ });
  await row.getByRole("gridcell").nth(2).click();
  const paste = async (text: string) => {
    await page.evaluate((block) => navigator.clipboard.writeText(block), text);
    await page.keyboard.press("ControlOrMeta+V");
  };
  await paste("abc\t4");
  // A word in the first column is read as a name.
  await expect(status).toContainText("“abc” is not in this run. Nothing was pasted.");
  await paste(Array.from({ length: 40 }, () => "1\t2").join("\n"));
  await expect(status).toContainText("The block has 40 rows and 2 columns");
  await paste("Name\tOrdinary\nSunny Castellano\t5\nNobody Known\t7");
  await expect(status).toContainText("“Nobody Known” is not in this run. Nothing was pasted.");
  await paste("-5");
  await expect(status).toContainText(
    "Sunny Castellano, Ordinary: “-5” is below nought. To take something back, correct the pay that it was in.",
  );
  await expect(row).toContainText("-5");
  await paste("400");
  await expect(page.getByRole("complementary", { name: "Beside the sheet" })).toContainText(
    "400 hours in 7 days is more than the days hold.",
  );
  const api = await world.api();
  await expect
    .poll(
      async () =>
        (await api.call("GET", `/runs/${openRun}`)).body.rows.find(
          (each: { name: string }) => each.name === "Sunny Castellano",
        ).figures.hours,
    )
    .toBe("400.0000");
});

test("a refused form puts the cursor into its first faulty field; a button that has nothing to mend keeps it", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/set-up/new-business");
  const add = page.getByRole("button", { name: "Add the business" });
  const field = (label: string) => page.getByLabel(label, { exact: true }).first();
  const focused = () =>
    page.evaluate(() => document.activeElement?.getAttribute("name") ?? document.activeElement?.textContent);
  await add.focus();
  await page.keyboard.press("Enter");
  await expect(field("Name")).toBeFocused();
  await expect(page.getByText("Name is empty.", { exact: true })).toBeVisible();
  await field("Name").fill("Wattle Street Café");
  await page.keyboard.press("Enter");
  await expect.poll(focused).toBe("legalName");
  // Nobody is chosen, and the server has nothing to say of a field: whoever pressed stays where they were.
  await page.goto(`${world.url}/people/9#employment`);
  const save = page.getByRole("button", { name: "Save", exact: true });
  await page.route("**/api/people/9/employment", async (route) => {
    await new Promise((later) => setTimeout(later, 200));
    await route.fulfill({
      status: 503,
      json: { status: 503, title: "", code: "busy", detail: "Cannot save right now." },
    });
  });
  await save.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText("Cannot save right now.")).toBeVisible();
  await expect(save).toBeFocused();
  // What is left gives the focus back to what opened it, and what opens takes it.
  await page.getByRole("button", { name: "Cancel" }).click();
  await page.getByRole("button", { name: "Change employment and rate" }).press("Enter");
  await expect.poll(() => page.evaluate(() => document.activeElement?.closest("form") !== null)).toBe(true);
  await page.getByRole("button", { name: "Cancel" }).press("Enter");
  await expect(page.getByRole("button", { name: "Change employment and rate" })).toBeFocused();
});

test("by the API: each fault names the field, the reason and the way to mend it", async ({ world }) => {
  const api = await world.api();
  const run = (await api.call("GET", `/runs/${openRun}`)).body;
  const [first] = run.rows;
  const save = (version: number, lines: object[]) =>
    api.call("PUT", `/runs/${openRun}/rows`, { version, rows: [{ payId: first.payId, lines }] });
  const negative = await save(run.version, [{ elementId: run.elements[0].id, hours: "-4" }]);
  expect([negative.status, negative.body.errors[0].path, negative.body.detail]).toEqual([
    400,
    "rows.0.lines.0",
    "Hours cannot be below nought here. To take something back, correct the pay that it was in.",
  ]);
  expect(
    (await api.call("PUT", `/runs/${openRun}/rows`, { version: run.version, rows: [{ payId: 99_999, lines: [] }] }))
      .body.code,
  ).toBe("unknown-person");

  // Two people edit one run: the second is told, and sees what the first did.
  expect((await save(run.version, [{ elementId: run.elements[0].id, hours: "20" }])).status).toBe(200);
  const second = await save(run.version, [{ elementId: run.elements[0].id, hours: "30" }]);
  expect([second.status, second.body.code]).toEqual([409, "changed-meanwhile"]);
  const now = (await api.call("GET", `/runs/${openRun}`)).body;
  expect(now.rows[0].figures.hours).toBe("20.0000");

  // Stops are open: nothing is signed, nothing is written.
  const signed = await api.call("POST", `/runs/${openRun}/sign-off`, { version: now.version, declared: true });
  expect([signed.status, signed.body.code]).toEqual([422, "stops-open"]);
  expect(
    (await api.call("POST", `/runs/${openRun}/sign-off`, { version: now.version, declared: false })).body.detail,
  ).toContain("Tick the declaration");
  expect(
    (await api.call("GET", "/businesses/1/journals")).body.filter((each: { runId: number }) => each.runId === openRun),
  ).toEqual([]);

  // A second run while one is open; later, a payday before the last one.
  expect((await api.call("POST", "/businesses/1/runs", { cycleId: 1, from: "usual" })).body.code).toBe("run-open");
  const version = await makeReady(api);
  expect((await api.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true })).status).toBe(200);
  const early = await api.call("POST", "/businesses/1/runs", { cycleId: 1, from: "usual", payday: "2026-06-30" });
  expect([early.status, early.body.detail]).toEqual([
    422,
    "Payday 30 June 2026 is before the last one, 2 July 2026. Choose 2 July 2026 or later.",
  ]);
  expect((await save(now.version, [])).body.code).toBe("run-closed");
});

test("rights: a preparer does not sign, a stranger sees nothing, secrets stay secret", async ({ world }) => {
  const lead = await world.api();
  const version = await makeReady(lead);
  const preparer = await world.api("rowan@pith.example");
  expect((await preparer.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true })).status).toBe(403);
  expect((await preparer.call("POST", "/businesses", {})).status).toBe(403);
  expect((await fetch(`${world.url}/api/desk`)).status).toBe(401);
  expect((await fetch(`${world.url}/api/session`, { method: "POST", body: "{}" })).status).toBe(403);
  const person = await lead.call("GET", "/people/1");
  expect(JSON.stringify(person.body)).not.toMatch(/\b9000\d{5}\b/);
  expect((await lead.call("POST", "/people/1/secrets/tax")).body.value).toMatch(/^9000\d{5}$/);
  const approver = await world.api("willa@saltbush.example");
  expect((await approver.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true })).status).toBe(200);
});
