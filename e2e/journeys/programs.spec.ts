/** A roster program that knows the pass and the description: made on the page, used over HTTP, ended on the page. */
import { execFile } from "node:child_process";
import { writeFileSync } from "node:fs";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
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

  // Told of events at an address of its own: what it is told is signed, and stands on the page.
  const heard: { type: string; signed: string }[] = [];
  const ear = createServer((request, response) => {
    let body = "";
    request.on("data", (part) => {
      body += part;
    });
    request.on("end", () => {
      heard.push({ type: JSON.parse(body).type, signed: String(request.headers["webhook-signature"]) });
      response.writeHead(204).end();
    });
  });
  await new Promise<void>((ready) => ear.listen(0, "127.0.0.1", ready));
  await press(page, page.getByRole("button", { name: "Tell Example roster of events" }));
  await page.getByLabel("Address").fill("roster");
  await press(page, page.getByRole("button", { name: "Tell it from now on" }));
  await expect(page.getByText(/That is no address of the web/)).toBeVisible();
  await page.getByLabel("Address").fill(`http://127.0.0.1:${(ear.address() as AddressInfo).port}/events`);
  await press(page, page.getByRole("button", { name: "Tell it from now on" }));
  await expect(page.getByLabel("The secret")).toHaveValue(/^whsec_/);
  await api.call("PUT", `/people/${who.id}/emergency`, { contact: null });
  await expect.poll(() => heard.map((each) => each.type)).toEqual(["person.changed"]);
  expect(heard[0]?.signed).toMatch(/^v1,/);
  ear.close();

  await page.reload();
  await expect(page.getByText(/1 event told, last on 1 July 2026/)).toBeVisible();
  await expect(page.getByText(/Used last on 1 July 2026/)).toBeVisible();
  await press(page, page.getByRole("button", { name: "End the pass of Example roster" }));
  await expect(page.getByText(/ended on 1 July 2026/)).toBeVisible();
  await expect(client()).rejects.toThrow(/This pass opens nothing/);
});
