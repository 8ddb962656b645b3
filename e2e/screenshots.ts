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
  await go("/figures?what=cost&from=2026-04&to=2026-06");
  await page.getByRole("figure").waitFor();
  await page.getByRole("button", { name: "39,902.61" }).click();
  await page.getByRole("complementary", { name: "Pays behind the figure" }).getByRole("table").waitFor();
  await shot("figures");
  const changes = [
    { kind: "rates", from: "2026-10-01", people: [], by: "percent", value: "3.5", weekly: "", on: true },
    { kind: "more", from: "2027-01-11", people: [3], by: "percent", value: "1", weekly: "30", on: true },
  ];
  await go(`/figures/what-if?changes=${encodeURIComponent(JSON.stringify(changes))}`);
  await page.getByRole("region", { name: "Sums of the year" }).getByText("+").first().waitFor();
  await shot("what-if");
  await go("/readiness");
  await shot("readiness");
  await go("/year");
  await shot("year");
  await go("/dues");
  const quarter = page.getByRole("row", { name: /Tick Super to Wattle.*due 28 July/ });
  await quarter.getByRole("button", { name: /Super to Wattle/ }).click();
  await quarter.getByRole("checkbox").check();
  await page.getByRole("button", { name: /^Pay \$/ }).waitFor();
  await shot("dues");
  await go("/books/span");
  await page.getByRole("button", { name: "1 payday not all there yet" }).click();
  await shot("reconciliation");
  // A phone of the staff.
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(`${world.url}/staff`);
  await phone.getByLabel("E-mail", { exact: true }).fill("jarrah.mokoena@example.org");
  await phone.getByLabel("Password").fill("lemon-and-pith");
  await phone.getByRole("button", { name: "Sign in" }).click();
  await phone.getByRole("link", { name: /Your payslip for/ }).click();
  await phone.getByRole("button", { name: /^Tax/ }).click();
  await phone.waitForTimeout(600);
  await phone.screenshot({ path: join(folder, "staff.png") });
  // New Zealand.
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
