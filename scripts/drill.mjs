/**
 * `npm run drill`: the newest backup is put back into a folder of its own, walked whole, and thrown away. Once a year
 * somebody should have seen that it works; nothing of the running store is touched.
 */
import { spawnSync } from "node:child_process";
import { copyFileSync, existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { build, install, root, say } from "./prepare.mjs";

install();
build();
const data = resolve(process.env.ZESTY_DATA ?? "data");
const key = process.env.ZESTY_KEY_FILE ?? join(data, "key", "zesty.key");
const backups = process.env.ZESTY_BACKUPS ?? join(data, "backups");
const folder = mkdtempSync(join(tmpdir(), "zesty-drill-"));
const command = (name, ...rest) =>
  spawnSync(process.execPath, [join(root, "server", "dist", `${name}.js`), ...rest], {
    stdio: "inherit",
    env: {
      ...process.env,
      ...{ ZESTY_DATA: folder, ZESTY_KEY_FILE: join(folder, "drill.key"), ZESTY_BACKUPS: backups },
    },
  }).status ?? 1;
let status = 1;
try {
  if (!existsSync(key)) throw new Error(`The key ${key} is not there. Name its place in ZESTY_KEY_FILE.`);
  copyFileSync(key, join(folder, "drill.key"));
  status = command("restore") || command("verify");
  say(
    status === 0
      ? "The newest backup came back whole. Write down the day."
      : "The newest backup did not come back whole: look at the sentence above, and make another backup now.",
  );
} catch (error) {
  process.stderr.write(`${error.message}\n`);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
process.exit(status);
