/** What a country calls two columns of a sheet of pays. */
import type { CountryCode } from "./countries.ts";

export const sheetWords: Record<CountryCode, { withheld: string; super: string }> = {
  AU: { withheld: "withheld", super: "super" },
  NZ: { withheld: "PAYE", super: "KiwiSaver of the employer" },
};
