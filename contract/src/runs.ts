import type { Mark } from "@zesty/core/checks/mark";
import type { AnyContext, CountryCode } from "@zesty/core/countries/countries";
import type { Overrides } from "@zesty/core/pay/input";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import type { RowFigures } from "@zesty/core/pay/snapshot";
import { type Laid, type Typed, typedSources } from "@zesty/core/pay/strands";
import type { Row } from "@zesty/core/rulebook/ruleBook";
import Joi from "joi";
import { amountNotNegative, date, id, name } from "./fields.ts";
import { sheetLine } from "./lines.ts";
import type { StandingView } from "./lodging.ts";

export type RunState = "open" | "signedOff" | "sent" | "settled" | "takenBack";
export type OutboxState =
  | "prepared"
  | "queued"
  | "sending"
  | "unknown"
  | "acknowledged"
  | "accepted"
  | "acceptedWithWarnings"
  | "partial"
  | "rejected"
  | "refused"
  | "cancelled"
  /** taken once, and another message stands in its place */
  | "replaced";
export const channels = ["payEvent", "employmentInformation", "employeeDetails", "paymentFile", "payslip"] as const;
export type Channel = (typeof channels)[number];
export type SegmentState = "todo" | "now" | "done" | "wrong";
/** Hours, Check, Sign off, Send, Settle */
export type Segments = [SegmentState, SegmentState, SegmentState, SegmentState, SegmentState];

export interface RunSummary {
  id: number;
  number: number;
  businessId: number;
  cycleName: string;
  periodStart: string;
  periodEnd: string;
  payday: string;
  state: RunState;
  /** a cycle's own period, or a run for a departure or a correction */
  kind: RunKind;
  /** of a pay outside the cycle: why it was made */
  reason: string | null;
  segments: Segments;
  totals: Record<string, number>;
}
export type RunKind = "cycle" | "departure" | "correction" | "outsideCycle";

export interface RunMark extends Mark {
  text: string;
  /** what a tick on it is kept under */
  key: string;
  ticked: boolean;
}

export interface RunRow {
  payId: number;
  /** raised with every change of the row */
  version: number;
  personId: number;
  payrollId: string;
  name: string;
  basis: string;
  included: boolean;
  /** pays that this payment covers */
  periods: number;
  overrides: Overrides | null;
  lines: SheetLine[];
  /** what was typed, brought or copied on top, by cell */
  typed: Typed[];
  /** what lies beneath; absent once the run is signed off */
  laid: Laid | null;
  /** absent once the run is signed off: then the kept figures count */
  context: AnyContext | null;
  figures: RowFigures | null;
  marks: RunMark[];
  last: { gross: string; withheld: string; super: string; net: string; hours: string } | null;
}

export interface RunView extends RunSummary {
  country: CountryCode;
  version: number;
  accountingDate: string;
  /** the business's pay elements; `usedLast` stood in the run before and so stands in this sheet too */
  elements: (PayElement & { position: number; usedLast: boolean })[];
  rows: RunRow[];
  /** people of the cycle who are not in the run, and why */
  costCentres: { code: string; name: string }[];
  /** the day that it is for the business, and the first one from it on that banks pay on */
  today: string;
  bankDay: string;
  /** `should`: is paid in this cycle, and nobody has decided otherwise */
  leftOut: { personId: number; name: string; why: string; should: boolean }[];
  last: { payday: string; totals: Record<string, number> } | null;
  ruleBookVersion: string;
  /** rows that the practice loaded, for the page's own working out */
  loadedRules: Record<string, Row<unknown>[]>;
  signedOffBy: string | null;
  /** records of the run that are not as they were sealed, in words */
  broken: string[];
  canSign: boolean;
}

