/** What only an agreement has a price for is asked about where there is none: nothing is paid for it, and not in silence. */
import type { ShiftMark } from "../agreements/agreementRules.ts";
import { dateWords, type IsoDate } from "../calendar/dates.ts";
import type { DayRecord } from "./dayText.ts";
import type { HoursMark } from "./worked.ts";

/** A day and night of care is paid for its hours all the same. */
const words: Partial<Record<ShiftMark, string>> = { standby: "On call", sleepover: "A night at the workplace" };

export function apartUnpaid(date: IsoDate, day: DayRecord | undefined): HoursMark[] {
  const marks = new Set(day?.shifts.flatMap((shift) => shift.marks ?? []));
  return [...marks].flatMap((mark): HoursMark[] =>
    words[mark]
      ? [
          {
            ...{ kind: "query", code: "apartUnpaid", date },
            text: `${words[mark]} on ${dateWords(date)}: no agreement says what it pays, so nothing is paid for it. Type what was agreed, or tick.`,
          },
        ]
      : [],
  );
}
