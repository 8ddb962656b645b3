/** The marks of all countries: the sentence of each, and which of them are about facts of a person. */
import { sentencesAu, standingAu } from "../au/checks/sentences.ts";
import type { Mark, MarkCode } from "../checks/mark.ts";
import { type Sentence, sentences, standing } from "../checks/sentences.ts";
import { sentencesNz, standingNz } from "../nz/checks/sentences.ts";

const all: Record<MarkCode, Sentence> = { ...sentences, ...sentencesAu, ...sentencesNz };

export const sentenceOf = (mark: Pick<Mark, "code" | "facts">): string => all[mark.code](mark.facts);

/**
 * Queries about facts of the person, not of this pay: a tick on one of them lasts until the fact changes, since its key
 * holds the facts.
 */
export const standingCodes: readonly MarkCode[] = [...standing, ...standingAu, ...standingNz];
