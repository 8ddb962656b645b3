/** Works a row out and examines it, whichever country it is of; a payday without tables gives stop marks and no figures. */
import { type EitherContext, type EitherRow, figuresOf } from "../pay/either.ts";
import { type PayElement, type SheetLine, workOutRow } from "../pay/payContext.ts";
import { workOutRowNz } from "../pay/payContextNz.ts";
import type { RowFigures } from "../pay/snapshot.ts";
import type { RuleBook } from "../rulebook/ruleBook.ts";
import { examine, missingTables } from "./examine.ts";
import { examineNz, missingTablesNz } from "./examineNz.ts";
import type { Mark } from "./mark.ts";

export interface Examined {
  row: EitherRow | null;
  figures: RowFigures | null;
  marks: Mark[];
}

export function examineEither(
  context: EitherContext,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
  rules: RuleBook,
): Examined {
  const isAu = context.country === "AU";
  const missing = isAu ? missingTables(context.payday, rules) : missingTablesNz(context.payday, rules);
  if (missing.length > 0) return { row: null, figures: null, marks: missing };
  if (isAu) {
    const row = workOutRow(context, lines, elements, rules);
    return { row, figures: figuresOf(row.worked), marks: examine(row, rules) };
  }
  const row = workOutRowNz(context, lines, elements, rules);
  return { row, figures: figuresOf(row.worked), marks: examineNz(row, rules) };
}
