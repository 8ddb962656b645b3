/** Pages on paper: all of them, nothing of their tools, in ink whatever is on screen. */
import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { expect, openAt, openRun, runs, testInOneWorld, type World } from "../world.ts";

const test = testInOneWorld();

async function printed(
  page: Page,
  world: World,
  path: string,
  ready: string,
): Promise<{ text: string; pages: number }> {
  await openAt(page, world, path);
  await expect(page.getByText(ready).first()).toBeVisible();
  const file = join(world.folder, "printed.pdf");
  writeFileSync(file, await page.pdf({ format: "A4" }));
  const text = execFileSync("pdftotext", ["-layout", file, "-"]).toString();
  return { text, pages: text.split("\f").length - 1 };
}

test("the run, a person, the year, dues and an agreement", async ({ page, world }) => {
  const run = await printed(page, world, `/run/${openRun}`, "Hazel Birtwistle");
  expect(run.pages).toBe(1);
  for (const words of ["Payday 2 July 2026", "Tobias Wren", "open, not signed off", "Ordinary 38 h", "All"])
    expect(run.text).toContain(words);
  // A hundred and twenty people: on screen some thirty are drawn.
  const many = await printed(page, world, `/run/${runs.growers}`, "Payday");
  expect(many.pages).toBeGreaterThan(3);
  const api = await world.api();
  const names = (await api.call("GET", `/runs/${runs.growers}`)).body.rows as { name: string; included: boolean }[];
  for (const { name } of names.filter((each) => each.included)) expect(many.text).toContain(name);
  const person = await printed(page, world, "/people/9", "Tax declaration");
  for (const words of ["Employment and rate", "Tax declaration", "Bank accounts"]) expect(person.text).toContain(words);
  const year = await printed(page, world, "/year", "Payroll year");
  for (const words of ["Hazel", "Wren", "Signed pays"]) expect(year.text).toContain(words);
  const dues = await printed(page, world, "/dues", "PAYG withholding");
  expect(dues.text).toContain("Super");
  const agreement = await printed(page, world, "/set-up/agreements", "Agreements");
  expect(agreement.pages).toBeGreaterThan(0);
  for (const { text } of [run, many, person, year, dues, agreement]) {
    expect(text).toContain("printed 1 July 2026");
    for (const tool of ["Sign out", "Go or do", "Guide", "Change\n"]) expect(text).not.toContain(tool);
  }
});

test("everybody's payslips as one file, before sign-off and after", async ({ page, world }) => {
  const api = await world.api();
  const all = (await api.call("GET", `/businesses/2/runs`)).body as { id: number; state: string }[];
  await openAt(page, world, "/desk");
  for (const run of [all.find((each) => each.state === "open"), all.find((each) => each.state === "settled")]) {
    const answer = await page.request.get(new URL(`/api/runs/${run?.id}/payslips.pdf?of=all`, page.url()).href);
    expect([run?.state, answer.status()]).toEqual([run?.state, 200]);
    const file = join(world.folder, "slips.pdf");
    writeFileSync(file, await answer.body());
    const text = execFileSync("pdftotext", ["-layout", file, "-"]).toString();
    const { rows } = (await api.call("GET", `/runs/${run?.id}`)).body as {
      rows: { name: string; included: boolean }[];
    };
    for (const { name } of rows.filter((each) => each.included)) expect(text).toContain(name);
  }
});

test("what the agency was told, read from the run and printed", async ({ page, world }) => {
  const api = await world.api();
  for (const [business, title, person] of [
    [1, "Pay event, as it was made", "Super guarantee"],
    [4, "Employment information, as it was made", "Tax code"],
  ] as const) {
    const all = (await api.call("GET", `/businesses/${business}/runs`)).body as { id: number; state: string }[];
    const sent = all.find((each) => each.state === "sent" || each.state === "settled");
    await openAt(page, world, `/run/${sent?.id}`);
    await page.getByRole("link", { name: "Read it" }).first().click();
    await expect(page.getByRole("heading", { name: title })).toBeVisible();
    await page.getByRole("button", { name: "Open everybody" }).click();
    const file = join(world.folder, "told.pdf");
    writeFileSync(file, await page.pdf({ format: "A4" }));
    const text = execFileSync("pdftotext", ["-layout", file, "-"]).toString();
    const rows = await page.getByRole("table", { name: title }).getByRole("button").allInnerTexts();
    expect(rows.length).toBeGreaterThan(3);
    for (const name of rows) expect(text).toContain(name);
    expect(text.match(new RegExp(person, "g"))?.length).toBeGreaterThanOrEqual(rows.length - 1);
    for (const tool of ["Open everybody", "Close everybody", "Print it"]) expect(text).not.toContain(tool);
  }
});
