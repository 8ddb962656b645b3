/**
 * A ZIP read where it lies: its list of entries once, each entry when it is asked for. What is taken in may be larger
 * than what the server should hold, and a transaction cannot wait for a stream; so entries are read at once, one by one.
 */
import { closeSync, fstatSync, openSync, readSync } from "node:fs";
import { inflateRawSync } from "node:zlib";
import { type Entry, fromFdPromise } from "yauzl";

/** No entry of ours comes near it: a file that claims more would only fill the memory. */
const largestEntry = 256 * 1024 * 1024;
/** A business of three hundred people over seven years has some tens of thousands of documents. */
const mostEntries = 1_000_000;

export interface ZipOnDisk {
  /** null: there is no such entry, or it cannot be read */
  read(name: string): Buffer | null;
  close(): void;
}

/** @returns null where the file is no ZIP */
export async function openZip(path: string): Promise<ZipOnDisk | null> {
  const file = openSync(path, "r");
  const entries = await entriesOf(file).catch(() => null);
  if (!entries) {
    closeSync(file);
    return null;
  }
  return {
    read: (name) => {
      const entry = entries.get(name);
      return entry ? bytesOf(file, entry) : null;
    },
    close: () => closeSync(file),
  };
}

async function entriesOf(file: number): Promise<ReadonlyMap<string, Entry>> {
  const zip = await fromFdPromise(file, { lazyEntries: true, autoClose: false });
  if (zip.entryCount > mostEntries) throw new Error("too many entries");
  const found = new Map<string, Entry>();
  await new Promise<void>((done, failed) => {
    zip.on("entry", (entry) => {
      found.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on("end", done);
    zip.on("error", failed);
    zip.readEntry();
  });
  return found;
}

/** ZIP application note 6.3.10, section 4.3.7: a local head of 30 bytes, the name and the extra field stand before it. */
function bytesOf(file: number, entry: Entry): Buffer | null {
  const { relativeOffsetOfLocalHeader: at, compressedSize: size, uncompressedSize: whole } = entry;
  if (size > fstatSync(file).size || whole > largestEntry) return null;
  const head = Buffer.alloc(30);
  if (readSync(file, head, 0, 30, at) < 30 || head.readUInt32LE(0) !== 0x04034b50) return null;
  const packed = Buffer.alloc(size);
  if (readSync(file, packed, 0, size, at + 30 + head.readUInt16LE(26) + head.readUInt16LE(28)) < size) return null;
  if (entry.compressionMethod === 0) return packed;
  if (entry.compressionMethod !== 8) return null;
  try {
    return inflateRawSync(packed, { maxOutputLength: Math.max(whole, 1) });
  } catch {
    return null;
  }
}
