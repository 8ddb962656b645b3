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
import type { RunState } from "./runStates.ts";

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
export const movePayday = Joi.object<{ payday: string; version: number }>({
  payday: date().required().label("Payday"),
  version: Joi.number().integer().required(),
});
export const setTick = Joi.object<{ payId: number; key: string; on: boolean }>({
  payId: id().required(),
  key: Joi.string().max(1000).required(),
  on: Joi.boolean().required(),
});
export const addPeople = Joi.object<{ personIds: number[]; paid: boolean }>({
  personIds: Joi.array().items(id()).min(1).max(500).required(),
  /** false: they stand in the run as left out, by decision */
  paid: Joi.boolean().strict().default(true),
});
