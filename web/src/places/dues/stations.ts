/** The stations of a due's way, one a day, in the order of their days. */
import type { DueStep } from "@zesty/contract/dues";
import { stepWords } from "./dueWords.ts";

/** Stations of one day are one dot; the last of them gives it its word. */
export function stationsOf(steps: readonly DueStep[]) {
  const days = new Map<string, { on: string; words: string[]; what: DueStep["what"] }>();
  for (const { what, on } of steps) {
    if (on === null) continue;
    const known = days.get(on);
    if (known && what !== "due") days.set(on, { ...known, what, words: [...known.words, stepWords[what]] });
    else if (!known || what !== "due") days.set(on, { on, what, words: [stepWords[what]] });
  }
  return [...days.values()].sort((a, b) => (a.on < b.on ? -1 : 1));
}
