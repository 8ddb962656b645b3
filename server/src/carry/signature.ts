/**
 * A business that moves carries the signature of the installation that it leaves, over its manifest, which holds the
 * hash of every part: who changed the file on its way cannot sign it again under the same mark.
 */
import { createPublicKey, verify } from "node:crypto";
import { type Crypt, markOf, type Signature } from "../store/crypt.ts";
import { StoreFault } from "../store/fault.ts";
import type { Manifest } from "./archive.ts";

/** What is signed: the manifest as it was made, without what was added to it afterwards. */
const textOf = ({ signature: _signed, encryption: _locked, ...manifest }: Manifest): string => JSON.stringify(manifest);

export const signed = (crypt: Crypt, manifest: Manifest): Manifest => ({
  ...manifest,
  signature: crypt.sign(textOf(manifest)),
});

function isGenuine(manifest: Manifest, { by, value }: Signature): boolean {
  try {
    const key = createPublicKey({ key: Buffer.from(by, "base64"), format: "der", type: "spki" });
    return verify(null, Buffer.from(textOf(manifest)), key, Buffer.from(value, "base64"));
  } catch {
    return false;
  }
}

/**
 * @returns the mark of who signed it; null where an earlier version made the file, which signed nothing
 * @throws StoreFault where the signature is not of this manifest
 */
export function signerOf(manifest: Manifest): string | null {
  const { signature } = manifest;
  if (signature === undefined) return null;
  if (!isGenuine(manifest, signature))
    throw new StoreFault(
      "The signature does not belong to this export: it was changed after it was made. Make it again where the business comes from. Nothing was changed.",
    );
  return markOf(signature.by);
}
