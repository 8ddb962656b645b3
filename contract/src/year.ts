/**
 * The sheet of proof of a payroll year: what the year says of each person, and who else says so. Amounts are cents.
 */
import type { ReportedAs } from "@zesty/core/au/pay/reportMoved";
import Joi from "joi";
import { date } from "./fields.ts";
import type { OutboxState } from "./outboxStates.ts";

/** Who says a figure: signed pays, what the agency took, the ledger, the bank, what is owed to funds or agency. */
export const voices = ["facts", "reported", "ledger", "bank", "owed"] as const;
export type Voice = (typeof voices)[number];

export interface ProofColumn {
  name: string;
  title: string;
  /** the voices that know of it */
  voices: readonly Voice[];
  /** left out where nobody has any of it */
  rare?: true;
}
/** By name of column. */
export type ProofFigures = Record<string, Partial<Record<Voice, number>>>;

export interface ProofRow {
  personId: number;
  name: string;
  payrollId: string;
  /** of the employment, where it is over */
  endDate: string | null;
  /** payday of the newest report that the agency took of this person */
  reportedOn: string | null;
  /** what was reported stands under another category since: the next report says so */
  isMoved: boolean;
  /** contractors are not reported at all */
  isReported: boolean;
  figures: ProofFigures;
  /** columns in which the voices do not agree */
  differs: string[];
}
export interface YearProof {
  year: { from: string; to: string; name: string };
  /** years with anything in them, newest first */
  years: { from: string; name: string }[];
  columns: ProofColumn[];
  rows: ProofRow[];
  totals: ProofFigures;
  /** runs of the year that are not settled */
  open: { runId: number; number: number; payday: string; state: string }[];
}

/** A pay of a person in the year, by voice. */
export interface ProofPay {
  runId: number;
  payday: string;
  figures: ProofFigures;
}

/** Where a person stands at the year's end. */
export const endingStates = ["open", "sending", "final", "changed", "refused", "leftOut"] as const;
export type EndingState = (typeof endingStates)[number];

export interface EndingMark {
  /** a stop keeps the person out; a query is looked at first */
  kind: "stop" | "query";
  text: string;
  /** part of the person's page where it is mended */
  section: string | null;
  /** it stands in the way of a final year only */
  ofFinal?: true;
}
export interface EndingPerson {
  state: EndingState;
  /** what the state means just now, and why */
  words: string;
  marks: EndingMark[];
  /** what was signed and what the agency holds differ */
  isBehind: boolean;
}

/** A line of the list that has to be whole before the year is closed. */
export interface YearCheck {
  item: string;
  text: string;
  done: boolean;
  /** the program proves it; else somebody ticks it */
  proved: boolean;
  /** who ticked it and when */
  ticked: { by: string; at: string } | null;
  /** where it is mended */
  link: string | null;
}

/** An event of no run: it made people's years final, or opened them again. */
export interface YearEventView {
  id: number;
  act: YearAct;
  date: string;
  at: string;
  by: string;
  people: number;
  state: OutboxState;
  receipt: string | null;
  detail: string | null;
  reason: string | null;
  documentId: number | null;
}

export interface YearEnding {
  /** its last day has gone by */
  isOver: boolean;
  /** the day that an event sent now is dated by; null where this country makes no year final */
  date: string | null;
  /** what is declared; the number of people is not in it */
  declaration: string;
  /** why nothing can be declared just now: nothing at all, or nothing final */
  busy: string | null;
  held: string | null;
  /** by personId */
  people: Record<number, EndingPerson>;
  checks: YearCheck[];
  /** newest first */
  events: YearEventView[];
  closed: { by: string; at: string; backup: string | null } | null;
  /** may this user declare, tick and close? */
  mayDeclare: boolean;
}

export type YearAndEnding = YearProof & { ending: YearEnding };

/** Make people's year final, open it again with a reason, or bring what the agency holds up to date. */
export const yearActs = ["final", "again", "update"] as const;
export type YearAct = (typeof yearActs)[number];

export interface YearDeclared {
  from: string;
  people: number[];
  act: YearAct;
  reason: string | null;
  /** what the page showed of these people, in cents by column: nobody declares figures that they did not see */
  shown: Record<string, number>;
}
/** What was signed of people in a year, in cents by column. */
export function signedSums(rows: readonly ProofRow[], people: readonly number[]): Record<string, number> {
  const sums: Record<string, number> = {};
  for (const { personId, figures } of rows)
    if (people.includes(personId))
      for (const [name, { facts }] of Object.entries(figures)) if (facts) sums[name] = (sums[name] ?? 0) + facts;
  return sums;
}
const from = () => date().required().label("Payroll year");
const reason = () => Joi.string().trim().max(200).empty("").allow(null).default(null).label("Reason");

