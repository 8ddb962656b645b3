/** Which figures of a country are laid side by side: what was signed, lodged, posted, paid and received. */
import type { DueKind } from "@zesty/contract/dues";
import type { PostingAccounts } from "@zesty/core/documents/posting";
import type { Context } from "../ground/context.ts";

export interface ComparedFigure {
  key: string;
  words: string;
  /** codes of facts that add up to it */
  facts: readonly string[];
  /** dues that pay it over; none: it goes to people */
  kinds: readonly DueKind[];
  account: keyof PostingAccounts;
  /** by payday, as the agency took it; null where it is not lodged by payday */
  lodged: ((context: Context, businessId: number, from: string, to: string) => Map<string, number>) | null;
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    books: { compared: readonly ComparedFigure[] };
  }
}
