/** Encrypted fields: AES-256-GCM with a key that is kept outside the database. */
import { createCipheriv, createDecipheriv, randomBytes } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";

export interface Crypt {
  seal(text: string): string;
  open(sealed: string): string;
  sealBytes(bytes: Buffer): Buffer;
  openBytes(sealed: Buffer): Buffer;
}

/** Reads the key, or makes one on the first start. Losing this file loses tax numbers and bank accounts. */
export function openCrypt(keyFile: string): Crypt {
  if (!existsSync(keyFile)) {
    mkdirSync(dirname(keyFile), { recursive: true });
    writeFileSync(keyFile, randomBytes(32).toString("hex"), { mode: 0o600, flag: "wx" });
  }
  const key = Buffer.from(readFileSync(keyFile, "utf8").trim(), "hex");
  if (key.length !== 32) throw new Error("The key file does not hold a key of 32 bytes in hexadecimal.");
  const sealBytes = (bytes: Buffer): Buffer => {
    const iv = randomBytes(12);
    const cipher = createCipheriv("aes-256-gcm", key, iv);
    const sealed = Buffer.concat([cipher.update(bytes), cipher.final()]);
    return Buffer.concat([iv, cipher.getAuthTag(), sealed]);
  };
  const openBytes = (sealed: Buffer): Buffer => {
    const decipher = createDecipheriv("aes-256-gcm", key, sealed.subarray(0, 12));
    decipher.setAuthTag(sealed.subarray(12, 28));
    return Buffer.concat([decipher.update(sealed.subarray(28)), decipher.final()]);
  };
  return {
    seal: (text) => sealBytes(Buffer.from(text, "utf8")).toString("base64"),
    open: (sealed) => openBytes(Buffer.from(sealed, "base64")).toString("utf8"),
    sealBytes,
    openBytes,
  };
}

/** "••• ••• 782": the last three characters of a secret. */
export const lastThree = (secret: string): string => `••• ${secret.slice(-3)}`;
