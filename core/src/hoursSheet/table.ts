/** A sheet as it was read from a file or the clipboard: cells as text, with what kind of cell each was. */

export type CellKind = "text" | "number" | "date" | "time" | "blank" | "error" | "formula";
/** `formula`: one whose value was never stored. `time`: the hours that the cell shows, 7:36 as 7.6. */
export interface SheetCell {
  kind: CellKind;
  text: string;
  /** the time of day of a date, "09:30" */
  clock?: string;
  /** the stored value of a formula: as old as the last time that the spreadsheet worked it out */
  computed?: true;
}
export interface SheetTable {
  /** of the sheet in the workbook, or of the file */
  name: string;
  rows: SheetCell[][];
  /** names of the workbook's other sheets that hold something and were not read */
  others?: string[];
  /** what a person should know: hidden rows, other sheets */
  notes: string[];
}

/** The sheet of explanations that goes out beside ours. */
export const helpSheet = "How to fill in";

export const blankCell: SheetCell = { kind: "blank", text: "" };
export const textCell = (text: string): SheetCell => (text.trim() === "" ? blankCell : { kind: "text", text });

/** Headings are known whatever their case, spaces, hyphens, underscores and units in brackets. */
export const headingKey = (heading: string): string =>
  heading
    .toLowerCase()
    .replace(/\([^)]*\)/g, "")
    .replace(/[\s\-_.:]/g, "");
