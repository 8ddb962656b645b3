/** A finding about a row of the run. Codes inside, sentences in `sentences.ts` here and in each country's folder. */
import type { sentencesAu } from "../au/checks/sentences.ts";
import type { sentencesNz } from "../nz/checks/sentences.ts";
import type { sentences } from "./sentences.ts";

export type MarkKind = "stop" | "query" | "note";

export interface Mark {
  kind: MarkKind;
  code: MarkCode;
  /** what the sentence needs; also what a tick is bound to: other facts, and the query asks again */
  facts: Record<string, string>;
  /** where it is mended */
  mend: { place: "run" | "time" | "past pays" | "person" | "rule book" | "business"; section: string };
}

export type MarkCode = keyof typeof sentences | keyof typeof sentencesAu | keyof typeof sentencesNz;

/** What a tick on a query is kept under: the same finding with other facts is a new question. */
export const tickKey = (mark: Mark): string =>
  `${mark.code}|${Object.entries(mark.facts)
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([name, value]) => `${name}=${value}`)
    .join("|")}`;
