/** The only place of the server that lists the countries. */
import { australia } from "../au/australia.ts";
import { newZealand } from "../nz/newZealand.ts";
import type { CountriesHere } from "./countryHere.ts";

export const countriesHere: CountriesHere = { AU: australia, NZ: newZealand };
