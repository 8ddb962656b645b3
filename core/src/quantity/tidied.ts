/** A figure as people type it: with $, %, h or commas at the thousands, and without a nought before the point. */
export const tidied = (text: string): string => {
  const bare = text
    .replace(/\s/g, "")
    .replace(/^(-?)\$/, "$1")
    .replace(/(?<=\d)(%|h)$/i, "");
  const plain = /^-?\d{1,3}(,\d{3})+(\.\d*)?$/.test(bare) ? bare.replaceAll(",", "") : bare;
  const tidy = plain.replace(/^(-?)\./, "$10.").replace(/(?<=\d)\.$/, "");
  // What is no figure stays as it was typed, so that the sentence about it quotes it.
  return /^-?\d+(\.\d+)?$/.test(tidy) ? tidy : text.trim();
};

/** Hours as people type them: 7:30 is 7.5. To four places, half up. */
export const tidiedHours = (text: string): string => {
  const clock = /^(\d{1,4}):([0-5]\d)$/.exec(text.trim());
  if (!clock) return tidied(text);
  const e4 = String(Number(clock[1]) * 10_000 + Math.round((Number(clock[2]) * 10_000) / 60)).padStart(5, "0");
  return `${e4.slice(0, -4)}.${e4.slice(-4)}`.replace(/\.?0+$/, "");
};
