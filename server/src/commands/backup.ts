/** `npm run backup`: a consistent copy of the store, also while the application runs. */
import Database from "better-sqlite3";
import { readSettings } from "../ground/settings.ts";
import { backupsFolder, makeBackup } from "../store/backup.ts";
import { openCrypt } from "../store/crypt.ts";
import { StoreFault, storeFaultOf } from "../store/fault.ts";
import { databaseFile, defaultKeyFile, stateOf } from "../store/folder.ts";

const { dataFolder } = readSettings(process.env);
const keyFile = process.env.ZESTY_KEY_FILE ?? defaultKeyFile(dataFolder);
const into = process.argv[2] ?? backupsFolder(dataFolder);

process.umask(0o077);
try {
  if (stateOf(dataFolder) === "new")
    throw new StoreFault(`There is no store in ${dataFolder} yet. Name its folder in ZESTY_DATA.`);
  const crypt = openCrypt(keyFile);
  const source = new Database(databaseFile(dataFolder), { readonly: true });
  const made = makeBackup(source, crypt, into, new Date().toISOString());
  source.close();
  process.stdout.write(
    `Backup ${made.name} is in ${into} (${(made.bytes / 1e6).toFixed(1)} MB).
Checksum     ${made.sha256}
Anchor       entry ${made.anchor.entry} of the audit trail, ${made.anchor.hash}
The key is not part of it. It is in ${keyFile}; keep a copy of it in another place than the backups.
`,
  );
} catch (error) {
  const fault = storeFaultOf(error, into);
  process.stderr.write(`${fault?.message ?? (error as Error).stack}\n`);
  process.exitCode = 1;
}
