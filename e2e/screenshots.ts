/** `npm run screenshots`: one current picture of each main view, made from the demo, for README and docs. */
import { execFileSync } from "node:child_process";
import { mkdirSync, renameSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { chromium, type Page } from "@playwright/test";
import config from "./playwright.config.ts";
import { root } from "./programs.ts";
import makeTemplate from "./template.ts";
import { approveWeek, makeReady, openRun, runs, signIn, startWorld, until } from "./world.ts";

const folder = join(root, "docs", "screenshots");
mkdirSync(folder, { recursive: true });
await makeTemplate();
const world = await startWorld();
const browser = await chromium.launch(config.use?.launchOptions ?? {});
const context = await browser.newContext({
  viewport: { width: 1280, height: 800 },
  permissions: ["clipboard-read", "clipboard-write"],
});
const page: Page = await context.newPage();
const shot = async (name: string) => {
  await page.waitForTimeout(600);
  await page.screenshot({ path: join(folder, `${name}.png`) });
};
const go = async (path: string) => {
  await page.goto(`${world.url}${path}`);
  await page.getByRole("heading", { level: 1 }).waitFor();
};
try {
  await page.goto(world.url);
  await signIn(page, world);
  await shot("desk");
  await go("/time");
  await page
    .getByRole("row", { name: /Beatrix Nolan/ })
    .getByRole("gridcell")
    .nth(5)
    .click();
  await shot("time");
  await go("/time/leave");
  await page.getByRole("button", { name: "Tobias Wren: Annual leave, 3 Aug" }).click();
  await shot("leave");
  await go("/set-up/agreements");
  await shot("agreements");
  await approveWeek(await world.api());
  await go(`/run/${openRun}`);
  await page.getByRole("tab", { name: "Hours" }).click();
  await page
    .getByRole("row", { name: /Imogen Tarrant/ })
    .getByRole("gridcell")
    .nth(2)
    .click();
  await shot("run-hours");
  await page.getByRole("tab", { name: "Check" }).click();
  await page
    .getByRole("row", { name: /Beatrix Nolan/ })
    .getByRole("gridcell")
    .nth(5)
    .click();
  await shot("run-check");
  await page.keyboard.press("?");
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  await aside.getByRole("button", { name: /PAYG withholding, regular/ }).click();
  await shot("run-why");
  const api = await world.api();
  const version = await makeReady(api);
  await go(`/run/${openRun}`);
  await page.getByRole("tab", { name: "Sign off" }).click();
  await aside.getByText("Signing off does all of this").waitFor();
  await shot("run-sign-off");
  await api.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true });
  await api.call("POST", `/runs/${openRun}/send`, { channels: ["payEvent", "paymentFile", "payslip"] });
  const sent = await until(
    async () => (await api.call("GET", `/runs/${openRun}/send`)).body,
    (view) =>
      view.rows.every((row: { state: string }) => ["accepted", "partial", "acknowledged"].includes(row.state)) &&
      view.rows[0].state === "partial",
  );
  await go(`/run/${openRun}`);
  await shot("run-send");
  const slip = sent.documents.find(
    (each: { kind: string; fileName: string }) => each.kind === "payslip" && each.fileName.includes("SCK03"),
  );
  const cookies = (await context.cookies()).map((each) => `${each.name}=${each.value}`).join("; ");
  const pdf = await fetch(`${world.url}/api/documents/${slip.id}`, { headers: { Cookie: cookies } });
  const file = join(root, "data", "e2e", "payslip.pdf");
  writeFileSync(file, Buffer.from(await pdf.arrayBuffer()));
  execFileSync("pdftoppm", ["-png", "-r", "80", "-singlefile", file, file.replace(".pdf", "")]);
  renameSync(file.replace(".pdf", ".png"), join(folder, "payslip.png"));
  await go("/people/3");
  await shot("person");
  await go("/dues");
  await shot("dues");
  const [journal] = (await api.call("GET", "/businesses/1/journals")).body;
  await go(`/books/${journal.id}`);
  await page.getByRole("button", { name: "Wages and salaries" }).first().click();
  await shot("journal");
  // The odd pays, at Gannet Point Boatworks.
  const person = (name: string) => page.getByRole("gridcell", { name, exact: true });
  const people = (await api.call("GET", "/businesses/2/people")).body as { id: number; name: string }[];
  const dougal = people.find((each) => each.name.includes("Penhale"))?.id;
  await go(`/people/${dougal}#departure`);
  await page.getByLabel("Last day", { exact: true }).fill("2026-06-26");
  await page.getByLabel("Reason").selectOption("R");
  await page.getByLabel("The notice is worked").uncheck();
  await page.getByText(/weeks of redundancy pay/).waitFor();
  await page.getByRole("button", { name: "Record the departure" }).scrollIntoViewIfNeeded();
  await shot("departure");
  await go(`/run/${runs.gannetSettled}`);
  await page.getByRole("tab", { name: "Sheet" }).click();
  await person("Ingrid Vass").click();
  await aside.getByRole("button", { name: "Correct this pay" }).click();
  await aside.getByLabel("Ordinary").fill("30");
  await page.getByLabel("Correct it").selectOption("own");
  await aside.getByRole("button", { name: "See the difference" }).click();
  await aside.getByText("Overpaid, net").scrollIntoViewIfNeeded();
  await shot("correction");
  await go("/set-up/safety");
  await page.getByRole("button", { name: "Make one now" }).click();
  await page.getByText(/up to entry/).waitFor();
  await shot("safety");
  await go("/set-up/rules");
  await page.locator("#withholdingRates summary").last().click();
  await page.locator("#withholdingRates").scrollIntoViewIfNeeded();
  await shot("rules");
  // New Zealand.
  await go(`/run/${runs.koura}`);
  await person("Tama Ruakere").click();
  await aside.getByRole("button", { name: "Leave by its dates" }).click();
  await page.getByLabel("From and to").fill("6/7-9/7");
  await aside.getByRole("button", { name: "Record it as approved" }).click();
  await aside.getByRole("button", { name: /^Annual holidays, weeks/ }).click();
  await aside.getByRole("button", { name: /Rate of annual holidays/ }).click();
  await shot("nz-holiday-pay");
  await go(`/run/${runs.koura}`);
  await page.getByRole("tab", { name: "Sign off" }).click();
  await aside.getByText(/Employment information for/).scrollIntoViewIfNeeded();
  await page.evaluate(() => {
    document.documentElement.dataset.theme = "dark";
  });
  await shot("nz-filing-dark");
} finally {
  await browser.close();
  await world.end();
}
