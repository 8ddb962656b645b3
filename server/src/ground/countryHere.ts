/**
 * What a country is to the server: one value with a part a room, made in the folder of the country and handed to every
 * use case with the context. Each room says in a file `...OfCountry.ts` what it asks of a country and adds it here, so
 * that nothing beneath knows the rooms above. Whoever handles businesses of any country asks this value and never its
 * code; a new country is a folder and a line in `countries.ts`.
 */
import type { CountryCode } from "@zesty/core/countries/countries";

export interface CountryHere {
  code: CountryCode;
}

export type CountriesHere = Readonly<Record<CountryCode, CountryHere>>;
