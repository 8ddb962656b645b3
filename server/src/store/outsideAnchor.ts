/**
 * The end of the audit trail as it was seen last, kept beside the key: outside of the database, under a keyed hash. Whoever
 * may write the database but has no key can neither shorten the trail nor have its seals made anew unseen.
 */
import { existsSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Crypt } from "./crypt.ts";

export interface OutsideAnchor {
  entry: number;
  hash: string;
  /** when it was kept, UTC */
  at: string;
  /** of a backup from before rates and rights were sealed: they are sealed as they stand at the next start */
  unsealed?: boolean;
  /** how many updates the database had had: it never has fewer afterwards */
  updates?: number;
}

const besideKey = (keyFile: string): string => `${keyFile}.anchor`;
/** Where the folder of the key cannot be written: better than none, and Safety says so. */
const besideData = (folder: string): string => join(folder, "store.anchor");

const macOf = (crypt: Crypt, { entry, hash, at, unsealed, updates }: OutsideAnchor): string =>
  crypt.mac(
    `outside anchor ${entry} ${hash} ${at}${unsealed ? " unsealed" : ""}${updates === undefined ? "" : ` after ${updates}`}`,
  );

const fileOf = (keyFile: string, folder: string): string | null =>
  [besideKey(keyFile), besideData(folder)].find((file) => existsSync(file)) ?? null;

export const anchorFile = (keyFile: string, folder: string): string => fileOf(keyFile, folder) ?? besideKey(keyFile);

/** @returns null where none was ever kept, "forged" where it was not written under this key */
export function readOutside(crypt: Crypt, keyFile: string, folder: string): OutsideAnchor | "forged" | null {
  const file = fileOf(keyFile, folder);
  if (file === null) return null;
  try {
    const { mac, ...anchor } = JSON.parse(readFileSync(file, "utf8")) as OutsideAnchor & { mac: string };
    return macOf(crypt, anchor) === mac ? anchor : "forged";
  } catch {
    return "forged";
  }
}

/** Kept whole or not at all: a half-written one would look forged. */
export function keepOutside(crypt: Crypt, keyFile: string, folder: string, anchor: OutsideAnchor): void {
  const text = `${JSON.stringify({ ...anchor, mac: macOf(crypt, anchor) })}\n`;
  const put = (file: string) => {
    writeFileSync(`${file}.new`, text, { mode: 0o600 });
    renameSync(`${file}.new`, file);
  };
  try {
    put(besideKey(keyFile));
  } catch {
    put(besideData(folder));
  }
}
