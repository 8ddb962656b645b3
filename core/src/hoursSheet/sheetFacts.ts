/** What an hours sheet is read against: the run's people and lines, and the pay elements of the business. */
import type { IsoDate } from "../calendar/dates.ts";
import type { PayElement, SheetLine } from "../pay/row.ts";

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

/** The quantity of an element in a line, as it is typed in the sheet. */
export const quantity = (line: SheetLine | undefined, { entry }: PayElement): string =>
  (entry === "hours" ? line?.hours : entry === "amount" ? line?.amount : line?.units) ?? "";
