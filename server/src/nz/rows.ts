/** What the rows of a New Zealand run were made with. */
import type { CountryRows } from "../runs/paysOfCountry.ts";
import type { LoadedRun } from "../runs/runRows.ts";
import type { NzRows } from "./rowFacts.ts";

export interface RowsNz extends CountryRows {
  nz: NzRows;
}

/** Ledgers and records of a run that only New Zealand's law asks for. */
export const nzOf = ({ country }: LoadedRun): NzRows => (country as RowsNz).nz;
