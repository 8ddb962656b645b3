/** What the rows of a New Zealand run were made with. */
import type { CountryRows } from "../row/countryRows.ts";
import type { LoadedRun } from "../row/runRows.ts";
import type { NzRows } from "./personFacts.ts";

export interface RowsNz extends CountryRows {
  nz: NzRows;
}

/** Ledgers and records of a run that only New Zealand's law asks for. */
export const nzOf = ({ country }: LoadedRun): NzRows => (country as RowsNz).nz;
