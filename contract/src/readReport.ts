/** A pay event or filing as a page to read: from the bytes as they went out, in words. Amounts are dollars as text. */
export interface ReportOfPerson {
  name: string;
  /** as the heads of the sheet; an empty cell was not reported */
  cells: string[];
  /** everything that was reported of the person, in words; of a number its last three digits */
  whole: [what: string, value: string][];
}
export interface ReadReport {
  title: string;
  head: [what: string, value: string][];
  columns: string[];
  people: ReportOfPerson[];
}
export interface ReportPage extends ReadReport {
  business: string;
  fileName: string;
  sha256: string;
  runId: number | null;
}
