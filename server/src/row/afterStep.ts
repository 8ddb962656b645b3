/** Steps after the work of a row, and the lines of a final pay. */
import type { DeparturePlan, NewDeparture } from "@zesty/contract/departures";
import type { SheetLine } from "@zesty/core/pay/row";
import type { Laid, Strand } from "@zesty/core/pay/strands";
import type { Who } from "../ground/findRun.ts";
import type { LoadedRun } from "./runRows.ts";
import type { WorkedOut } from "./workRun.ts";

/** What is put into a row, from the row as it is worked without it. */
export type AfterStep = (
  loaded: LoadedRun,
  worked: WorkedOut,
  laid: Laid,
) => { strands: Strand[]; fault?: string | undefined };

export interface FinalPay {
  who: Who;
  wanted: Pick<NewDeparture, "lastDay" | "reason" | "noticeWorked" | "misconduct" | "invalidity" | "smallEmployer">;
  loaded: LoadedRun;
  /** the row as it is worked without them */
  worked: WorkedOut;
}

export interface FinalLines {
  lines: SheetLine[];
  notes: string[];
  /** why it cannot be worked out; the row stops with it */
  fault?: string;
  /** each line in words, from the row as it is worked with them */
  say(after: WorkedOut | undefined): DeparturePlan["lines"];
}
