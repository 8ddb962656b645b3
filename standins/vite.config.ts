import { defineConfig } from "vite";

export default defineConfig({
  // One file is read sooner than a thousand; what is compiled for the machine stays where it is.
  ssr: { noExternal: true, external: ["better-sqlite3"] },
  build: {
    ssr: true,
    target: "node20",
    outDir: "dist",
    rolldownOptions: { input: { main: "src/main.ts", serve: "src/serve.ts" } },
  },
});
