/** What an hours sheet is read against: the run's people and lines, and the pay elements of the business. */
import type { IsoDate } from "../calendar/dates.ts";
import type { PayElement, SheetLine } from "../pay/row.ts";
import { decimal, sum } from "../quantity/decimal.ts";

export interface SheetPerson {
  payId: number;
  payrollId: string;
  name: string;
  included: boolean;
  periods: number;
  lines: SheetLine[];
  /** balances of leave in hours, where they are kept so */
  balances: Record<string, string>;
  /** hours of a usual pay; "0" where none are agreed */
  usualHours: string;
}
export interface SheetFacts {
  people: readonly SheetPerson[];
  elements: readonly PayElement[];
  costCentres: readonly string[];
  periodStart: IsoDate;
  periodEnd: IsoDate;
  today: IsoDate;
  /** headings of strangers: the code of a pay element, a name of `ownColumns`, or "ignore" */
  mapping: Readonly<Record<string, string>>;
}

/** Lines of an element that a sheet speaks of: what corrects another pay and what goes by terms stands beside it. */
export const linesIn = (lines: readonly SheetLine[], { id }: PayElement): SheetLine[] =>
  lines.filter((line) => line.elementId === id && line.corrects === undefined && line.terms === undefined);

/** What lines of an element come to, as it is typed in the sheet; blank where there are none. */
export function quantity(lines: readonly SheetLine[], { entry }: PayElement): string {
  const said = lines.flatMap(
    (line) => (entry === "hours" ? line.hours : entry === "amount" ? line.amount : line.units) ?? [],
  );
  const [first] = said;
  return said.length > 1 ? sum(said.map((each) => decimal(each))).toString() : (first ?? "");
}
