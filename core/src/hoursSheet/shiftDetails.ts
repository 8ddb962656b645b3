/** What a row of a file says besides its times: what the shift was ("Sleepover", "on call", as rosters write it), and pieces. */
import { type ShiftMark, shiftMarks } from "../agreements/agreementRules.ts";
import { isOfWork, markMeanings } from "../hours/shiftMarks.ts";
import type { DayShift } from "../hours/shiftText.ts";
import { tidied } from "../quantity/tidied.ts";
import { blankCell, headingKey, type SheetCell } from "./table.ts";

/** Words of rosters beside our own; common practice, no source. */
const alsoCalled: Partial<Record<ShiftMark, readonly string[]>> = {
  rosteredDayOff: ["rostered day off", "rdo worked"],
  recall: ["recalled", "call back", "callback", "call out", "callout"],
  standby: ["stand by", "oncall"],
  sleepover: ["sleep over", "overnight", "night at the workplace"],
  careDay: ["24 hour care", "24hr care", "live in care"],
  remote: ["remote work", "phone", "telephone"],
  cancelled: ["canceled", "client cancelled", "client cancellation", "cancellation"],
  training: ["meeting and training", "course"],
  dayInLieu: ["day in lieu"],
};
const plain = new Set(["", "work", "worked", "shift", "ordinary", "normal", "day", "hours"]);

const byWord = new Map<string, ShiftMark>(
  shiftMarks.flatMap((mark) =>
    [mark, markMeanings[mark].typed, markMeanings[mark].short, ...(alsoCalled[mark] ?? [])].map(
      (word): [string, ShiftMark] => [headingKey(word), mark],
    ),
  ),
);

/** @returns the mark; none for ordinary work; or the sentence that says what can be written */
export function readMark(text: string): { mark: ShiftMark | undefined } | { fault: string } {
  const key = headingKey(text);
  const mark = byWord.get(key);
  if (mark || plain.has(key)) return { mark };
  const words = shiftMarks.map((each) => markMeanings[each].typed).join(", ");
  return { fault: `Kind of shift: “${text.trim()}” is not understood. Write ${words}, or nothing for ordinary work.` };
}

/** A day of care is as long as the agreement has it, and a night has no breaks. */
export const hasNoBreaks = (mark: ShiftMark | undefined): boolean =>
  mark !== undefined && (isOfWork({ marks: [mark] }, "woken") || isOfWork({ marks: [mark] }, "none"));

/** Piecework of a row: how many, and what each is paid. */
export function readPieces(
  pieces: SheetCell = blankCell,
  pieceRate: SheetCell = blankCell,
): DayShift["pieces"] | { fault: string } {
  if (pieces.kind === "blank") return undefined;
  const [units, rate] = [tidied(pieces.text), tidied(pieceRate.text)];
  if (!/^\d{1,6}(\.\d{1,4})?$/.test(units)) return { fault: `Pieces: “${pieces.text}” is no number. Write it as 150.` };
  return /^\d{1,5}(\.\d{1,4})?$/.test(rate)
    ? [{ units, rate }]
    : { fault: `Piece rate: “${pieceRate.text}” is no rate of a piece. Write the dollars of one, as 6.10.` };
}
