import { defineConfig } from "vite";

export default defineConfig({
  // Few files are read sooner than a thousand; what is compiled for the machine, or finds its own files, stays where it is.
  ssr: { noExternal: true, external: ["better-sqlite3", "@node-rs/argon2", "pdfmake", "piscina", "joi-to-json"] },
  build: {
    ssr: true,
    target: "node20",
    outDir: "dist",
    rolldownOptions: {
      input: {
        main: "src/main.ts",
        serve: "src/serve.ts",
        makeDemo: "src/demo/makeDemo.ts",
        payslipWorker: "src/documents/payslipWorker.ts",
        readBookWorker: "src/sheets/readBookWorker.ts",
        workOut: "src/commands/workOut.ts",
        interpret: "src/commands/interpret.ts",
        law: "src/commands/law.ts",
        backup: "src/commands/backup.ts",
        restore: "src/commands/restore.ts",
        verify: "src/commands/verify.ts",
        keyTrail: "src/commands/keyTrail.ts",
        newKey: "src/commands/newKey.ts",
        exportBusiness: "src/commands/exportBusiness.ts",
        importBusiness: "src/commands/importBusiness.ts",
        takeOut: "src/commands/takeOut.ts",
        endure: "src/commands/endure.ts",
        bench: "src/commands/bench.ts",
      },
    },
  },
});
