import Joi from "joi";
import { date, name } from "./fields.ts";

export interface JournalSummary {
  id: number;
  businessId: number;
  /** null: not of a pay run, as the movement of leave */
  runId: number | null;
  reference: string;
  kind: "run" | "reversal" | "settlement" | "leave" | "dues";
  date: string;
  description: string;
  totalCents: number;
}
export interface JournalEntry {
  account: string;
  accountName: string;
  costCentre: string | null;
  debitCents: number;
  creditCents: number;
  parts: {
    payId: number | null;
    personId: number | null;
    person: string | null;
    what: string;
    debitCents: number;
    creditCents: number;
  }[];
}
export interface JournalView extends JournalSummary {
  entries: JournalEntry[];
  documentId: number | null;
  /** why its figures may be wrong: it is not as it was sealed */
  broken: string[];
}
export interface RuleTableView {
  name: string;
  title: string;
  country: string;
  rows: {
    from: string;
    to: string;
    standing: string;
    title: string;
    section: string;
    seen: string;
    note: string | null;
    figures: unknown;
    /** set for a row that the practice loaded */
    loaded: { id: number; at: string; by: string } | null;
  }[];
}

interface RuleFigures {
  withheld: string;
  super: string;
  net: string;
  stops: number;
}
/** A pay that comes out differently with a row that is about to be loaded. */
export interface RuleChange {
  business: string;
  name: string;
  payday: string;
  before: RuleFigures | null;
  after: RuleFigures | null;
}
export interface RuleLoadPlan {
  rows: {
    table: string;
    title: string;
    from: string;
    to: string;
    standing: string;
    source: string;
    /** the row that counted until now on its first day */
    replaces: { from: string; to: string; standing: string } | null;
  }[];
  /** what all of them together change */
  changes: RuleChange[];
}
/** A row that somebody laid beside its publication. */
export interface ConfirmRules {
  table: string;
  /** the row that begins on this day */
  from: string;
  /** what it was laid beside: title, number, date */
  edition: string;
}
export const confirmRules = Joi.object<ConfirmRules>({
  table: name(80).required().label("Table"),
  from: date().required().label("From"),
  edition: name(200).required().label("Publication"),
});
/** One row of a table; or, without a table, a JSON list of rows that each name theirs: a year's set as one. */
export const ruleFile = Joi.object<{ table?: string | undefined; format: "json" | "csv"; text: string }>({
  table: Joi.string().max(60).empty("").label("Table"),
  format: Joi.string().valid("json", "csv").required().label("Format"),
  text: Joi.string().max(200_000).required().label("File"),
});

/** An amount by the tables of the day before, and by those of the day; cents. */
export interface BeforeAfter {
  before: number;
  after: number;
}
/** What tables that take effect on a day change for whom: the newest pay of each, worked out by both. */
export interface TablesChange {
  on: string;
  /** days on which tables take effect, newest first */
  dates: { date: string; titles: string[] }[];
  rows: {
    personId: number;
    name: string;
    payday: string;
    paysPerYear: number;
    gross: BeforeAfter;
    withheld: BeforeAfter;
    super: BeforeAfter;
    net: BeforeAfter;
    cost: BeforeAfter;
  }[];
  /** tables that one of the two days has no row of: then nothing is worked out */
  missing: string[];
}

/** An account over a span: where it stood, what moved, where it stands. Debits count up. */
export interface SpanAccount {
  code: string;
  name: string;
  opening: number;
  debit: number;
  credit: number;
  closing: number;
}
/** What moved an account in a span. */
export interface AccountEntry {
  journalId: number;
  date: string;
  reference: string;
  description: string;
  debit: number;
  credit: number;
}
export const voices = ["signed", "lodged", "ledger", "paid", "there"] as const;
export type Voice = (typeof voices)[number];
/** A voice that says nothing of a figure is null. */
export type VoiceSums = Record<Voice, number | null>;
export interface ComparedRow {
  key: string;
  words: string;
  sums: VoiceSums;
  /** paydays on which the voices that speak differ */
  differing: { payday: string; runId: number; sums: VoiceSums }[];
}
export interface SpanView {
  from: string;
  to: string;
  accounts: SpanAccount[];
  compared: ComparedRow[];
  /** who agreed to it last, and whether its figures are still the same */
  agreed: { at: string; by: string; note: string; same: boolean } | null;
}

export interface AgreeSpan {
  from: string;
  to: string;
  note: string;
}
export const agreeSpan = Joi.object<AgreeSpan>({
  from: date().required().label("From"),
  to: date().required().label("To"),
  note: Joi.string().trim().max(400).allow("").default("").label("Note"),
});
