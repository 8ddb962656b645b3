import { existsSync } from "node:fs";
import { defineConfig } from "@playwright/test";

/** Starts sooner than the browser with windows; not every mirror of Debian has it. */
const shell = "/usr/bin/chromium-headless-shell";

export default defineConfig({
  testDir: ".",
  testMatch: "**/*.spec.ts",
  // Every test has a world of its own, on ports of its own.
  workers: 4,
  // A busy machine is four times as slow as an idle one: the limits are for what hangs, not for what is slow.
  timeout: 300_000,
  retries: 0,
  reporter: [["list"]],
  globalSetup: "./template.ts",
  expect: { timeout: 30_000 },
  use: {
    viewport: { width: 1280, height: 800 },
    permissions: ["clipboard-read", "clipboard-write"],
    launchOptions: {
      executablePath: existsSync(shell) ? shell : "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        // A page of a test lives for seconds: processes that serve long lives cost it time.
        "--in-process-gpu",
        "--disable-features=SpareRendererForSitePerProcess",
      ],
    },
    // A trace of every step costs a third of the time; asked for where a failure is looked into.
    trace: process.env.ZESTY_TRACE ? "retain-on-failure" : "off",
  },
  outputDir: "../test-results",
});
