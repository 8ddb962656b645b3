/**
 * `npm run export -- --business ID --out FILE`: one business as a file, also while the application runs;
 * `--all --out FOLDER`: each of the practice.
 */
import { existsSync, mkdirSync } from "node:fs";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { exportBusiness, fileNameOf, readerOf } from "../carry/exportBusiness.ts";
import { readSettings } from "../ground/settings.ts";
import { openCrypt } from "../store/crypt.ts";
import { StoreFault, storeFaultOf } from "../store/fault.ts";
import { defaultKeyFile, stateOf } from "../store/folder.ts";

const { dataFolder } = readSettings(process.env);
process.umask(0o077);
try {
  const { values } = parseArgs({
    options: { business: { type: "string" }, all: { type: "boolean" }, out: { type: "string" } },
  });
  const id = Number(values.business);
  if (!values.out || (!values.all && (!Number.isInteger(id) || id < 1)))
    throw new StoreFault(
      "Write npm run export -- --business 1 --out business.zip: the number of the business, and where to; or --all --out folder.",
    );
  if (existsSync(values.out))
    throw new StoreFault(`${values.out} is there already. Choose another name; nothing was written.`);
  if (stateOf(dataFolder) === "new")
    throw new StoreFault(`There is no store in ${dataFolder}. Name its folder in ZESTY_DATA.`);
  const sqlite = readerOf(dataFolder);
  const crypt = openCrypt(process.env.ZESTY_KEY_FILE ?? defaultKeyFile(dataFolder));
  const passphrase = process.env.ZESTY_PASSPHRASE ?? null;
  const ids = values.all
    ? sqlite
        .prepare<[], { id: number }>("SELECT id FROM business ORDER BY id")
        .all()
        .map((each) => each.id)
    : [id];
  if (values.all) mkdirSync(values.out, { recursive: true });
  for (const each of ids) {
    const now = new Date().toISOString();
    const file = values.all ? join(values.out, `${each}-${fileNameOf(sqlite, each, now)}`) : values.out;
    const { manifest, bytes } = await exportBusiness({ sqlite, crypt }, each, passphrase, now, file);
    const rows = Object.values(manifest.entities).reduce((sum, entity) => sum + entity.count, 0);
    process.stdout.write(
      `${manifest.business.name} is in ${file} (${(bytes / 1e6).toFixed(1)} MB): ${rows} rows, ${manifest.files.count} documents.\n`,
    );
  }
  sqlite.close();
  process.stdout.write(
    passphrase === null
      ? "Numbers are masked: it is for reading, and cannot be taken in. Set ZESTY_PASSPHRASE to make one that can.\n"
      : "It is locked with the passphrase. Without it nobody reads it, you neither.\n",
  );
} catch (error) {
  process.stderr.write(`${storeFaultOf(error, dataFolder)?.message ?? (error as Error).message}\n`);
  process.exitCode = 1;
}
