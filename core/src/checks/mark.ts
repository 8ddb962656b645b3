/** A finding about a row of the run. Codes inside, sentences in `sentences.ts`. */

import { markCodesNz } from "./sentencesNz.ts";

export type MarkKind = "stop" | "query" | "note";

export interface Mark {
  kind: MarkKind;
  code: MarkCode;
  /** what the sentence needs; also what a tick is bound to: other facts, and the query asks again */
  facts: Record<string, string>;
  /** where it is mended */
  mend: { place: "run" | "time" | "person" | "rule book" | "business"; section: string };
}

export const markCodes = [
  "missingTable",
  "derivedTable",
  "noHours",
  "absurdHours",
  "netBelowZero",
  "noFund",
  "noMemberNumber",
  "numberPending",
  "numberOverdue",
  "numberMissing",
  "thresholdUnticked",
  "unlikeLastTime",
  "belowMinimum",
  "leaveBeyondBalance",
  "noAccrual",
  "noBankAccount",
  "noAddress",
  "noEmail",
  "notEmployed",
  "tooYoungForSuper",
  "taxTyped",
  "superTyped",
  "deductionCut",
  "cashOutTooMuch",
  "cashOutAgreed",
  "grantedLeaveUsedUp",
  "longCompassionate",
  "loadingMissing",
  "noReportingCode",
  "expenseUnits",
  "lumpSumYear",
  "extraPayday",
  "otherYear",
  "departureOpen",
  "aboveCap",
  "rateChanged",
  "partPeriod",
  "leaveBeyondPeriod",
  "farAboveUsual",
  "paidBefore",
  "timeFault",
  "timeNotApproved",
  "timeLook",
  "timeTypedOver",
  ...markCodesNz,
] as const;
export type MarkCode = (typeof markCodes)[number];

/**
 * Queries about facts of the person, not of this pay: a tick on one of them lasts until the fact changes, since its key
 * holds the facts.
 */
export const standingCodes: readonly MarkCode[] = [
  "noMemberNumber",
  "numberMissing",
  "thresholdUnticked",
  "noAddress",
  "noEmail",
  "noAccrual",
  "noReportingCode",
  "taxCodeMissing",
  "certificateEnded",
  "kiwiSaverNotRaised",
  "kiwiSaverUnknown",
  "suspensionEnded",
  "temporaryRateEnded",
  "eightPercent",
  "esctAssumed",
  "historyShort",
];

/** What a tick on a query is kept under: the same finding with other facts is a new question. */
export const tickKey = (mark: Mark): string =>
  `${mark.code}|${Object.entries(mark.facts)
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([name, value]) => `${name}=${value}`)
    .join("|")}`;
