/** The only place of the server that lists the countries. */
import { australia } from "../au/australia.ts";
import type { CountriesHere } from "../ground/countryHere.ts";
import { newZealand } from "../nz/newZealand.ts";

export const countriesHere: CountriesHere = { AU: australia, NZ: newZealand };
