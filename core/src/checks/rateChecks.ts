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

/** An own rate below that of the level is no rate; a casual's with the loading in it is asked about. */
export const besideLevelIn = ({ besideLevel }: PersonFactsBase, gross: Decimal): Mark[] => {
  if (!besideLevel || gross.isZero()) return [];
  const facts = { rate: dollars(decimal(besideLevel.own)), level: dollars(decimal(besideLevel.level)) };
  return [
    besideLevel.is === "below"
      ? { kind: "stop", code: "belowLevel", facts, mend: person("rate") }
      : { kind: "query", code: "loadedTwice", facts, mend: person("rate") },
  ];
};