export interface RowChange {
  payId: number;
  /** of the row that was changed: another row's change is then no conflict; the run's counts where it is left out */
  version?: number;
  included?: boolean;
  periods?: number;
  overrides?: Overrides | null;
  /** what each of the three was when it was changed: where it is something else now, somebody else was faster */
  was?: { included?: boolean | undefined; periods?: number | undefined; overrides?: Overrides | null | undefined };
  cells?: CellChange[];
  /** the row as whole lines, in place of cells: whatever differs from what lies beneath is typed */
  lines?: SheetLine[];
}

/** One cell, put in or taken out. */
export interface CellChange {
  elementId: number;
  costCentre?: string | undefined;
  /** what was typed there before; null: nothing */
  was: Typed | null;
  is: Typed | null;
}
export interface SaveRows {
  version: number;
  rows: RowChange[];
}

const overrides = Joi.object<Overrides>({
  withheld: amountNotNegative().empty("").label("Tax"),
  guarantee: amountNotNegative().empty("").label("Super"),
  reason: name(200).required().label("Reason"),
}).or("withheld", "guarantee");
const typed = Joi.object<Typed>({
  source: Joi.string()
    .valid(...typedSources)
    .required(),
  line: sheetLine.required(),
  over: Joi.string().max(20),
});
export const saveRows = Joi.object<SaveRows>({
  version: Joi.number().integer().min(0).required(),
  rows: Joi.array()
    .items(
      Joi.object({
        payId: id().required(),
        version: Joi.number().integer().min(0),
        included: Joi.boolean(),
        periods: Joi.number().integer().min(1).max(60).label("Pays covered"),
        overrides: overrides.allow(null),
        was: Joi.object({
          included: Joi.boolean(),
          periods: Joi.number().integer(),
          overrides: overrides.allow(null),
        }),
        cells: Joi.array()
          .items(
            Joi.object<CellChange>({
              elementId: id().required(),
              costCentre: Joi.string().max(20).label("Cost centre"),
              was: typed.allow(null).required(),
              is: typed.allow(null).required(),
            }),
          )
          .max(120),
        lines: Joi.array().items(sheetLine).max(60),
      }),
    )
    .min(1)
    .max(2000)
    .required(),
});

export interface SavedRows {
  version: number;
  /** somebody else changed other rows meanwhile: the run is to be read again */
  behind: boolean;
  segments: Segments;
  totals: Record<string, number>;
  rows: SavedRow[];
}

export interface SavedRow {
  payId: number;
  version: number;
  included: boolean;
  periods: number;
  overrides: Overrides | null;
  typed: Typed[];
  /** cells that somebody else had changed meanwhile: theirs stand */
  refused: Pick<CellChange, "elementId" | "costCentre">[];
  lines: SheetLine[];
  figures: RowFigures | null;
  marks: RunMark[];
}

export const openRun = Joi.object<{ cycleId: number; from: "usual" | "last"; payday?: string }>({
  cycleId: id().required(),
  from: Joi.string().valid("usual", "last").default("usual"),
  payday: Joi.string(),
});
/** A pay outside the cycle, for the period that it belongs to. Its lines are typed: no usual hours stand twice. */
export interface NewOutsideCycle {
  cycleId: number;
  periodStart: string;
  payday: string;
  reason: string;
  personIds: number[];
}
export const newOutsideCycle = Joi.object<NewOutsideCycle>({
  cycleId: id().required().label("Pay cycle"),
  periodStart: date().required().label("Period"),
  payday: date().required().label("Payday"),
  reason: name(80).required().label("Reason"),
  personIds: Joi.array().items(id()).min(1).max(2000).unique().required().label("People"),
});
/** The payday decides year, rates and lodgement: changing it works the whole run out again. */
export const finalReturn = Joi.object<{ final: boolean }>({ final: Joi.boolean().required().label("Final return") });
export const movePayday = Joi.object<{ payday: string; version: number }>({
  payday: date().required().label("Payday"),
  version: Joi.number().integer().required(),
});
export const setTick = Joi.object<{ payId: number; key: string; on: boolean }>({
  payId: id().required(),
  key: Joi.string().max(1000).required(),
  on: Joi.boolean().required(),
});
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
export const sendRun = Joi.object<{ channels: Channel[] }>({
  channels: Joi.array()
    .items(Joi.string().valid(...channels))
    .min(1)
    .required(),
});
export const sendAgain = Joi.object<{ channel: Channel }>({
  channel: Joi.string()
    .valid(...channels)
    .required(),
});
/** The newest event that was taken, sent anew as a whole in its own place. */
export interface ReplaceEvent {
  reason: string;
}
export const replaceEvent = Joi.object<ReplaceEvent & { declared: true }>({
  reason: Joi.string().trim().min(3).max(200).required().label("Reason"),
  declared: Joi.boolean().strict().valid(true).required().label("Declaration"),
});
export const addPeople = Joi.object<{ personIds: number[]; paid: boolean }>({
  personIds: Joi.array().items(id()).min(1).max(500).required(),
  /** false: they stand in the run as left out, by decision */
  paid: Joi.boolean().strict().default(true),
});

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
  declaration: string;
}

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

