/** Starts the application. Settings come from the environment (docs/howTo/operate.md). */
import { dirname, join, resolve } from "node:path";
import { buildApp } from "./app/app.ts";
import { type Application, makeApplication } from "./app/application.ts";
import { readSettings } from "./ground/settings.ts";
import { firstUserCode } from "./session/firstUserCode.ts";
import { setStandinClock } from "./session/moveTheDay.ts";
import { hasUsers } from "./session/session.ts";
import { StoreFault } from "./store/fault.ts";
import { defaultKeyFile } from "./store/folder.ts";

// What the server writes is for its own user only.
process.umask(0o077);
const say = (words: string) => process.stdout.write(`${words}\n`);

/** One plain sentence for what a person can mend; the whole trace for what only we can. */
function giveUp(error: unknown): never {
  const known = error instanceof StoreFault || (error as Error)?.name === "SettingFault";
  process.stderr.write(known ? `${(error as Error).message}\n` : `${(error as Error)?.stack ?? String(error)}\n`);
  process.exit(1);
}

async function start(): Promise<void> {
  const settings = readSettings(process.env);
  const application: Application = makeApplication(settings, undefined, giveUp);
  const webFolder = process.env.ZESTY_WEB ?? join(import.meta.dirname, "../../web/dist");
  await setStandinClock(application.context);
  const keyFile = resolve(process.env.ZESTY_KEY_FILE ?? defaultKeyFile(settings.dataFolder));
  if (settings.demoDay === null && dirname(dirname(keyFile)) === settings.dataFolder)
    say(`The key lies beside the data, in ${keyFile}. Keep it elsewhere: ZESTY_KEY_FILE (docs/howTo/operate.md).`);
  for (const each of application.context.trust.verdict.broken)
    process.stderr.write(`Not as it was sealed: ${each.words} See Safety, or: npm run verify\n`);

  const server = buildApp(application, webFolder).listen(settings.port, settings.host);
  // Longer than a browser, or a proxy before it, keeps an idle line: else one asks as the other end hangs up.
  server.keepAliveTimeout = 75_000;
  server.once("error", (error: NodeJS.ErrnoException) => {
    process.stderr.write(
      error.code === "EADDRINUSE"
        ? `Port ${settings.port} is taken by another program. Stop it, or choose another port in ZESTY_PORT.\n`
        : `The application cannot listen on ${settings.host}:${settings.port} (${error.code}). Check ZESTY_HOST and ZESTY_PORT.\n`,
    );
    void application.close().then(() => process.exit(1));
  });
  server.once("listening", () => {
    application.outbox.start();
    application.teller.start();
    if (!hasUsers(application.context))
      say(`The code for the first user is ${firstUserCode(settings.dataFolder)}. It is needed once.`);
    say(`Zesty Ledger is ready on http://${settings.host}:${settings.port}`);
  });
  for (const signal of ["SIGINT", "SIGTERM"] as const)
    process.once(signal, () => {
      server.close();
      server.closeAllConnections();
      void application.close().then(() => process.exit(0));
    });
}

await start().catch(giveUp);
