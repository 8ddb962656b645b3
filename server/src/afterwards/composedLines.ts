/** The lines of a pay that was composed again within a dry run, in elements that stay. */
import type { NewElement } from "@zesty/contract/business";
import type { SheetLine } from "@zesty/core/pay/row";
import type { Decimal } from "@zesty/core/quantity/decimal";
import { inArray } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { ensureElement } from "../setup/ensureElement.ts";
import { payElement } from "../store/schema.ts";

/** A pay as it was and as it should have been. */
export interface Corrected {
  from: SheetLine[];
  to: SheetLine[];
  /** leave that the correction moves, by kind, in its unit */
  moved: Record<string, Decimal>;
  /** kinds of leave of which the lines alone do not say what moves: by all that holds now */
  said?: ReadonlySet<string>;
}

/** Of the pay itself: no correction of another, and nothing that an act put there. */
export const isOwn = (line: SheetLine): boolean => line.corrects === undefined && line.act === undefined;

export const elementsIn = ({ store: { db } }: Context, lines: readonly SheetLine[]) =>
  db
    .select()
    .from(payElement)
    .where(inArray(payElement.id, [...new Set(lines.map((line) => line.elementId))]))
    .all();

/** What the days come to, in elements that stay: one that the dry run made is made again. */
export function ownLines(
  context: Context,
  { lines, elements }: { lines: readonly SheetLine[]; elements: ReturnType<typeof elementsIn> },
): SheetLine[] {
  const ids = new Map(
    elements.map(({ id, businessId, ...own }) => [id, ensureElement(context, businessId, own as NewElement)]),
  );
  return lines.filter(isOwn).map(({ time: _time, typed: _typed, ...line }) => ({
    ...line,
    elementId: ids.get(line.elementId) ?? line.elementId,
  }));
}
