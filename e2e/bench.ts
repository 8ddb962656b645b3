/**
 * The parts of `npm run bench` that need a browser, at a sheet of 300 rows: a keystroke to the new totals on screen, and
 * from the address to a sheet that can be typed in. Also the demo's history, made anew. Prints one JSON object.
 */
import { readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { chromium, type Page } from "@playwright/test";
import config from "./playwright.config.ts";
import { root } from "./programs.ts";
import makeTemplate from "./template.ts";
import { type Api, openRun, signIn, startWorld } from "./world.ts";

/** Kilobytes of JavaScript that the first page fetches, as the server sends it. */
function firstLoadKb(): number {
  const dist = join(root, "web", "dist");
  const html = readFileSync(join(dist, "index.html"), "utf8");
  const scripts = [...html.matchAll(/(?:src|href)="(\/assets\/[^"]+\.js)"/g)].map((match) => match[1] ?? "");
  const bytes = scripts.reduce(
    (total, script) => total + gzipSync(readFileSync(join(dist, script)), { level: 3 }).length,
    0,
  );
  return bytes / 1000;
}

/** People like the first one, until the open run has 300 rows. */
async function fill(api: Api): Promise<void> {
  const [person] = (await api.call("GET", "/businesses/1/people")).body;
  const known = (await api.call("GET", `/people/${person.id}`)).body;
  const { from: _from, ...employment } = known.employment;
  const run = (await api.call("GET", `/runs/${openRun}`)).body;
  const personIds: number[] = [];
  for (let at = run.rows.length; at < 300; at += 1) {
    const details = {
      ...known.details,
      familyName: `Sample${String.fromCharCode(97 + (at % 26))}`,
      givenName: `Alex ${at}`,
      email: null,
    };
    const made = await api.call("POST", "/businesses/1/people", { payrollId: `B${at}`, details, employment });
    personIds.push(made.body.id);
  }
  const added = await api.call("POST", `/runs/${openRun}/people`, { personIds });
  if (added.body.rows?.length !== 300) throw new Error(`The run has ${added.body.rows?.length} rows, not 300.`);
}

async function keystroke(page: Page): Promise<number> {
  await page.keyboard.type("1");
  await page.keyboard.type(String(Math.floor(Math.random() * 9)));
  return page.evaluate(() => {
    const total = document.querySelector('[data-total="gross"]');
    const before = total?.textContent;
    const cell = document.activeElement as HTMLElement;
    const began = performance.now();
    const changed = new Promise<number>((resolve) => {
      const watch = new MutationObserver(() => {
        if (total?.textContent === before) return;
        watch.disconnect();
        resolve(performance.now() - began);
      });
      if (total) watch.observe(total, { characterData: true, childList: true, subtree: true });
      // The same hours as before change no total: such a stroke says nothing.
      setTimeout(() => resolve(-1), 1000);
    });
    cell.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }));
    return changed;
  });
}

/** A day typed in the week of Brolga Growers, until its cell shows what it became. */
async function weekKeystrokes(page: Page, url: string): Promise<number[]> {
  await page.evaluate((business) => localStorage.setItem("zesty-business", business), "6");
  await page.goto(`${url}/time`);
  const cell = page.getByRole("row").nth(3).getByRole("gridcell").nth(2);
  await cell.waitFor();
  await cell.click();
  const times: number[] = [];
  for (let round = 0; round < 60; round += 1) {
    await page.keyboard.type(`9-${13 + (round % 7)}`);
    const took = await page.evaluate(() => {
      const grid = document.querySelector('[role="grid"]') as HTMLElement;
      const input = document.activeElement as HTMLElement;
      const began = performance.now();
      const shown = new Promise<number>((resolve) => {
        const watch = new MutationObserver(() => {
          watch.disconnect();
          requestAnimationFrame(() => resolve(performance.now() - began));
        });
        watch.observe(grid, { characterData: true, childList: true, subtree: true });
        setTimeout(() => resolve(-1), 1000);
      });
      input.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }));
      return shown;
    });
    if (round >= 10 && took >= 0) times.push(took);
    await page.waitForTimeout(60);
  }
  return times;
}

const sorted = (times: number[]) => [...times].sort((a, b) => a - b);
const share = (times: number[], part: number) => sorted(times)[Math.floor(part * (times.length - 1))] ?? 0;

rmSync(join(root, "data", "e2e"), { recursive: true, force: true });
const began = performance.now();
await makeTemplate();
const demoSeconds = (performance.now() - began) / 1000;
const world = await startWorld();
const browser = await chromium.launch(config.use?.launchOptions ?? {});
try {
  await fill(await world.api());
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await signIn(page, world);
  const usable: number[] = [];
  for (let round = 0; round < 4; round += 1) {
    const from = performance.now();
    await page.goto(`${world.url}/run/${openRun}`);
    await page.getByRole("row").nth(2).getByRole("gridcell").nth(2).waitFor();
    if (round > 0) usable.push(performance.now() - from);
  }
  await page.getByRole("row").nth(2).getByRole("gridcell").nth(2).click();
  const times: number[] = [];
  for (let round = 0; round < 70; round += 1) {
    const took = await keystroke(page);
    if (round >= 10 && took >= 0) times.push(took);
    await page.waitForTimeout(60);
  }
  const weekKeystrokeP95 = share(await weekKeystrokes(page, world.url), 0.95);
  process.stdout.write(
    `${JSON.stringify({
      keystroke300P95: share(times, 0.95),
      firstLoadKb: firstLoadKb(),
      usableSheetMs: share(usable, 0.5),
      demoSeconds,
      weekKeystrokeP95,
    })}\n`,
  );
} finally {
  await browser.close();
  await world.end();
}
