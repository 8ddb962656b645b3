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
  const { own, level, percent } = besideLevel;
  const facts = { rate: dollars(decimal(own)), level: dollars(decimal(level)), ...(percent ? { percent } : {}) };
  const { code, kind } = marksBesideLevel[besideLevel.is];
  return [{ kind, code, facts, mend: person("rate") }];
};

const marksBesideLevel = {
  below: { kind: "stop", code: "belowLevel" },
  salaryBelow: { kind: "stop", code: "salaryBelowLevel" },
  loaded: { kind: "query", code: "loadedTwice" },
  // It may be no annualised wage at all, with penalties and overtime paid on top.
  salaryNotAbove: { kind: "query", code: "salaryNotAbove" },
} as const;
