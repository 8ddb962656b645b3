/** Usual pay as the fields of its form, and back: a line is its pay element and its cost centre. */
import type { PersonView } from "@zesty/contract/people";
import type { DeductionTerms, SheetLine } from "@zesty/core/pay/row";
import { withTerms } from "../../../parts/withTerms.ts";
import { filledBy } from "../../../state/cells.ts";

export type Terms = Record<number, DeductionTerms>;
export interface UsualValues {
  lines: { elementId: number; costCentre: string; value: string }[];
}

/** What is on record, as the fields show it. */
export const heldOf = ({ usualPay }: Pick<PersonView, "usualPay">): UsualValues => ({
  lines: usualPay.lines.map((line) => ({
    elementId: line.elementId,
    costCentre: line.costCentre ?? "",
    value: line.hours ?? line.amount ?? line.units ?? "",
  })),
});

export const termsOf = ({ usualPay }: Pick<PersonView, "usualPay">): Terms =>
  Object.fromEntries(usualPay.lines.flatMap((line) => (line.terms ? [[line.elementId, line.terms]] : [])));

/** @param held the lines on record for the day; @param entryOf how a pay element is typed */
export const linesSaid = (
  typed: UsualValues["lines"],
  held: readonly SheetLine[],
  terms: Terms,
  from: string,
  entryOf: (elementId: number) => Parameters<typeof filledBy>[0],
): SheetLine[] =>
  typed.flatMap(({ elementId, costCentre, value }): SheetLine[] => {
    const own = terms[elementId];
    if (!value.trim() && !own?.percentOfGross) return [];
    const was = held.find((line) => line.elementId === elementId && (line.costCentre ?? "") === costCentre);
    const filled = value.trim() === "" ? {} : filledBy(entryOf(elementId), value.trim());
    const { hours: _hours, amount: _amount, units: _units, terms: _terms, ...rest } = was ?? { elementId };
    const line: SheetLine = { ...rest, ...(costCentre === "" ? {} : { costCentre }), ...filled };
    // A total counts from the day that it was agreed.
    return [own ? withTerms(line, { ...own, ...(own.total && !own.since ? { since: from } : {}) }) : line];
  });
