/** Every table of the rule book, Australia first. */
import { tablesAu } from "./au/index.ts";
import { employerSize } from "./nz/employerSize.ts";
import { tablesNz } from "./nz/index.ts";

export const allTables = [...tablesAu, ...tablesNz, employerSize] as const;
