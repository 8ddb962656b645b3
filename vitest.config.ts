import { defineConfig } from "vitest/config";

export default defineConfig({
  test: { include: ["{core,contract,server,standins,web}/src/**/*.test.{ts,tsx}"], testTimeout: 30_000 },
});
