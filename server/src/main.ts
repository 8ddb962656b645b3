/** Starts the application. Settings come from the environment (README). */
import { join } from "node:path";
import { buildApp } from "./app.ts";
import { makeApplication } from "./application.ts";
import { setStandinClock } from "./demo/moveTheDay.ts";
import { readSettings } from "./settings.ts";

const settings = readSettings(process.env);
const application = makeApplication(settings);
const webFolder = process.env.ZESTY_WEB ?? join(import.meta.dirname, "../../web/dist");
await setStandinClock(application.context);

const server = buildApp(application, webFolder).listen(settings.port, "127.0.0.1", () => {
  process.stdout.write(`Zesty Ledger is ready on http://127.0.0.1:${settings.port}\n`);
});

for (const signal of ["SIGINT", "SIGTERM"] as const)
  process.once(signal, () => {
    server.close();
    server.closeAllConnections();
    void application.close().then(() => process.exit(0));
  });
