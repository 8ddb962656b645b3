import { defineConfig } from "vitest/config";
import { inRoom } from "./scripts/roomForTests.mjs";

export default defineConfig({
  test: {
    include: ["{core,contract,server,standins,web}/src/**/*.test.{ts,tsx}"],
    // For what hangs: a year that is played takes a quarter of a minute, and thrice that on a machine that does much else.
    testTimeout: 90_000,
    // Every test makes its own world: the modules beneath are loaded once a worker, not once a file.
    isolate: false,
    // Style sheets are read as they are: their colours are tested.
    css: true,
    env: inRoom,
    globalSetup: "scripts/roomForTests.mjs",
    // Both cores; left to itself the runner keeps one of two free.
    maxWorkers: 2,
  },
});
