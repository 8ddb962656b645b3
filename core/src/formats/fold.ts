/** Folding text into the characters that a fixed-width bank file permits. */

const permitted = /[^A-Za-z0-9 +\-@$!%&()*./#=:;?,'[\]_^]/g;

/**
 * Decomposes, drops marks, turns typographic quotes and dashes into plain ones, blanks what is left outside the set,
 * and shrinks runs of blanks.
 */
export const foldText = (text: string): string =>
  text
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .replace(/[‘’ʻʼ]/g, "'")
    .replace(/[“”]/g, "'")
    .replace(/[‐-―−]/g, "-")
    .replace(permitted, " ")
    .replace(/ +/g, " ")
    .trim();
