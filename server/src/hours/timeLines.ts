/** What the days of a person become in a run sheet: lines by pay element, each with its reasons. */
import type { SheetLine } from "@zesty/core/pay/row";
import { decimal } from "@zesty/core/quantity/decimal";
import { askedOfDays } from "./askedOfDays.ts";
import { gatherDaysWorked } from "./daysWorked.ts";
import { dayWords } from "./dayWords.ts";
import { gatherAllowances } from "./linesOfAllowances.ts";
import { gatherAlternativeDays, gatherLeave, gatherLoading } from "./linesOfLeave.ts";
import { gatherPiecework } from "./linesOfPiecework.ts";
import { gatherPieces, gatherPlain } from "./linesOfWork.ts";
import { type Gathering, gathering } from "./lineTargets.ts";
import type { KnownPerson } from "./personTimes.ts";
import { type Finder, lineOf, unknownTables } from "./timeLineParts.ts";

export interface TimeLines {
  lines: SheetLine[];
  faults: string[];
  queries: string[];
}

/** The lines of the days that are asked for, in the order in which they first arise. */
export function timeLines(person: KnownPerson, dates: readonly string[], find: Finder): TimeLines {
  // Another pay has every day of this part: leave paid ahead, or days that were told late.
  if (dates.length === 0) return { lines: [], faults: [], queries: [] };
  const all = gathering(person, dates, find);
  look(all);
  gatherPieces(all);
  gatherPlain(all);
  gatherPiecework(all);
  gatherAlternativeDays(all);
  gatherLeave(all);
  gatherLoading(all);
  gatherAllowances(all);
  gatherDaysWorked(all);
  return {
    lines: [...all.targets.values()].map((each) => lineOf(each, person.agreedRate)),
    faults: [...new Set(all.faults)],
    queries: all.queries,
  };
}

/** What is asked or cannot be told before anything is priced. */
function look({ person, dates, hours, rules, allPurpose, faults, queries }: Gathering): void {
  const { time, agreedRate } = person;
  faults.push(...hours.faults.map(({ date, text }) => `${dayWords(date)}: ${text}`));
  queries.push(...hours.marks.filter((mark) => mark.kind === "query").map((mark) => mark.text));
  faults.push(...unknownTables(person, dates));
  // A week that nobody wrote down is not taken for an even one: what is beyond it could not be told.
  if (rules?.ordinary.agreedHours.includes(time.person.basis) && !time.person.agreedMinutes && hours.pieces.length > 0)
    queries.push(
      "The ordinary hours of each weekday are not on record, so hours beyond those agreed cannot be told from others. Enter them with the employment.",
    );
  queries.push(...askedOfDays(person, dates, hours));
  // Without an agreed rate the level's rate says it.
  if (agreedRate !== null)
    faults.push(
      ...allPurpose.unknown.map(
        (id) =>
          `${rules?.title} counts ${id.replaceAll("-", " ")} into the hourly rate; its amount is not known. Enter it in Set-up, Agreements.`,
      ),
    );
}

/** A line without a rate is paid at the person's own: of another period it says which that was. */
export const atRateOf = ({ agreedRate: then }: KnownPerson, present: string | null, found: TimeLines): TimeLines =>
  then === null || present === then
    ? found
    : {
        ...found,
        lines: found.lines.map((line) =>
          line.rate === undefined && line.hours !== undefined && line.units === undefined
            ? { ...line, rate: then }
            : line,
        ),
      };

/** Lines of several spans and periods as one pay has them: one line a cell and rate. */
export function joined(all: readonly TimeLines[]): TimeLines {
  const [only] = all;
  if (only && all.length === 1) return only;
  const lines = new Map<string, SheetLine>();
  for (const line of all.flatMap((each) => each.lines)) {
    const key = JSON.stringify([line.elementId, line.costCentre, line.rate, line.asOf, line.accruesBy]);
    const before = lines.get(key);
    lines.set(key, before ? twoLines(before, line) : line);
  }
  return {
    lines: [...lines.values()],
    faults: [...new Set(all.flatMap((each) => each.faults))],
    queries: [...new Set(all.flatMap((each) => each.queries))],
  };
}

function twoLines(before: SheetLine, line: SheetLine): SheetLine {
  const said: Record<string, string> = {};
  for (const what of ["hours", "amount", "units"] as const)
    if (before[what] !== undefined || line[what] !== undefined)
      said[what] = decimal(before[what] ?? "0")
        .plus(line[what] ?? "0")
        .toString();
  const why = [...(line.time?.why ?? []), ...(before.time?.why ?? [])].slice(0, 100);
  const arose = [...(before.time?.arose ?? []), ...(line.time?.arose ?? [])].sort();
  return { ...before, ...said, time: { ...said, why, ...(arose.length > 0 ? { arose } : {}) } };
}
