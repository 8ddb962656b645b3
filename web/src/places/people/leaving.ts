/** The reasons for which an employment ends, as each country's law names them. */
import { leavingReasonsNz } from "@zesty/contract/departures";
import { cessationReasons } from "@zesty/core/au/documents/payEvent";
import type { CountryCode } from "@zesty/core/countries/countries";

interface Leaving {
  reasons: Readonly<Record<string, string>>;
  /** in the list to choose from, and in a sentence */
  shown(code: string): string;
  words(code: string): string;
  /** notice, misconduct and invalidity decide what is paid and how it is taxed */
  asksNotice: boolean;
}
const reasonsAu: Readonly<Record<string, string>> = cessationReasons;
const reasonsNz: Readonly<Record<string, string>> = leavingReasonsNz;

export const leaving: Record<CountryCode, Leaving> = {
  AU: {
    reasons: reasonsAu,
    shown: (code) => `${code}, ${reasonsAu[code] ?? ""}`,
    words: (code) => `${reasonsAu[code] ?? code} (${code})`,
    asksNotice: true,
  },
  NZ: {
    reasons: reasonsNz,
    shown: (code) => reasonsNz[code] ?? code,
    words: (code) => reasonsNz[code] ?? code,
    asksNotice: false,
  },
};
