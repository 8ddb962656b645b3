/** What is half typed, or is no day and no number yet, breaks no page: every field of every form, at each key. */
import { expect, openAt, openRun, runs, standsStill, test } from "../world.ts";

const places: [string, string?][] = [
  ["/people/9#employment"],
  ["/people/16#usualPay"],
  ["/people/9#leave"],
  ["/people/9#departure"],
  ["/people/38#kiwiSaver"],
  ["/people/40#departure"],
  ["/people/new", "Add"],
  ["/people/raise"],
  ["/people/move"],
  [
    `/figures/what-if?changes=${encodeURIComponent('[{"kind":"rates","from":"2026-08-01","people":[],"by":"percent","value":"3.5","weekly":"","on":true}]')}`,
  ],
  ["/time/leave-worth"],
  ["/books/span"],
  ["/set-up", "Add one"],
  ["/set-up/new-business"],
  ["/run?outside-cycle"],
  [`/run/${openRun}`, "Rates, codes and terms of lines"],
  [`/run/${runs.gannet}`, "Tax or super by hand"],
];

test("every field of every form bears what is half typed", async ({ page, world }) => {
  page.on("dialog", (dialog) => void dialog.accept());
  const faults: string[] = [];
  page.on("pageerror", (error) => faults.push(`${page.url()}: ${error.message}`));
  await openAt(page, world, "/desk");
  let typed = 0;
  for (const [path, button] of places) {
    await page.goto("about:blank");
    await page.goto(world.url + path);
    await page.getByRole("heading", { level: 1 }).waitFor();
    await standsStill(page);
    if (button) await page.getByRole("button", { name: button }).first().click();
    await standsStill(page);
    typed += await page.evaluate(async () => {
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
      const fields = [...document.querySelectorAll<HTMLInputElement>("#main input, form input")].filter(
        ({ type, disabled, readOnly }) => !disabled && !readOnly && ["text", "number", "email", "tel"].includes(type),
      );
      for (const field of fields)
        for (const text of ["", "1", "x", "1."]) {
          set?.call(field, text);
          field.dispatchEvent(new Event("input", { bubbles: true }));
          await new Promise(requestAnimationFrame);
        }
      return fields.length;
    });
    if (await page.getByText(/This page broke|\bNaN\b|\bundefined\b/).count()) faults.push(path);
  }
  expect(faults).toEqual([]);
  expect(typed).toBeGreaterThan(80);
});
