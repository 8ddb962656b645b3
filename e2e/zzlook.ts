import { chromium } from "@playwright/test";
import config from "./playwright.config.ts";
const browser = await chromium.launch((config.use?.launchOptions ?? {}) as object);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on("console", (m) => { if (m.type() === "error") console.log("console", m.text()); });
page.on("pageerror", (e) => console.log("pageerror", e.message));
await page.goto("http://127.0.0.1:4180/");
await page.getByLabel("E-mail").fill("pip@pith.example");
await page.getByLabel("Password").fill("lemon-and-pith");
await page.keyboard.press("Enter");
await page.waitForTimeout(1200);
const steps = process.argv.slice(2);
for (const step of steps) {
  const [what, ...rest] = step.split("=");
  const arg = rest.join("=");
  if (what === "go") await page.goto(`http://127.0.0.1:4180${arg}`);
  else if (what === "click") await page.getByText(arg, { exact: false }).first().click();
  else if (what === "button") await page.getByRole("button", { name: arg }).first().click();
  else if (what === "check") await page.getByLabel(arg).first().check();
  else if (what === "fill") { const [l, v] = arg.split("|"); await page.getByLabel(l).first().fill(v); }
  else if (what === "press") await page.keyboard.press(arg);
  else if (what === "scroll") await page.mouse.wheel(0, Number(arg));
  else if (what === "wait") await page.waitForTimeout(Number(arg));
  else if (what === "shot") { await page.waitForTimeout(500); await page.screenshot({ path: `/tmp/${arg}.png` }); }
  else if (what === "full") { await page.waitForTimeout(500); await page.screenshot({ path: `/tmp/${arg}.png`, fullPage: true }); }
}
await browser.close();
