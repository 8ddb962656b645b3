/** Checks of the rate behind hours, in both countries. */
import type { PersonFactsBase } from "../pay/row.ts";
import { type Decimal, decimal, decimalOrZero } from "../quantity/decimal.ts";
import { dollars, person } from "./check.ts";
import type { Mark } from "./mark.ts";

/** Hours and no money: never paid in silence. */
export const hoursWithoutMoney = (line: { name?: string | undefined; hours?: string | undefined }): Mark => ({
  kind: "stop",
  code: "hoursWithoutMoney",
  facts: { name: line.name ?? "", hours: decimalOrZero(line.hours).toDecimalPlaces(2).toString() },
  mend: person("rate"),
});

/** A casual's rate that has the loading in it, beside an agreement that adds it. */
export const loadedTwiceIn = ({ loadedTwice, hourlyRate }: PersonFactsBase, gross: Decimal): Mark[] =>
  loadedTwice && hourlyRate !== null && !gross.isZero()
    ? [
        {
          kind: "query",
          code: "loadedTwice",
          facts: { rate: dollars(decimal(hourlyRate)), level: dollars(decimal(loadedTwice)) },
          mend: person("rate"),
        },
      ]
    : [];
