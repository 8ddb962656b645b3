/** What Australian books are laid beside. */
import type { CountryHere } from "../ground/countryHere.ts";
import { withheldAsLodged } from "./statements.ts";

export const booksAu: CountryHere["books"] = {
  compared: [
    {
      ...{ key: "tax", words: "PAYG withholding", facts: ["withheld"], kinds: ["withholding"] },
      ...{ account: "withholdingPayable", lodged: withheldAsLodged },
    },
    {
      ...{ key: "super", words: "Super", facts: ["guarantee", "reportable", "member"], kinds: ["super"] },
      // Events tell super by the year to date, and not by payday.
      ...{ account: "superPayable", lodged: null },
    },
    { key: "net", words: "Net pay", facts: ["net"], kinds: [], account: "netPayClearing", lodged: null },
  ],
};
