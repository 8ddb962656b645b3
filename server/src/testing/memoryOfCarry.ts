/**
 * By how many bytes a process grows at most while it takes a business in, or makes its file: in|out FILE FOLDER
 * PASSPHRASE. A process of its own, since another one has room left over from before. The key is made before: what it
 * costs is a matter of its own.
 */
import { readFileSync, writeFileSync } from "node:fs";
import { stretched, unpacked } from "../carry/archive.ts";
import { exportBusiness } from "../carry/exportBusiness.ts";
import { importBusiness } from "../carry/importBusiness.ts";
import { openStore } from "../store/open.ts";

const [way = "", file = "", folder = "", passphrase = ""] = process.argv.slice(2);
const now = "2026-07-03T01:00:00.000Z";
const { derive } = stretched;
const keys: Promise<Buffer>[] = [];
stretched.derive = (...of) => {
  keys[0] ??= derive(...of);
  return keys[0];
};
await unpacked(file, passphrase, () => undefined);
const store = openStore(folder);
// Linux, proc(5): the peak begins anew.
writeFileSync("/proc/self/clear_refs", "5");
const before = process.memoryUsage.rss();
if (way === "in") await importBusiness(store, file, passphrase, now);
else await exportBusiness(store, 1, passphrase, now, `${file}.again`);
const peak = Number(/VmHWM:\s+(\d+) kB/.exec(readFileSync("/proc/self/status", "utf8"))?.[1]) * 1024;
store.close();
process.stdout.write(String(peak - before));
