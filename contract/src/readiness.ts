import type { CountryCode } from "@zesty/core/countries/countries";
import Joi from "joi";
/** How far a business's data is fit to pay and to lodge: by part, what is there and what is missing. */
export const readyParts = ["business", "elements", "details", "tax", "funds", "bank", "lodging", "runs"] as const;
export type ReadyPartKey = (typeof readyParts)[number];

export interface MissingFact {
  /** a person, a pay element, a run; the business itself where empty */
  who: string;
  what: string;
  /** what it stops or makes wrong */
  blocks: string;
  /** the day from which it does; null: whenever it comes up */
  from: string | null;
  /** it stops something; else something comes out wrong or goes without it */
  stops: boolean;
  link: string;
}
export interface ReadyPart {
  key: ReadyPartKey;
  title: string;
  /** facts that are looked at: people, elements, runs */
  total: number;
  complete: number;
  missing: MissingFact[];
}
export interface Readiness {
  businessId: number;
  name: string;
  country: CountryCode;
  day: string;
  parts: ReadyPart[];
}
export const askPeopleBody = Joi.object<{ again: boolean }>({
  again: Joi.boolean().default(false).label("Ask those again who were asked before"),
});

/** People asked by letter for facts of their own, by name. */
export interface AskedPeople {
  asked: string[];
  /** no address is on record */
  without: string[];
  /** asked already, and on which day: they are not asked anew unless that is wanted */
  before: { name: string; on: string }[];
}
/** A line a business: what the practice sees at once. */
export interface ReadinessLine {
  businessId: number;
  name: string;
  country: CountryCode;
  missing: number;
  stops: number;
  /** by part, what is missing */
  parts: { key: ReadyPartKey; missing: number }[];
  /** the day from which the first of them stops something */
  first: string | null;
}
