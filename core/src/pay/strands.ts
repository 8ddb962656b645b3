/**
 * What the row of a run is made of. A row is composed from strands; nobody writes its lines. Layers, from below: usual
 * pay by span (`base`), the record of time and leave, acts, and what was typed, brought or copied on top, by cell.
 */
import type { IsoDate } from "../calendar/dates.ts";
import type { LateWeek } from "./input.ts";
import type { SheetLine } from "./row.ts";

/** Days of a period with one set of terms. */
export interface Span {
  from: IsoDate;
  to: IsoDate;
  /** ordinary hours of the agreed week on these days; "0" where no week is agreed */
  hours: string;
  /** those of the whole week, where the period has several spans */
  week?: string;
  rate: string | null;
}

/** A line of usual pay in a span. */
export interface BaseLine {
  span: number;
  line: SheetLine;
  /** plain ordinary time: what leave and holidays take hours from */
  ordinary: boolean;
}

export type LaidSource = "days" | "holiday" | "leave" | "act" | "debt" | "closedown" | "final";

/** Hours that a strand takes from the ordinary time of a span. */
export interface Taken {
  span: number;
  hours: string;
}

export interface Strand {
  /** who put it there; 0: it follows from facts */
  act: number;
  source: LaidSource;
  line: SheetLine;
  takes?: Taken[] | undefined;
  /** of a salary it is paid what it takes */
  paysTaken?: boolean | undefined;
}

/** All that lies beneath the typing. */
export interface Laid {
  spans: Span[];
  base: BaseLine[];
  strands: Strand[];
  /** ordinary time comes from the record, day by day: that of usual pay gives way */
  byRecord: boolean;
  /** hours of leave that is typed in days and weeks; "0" where they are not known */
  dayHours: string;
  weekHours: string;
  /** days of the record that these lines hold */
  dates: IsoDate[];
  /** ordinary time comes from the record, and the agreement averages it over so many weeks, more than one */
  averagedWeeks?: number | undefined;
  /** weeks of before that days are paid late of */
  lateWeeks?: LateWeek[] | undefined;
}

export const nothingLaid: Laid = {
  ...{ spans: [], base: [], strands: [], byRecord: false },
  ...{ dayHours: "0", weekHours: "0", dates: [] },
};

export const typedSources = ["again", "sheet", "typed"] as const;

/** A figure put over what lies beneath in one cell: typed, brought by a sheet, or copied from the last pay. */
export interface Typed {
  source: (typeof typedSources)[number];
  /** the cell, and what was said of it */
  line: SheetLine;
  /** the quantity that lay beneath when it was typed */
  over?: string | undefined;
}

/** Lines of one pay element in one cost centre stand in one cell; what corrects another pay stands beside the sheet. */
export const cellOf = ({ elementId, costCentre }: SheetLine): string => `${elementId} ${costCentre ?? ""}`;
export const isBeside = (line: SheetLine): boolean => line.corrects !== undefined || line.terms?.debt !== undefined;
