/** `npm run export -- --business ID --out FILE`: one business as a file, also while the application runs. */
import { existsSync, writeFileSync } from "node:fs";
import { parseArgs } from "node:util";
import Database from "better-sqlite3";
import { exportBusiness } from "../carry/exportBusiness.ts";
import { readSettings } from "../settings.ts";
import { openCrypt } from "../store/crypt.ts";
import { StoreFault, storeFaultOf } from "../store/fault.ts";
import { databaseFile, defaultKeyFile, stateOf } from "../store/folder.ts";

const { dataFolder } = readSettings(process.env);
process.umask(0o077);
try {
  const { values } = parseArgs({ options: { business: { type: "string" }, out: { type: "string" } } });
  const id = Number(values.business);
  if (!Number.isInteger(id) || id < 1 || !values.out)
    throw new StoreFault(
      "Write npm run export -- --business 1 --out business.zip: the number of the business, and where to.",
    );
  if (existsSync(values.out))
    throw new StoreFault(`${values.out} is there already. Choose another name; nothing was written.`);
  if (stateOf(dataFolder) === "new")
    throw new StoreFault(`There is no store in ${dataFolder}. Name its folder in ZESTY_DATA.`);
  const sqlite = new Database(databaseFile(dataFolder), { readonly: true });
  const crypt = openCrypt(process.env.ZESTY_KEY_FILE ?? defaultKeyFile(dataFolder));
  const passphrase = process.env.ZESTY_PASSPHRASE ?? null;
  const { manifest, bytes } = await exportBusiness({ sqlite, crypt }, id, passphrase, new Date().toISOString());
  sqlite.close();
  writeFileSync(values.out, bytes, { flag: "wx" });
  const rows = Object.values(manifest.entities).reduce((sum, each) => sum + each.count, 0);
  process.stdout.write(
    `${manifest.business.name} is in ${values.out} (${(bytes.length / 1e6).toFixed(1)} MB): ${rows} rows, ${manifest.files.count} documents.
${
  passphrase === null
    ? "Numbers are masked: it is for reading, and cannot be taken in. Set ZESTY_PASSPHRASE to make one that can.\n"
    : "It is locked with the passphrase. Without it nobody reads it, you neither.\n"
}`,
  );
} catch (error) {
  process.stderr.write(`${storeFaultOf(error, dataFolder)?.message ?? (error as Error).message}\n`);
  process.exitCode = 1;
}
