/** `npm run import -- FILE...`: takes businesses in from their exports, while the application does not run. */
import { existsSync } from "node:fs";
import { parseArgs } from "node:util";
import { importBusiness } from "../carry/importBusiness.ts";
import { readSettings } from "../ground/settings.ts";
import { StoreFault, storeFaultOf } from "../store/fault.ts";
import { openStore } from "../store/open.ts";
import { demandKeyed } from "../store/trail.ts";

const { dataFolder } = readSettings(process.env);
process.umask(0o077);
try {
  const { values, positionals } = parseArgs({ options: { look: { type: "boolean" } }, allowPositionals: true });
  if (positionals.length === 0)
    throw new StoreFault("Write npm run import -- business.zip: the export to take in, or several. --look only looks.");
  const missing = positionals.find((file) => !existsSync(file));
  if (missing) throw new StoreFault(`There is no file ${missing}. Nothing was changed.`);
  const store = openStore(dataFolder);
  try {
    demandKeyed(store);
    for (const file of positionals) {
      const now = new Date().toISOString();
      const passphrase = process.env.ZESTY_PASSPHRASE ?? null;
      const done = await importBusiness(store, file, passphrase, now, values.look ? "look" : "take");
      const here = done.usersHere.length > 0 ? ` ${done.usersHere.join(", ")} keep the rights that they have.` : "";
      process.stdout.write(
        `${done.business.name} ${values.look ? "would come" : "is here"}: ${done.people} people, ${done.runs} runs.${here} ${done.signedBy === null ? "Not signed: an earlier version made the file." : `Signed by ${done.signedBy}.`}\n`,
      );
    }
    process.stdout.write(
      values.look
        ? "Nothing was changed.\n"
        : `Their users have no way in yet: a lead lets them in on the page Users.
Nothing of them is sent until a lead says on the page Safety that it is sent from here.
`,
    );
  } finally {
    store.close();
  }
} catch (error) {
  process.stderr.write(`${storeFaultOf(error, dataFolder)?.message ?? (error as Error).message}\n`);
  process.exitCode = 1;
}
