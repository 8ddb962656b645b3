/** A pay of either country: what the run sheet, the store and the worker handle without asking which. */
import type { IsoDate } from "../calendar/dates.ts";
import type { RuleBook } from "../rulebook/ruleBook.ts";
import type { Working } from "../working/figure.ts";
import { type KeptWorkings, keepWorkings } from "../working/kept.ts";
import { type Fact, factsOf } from "./facts.ts";
import { type PayElement, type RowContext, type SheetLine, type WorkedRow, workOutRow } from "./payContext.ts";
import { type RowContextNz, type WorkedRowNz, workOutRowNz } from "./payContextNz.ts";
import type { PayInput } from "./payInput.ts";
import type { PayInputNz } from "./payInputNz.ts";
import { namedFigures, type PaySnapshot, type RowFigures, rowFigures } from "./snapshot.ts";
import { factsOfNz, namedFiguresNz, rowFiguresNz } from "./snapshotNz.ts";
import type { WorkedPay } from "./workedPay.ts";
import type { WorkedPayNz } from "./workedPayNz.ts";
import { workOut } from "./workOut.ts";
import { workOutNz } from "./workOutNz.ts";

export type Country = "AU" | "NZ";
export type EitherContext = RowContext | RowContextNz;
export type EitherRow = WorkedRow | WorkedRowNz;
export type EitherInput = PayInput | PayInputNz;
export type EitherPay = WorkedPay | WorkedPayNz;

export const workOutEither = (input: EitherInput, rules: RuleBook): EitherPay =>
  input.country === "AU" ? workOut(input, rules) : workOutNz(input, rules);

export const workOutRowEither = (
  context: EitherContext,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
  rules: RuleBook,
): EitherRow =>
  context.country === "AU"
    ? workOutRow(context, lines, elements, rules)
    : workOutRowNz(context, lines, elements, rules);

export const figuresOf = (worked: EitherPay): RowFigures =>
  worked.country === "AU" ? rowFigures(worked) : rowFiguresNz(worked);

const named = (worked: EitherPay) => (worked.country === "AU" ? namedFigures(worked) : namedFiguresNz(worked));

/** The working of one figure, or undefined where the pay has no figure of that name. */
export const workingOf = (worked: EitherPay, name: string): Working | undefined => named(worked).get(name)?.working();

/** The workings of a signed-off pay, as they are kept. */
export const workingsToKeep = (worked: EitherPay): KeptWorkings => keepWorkings(named(worked));

/** A pay as plain data, each working whole. */
export function snapshotOf(worked: EitherPay): PaySnapshot {
  const workings: Record<string, Working> = {};
  for (const [name, each] of named(worked)) workings[name] = each.working();
  return { figures: figuresOf(worked), workings };
}

export const factsOfEither = (worked: EitherPay, payday: IsoDate): Fact[] =>
  worked.country === "AU" ? factsOf(worked, payday) : factsOfNz(worked);
