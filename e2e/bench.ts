/** The interface's own speed: a keystroke in a sheet of 300 rows, from the key to the new totals on screen. */
import { chromium } from "@playwright/test";
import config from "./playwright.config.ts";
import makeTemplate from "./template.ts";
import { openRun, signIn, startWorld } from "./world.ts";

await makeTemplate();
const world = await startWorld();
const browser = await chromium.launch(config.use?.launchOptions ?? {});
try {
  const api = await world.api();
  const [person] = (await api.call("GET", "/businesses/1/people")).body;
  const known = (await api.call("GET", `/people/${person.id}`)).body;
  const { from: _from, ...employment } = known.employment;
  for (let at = 0; at < 289; at += 1) {
    const details = {
      ...known.details,
      familyName: `Sample${String.fromCharCode(97 + (at % 26))}`,
      givenName: `Alex ${at}`,
      email: null,
    };
    await api.call("POST", "/businesses/1/people", { payrollId: `B${at}`, details, employment });
  }
  const people = (await api.call("GET", "/businesses/1/people")).body;
  const run = (await api.call("GET", "/runs/23")).body;
  const inRun = new Set(run.rows.map((row: { personId: number }) => row.personId));
  await api.call("POST", "/runs/23/people", {
    personIds: people.map((each: { id: number }) => each.id).filter((id: number) => !inRun.has(id)),
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await signIn(page, world);
  await page.goto(`${world.url}/run/${openRun}`);
  await page.getByRole("row").nth(2).getByRole("gridcell").nth(2).click();
  const times: number[] = [];
  for (let round = 0; round < 60; round += 1) {
    await page.keyboard.type(String(10 + (round % 20)));
    const took = await page.evaluate(async () => {
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
      });
      cell.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }));
      return changed;
    });
    times.push(took);
    await page.waitForTimeout(60);
  }
  times.sort((a, b) => a - b);
  const at = (share: number) => times[Math.floor(share * (times.length - 1))]?.toFixed(0);
  process.stdout.write(
    `A keystroke at ${people.length} rows, key to new totals in the page: median ${at(0.5)} ms, p95 ${at(0.95)} ms\n`,
  );
} finally {
  await browser.close();
  await world.end();
}
