/** The application, listening. Settings come from the environment (docs/howTo/operate.md). */
import { existsSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { buildApp } from "./app/app.ts";
import { type Application, makeApplication } from "./app/application.ts";
import { readSettings } from "./ground/settings.ts";
import { firstUserCode } from "./session/firstUserCode.ts";
import { setStandinClock } from "./session/moveTheDay.ts";
import { hasUsers } from "./session/session.ts";
import { defaultKeyFile } from "./store/folder.ts";

/** What the browser loads lies beside the sources and beside the bundle, at different depths. */
const webBuilt =
  ["../../web/dist", "../../../web/dist"].map((up) => join(import.meta.dirname, up)).find(existsSync) ?? "web/dist";
const say = (words: string) => process.stdout.write(`${words}\n`);

export interface Served {
  /** lets go of the port and of the store; what is being done is ended first */
  stop(): Promise<void>;
}

/**
 * @param env the settings, as the environment names them
 * @param giveUp called with what nobody can go on from
 * @returns when it listens
 */
export async function serve(env: NodeJS.ProcessEnv, giveUp: (error: unknown) => never): Promise<Served> {
  const settings = readSettings(env);
  const application: Application = makeApplication(settings, undefined, giveUp);
  const webFolder = env.ZESTY_WEB ?? webBuilt;
  await setStandinClock(application.context);
  const keyFile = resolve(env.ZESTY_KEY_FILE ?? defaultKeyFile(settings.dataFolder));
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
  await new Promise<void>((listens) => server.once("listening", listens));
  application.outbox.start();
  application.teller.start();
  if (!hasUsers(application.context))
    say(`The code for the first user is ${firstUserCode(settings.dataFolder)}. It is needed once.`);
  say(`Zesty Ledger is ready on http://${settings.host}:${settings.port}`);
  return {
    stop: () => {
      server.close();
      server.closeAllConnections();
      return application.close();
    },
  };
}