export interface OutboxRow {
  id: number;
  channel: Channel;
  state: OutboxState;
  payId: number | null;
  person: string | null;
  recipient: string | null;
  documentId: number | null;
  fileName: string | null;
  receipt: string | null;
  detail: string | null;
  tries: number;
  amendment: number | null;
  /** takes the place of an event before it */
  replaces: boolean;
  /** the last answer made no sense, or came from something on the way */
  odd: boolean;
  /** sent three days ago or more, and nobody has said what became of it */
  overdue: boolean;
  /** somebody may say what came of it */
  toldByHand: boolean;
  /** what a further payment file would pay, looked at before it is sent; none for a first file */
  pays?: { person: string; cents: number; to: string; sameAccount: boolean }[];
}
export interface AnswerItem {
  id: number;
  personId: number | null;
  person: string | null;
  severity: "error" | "warning";
  code: string;
  text: string;
  open: boolean;
}
export interface SendView {
  state: RunState;
  segments: Segments;
  /** payslips that are printed, all in one file */
  toPrint: number;
  /** New Zealand: by when the payday has to be filed */
  filing: { due: string; late: boolean } | null;
  /** the newest event of the business stands here and may be replaced whole, under this declaration; null: it may not */
  replaceable: string | null;
  rows: OutboxRow[];
  items: AnswerItem[];
  documents: { id: number; kind: string; fileName: string; payId: number | null }[];
}

/** The answer to a document that was taken to its receiver by hand. */
export interface ByHand {
  answer: "accepted" | "refused";
  /** as the receiver gave it; an accepted document has one */
  receipt: string | null;
  note: string | null;
}
export const byHand = Joi.object<ByHand>({
  answer: Joi.string().valid("accepted", "refused").required().label("Answer"),
  receipt: Joi.string()
    .trim()
    .max(60)
    .empty("")
    .when("answer", {
      is: "accepted",
      // biome-ignore lint/suspicious/noThenProperty: the word of the schema library
      then: Joi.required(),
      otherwise: Joi.optional().allow(null).default(null),
    })
    .label("Receipt"),
  note: Joi.string().trim().max(300).empty("").allow(null).default(null).label("Note"),
});

/** A signed-off run with what of it was not sent, is on its way, arrived, or came back. */
/** Messages of one kind, counted by where they are. */
export interface WaitingPart {
  channel: Channel;
  waiting: number;
  underWay: number;
  /** the receiver has it, its answer is to come: a bank's comes on the payday */
  received: number;
  arrived: number;
  failed: number;
  cents: number;
}
export interface WaitingRun {
  runId: number;
  businessId: number;
  business: string;
  number: number;
  payday: string;
  parts: WaitingPart[];
}
export interface SentSeveral {
  sent: number;
  refused: { runId: number; text: string }[];
}
export const sendSeveral = Joi.object<{ runs: number[] }>({
  runs: Joi.array().items(Joi.number().integer().positive().required()).min(1).max(500).required().label("Runs"),
});
