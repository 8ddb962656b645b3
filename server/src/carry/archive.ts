/** The file of an export: a ZIP whose manifest is plain and whose contents are encrypted under a passphrase. */
import { createCipheriv, createDecipheriv, createHash, randomBytes, scrypt } from "node:crypto";
import { statSync } from "node:fs";
import { open } from "node:fs/promises";
import { type PassThrough, Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { promisify } from "node:util";
import { ZipFile } from "yazl";
import type { Signature } from "../store/crypt.ts";
import { StoreFault } from "../store/fault.ts";
import { openZip } from "./zipOnDisk.ts";

export const schemaName = "business-export/1";

interface Encryption {
  kdf: "scrypt";
  N: number;
  r: number;
  p: number;
  salt: string;
  cipher: "aes-256-gcm";
}
export interface Manifest {
  schema: string;
  createdAt: string;
  appVersion: string;
  schemaMigration: number;
  business: { id: number; name: string; country: string };
  entities: Record<string, { file: string; count: number; sha256: string }>;
  files: { count: number; bytes: number };
  secrets: "included-encrypted" | "masked";
  /** end of the audit trail when it was made */
  anchor?: { entry: number; hash: string };
  /** of the installation that made it; an earlier version made none */
  signature?: Signature;
  encryption?: Encryption;
}

export const sha256 = (bytes: Buffer): string => createHash("sha256").update(bytes).digest("hex");

/** Memory-hard: about 128 MB and half a second for one try, off the thread that answers requests. RFC 7914. */
const cost = { N: 131_072, r: 8, p: 1 } as const;
/** A key from words, dear on purpose; held in an object so that tests can make the key of a file once. */
export const stretched = { derive: promisify<string, Buffer, number, object, Buffer>(scrypt) };
const keyOf = (passphrase: string, { N, r, p, salt }: Encryption): Promise<Buffer> =>
  stretched.derive(passphrase.normalize("NFKC"), Buffer.from(salt, "base64"), 32, { N, r, p, maxmem: 256 * N * r });

/** An entry of the file, made when its turn comes and let go once it is written. */
export type Part = [name: string, make: () => Buffer | Promise<Buffer>];

/**
 * Writes the file to disk, one entry at a time; the manifest last, since it says what the others were. Each is named in
 * its own tag: one cannot be put in the place of another.
 * @returns its size in bytes
 */
export async function pack(
  path: string,
  parts: Iterable<Part>,
  manifest: () => Omit<Manifest, "encryption">,
  passphrase: string | null,
): Promise<number> {
  const encryption: Encryption | null =
    passphrase === null
      ? null
      : { kdf: "scrypt", ...cost, salt: randomBytes(16).toString("base64"), cipher: "aes-256-gcm" };
  const key = encryption && passphrase !== null ? await keyOf(passphrase, encryption) : null;
  // Made before anything can fail: what goes wrong afterwards takes it away, and no late opening brings it back.
  const file = await open(path, "wx", 0o600);
  try {
    await pipeline(zipOf(parts, manifest, encryption, key), file.createWriteStream());
  } finally {
    await file.close();
  }
  return statSync(path).size;
}

function zipOf(
  parts: Iterable<Part>,
  manifest: () => Omit<Manifest, "encryption">,
  encryption: Encryption | null,
  key: Buffer | null,
): PassThrough {
  const zip = new ZipFile();
  const add = (name: string, make: Part[1]) =>
    // What is locked cannot be packed smaller.
    zip.addReadStreamLazy(name, { compress: !key }, (take) => {
      Promise.resolve()
        .then(make)
        .then(
          (bytes) => take(null, Readable.from([bytes])),
          (error) => take(error, Readable.from([])),
        );
    });
  for (const [name, make] of parts) add(name, key ? async () => closed(key, name, await make()) : make);
  add("manifest.json", () =>
    Buffer.from(`${JSON.stringify({ ...manifest(), ...(encryption ? { encryption } : {}) }, null, 2)}\n`),
  );
  zip.end();
  const out = zip.outputStream as PassThrough;
  zip.once("error", (error) => out.destroy(error));
  return out;
}

function closed(key: Buffer, name: string, bytes: Buffer): Buffer {
  const iv = randomBytes(12);
  const cipher = createCipheriv("aes-256-gcm", key, iv).setAAD(Buffer.from(name));
  const sealed = Buffer.concat([cipher.update(bytes), cipher.final()]);
  return Buffer.concat([iv, cipher.getAuthTag(), sealed]);
}

export interface Opened {
  manifest: Manifest;
  /** null: there is no entry of that name */
  read(name: string): Buffer | null;
}

/**
 * @param path of the file on disk: it may be larger than what should be held
 * @param work what is done with it while it is open
 * @throws StoreFault with one sentence where the file is none, is newer, or the passphrase does not open it
 */
export async function unpacked<T>(
  path: string,
  passphrase: string | null,
  work: (opened: Opened) => T | Promise<T>,
): Promise<T> {
  const zip = await openZip(path);
  try {
    const manifest = readManifest(zip?.read("manifest.json")?.toString("utf8") ?? "");
    if (!zip || !manifest)
      throw new StoreFault(
        "This is no export of a business: it is not a ZIP with a manifest.json. Nothing was changed.",
      );
    const key = await keyFor(manifest, passphrase);
    return await work({
      manifest,
      read: (name) => {
        const bytes = zip.read(name);
        return bytes && opened(key, name, bytes);
      },
    });
  } finally {
    zip?.close();
  }
}

function keyFor(manifest: Manifest, passphrase: string | null): Promise<Buffer> {
  if (manifest.schema !== schemaName)
    throw new StoreFault(
      `The export is of the form ${String(manifest.schema).slice(0, 40)}; this version reads ${schemaName}. Bring the program up to date, then try again. Nothing was changed.`,
    );
  if (manifest.secrets !== "included-encrypted" || !manifest.encryption)
    throw new StoreFault(
      "This export was made without a passphrase: its tax numbers and accounts are masked, so nobody could be paid from it. Make it again with a passphrase. Nothing was changed.",
    );
  if (!passphrase)
    throw new StoreFault("The export is locked with a passphrase. Give it in ZESTY_PASSPHRASE. Nothing was changed.");
  const { N, r, p } = manifest.encryption;
  // Twice what ours takes at most: more would only keep the machine busy.
  if (!(N * r <= 2 * cost.N * cost.r && p <= 2))
    throw new StoreFault("The manifest asks for more work than any export of ours needs. Nothing was changed.");
  return keyOf(passphrase, manifest.encryption);
}

const isTable = (value: unknown): boolean => typeof value === "object" && value !== null && !Array.isArray(value);

function readManifest(text: string): Manifest | null {
  try {
    const found = JSON.parse(text) as Manifest;
    const isWhole =
      typeof found === "object" &&
      found !== null &&
      "schema" in found &&
      isTable(found.entities) &&
      isTable(found.business);
    return isWhole && Object.values(found.entities).every(isTable) ? found : null;
  } catch {
    return null;
  }
}

function opened(key: Buffer, name: string, bytes: Buffer): Buffer {
  try {
    const decipher = createDecipheriv("aes-256-gcm", key, bytes.subarray(0, 12)).setAAD(Buffer.from(name));
    decipher.setAuthTag(bytes.subarray(12, 28));
    return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]);
  } catch {
    throw new StoreFault(
      "The passphrase does not open this export, or the file was changed. Look at the passphrase. Nothing was changed.",
    );
  }
}
