/** What comparing with an earlier system asks of a country: other ways in which a pay may have been reckoned. */
import type { AnyContext } from "@zesty/core/countries/countries";
import type { RuleBook } from "@zesty/core/rulebook/ruleBook";

export interface OtherWay {
  words: string;
  context: AnyContext;
  rules?: RuleBook;
}

export interface BesideOfCountry {
  /** the person's facts said otherwise, one at a time */
  otherWays(context: AnyContext): OtherWay[];
  /** headings that its programs use, as they are compared, by what they say */
  headings: Readonly<Record<string, readonly string[]>>;
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    beside: BesideOfCountry;
  }
}
