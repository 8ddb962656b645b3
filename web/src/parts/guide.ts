/** A page's own short guide: kept beside the page's code, searched without a line to anywhere. */
import type { CountryCode } from "@zesty/core/countries/countries";

export interface Guide {
  /** the page's address, as the routes write it */
  at: string;
  title: string;
  about: string;
  /** sentences; words of the page between stars */
  steps: readonly string[];
  keys?: readonly (readonly [key: string, does: string])[];
  /** only where this country's law has the page */
  country?: CountryCode;
  next: { words: string; to: string };
}
