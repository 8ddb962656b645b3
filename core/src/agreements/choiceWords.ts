/** What a choice of a setting is called on a page: its own words, else its key read aloud. */
import type { RuleSetting } from "./agreementRules.ts";

export const choiceWords = ({ words }: Pick<RuleSetting, "words">, choice: string): string =>
  words && Object.hasOwn(words, choice)
    ? (words[choice] ?? choice)
    : choice.replace(/([a-z])([A-Z0-9])/g, (_both, a: string, b: string) => `${a} ${b.toLowerCase()}`);
