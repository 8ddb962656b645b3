/** What each mark after a shift means, in one table: how it is typed, what of it is work, and what is asked without a price. */
import { type AgreementRules, type ShiftMark, shiftMarks } from "../agreements/agreementRules.ts";
import { dateWords, type IsoDate } from "../calendar/dates.ts";
import type { HoursMark } from "./worked.ts";

export interface ShiftMarkMeaning {
  typed: string;
  /** all of its time; what one was woken for; its hours of care; none of it */
  work: "all" | "woken" | "care" | "none";
  /** what it was, before its day */
  was: string;
  isPricedBy: (rules: AgreementRules) => boolean;
  /** what becomes of it where nothing has a price for it */
  without: string;
}

const gives = (rules: AgreementRules, kind: string): boolean =>
  rules.allowances.some((each) => each.trigger.kind === kind);

/** Found once for each set of rules. */
const daysOffBySet = new WeakMap<AgreementRules, boolean>();
/** Does the agreement speak of rostered days off anywhere? */
export function knowsDaysOff(rules: AgreementRules): boolean {
  const known = daysOffBySet.get(rules) ?? JSON.stringify(rules).includes('"rosteredDayOff"');
  daysOffBySet.set(rules, known);
  return known;
}

export const markMeanings: Readonly<Record<ShiftMark, ShiftMarkMeaning>> = {
  rosteredDayOff: {
    ...{ typed: "dayoff", work: "all", was: "A rostered day off was worked on", isPricedBy: knowsDaysOff },
    without: "it is paid like any other day",
  },
  recall: {
    ...{ typed: "recall", work: "all", was: "Called back on", isPricedBy: (rules) => gives(rules, "recall") },
    without: "the time alone is paid",
  },
  standby: {
    ...{ typed: "standby", work: "none", was: "On call on", isPricedBy: (rules) => gives(rules, "onCall") },
    without: "nothing is paid for it",
  },
  sleepover: {
    ...{ typed: "sleepover", work: "woken", was: "A night at the workplace on" },
    ...{ isPricedBy: ({ sleepover }) => sleepover !== undefined, without: "nothing is paid for it" },
  },
  careDay: {
    ...{ typed: "care", work: "care", was: "A day and night of care on" },
    ...{ isPricedBy: ({ careDay }) => careDay !== undefined, without: "its hours are paid like others" },
  },
};

/** Whether a shift's marks name one of which this much is work. */
export const isOfWork = (
  { marks }: { marks?: readonly ShiftMark[] | undefined },
  work: ShiftMarkMeaning["work"],
): boolean => marks?.some((mark) => markMeanings[mark].work === work) === true;

/** Marks that nothing has a price for: what becomes of them is said, never done in silence. */
export function unpricedMarks(rules: AgreementRules | null, date: IsoDate, marks: readonly ShiftMark[]): HoursMark[] {
  return shiftMarks
    .filter((mark) => marks.includes(mark) && !(rules && markMeanings[mark].isPricedBy(rules)))
    .map((mark) => {
      const { was, without } = markMeanings[mark];
      const by = rules ? `${rules.title} has no price for it here` : "no agreement says what it pays";
      const text = `${was} ${dateWords(date)}: ${by}, so ${without}. Type what was agreed, or tick.`;
      return { kind: "query", code: "markUnpriced", text, date };
    });
}
