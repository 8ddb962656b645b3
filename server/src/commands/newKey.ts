/** `npm run new-key`: another key in the place of the old one, while the application does not run. */
import { existsSync, renameSync } from "node:fs";
import { changeKey } from "../carry/newKey.ts";
import { readSettings } from "../ground/settings.ts";
import { backupsFolder, makeBackup } from "../store/backup.ts";
import { asName } from "../store/copies.ts";
import { makeKey, openCrypt } from "../store/crypt.ts";
import { StoreFault, storeFaultOf } from "../store/fault.ts";
import { openStore } from "../store/open.ts";
import { keepOutside } from "../store/outsideAnchor.ts";

const { dataFolder } = readSettings(process.env);
process.umask(0o077);
try {
  const store = openStore(dataFolder);
  const { keyFile, folder } = store;
  try {
    const fresh = `${keyFile}.new`;
    if (existsSync(fresh))
      throw new StoreFault(
        `${fresh} is there already, from a change that did not end. Where the program starts with the key of now, delete it; where it does not, put it in the place of ${keyFile}.`,
      );
    const now = new Date().toISOString();
    const backup = makeBackup(store.sqlite, store.crypt, backupsFolder(dataFolder), now);
    makeKey(fresh);
    const crypt = openCrypt(fresh);
    const anchor = changeKey(store, crypt, now);
    const old = `${keyFile}.until-${asName(now)}`;
    renameSync(keyFile, old);
    renameSync(fresh, keyFile);
    keepOutside(crypt, keyFile, folder, { ...anchor, at: now });
    process.stdout.write(
      `The key is another one now, in ${keyFile}. Make a copy of it in another place, and a new backup.
The old one is ${old}: backups up to ${backup.name} open with it alone. Keep it as long as you keep them.
Recovery codes of second factors count no more; whoever has them makes new ones.
`,
    );
  } finally {
    if (store.sqlite.open) store.close();
  }
} catch (error) {
  process.stderr.write(`${storeFaultOf(error, dataFolder)?.message ?? (error as Error).stack}\n`);
  process.exitCode = 1;
}
