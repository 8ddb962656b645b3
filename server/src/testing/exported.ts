/** The file of a business, read back whole: for tests that look into it or take it somewhere else. */
import { randomUUID } from "node:crypto";
import { readFile, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { exportBusiness } from "../carry/exportBusiness.ts";
import type { Store } from "../store/open.ts";

export async function exported(
  store: Store,
  business: number,
  passphrase: string | null,
  now: string,
): Promise<Buffer> {
  const path = join(tmpdir(), `zesty-export-${randomUUID()}.zip`);
  await exportBusiness(store, business, passphrase, now, path);
  const bytes = await readFile(path);
  await rm(path);
  return bytes;
}
