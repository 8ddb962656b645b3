/** `npm run import -- FILE`: takes a business in from its export, while the application does not run. */
import { existsSync, readFileSync } from "node:fs";
import { importBusiness } from "../carry/importBusiness.ts";
import { readSettings } from "../settings.ts";
import { demandKeyed } from "../store/audit.ts";
import { StoreFault, storeFaultOf } from "../store/fault.ts";
import { openStore } from "../store/open.ts";

const { dataFolder } = readSettings(process.env);
process.umask(0o077);
try {
  const file = process.argv[2];
  if (!file) throw new StoreFault("Write npm run import -- business.zip: the export to take in.");
  if (!existsSync(file)) throw new StoreFault(`There is no file ${file}. Nothing was changed.`);
  const store = openStore(dataFolder);
  try {
    const now = new Date().toISOString();
    demandKeyed(store);
    const done = await importBusiness(store, readFileSync(file), process.env.ZESTY_PASSPHRASE ?? null, now);
    process.stdout.write(
      `${done.business.name} is here: ${done.people} people, ${done.runs} runs. Its users have no way in yet: a lead lets them in on the page Users.
Nothing is sent until a lead says on the page Safety that it is sent from here.
`,
    );
  } finally {
    store.close();
  }
} catch (error) {
  process.stderr.write(`${storeFaultOf(error, dataFolder)?.message ?? (error as Error).message}\n`);
  process.exitCode = 1;
}
