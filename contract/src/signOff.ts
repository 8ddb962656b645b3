/** Signing a run off: what it will make, what is declared, and taking it back. */
import Joi from "joi";
import { id, name } from "./fields.ts";
import type { StandingView } from "./lodging.ts";

/** The payday decides year, rates and lodgement: changing it works the whole run out again. */
export const finalReturn = Joi.object<{ final: boolean }>({ final: Joi.boolean().required().label("Final return") });

export const signOffRun = Joi.object<{ version: number; declared: true; final: number[] }>({
  version: Joi.number().integer().required(),
  declared: Joi.boolean()
    .valid(true)
    .required()
    .label("Declaration")
    .messages({ "any.only": "Tick the declaration: only an authorised person may sign off." }),
  /** pays of who left, after which nothing more comes in the payroll year */
  final: Joi.array().items(id()).unique().default([]).label("Final for the year"),
});

export const takeBackRun = Joi.object<{ reason: string }>({ reason: name(300).required().label("Reason") });
/** What the employment information of a payday will say, before it is sent. */
export interface FilingPlan {
  payday: string;
  due: string;
  /** the day of the business is after the due date */
  late: boolean;
  amendment: number;
  nil: boolean;
  /** nobody is paid after it */
  final: boolean;
  lines: { name: string; taxCode: string; gross: string; paye: string; kiwiSaver: string; studentLoan: string }[];
  payable: string;
  /** people whose details go with it: they start, leave or changed */
  details: { name: string; change: "new" | "changed" | "departed" }[];
  /** what Inland Revenue would refuse */
  faults: string[];
}
/** Everything that signing off will do, spelled out before it is done. */
export interface SignOffPlan {
  /** who is final for the payroll year that this run pays in: it is declared again afterwards */
  changesFinal: string[];
  /** who left with this pay: their payroll year can be made final with its pay event */
  leavers: { payId: number; name: string; lastDay: string }[];
  people: number;
  totals: Record<string, number>;
  blockers: { payId: number; name: string; text: string }[];
  openQueries: number;
  /** who should be in the run and is not: brought in or left out first */
  missing: { personId: number; name: string; why: string }[];
  bank: { fileName: string; payments: number; cents: number; processDate: string; from: string };
  /** Australia */
  payEvent: { people: number; w1: string; w2: string; payday: string } | null;
  /** New Zealand: the filing of the payday, by what it holds */
  filing: FilingPlan | null;
  /** last entry of the audit trail before it: kept outside, it proves that nothing before was changed */
  anchor: { entry: number; hash: string };
  payslips: { byMail: number; onPage: number; toPrint: number; without: string[] };
  super: { fund: string; people: number; cents: number; due: string }[];
  /** what goes to the tax agency, by kind */
  taxDues: { words: string; cents: number; due: string }[];
  leave: { words: string; unit: "hours" | "weeks" | "days"; added: string; taken: string }[];
  journal: { account: string; name: string; costCentre: string | null; debitCents: number; creditCents: number }[];
  lodging: {
    /** null: the employer itself */
    agent: string | null;
    /** why the payday is not lodged; null where it is */
    standing: Pick<StandingView, "kind" | "to" | "reason"> | null;
    /** what keeps it from being lodged, and so from being signed off */
    held: string | null;
  };
  /** a yes that was asked for and does not stand */
  waitsFor: string | null;
  declaration: string;
}
