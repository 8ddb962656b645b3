/** What New Zealand's books are laid beside. */
import type { FiledSums } from "@zesty/contract/nz/filedMonths";
import type { Context } from "../ground/context.ts";
import type { CountryHere } from "../ground/countryHere.ts";
import { filedPaydays } from "./filedMonths.ts";

const filed =
  (...kinds: (keyof FiledSums)[]) =>
  (context: Context, businessId: number, from: string, to: string): Map<string, number> =>
    new Map(
      [...filedPaydays(context, businessId, from, to).values()].flatMap(({ payday, filed: sums }) =>
        sums === null ? [] : [[payday, kinds.reduce((all, kind) => all + sums[kind], 0)]],
      ),
    );

export const booksNz: CountryHere["books"] = {
  compared: [
    {
      ...{ key: "tax", words: "PAYE, student loans, child support, ESCT", account: "withholdingPayable" },
      facts: ["withheld", "studentLoan", "slcir", "slbor", "childSupport", "esct"],
      ...{ kinds: ["paye", "studentLoan", "childSupport", "esct"], lodged: filed("tax", "loan", "support", "esct") },
    },
    {
      ...{ key: "kiwiSaver", words: "KiwiSaver, both parts", account: "superPayable", kinds: ["kiwiSaver"] },
      ...{ facts: ["kiwiSaver", "kiwiSaverNet"], lodged: filed("kiwiSaver") },
    },
    { key: "net", words: "Net pay", facts: ["net"], kinds: [], account: "netPayClearing", lodged: null },
  ],
};
