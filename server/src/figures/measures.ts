/** What of the kept sums each question adds up, and in which unit. */
import type { Dimension } from "@zesty/contract/figureDimensions";
import type { Unit } from "@zesty/contract/figures";
import type { Entry } from "./fold.ts";

export interface Measure {
  title: string;
  unit: Unit;
  /** over rows `s` of the sums; `l` is the kind of leave of its element, or null */
  where: string;
  /** the same of one entry */
  counts: (entry: Entry, leave: string | null) => boolean;
}

const money = (title: string, parts: readonly Entry["part"][]): Measure => ({
  ...{ title, unit: "money" },
  where: `s.part IN (${parts.map((part) => `'${part}'`).join(", ")})`,
  counts: ({ part }) => parts.includes(part),
});
const whole = (title: string, code: string): Measure => ({
  ...{ title, unit: "money" },
  where: `s.part = 'whole' AND s.code = '${code}'`,
  counts: (entry) => entry.part === "whole" && entry.code === code,
});

export const measures = {
  cost: money("Cost", ["wages", "leaving", "paidBack", "employer"]),
  wages: money("Gross wages", ["wages", "leaving"]),
  employer: money("The employer's part", ["employer"]),
  deducted: money("Deducted", ["deducted"]),
  hours: {
    ...{ title: "Hours", unit: "hours", where: "s.part = 'wages' AND s.cents <> 0" },
    counts: ({ part, cents }) => part === "wages" && cents !== 0,
  },
  away: {
    ...{ title: "Hours away", unit: "hours", where: "s.part = 'wages' AND l IS NOT NULL" },
    counts: ({ part }, leave) => part === "wages" && leave !== null,
  },
  gross: whole("Gross", "gross"),
  withheld: whole("Tax taken out", "withheld"),
  studentLoan: whole("Student loan", "studentLoan"),
  kiwiSaver: whole("KiwiSaver, own", "kiwiSaver"),
  super: whole("Super", "super"),
  net: whole("Net pay", "net"),
  wholeCost: whole("Cost", "cost"),
} satisfies Record<string, Measure>;
export type MeasureCode = keyof typeof measures;

/** By what single parts of a pay are laid out, and what the pay as a whole is. */
export const ofParts: readonly Dimension[] = [
  ...(["month", "quarter", "payrollYear", "person", "element", "costCentre", "place", "state", "business"] as const),
];
export const ofWhole: readonly Dimension[] = ofParts.filter((each) => each !== "element" && each !== "costCentre");
