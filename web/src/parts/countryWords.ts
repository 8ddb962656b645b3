/** What the same figure is called in each country: no word of one law stands on a screen of the other. */
import type { CountryCode } from "@zesty/core/countries/countries";

interface CountryWords {
  tax: string;
  /** in columns and totals */
  taxShort: string;
  employer: string;
  employerShort: string;
  taxAgency: string;
  taxNumber: string;
  minimum: string;
  region: string;
}

export const countryWords: Record<CountryCode, CountryWords> = {
  AU: {
    tax: "PAYG tax",
    taxShort: "Tax",
    employer: "Super",
    employerShort: "Super",
    taxAgency: "Tax agency",
    taxNumber: "Tax file number",
    minimum: "Award minimum",
    region: "State",
  },
  NZ: {
    tax: "PAYE with ACC levy",
    taxShort: "PAYE",
    employer: "KiwiSaver, employer",
    employerShort: "Empl. KS",
    taxAgency: "Inland Revenue",
    taxNumber: "IRD number",
    minimum: "Agreed minimum",
    region: "Province",
  },
};
