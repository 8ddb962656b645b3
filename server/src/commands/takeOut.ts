/** `npm run take-out`: a business whose time of keeping is over leaves the store, while the application does not run. */
import { existsSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { exportBusiness, fileNameOf } from "../carry/exportBusiness.ts";
import { demandOver, endTakingOut, takeOut } from "../carry/takeOut.ts";
import { demoClock, realClock } from "../ground/clock.ts";
import { ruleShelf } from "../ground/ruleShelf.ts";
import { readSettings } from "../ground/settings.ts";
import { backupsFolder, listBackups } from "../store/backup.ts";
import { StoreFault, storeFaultOf } from "../store/fault.ts";
import { openStore } from "../store/open.ts";
import { demandKeyed } from "../store/trail.ts";

const { dataFolder, demoDay } = readSettings(process.env);
process.umask(0o077);
try {
  const { values } = parseArgs({ options: { business: { type: "string" }, out: { type: "string" } } });
  const id = Number(values.business);
  if (!Number.isInteger(id) || id < 1 || !values.out)
    throw new StoreFault(
      "Write npm run take-out -- --business 1 --out folder: the number of the business, and where its last export and the proof go.",
    );
  if (!existsSync(values.out)) throw new StoreFault(`There is no folder ${values.out}. Nothing was changed.`);
  const passphrase = process.env.ZESTY_PASSPHRASE;
  if (!passphrase)
    throw new StoreFault("Give a passphrase for its last export in ZESTY_PASSPHRASE. Nothing was changed.");
  const store = openStore(dataFolder);
  try {
    demandKeyed(store);
    const stopped = endTakingOut(store);
    const clock = demoDay === null ? realClock : demoClock(store, demoDay);
    const rules = ruleShelf(store).now();
    const proofFile = join(values.out, `taken-out-${id}.json`);
    if (existsSync(proofFile)) throw new StoreFault(`${proofFile} is there already. Nothing was changed.`);
    let file = "where the try before put it";
    if (stopped?.id !== id) {
      demandOver(store, rules, id, clock);
      file = join(values.out, fileNameOf(store.sqlite, id, clock.now()));
      if (existsSync(file)) throw new StoreFault(`${file} is there already. Nothing was changed.`);
      await exportBusiness(store, id, passphrase, clock.now(), file);
    }
    const proof = stopped?.id === id ? stopped : takeOut(store, rules, id, clock);
    writeFileSync(proofFile, `${JSON.stringify(proof, null, 2)}\n`, { flag: "wx" });
    const backups = listBackups(backupsFolder(dataFolder)).length;
    const rows = Object.values(proof.rows).reduce((sum, each) => sum + each, 0);
    process.stdout.write(
      `${proof.business} is taken out: ${rows} rows. The proof is ${proofFile}.
Its last export is ${file}, locked with the passphrase. Delete it once nobody needs it.
${backups === 0 ? "There are no backups that hold it." : "The backups made before still hold it: make a new one with npm run backup, then delete those."}
`,
    );
  } finally {
    store.close();
  }
} catch (error) {
  process.stderr.write(`${storeFaultOf(error, dataFolder)?.message ?? (error as Error).message}\n`);
  process.exitCode = 1;
}
