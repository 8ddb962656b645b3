/** The stand-ins, listening: HTTP for the tax agencies and the bank, SMTP for the post box, pages to look at. */
import { once } from "node:events";
import { join } from "node:path";
import express from "express";
import { bank } from "./bank.ts";
import { clearingHouse } from "./clearingHouse.ts";
import { control, indexPage } from "./control.ts";
import { inlandRevenue } from "./inlandRevenue.ts";
import { postBoxPages, smtpServer } from "./postBox.ts";
import { taxAgency } from "./taxAgency.ts";
import { textMessages } from "./textMessages.ts";
import { openWorld } from "./world.ts";

/** @returns when they listen */
export async function serve(env: NodeJS.ProcessEnv): Promise<{ stop(): void }> {
  const port = Number(env.STANDINS_PORT ?? "4280");
  const smtpPort = Number(env.STANDINS_SMTP_PORT ?? "4281");
  const world = openWorld(env.STANDINS_DATA ?? join("data", "standins"));
  if (env.STANDINS_CLOCK) world.setClock(env.STANDINS_CLOCK);

  const app = express();
  app.disable("x-powered-by");
  app.use((_request, response, next) => {
    response.setHeader("X-Sim", "1");
    response.setHeader("X-Sim-Clock", world.now());
    next();
  });
  app.use("/sim/au-tax", taxAgency(world));
  app.use("/sim/nz-tax", inlandRevenue(world));
  app.use("/sim/bank", bank(world));
  app.use("/sim/super", clearingHouse(world));
  app.use("/sim/text", textMessages(world));
  app.use("/sim/control", control(world));
  app.use("/post-box", postBoxPages(world));
  app.get("/", (_request, response) => void response.send(indexPage(world)));

  const server = app.listen(port, "127.0.0.1");
  // A line that is closed after five idle seconds may close in the face of a request that has just begun.
  server.keepAliveTimeout = 300_000;
  await once(server, "listening");
  const mail = smtpServer(world);
  await new Promise<void>((listens) => mail.listen(smtpPort, "127.0.0.1", listens));
  process.stdout.write(`Stand-ins ready on http://127.0.0.1:${port}, mail on port ${smtpPort}\n`);
  return {
    stop: () => {
      server.close();
      server.closeAllConnections();
      mail.close(() => undefined);
      world.db.close();
    },
  };
}
