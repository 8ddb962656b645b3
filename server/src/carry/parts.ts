/** The lists and documents of an export, each read from the file when it is asked for, and held against the manifest. */
import { StoreFault } from "../store/fault.ts";
import { type Opened, sha256 } from "./archive.ts";
import type { Plain } from "./rows.ts";

export const whole = (words: string) => new StoreFault(`${words} Nothing was changed.`);

/** What an export holds, read again whenever it is asked for: one list at a time is all that is held. */
export class Parts {
  private readonly opened: Opened;
  constructor(opened: Opened) {
    this.opened = opened;
  }

  /** every row of a list, in its order; a list that the export does not have is empty */
  *rows(entity: string): Generator<Plain> {
    const listed = this.opened.manifest.entities[entity];
    if (!listed || !Object.hasOwn(this.opened.manifest.entities, entity)) return;
    const bytes = this.opened.read(listed.file);
    if (!bytes || sha256(bytes) !== listed.sha256)
      throw whole(`${listed.file} is missing, or is not what the manifest says.`);
    let count = 0;
    for (const row of rowsOf(bytes, listed.file)) {
      count += 1;
      yield row;
    }
    if (count !== listed.count) throw whole(`${listed.file} does not hold ${listed.count} rows.`);
  }

  document(row: Plain): Buffer {
    const hash = String(row.sha256);
    const bytes = this.opened.read(`files/${hash}`);
    if (!bytes || sha256(bytes) !== hash)
      throw whole(`The document ${String(row.fileName)} is missing, or is not as it was sent.`);
    return bytes;
  }

  has(entity: string, field: string): boolean {
    for (const row of this.rows(entity)) if (Object.hasOwn(row, field)) return true;
    return false;
  }

  count = (entity: string): number => this.opened.manifest.entities[entity]?.count ?? 0;
}

/** An export writes a row a line; so a list is read without a second copy of all of it. */
function* rowsOf(bytes: Buffer, file: string): Generator<Plain> {
  for (let from = 0; from < bytes.length; ) {
    const end = bytes.indexOf("\n", from);
    const line = bytes.toString("utf8", from, end < 0 ? bytes.length : end).replace(/,$/, "");
    from = end < 0 ? bytes.length : end + 1;
    if (line === "[" || line === "]" || line === "") continue;
    yield rowOf(line, file);
  }
}

function rowOf(line: string, file: string): Plain {
  try {
    const row: unknown = JSON.parse(line);
    if (typeof row === "object" && row !== null && !Array.isArray(row)) return row as Plain;
  } catch {
    // Said below.
  }
  throw whole(`${file} is not written a row a line, as an export is.`);
}
