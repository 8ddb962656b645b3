import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["{core,contract,server,standins,web}/src/**/*.test.{ts,tsx}"],
    testTimeout: 30_000,
    // Every test makes its own world: the modules beneath are loaded once a worker, not once a file.
    isolate: false,
    // Style sheets are read as they are: their colours are tested.
    css: true,
    // Both cores; left to itself the runner keeps one of two free.
    maxWorkers: 2,
  },
});
