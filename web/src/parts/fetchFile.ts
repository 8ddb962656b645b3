/** A file that asks for the password once more, or for more than an address can say: fetched, and handed to the browser. */
import type { Problem } from "@zesty/contract/problem";
import { askProof, proofWantedBy } from "../state/proof.ts";
import { saveFile } from "./saveFile.ts";

/**
 * @param body sent by POST, so that a passphrase stands in no address; without one the file is only read
 * @returns null, or why there is no file
 */
export async function fetchFile(url: string, otherwise: string, body?: object): Promise<string | null> {
  const answer = await fetch(
    url,
    body && {
      method: "POST",
      headers: { "Content-Type": "application/json", "X-Zesty": "1" },
      body: JSON.stringify(body),
    },
  ).catch(() => null);
  if (!answer) return "The application did not answer. Look at the connection, then try again.";
  if (!answer.ok) {
    const { code, detail } = (await answer.json()) as Problem;
    const wanted = proofWantedBy(code);
    return wanted && (await askProof(wanted)) ? fetchFile(url, otherwise, body) : detail;
  }
  const name = /filename="?([^";]+)/.exec(answer.headers.get("Content-Disposition") ?? "")?.[1] ?? otherwise;
  saveFile(name, await answer.blob());
  return null;
}