/** The amounts of a line of opening figures. */
export type OpeningColumn = "gross" | "withheld" | "superEarnings" | "guarantee" | "reportable";

export const yearDeclared = Joi.object<YearDeclared & { declared: true }>({
  from: from(),
  people: Joi.array()
    .items(Joi.number().strict().integer().positive())
    .min(1)
    .unique()
    .required()
    .label("People")
    .messages({
      "array.min": "Nobody is chosen. Choose at least one person.",
    }),
  act: Joi.string()
    .valid(...yearActs)
    .required()
    .label("What is declared"),
  declared: Joi.boolean()
    .valid(true)
    .required()
    .label("Declaration")
    .messages({ "any.only": "Tick the declaration: only an authorised person may declare." }),
  reason: reason(),
  shown: Joi.object().pattern(Joi.string().max(40), Joi.number().strict().integer()).required().label("Figures shown"),
});
/** Fringe benefits of several people: a line a person, as pasted or read from a file. */
export interface FringeGiven {
  from: string;
  text: string;
  /** put in; else only shown */
  apply: boolean;
}
export interface FringeShown {
  rows: { personId: number; name: string; taxable: string; exempt: string; reported: string; was: string }[];
  faults: string[];
}
export const fringeGiven = Joi.object<FringeGiven>({
  from: from(),
  text: Joi.string().allow("").max(200_000).required().label("Lines"),
  apply: Joi.boolean().strict().required().label("Put in"),
});
/** What was paid before this program in a year: lines under headings, a last one of totals where there are any. */
export interface OpeningGiven {
  from: string;
  /** our events report on from these amounts; else the earlier system finalises them */
  carried: boolean;
  text: string;
  apply: boolean;
}
export interface OpeningShown {
  rows: {
    personId: number;
    name: string;
    gross: string;
    withheld: string;
    superEarnings: string;
    guarantee: string;
    reportable: string;
    /** gross that was recorded before; null where there was none */
    was: string | null;
  }[];
  totals: { column: OpeningColumn; name: string; lines: string; printed: string | null }[];
  faults: string[];
}
export const openingGiven = Joi.object<OpeningGiven>({
  from: from(),
  carried: Joi.boolean().strict().required().label("Reported on"),
  text: Joi.string().allow("").max(500_000).required().label("Lines"),
  apply: Joi.boolean().strict().required().label("Put in"),
});
export const yearLeftOut = Joi.object<{ from: string; person: number; reason: string | null }>({
  from: from(),
  person: Joi.number().strict().integer().positive().required().label("Person"),
  reason: reason(),
});
export const yearTicked = Joi.object<{ from: string; item: string; ticked: boolean }>({
  from: from(),
  item: Joi.string().max(40).required().label("Line"),
  ticked: Joi.boolean().strict().required().label("Ticked"),
});
export const yearClosed = Joi.object<{ from: string; closed: boolean; reason: string | null }>({
  from: from(),
  closed: Joi.boolean().strict().required().label("Closed"),
  reason: reason(),
});

/** A pay element, what becomes of what is paid by it, and what it carried in the year. Amounts are cents. */
export interface ElementLine {
  id: number;
  code: string;
  name: string;
  kind: string;
  retired: boolean;
  reported: string | null;
  counts: { name: string; yes: boolean; isSet: boolean }[];
  account: string | null;
  paidTo: string | null;
  cents: number;
  people: number;
  doubts: string[];
  /** how it is reported; null where the country or the kind has no categories to choose from */
  reportedAs: ReportedAs | null;
}

export interface ElementSheet {
  year: { from: string; to: string; name: string };
  /** paid by in the year first, doubtful ones before the others */
  lines: ElementLine[];
}

/** Who gets the year summary by mail, and what came of it. */
export interface SummaryMailRow {
  personId: number;
  name: string;
  /** null: no address is on record */
  to: string | null;
  /** of the newest letter; null: none was sent */
  state: OutboxState | null;
  sentOn: string | null;
}
export interface SummaryMail {
  rows: SummaryMailRow[];
}
export const summaryMail = Joi.object<{ from: string; people: number[] }>({
  from: date().required().label("Year"),
  people: Joi.array().items(Joi.number().integer().positive()).max(2000).unique().required().label("People"),
});
