/** Whether a new password is among those that are tried first: a list of common ones and what people make of them. */
import { zxcvbn, zxcvbnOptions } from "@zxcvbn-ts/core";
import { adjacencyGraphs, dictionary } from "@zxcvbn-ts/language-common";
import { cannot } from "../ground/problem.ts";

/** The lists are ranked when the first new password comes: a start need not wait for them. */
let isRanked = false;
function rank(): void {
  if (!isRanked) zxcvbnOptions.setOptions({ dictionary, graphs: adjacencyGraphs, maxLength: 128 });
  isRanked = true;
}

/** Guesses needed, as a power of ten, for the password to withstand somebody who has a list and patience. */
const leastPower = 10;

/** @param own words that are no secret: the e-mail and the name @throws naming the field */
export function demandUncommon(password: string, own: readonly string[], path = "password"): void {
  rank();
  const words = own.flatMap((each) => each.split(/[\s@.]+/)).filter((each) => each.length > 2);
  if (zxcvbn(password, words).guessesLog10 >= leastPower) return;
  const text = "This is among the first that are tried. Use several words that do not belong together.";
  throw cannot("password-common", text, { errors: [{ path, text }] });
}
