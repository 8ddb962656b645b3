/** `npm run demo`: installs and builds what is missing, makes the demo data, starts application and stand-ins. */
import { join, relative } from "node:path";
import { clear, envOf, isMade, makeHistory, port, signIns, standinsPort, start, stop } from "./demoWorld.mjs";
import { build, install, root, say } from "./prepare.mjs";

const folder = process.env.ZESTY_DATA ?? join(root, "data", "demo");
install();
const stamp = build();
// The history is made once; `npm run demo -- --fresh` makes it anew, and so does a changed build.
const usable = isMade(folder, stamp) && !process.argv.includes("--fresh");
if (!usable) clear(folder);
try {
  await start(["standins/dist/main.js"], envOf(folder), "ready");
  if (!usable) makeHistory(folder, stamp);
  await start(["server/dist/main.js"], envOf(folder), "ready");
} catch (error) {
  stop();
  say(error.message);
  process.exit(1);
}
say(`
Zesty Ledger   http://127.0.0.1:${port}
Stand-ins      http://127.0.0.1:${standinsPort}   (tax agencies, bank; post box at /post-box)

${signIns}

A sheet of hours that came back, to be brought into Brolga Growers' run:
               ${relative(root, join(folder, "brolga-growers-hours.xlsx"))}

Stop with Ctrl+C. Begin anew with: npm run demo -- --fresh
`);
