/**
 * The first user of an empty store proves to sit at the machine: by a code that the program writes to its log and into a
 * file that only its own user reads.
 */
import { randomInt, timingSafeEqual } from "node:crypto";
import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { cannot } from "../ground/problem.ts";

const fileOf = (folder: string): string => join(folder, "first-user.code");
const alphabet = "abcdefghjkmnpqrstuvwxyz23456789";

/** @returns the code, made where there is none yet */
export function firstUserCode(folder: string): string {
  const file = fileOf(folder);
  if (existsSync(file)) return readFileSync(file, "utf8").trim();
  const text = Array.from({ length: 12 }, () => alphabet[randomInt(alphabet.length)]).join("");
  const code = `${text.slice(0, 4)}-${text.slice(4, 8)}-${text.slice(8)}`;
  writeFileSync(file, `${code}\n`, { mode: 0o600 });
  return code;
}

export function demandFirstUserCode(folder: string, given: string): void {
  const [wanted, typed] = [Buffer.from(firstUserCode(folder)), Buffer.from(given)];
  if (wanted.length === typed.length && timingSafeEqual(wanted, typed)) return;
  const text = "This is not the code that the program wrote to its log, and into first-user.code in its data folder.";
  throw cannot("proof-wrong", text, { errors: [{ path: "proof", text }] });
}

export const forgetFirstUserCode = (folder: string): void => rmSync(fileOf(folder), { force: true });
