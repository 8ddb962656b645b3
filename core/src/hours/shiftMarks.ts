/** What each mark after a shift means, in one table: how it is typed, what of it is work, and what is asked without a price. */
import { type AgreementRules, type Condition, type ShiftMark, shiftMarks } from "../agreements/agreementRules.ts";
import { dateWords, type IsoDate } from "../calendar/dates.ts";
import type { HoursMark } from "./worked.ts";

export interface ShiftMarkMeaning {
  typed: string;
  /** all of its time; what one was woken for; its hours of care; none of it */
  work: "all" | "woken" | "care" | "none";
  /** what it was, before its day */
  was: string;
  /** what it was, after its times */
  short: string;
  isPricedBy: (rules: AgreementRules, holdsHere: (entry: { if?: Condition }) => boolean) => boolean;
  /** what becomes of it where nothing has a price for it */
  without: string;
  /** the reason of a line says so */
  isSaid?: true;
  /** comes on top of the day's own work: who was only called had a day as ever */
  onTop?: true;
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
    ...{
      typed: "dayoff",
      work: "all",
      was: "A rostered day off was worked on",
      short: "on a rostered day off",
      isPricedBy: knowsDaysOff,
    },
    without: "it is paid like any other day",
  },
  recall: {
    ...{
      typed: "recall",
      work: "all",
      onTop: true,
      was: "Called back on",
      short: "called back",
      isPricedBy: (rules) => gives(rules, "recall"),
    },
    without: "the time alone is paid",
  },
  standby: {
    ...{
      typed: "standby",
      work: "none",
      was: "On call on",
      short: "on call",
      isPricedBy: (rules) => gives(rules, "onCall"),
    },
    without: "nothing is paid for it",
  },
  sleepover: {
    ...{ typed: "sleepover", work: "woken", was: "A night at the workplace on", short: "a night at the workplace" },
    ...{ isPricedBy: ({ sleepover }) => sleepover !== undefined, without: "nothing is paid for it" },
  },
  careDay: {
    ...{ typed: "care", work: "care", was: "A day and night of care on", short: "a day and night of care" },
    ...{ isPricedBy: ({ careDay }) => careDay !== undefined, without: "its hours are paid like others" },
  },
  remote: {
    ...{ typed: "remote", work: "all", onTop: true, was: "Work from afar on", short: "from afar", isSaid: true },
    ...{ isPricedBy: ({ remote }) => remote !== undefined, without: "it is paid like other work" },
  },
  cancelled: {
    ...{
      typed: "cancelled",
      work: "all",
      was: "A shift cancelled by the client on",
      short: "cancelled by the client",
      isSaid: true,
    },
    isPricedBy: ({ cancelled }, holdsHere) => cancelled?.some(holdsHere) === true,
    without: "it is paid as it was rostered",
  },
  training: {
    ...{ typed: "training", work: "all", was: "Training on", short: "training", isSaid: true },
    ...{ isPricedBy: () => true, without: "it is paid like other work" },
  },
  dayInLieu: {
    ...{ typed: "lieu", work: "all", was: "A public holiday worked for a day in lieu on", short: "for a day in lieu" },
    isPricedBy: ({ dayInLieu }, holdsHere) => dayInLieu?.some(holdsHere) === true,
    without: "it is paid like other work of that day, and no time off is added",
  },
};

/** Whether a shift's marks name one of which this much is work. */
export const isOfWork = (
  { marks }: { marks?: readonly ShiftMark[] | undefined },
  work: ShiftMarkMeaning["work"],
): boolean => marks?.some((mark) => markMeanings[mark].work === work) === true;

/** Being called back, where the agreement says what that pays. */
export const isPricedCall = (rules: AgreementRules, marks: readonly string[]): boolean =>
  marks.includes("recall") && gives(rules, "recall");

/** Work that comes on top of the day's own: being called back, or reached from afar. */
export const isOnTop = ({ marks = [] }: { marks?: readonly ShiftMark[] | undefined }): boolean =>
  marks.some((mark) => markMeanings[mark].onTop);

/** Work from afar that an agreement prices by the contact: no part of a day of work, and no end of a night's rest. */
export const isContact = ({ remote }: AgreementRules, marks: readonly ShiftMark[] = []): boolean =>
  remote !== undefined && marks.includes("remote");

/** Marks that nothing has a price for: what becomes of them is said, never done in silence. */
export function unpricedMarks(
  rules: AgreementRules | null,
  date: IsoDate,
  marks: readonly ShiftMark[],
  holdsHere: (entry: { if?: Condition }) => boolean = () => true,
): HoursMark[] {
  return shiftMarks
    .filter((mark) => marks.includes(mark) && !(rules && markMeanings[mark].isPricedBy(rules, holdsHere)))
    .filter((mark) => rules !== null || mark !== "training")
    .map((mark) => {
      const { was, without } = markMeanings[mark];
      const by = rules ? `${rules.title} has no price for it here` : "no agreement says what it pays";
      const text = `${was} ${dateWords(date)}: ${by}, so ${without}. Type what was agreed, or tick.`;
      return { kind: "query", code: "markUnpriced", text, date };
    });
}
