/** `npm run restore [-- NAME]`: puts a backup in the place of the store, the newest when none is named. */
import { join } from "node:path";
import { readSettings } from "../ground/settings.ts";
import { backupNamed, backupsFolder, listBackups, restoreBackup } from "../store/backup.ts";
import { StoreFault, storeFaultOf } from "../store/fault.ts";

const { dataFolder } = readSettings(process.env);
const say = (words: string) => process.stdout.write(`${words}\n`);

process.umask(0o077);
try {
  const folder = backupsFolder(dataFolder);
  const all = listBackups(folder);
  const wanted = process.argv[2];
  if (wanted === "--list") {
    for (const each of all) say(`${each.name}  ${(each.bytes / 1e6).toFixed(1)} MB  entry ${each.anchor.entry}`);
    if (all.length === 0) say(`No backups in ${folder}.`);
  } else {
    const newest = all[0]?.name;
    if (!wanted && !newest)
      throw new StoreFault(`There are no backups in ${folder}. Name one: npm run restore -- FOLDER`);
    const from = wanted ? backupNamed(dataFolder, wanted) : join(folder, newest ?? "");
    const { manifest, replaced } = restoreBackup(dataFolder, from, new Date().toISOString());
    say(`Restored the backup of ${manifest.madeAt} into ${dataFolder}.`);
    if (replaced) say(`What stood there was moved to ${replaced}.`);
    say(
      "From the next start on nothing is sent, lodged, paid or mailed until a lead has gone through the list under Set-up, Safety.",
    );
  }
} catch (error) {
  const fault = storeFaultOf(error, dataFolder);
  process.stderr.write(`${fault?.message ?? (error as Error).stack}\n`);
  process.exitCode = 1;
}
