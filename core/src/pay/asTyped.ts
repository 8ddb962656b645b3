/** What somebody typed over a row, from its lines; and rows of earlier versions read as typed. */
import { decimal } from "../quantity/decimal.ts";
import { beneathCell, compose, type Elements, quantityIn, quantityOfCell, takes } from "./compose.ts";
import type { PayElement, SheetLine } from "./row.ts";
import { cellOf, isBeside, type Laid, type Typed } from "./strands.ts";

const rank = (lines: readonly SheetLine[], elements: Elements): number =>
  lines.some((line) => takes(line, elements)) ? 0 : 1;
/** Fields that a person says of a cell. */
const saidOf = ({ elementId, costCentre, hours, units, rate, amount, terms, detail }: SheetLine): SheetLine =>
  JSON.parse(JSON.stringify({ elementId, costCentre, hours, units, rate, amount, terms, detail })) as SheetLine;
function asTyped(own: readonly SheetLine[], under: readonly SheetLine[], elements: Elements): Typed | null {
  const text = (all: readonly SheetLine[]) => JSON.stringify(all.map(saidOf));
  if (text(own) === text(under)) return null;
  const cell = own[0] ?? under[0];
  if (!cell) return null;
  const { entry = "amount" } = elements.get(cell.elementId) ?? {};
  const over = under.length === 0 ? {} : { over: quantityOfCell(under, entry).toString() };
  const [first, ...more] = own;
  if (!first) return { source: "typed", line: { ...place(cell), ...nought(entry) }, ...over };
  if (more.length === 0) {
    const { rate, terms, detail, ...rest } = saidOf(first);
    const [below] = under;
    const differs = <T>(a: T, b: T) => JSON.stringify(a) !== JSON.stringify(b);
    return {
      source: "typed",
      line: {
        ...rest,
        ...(rate !== undefined && differs(rate, below?.rate) ? { rate } : {}),
        ...(terms !== undefined && differs(terms, below?.terms) ? { terms } : {}),
        ...(detail !== undefined && differs(detail, below?.detail) ? { detail } : {}),
      },
      ...over,
    };
  }
  const what = entry === "hours" ? "hours" : entry === "amount" ? "amount" : "units";
  return { source: "typed", line: { ...place(cell), [what]: quantityOfCell(own, entry).toString() }, ...over };
}
const place = ({ elementId, costCentre }: SheetLine): SheetLine => ({
  elementId,
  ...(costCentre === undefined ? {} : { costCentre }),
});
const nought = (entry: PayElement["entry"]): Partial<SheetLine> =>
  entry === "hours" ? { hours: "0" } : entry === "amount" ? { amount: "0" } : { units: "0" };
/**
 * A figure as it is kept: with what it is typed over.
 * @returns null where it equals what lies beneath and says no more, so that there is nothing to keep
 */
export function typedIn(laid: Laid, others: readonly Typed[], said: Typed, elements: Elements): Typed | null {
  const under = beneathCell(laid, others, said.line, elements);
  const { over: _over, ...bare } = said;
  const { entry = "amount" } = elements.get(said.line.elementId) ?? {};
  const is = decimal(quantityIn(said.line, entry));
  const saysMore = said.line.rate !== undefined || said.line.terms !== undefined || said.line.detail !== undefined;
  if (under.length === 0) {
    const isRecorded = laid.byRecord && elements.get(said.line.elementId)?.element === "ordinary";
    return is.isZero() && !saysMore && !isRecorded && said.source !== "sheet" ? null : bare;
  }
  const now = quantityOfCell(under, entry);
  if (is.eq(now) && !saysMore) {
    const text = (typed: readonly Typed[]) => JSON.stringify(compose(laid, typed, elements));
    if (text(others) === text([...others, bare])) return null;
  }
  return { ...bare, over: now.toString() };
}
/** A line as somebody set it in its cell: rate, terms and detail with its quantity. */
export function typedOfLine(laid: Laid, others: readonly Typed[], line: SheetLine, elements: Elements): Typed | null {
  return asTyped([line], beneathCell(laid, others, line, elements), elements);
}
/** The figures of a row given as whole lines, as strands over what lies beneath. Leave first: it takes from the others. */
export function typedFrom(laid: Laid, lines: readonly SheetLine[], elements: Elements): Typed[] {
  const cells = new Map<string, SheetLine[]>();
  for (const line of lines) if (!isBeside(line)) cells.set(cellOf(line), [...(cells.get(cellOf(line)) ?? []), line]);
  const known = compose(laid, [], elements).filter((line) => !isBeside(line));
  for (const line of known) if (!cells.has(cellOf(line))) cells.set(cellOf(line), []);
  const leaveFirst = [...cells].sort(([, a], [, b]) => rank(a, elements) - rank(b, elements));
  const found: Typed[] = [];
  for (const [key, own] of leaveFirst) {
    const under = compose(laid, found, elements).filter((line) => !isBeside(line) && cellOf(line) === key);
    const typed = asTyped(own, under, elements);
    if (typed) found.push(typed);
  }
  return found;
}
