/** A roster program that knows the pass and the description: made on the page, used over HTTP, ended on the page. */
import { execFile } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { promisify } from "node:util";
import { press } from "../keyboard.ts";
import { root } from "../programs.ts";
import { expect, openAt, test } from "../world.ts";

const run = promisify(execFile);

test("a pass is made, a roster program fills and approves a week with it, and it is ended", async ({ page, world }) => {
  await openAt(page, world, "/set-up/programs");
  await expect(page.getByText("No program has a pass.")).toBeVisible();
  await press(page, page.getByRole("button", { name: "Make a pass" }));
  await page.getByLabel("Name of the program").fill("Example roster");
  await page.getByLabel("Business", { exact: true }).selectOption({ label: "Gannet Point Boatworks" });
  await press(page, page.getByRole("button", { name: "Make the pass" }));
  await expect(page.getByRole("alert")).toContainText("Tick at least one thing");
  for (const what of ["Read people", "Write days", "Approve recorded days", "Read journals"])
    await page.getByRole("checkbox", { name: new RegExp(`^${what}`) }).click();
  await press(page, page.getByRole("button", { name: "Make the pass" }));
  const pass = await page.getByLabel("The pass", { exact: true }).inputValue();
  await expect(page.getByText("Never used.")).toBeVisible();

  const api = await world.api();
  const { body: people } = await api.call("GET", "/businesses/2/people");
  const who = people.find((each: { endDate: string | null }) => each.endDate === null);
  const roster = join(world.folder, "roster.json");
  const shifts = [22, 23].map((day) => ({
    ...{ payrollId: who.payrollId, start: `2026-06-${day}T09:00`, end: `2026-06-${day}T17:00`, break: 30 },
  }));
  writeFileSync(roster, JSON.stringify({ business: "Gannet Point Boatworks", shifts }));
  const client = () =>
    run(process.execPath, [join(root, "docs", "howTo", "examples", "fillAWeek.mjs"), roster], {
      env: { ...process.env, ZESTY_ADDRESS: world.url, ZESTY_PASS: pass },
    });
  const days = async () => (await api.call("GET", `/businesses/2/week?day=2026-06-22`)).body;
  const first = await client();
  expect(first.stdout).toContain("2 days of Gannet Point Boatworks are written and approved.");
  // A journal, to the cent: debits and credits are one sum.
  const lines = first.stdout.split("\n").flatMap((line) => (/\t/.test(line) ? [line.split("\t").map(Number)] : []));
  expect(lines.length).toBeGreaterThan(1);
  expect(lines.reduce((sum, [, , debit = 0, credit = 0]) => sum + debit - credit, 0)).toBe(0);
  const before = JSON.stringify(await days());
  // Started once more: nothing is written twice.
  expect((await client()).stdout).toBe(first.stdout);
  expect(JSON.stringify(await days())).toBe(before);

  await page.reload();
  await expect(page.getByText(/Used last on 1 July 2026/)).toBeVisible();
  await press(page, page.getByRole("button", { name: "End the pass of Example roster" }));
  await expect(page.getByText(/ended on 1 July 2026/)).toBeVisible();
  await expect(client()).rejects.toThrow(/This pass opens nothing/);
});
