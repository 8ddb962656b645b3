/** A page that stands does not move under a hand: what comes late pushes nothing away. */
import { expect, openAt, runs, test } from "../world.ts";

const paths = ["/set-up", "/people/1", "/people/40", `/run/${runs.saltbush}`, "/dues", "/desk"];

test("nothing moves once a page is shown, on a slow machine", async ({ page, world }) => {
  const browser = await page.context().newCDPSession(page);
  await browser.send("Emulation.setCPUThrottlingRate", { rate: 3 });
  // Cumulative layout shift (W3C, Layout Instability): a tenth of a screen's part that moves a tenth of its height is 0.01.
  await page.addInitScript(() => {
    const moved: string[] = [];
    Object.assign(window, { moved });
    new PerformanceObserver((list) => {
      for (const each of list.getEntries() as (PerformanceEntry & { value: number; sources: { node: Node }[] })[])
        if (each.value > 0.01) moved.push(`${each.value}: ${each.sources[0]?.node?.textContent?.slice(0, 60)}`);
    }).observe({ type: "layout-shift", buffered: true });
  });
  for (const path of paths) {
    await openAt(page, world, path);
    await page.getByRole("heading", { level: 1 }).waitFor();
    await page.waitForLoadState("networkidle");
    expect(await page.evaluate(() => (window as unknown as { moved: string[] }).moved), path).toEqual([]);
  }
});
