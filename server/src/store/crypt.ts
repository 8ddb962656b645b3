/**
 * Encrypted fields: AES-256-GCM with a key that is kept outside the database. Each ciphertext is bound to its place
 * (table, column and owner), so that one cannot be moved to another row; the audit trail's hashes are keyed from here.
 */
import {
  createCipheriv,
  createDecipheriv,
  createHash,
  createHmac,
  createPrivateKey,
  createPublicKey,
  hkdfSync,
  type KeyObject,
  randomBytes,
  sign,
} from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";
import { StoreFault } from "./fault.ts";

export interface Crypt {
  /** @param place table, column and owner: "bank_split.parts person 12"; the same words open it again */
  seal(text: string, place: string): string;
  open(sealed: string, place: string): string;
  sealBytes(bytes: Buffer, place: string): Buffer;
  openBytes(sealed: Buffer, place: string): Buffer;
  /** opens what an older version sealed without a place; for the move to the new form only */
  openUnplaced(sealed: string | Buffer): Buffer;
  /** a hash that nobody can make without the key */
  mac(text: string): string;
  /** a signature that anybody can look at with the public key beside it, and only this key makes (Ed25519, RFC 8032) */
  sign(text: string): Signature;
  /** under which a person knows who signs here */
  signsAs: string;
  /** tells keys apart without telling anything of them */
  fingerprint: string;
}

export interface Signature {
  /** the public key, base64 */
  by: string;
  value: string;
}

/** The mark of a public key that two people compare: sixteen digits of its hash, in fours. */
export const markOf = (by: string): string =>
  (createHash("sha256").update(by).digest("hex").slice(0, 16).match(/.{4}/g) ?? []).join(" ");

/** Where secrets lie: the words that bind each ciphertext to its row's owner. */
export const places = {
  staffChange: (personId: number) => `staff_change.values person ${personId}`,
  taxNumber: (personId: number) => `tax_declaration.file_number person ${personId}`,
  irdNumber: (personId: number) => `tax_code.ird_number person ${personId}`,
  bankParts: (personId: number) => `bank_split.parts person ${personId}`,
  businessBank: (bmsId: string) => `business.bank_account ${bmsId}`,
  /** a document that is of no run has nought in its place */
  document: (runId: number | null, kind: string) => `document.bytes run ${runId ?? 0} ${kind}`,
  setting: (name: string) => `setting.value ${name}`,
  letter: (letterId: number) => `letter.text letter ${letterId}`,
  answer: (outboxId: number) => `outbox_answer.body outbox ${outboxId}`,
  listener: (listenerId: number) => `listener.secret listener ${listenerId}`,
  userSecret: (userId: number) => `user.second_factor user ${userId}`,
};

/** Makes the key of a new store. Losing this file loses tax numbers, bank accounts and documents. */
export function makeKey(keyFile: string): void {
  if (existsSync(keyFile)) return;
  mkdirSync(dirname(keyFile), { recursive: true, mode: 0o700 });
  writeFileSync(keyFile, randomBytes(32).toString("hex"), { mode: 0o600, flag: "wx" });
}

/** Reads the key of a store. @throws StoreFault when it is not there or is none */
export function openCrypt(keyFile: string): Crypt {
  if (!existsSync(keyFile))
    throw new StoreFault(
      `The key file ${keyFile} is not there. Without it tax numbers, bank accounts and documents cannot be read. Put the file back, or name its place in ZESTY_KEY_FILE; nothing was changed.`,
    );
  const text = readFileSync(keyFile, "utf8").trim();
  if (!/^[0-9a-f]{64}$/i.test(text))
    throw new StoreFault(
      `The key file ${keyFile} does not hold a key (64 hexadecimal digits). Put the right file back; nothing was changed.`,
    );
  return cryptOf(Buffer.from(text, "hex"));
}

/** The frame of PKCS 8 around the 32 bytes of an Ed25519 key (RFC 8410, section 7). */
const pkcs8 = Buffer.from("302e020100300506032b657004220420", "hex");
function signingKey(key: Buffer): KeyObject {
  const seed = Buffer.from(hkdfSync("sha256", key, "", "zesty signature", 32));
  return createPrivateKey({ key: Buffer.concat([pkcs8, seed]), format: "der", type: "pkcs8" });
}

function cryptOf(key: Buffer): Crypt {
  const signing = signingKey(key);
  const by = createPublicKey(signing).export({ format: "der", type: "spki" }).toString("base64");
  const macKey = Buffer.from(hkdfSync("sha256", key, "", "zesty audit", 32));
  const sealBytes = (bytes: Buffer, place: string): Buffer => {
    const iv = randomBytes(12);
    const cipher = createCipheriv("aes-256-gcm", key, iv).setAAD(Buffer.from(place));
    const sealed = Buffer.concat([cipher.update(bytes), cipher.final()]);
    return Buffer.concat([iv, cipher.getAuthTag(), sealed]);
  };
  const decrypt = (sealed: Buffer, place: string | null): Buffer => {
    const decipher = createDecipheriv("aes-256-gcm", key, sealed.subarray(0, 12));
    if (place !== null) decipher.setAAD(Buffer.from(place));
    decipher.setAuthTag(sealed.subarray(12, 28));
    return Buffer.concat([decipher.update(sealed.subarray(28)), decipher.final()]);
  };
  return {
    seal: (text, place) => sealBytes(Buffer.from(text, "utf8"), place).toString("base64"),
    open: (sealed, place) => decrypt(Buffer.from(sealed, "base64"), place).toString("utf8"),
    sealBytes,
    openBytes: decrypt,
    openUnplaced: (sealed) => decrypt(typeof sealed === "string" ? Buffer.from(sealed, "base64") : sealed, null),
    sign: (text) => ({ by, value: sign(null, Buffer.from(text), signing).toString("base64") }),
    signsAs: markOf(by),
    mac: (text) => createHmac("sha256", macKey).update(text).digest("hex"),
    fingerprint: createHash("sha256").update("zesty key").update(key).digest("hex").slice(0, 16),
  };
}

/** "••• ••• 782": the last three characters of a secret. */
export const lastThree = (secret: string): string => `••• ${secret.slice(-3)}`;
