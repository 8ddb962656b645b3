/**
 * The lines of a row, from what lies beneath and what was typed over it. Pure: the page composes at each keystroke what
 * the server composes when it saves. Worked + taken by leave, holidays and unpaid time = the usual time of the span, in
 * hours and in cents.
 * Example: a salary of 1,500.00 for 38 h with 4.5 h of leave: 1,322.37 and 177.63.
 */
import { type Decimal, decimal, decimalOrZero, least, zero } from "../quantity/decimal.ts";
import { halfUpToCent, halfUpToHourE4 } from "../quantity/rounding.ts";
import type { PayElement, SheetLine } from "./row.ts";
import { type BaseLine, cellOf, isBeside, type Laid, type Strand, type Taken, type Typed } from "./strands.ts";

export type Elements = ReadonlyMap<number, PayElement>;
const quantities = ["hours", "amount", "units"] as const;

/** The quantity that a cell shows: hours, dollars, or days, weeks and units, as its element is typed. */
export const quantityIn = (line: SheetLine, entry: PayElement["entry"]): string =>
  (entry === "hours" ? line.hours : entry === "amount" ? line.amount : line.units) ?? "0";

/** What the lines of a cell come to. */
export const quantityOfCell = (lines: readonly SheetLine[], entry: PayElement["entry"]): Decimal =>
  lines.reduce((sum, line) => sum.plus(decimalOrZero(quantityIn(line, entry))), zero);

/** Base lines with what was taken from them. */
interface Left extends BaseLine {
  hours: Decimal | null;
  amount: Decimal | null;
}

/** Takes hours from the ordinary time of a span. @returns the dollars that they were of a salary; null where it goes by hours */
function takeFrom(left: readonly Left[], laid: Laid, { span, hours }: Taken, rate: string | null): Decimal | null {
  const own = left.filter((each) => each.span === span && each.ordinary);
  const wanted = decimal(hours);
  const salaries = own.filter((each) => each.amount !== null);
  if (salaries.length > 0) {
    const whole = decimalOrZero(laid.spans[span]?.hours);
    const all = salaries.reduce((sum, each) => sum.plus(decimalOrZero(each.line.amount)), zero);
    const exact = whole.gt(0) ? all.times(wanted).div(whole) : wanted.times(rate ?? "0");
    // Whoever is paid for the same hours in several amounts: it comes out of all of them, and adds up to the cent.
    let [given, upTo] = [zero, zero];
    let taken = zero;
    for (const each of salaries) {
      upTo = upTo.plus(decimalOrZero(each.line.amount));
      const share = halfUpToCent(all.isZero() ? zero : exact.times(upTo).div(all)).minus(given);
      given = given.plus(share);
      const part = wanted.isNegative() ? share : least(share, each.amount ?? zero);
      each.amount = (each.amount ?? zero).minus(part);
      taken = taken.plus(part);
    }
    return taken;
  }
  const lines = own.filter((each) => each.hours !== null);
  const all = lines.reduce((sum, each) => sum.plus(decimalOrZero(each.line.hours)), zero);
  let rest = wanted;
  lines.forEach((each, at) => {
    if (each.hours === null) return;
    const part =
      at === lines.length - 1 || all.isZero()
        ? rest
        : halfUpToHourE4(wanted.times(decimalOrZero(each.line.hours)).div(all));
    const taken = least(part, each.hours);
    each.hours = each.hours.minus(taken);
    rest = rest.minus(taken);
  });
  return null;
}

/** Leave is paid what it takes of a salary: as hours, at a rate that comes to it to the cent. */
function paidAs(line: SheetLine, taken: Decimal, personRate: string | null): SheetLine {
  const hours = decimalOrZero(line.hours);
  if (hours.isZero()) return line;
  const plain = halfUpToCent(hours.times(personRate ?? "0"));
  const { rate: _rate, ...rest } = line;
  return plain.eq(taken) ? rest : { ...rest, rate: taken.div(hours).toDecimalPlaces(8).toString() };
}

/** Leave and holidays come out of ordinary time; what is cashed out or paid at the end does not. */
export const takes = (line: SheetLine, elements: Elements): boolean => {
  const element = elements.get(line.elementId);
  return (
    ["leaveTaken", "alternativeHoliday", "publicHoliday"].includes(element?.element ?? "") &&
    !isBeside(line) &&
    line.detail?.cashOut !== true &&
    line.amount === undefined
  );
};

/** Hours of leave that is typed in days or weeks. */
const hoursTyped = (line: SheetLine, element: PayElement | undefined, laid: Laid): Decimal =>
  line.hours !== undefined
    ? decimalOrZero(line.hours)
    : decimalOrZero(line.units).times(element?.entry === "weeks" ? laid.weekHours : laid.dayHours);

/** Typed leave says no day: it takes its hours over the spans, by their ordinary hours. */
function overSpans(laid: Laid, hours: Decimal): Taken[] {
  const all = laid.spans.reduce((sum, span) => sum.plus(span.hours), zero);
  let rest = hours;
  return laid.spans.map((span, at) => {
    const part = at === laid.spans.length - 1 || all.isZero() ? rest : halfUpToHourE4(hours.times(span.hours).div(all));
    rest = rest.minus(part);
    return { span: at, hours: part.toString() };
  });
}

/** The same cell, rate and kind: one line. Dollars and hours are two, as of a salary that became an hourly rate. */
const sameAs = (a: SheetLine, b: SheetLine): boolean =>
  cellOf(a) === cellOf(b) &&
  a.rate === b.rate &&
  (a.amount === undefined) === (b.amount === undefined) &&
  !isBeside(a) &&
  !isBeside(b) &&
  a.act === b.act &&
  JSON.stringify([a.terms, a.detail, a.explained, a.asOf, a.accruesBy, a.time]) ===
    JSON.stringify([b.terms, b.detail, b.explained, b.asOf, b.accruesBy, b.time]);

function put(lines: SheetLine[], line: SheetLine): void {
  const at = lines.findIndex((each) => sameAs(each, line));
  const before = lines[at];
  if (!before) lines.push(line);
  else {
    const sums: Record<string, string> = {};
    for (const what of quantities)
      if (before[what] !== undefined || line[what] !== undefined) {
        const total = decimalOrZero(before[what]).plus(decimalOrZero(line[what]));
        sums[what] = what === "amount" ? total.toFixed(2) : total.toString();
      }
    lines[at] = { ...before, ...sums };
  }
}

const personRate = (laid: Laid): string | null => laid.spans.at(-1)?.rate ?? null;

/** Layers one to four, and what typed leave takes. */
function beneath(laid: Laid, typed: readonly Typed[], elements: Elements) {
  const left: Left[] = laid.base.map((each) => ({
    ...each,
    hours: each.line.hours === undefined || each.line.amount !== undefined ? null : decimal(each.line.hours),
    amount: each.line.amount === undefined ? null : decimal(each.line.amount),
  }));
  const rate = personRate(laid);
  const taking = (from: readonly Taken[]): Decimal | null => {
    const parts = from.map((each) => takeFrom(left, laid, each, rate));
    return parts.some((each) => each === null) ? null : parts.reduce<Decimal>((sum, each) => sum.plus(each ?? 0), zero);
  };
  const paid = (strand: Strand): SheetLine => {
    if (!strand.takes) return strand.line;
    const taken = taking(strand.takes);
    return strand.paysTaken && taken !== null && !decimalOrZero(strand.line.hours).isZero()
      ? paidAs(strand.line, taken, rate)
      : strand.line;
  };
  const strands = laid.strands.map(paid);
  const ofTyped = new Map<Typed, SheetLine>();
  for (const each of typed) {
    const element = elements.get(each.line.elementId);
    if (!takes(each.line, elements)) continue;
    const dated = laid.strands.filter((strand) => strand.takes && cellOf(strand.line) === cellOf(each.line));
    const known = dated.flatMap((strand) => strand.takes ?? []).reduce((sum, one) => sum.plus(one.hours), zero);
    const more = hoursTyped(each.line, element, laid).minus(known);
    const taken = more.isZero() ? null : taking(overSpans(laid, more));
    // Of a salary the leave is paid what it takes; a rate that was typed stays.
    if (taken !== null && dated.length === 0 && each.line.rate === undefined && element?.entry === "hours")
      ofTyped.set(each, paidAs(each.line, taken, rate));
  }
  const lines: SheetLine[] = [];
  if (laid.byRecord) for (const line of strands) put(lines, line);
  for (const { line, hours, amount, ordinary } of left) {
    if (ordinary && (hours ?? amount)?.isZero()) continue;
    put(lines, {
      ...line,
      ...(hours ? { hours: hours.toString() } : {}),
      ...(amount ? { amount: ordinary ? amount.toFixed(2) : (line.amount ?? "0") } : {}),
    });
  }
  if (!laid.byRecord) for (const line of strands) put(lines, line);
  return { lines, ofTyped };
}

const isNothing = (line: SheetLine, elements: Elements): boolean =>
  line.terms === undefined &&
  line.time === undefined &&
  !["finalPercent", "closedownPay"].includes(elements.get(line.elementId)?.element ?? "") &&
  quantities.every((what) => decimalOrZero(line[what]).isZero());

/** A figure typed over several lines of a cell is divided as they are; each keeps its rate. */
function divided(typed: SheetLine, over: readonly SheetLine[], entry: PayElement["entry"]): SheetLine[] {
  const what = entry === "hours" ? "hours" : entry === "amount" ? "amount" : "units";
  const all = quantityOfCell(over, entry);
  const whole = decimalOrZero(quantityIn(typed, entry));
  let rest = whole;
  return over.map((line, at) => {
    const exact = all.isZero() ? zero : whole.times(decimalOrZero(line[what])).div(all);
    const part = at === over.length - 1 ? rest : what === "amount" ? halfUpToCent(exact) : halfUpToHourE4(exact);
    rest = rest.minus(part);
    return { ...line, [what]: what === "amount" ? part.toFixed(2) : part.toString() };
  });
}

/** What a typed figure makes of the lines that lie beneath it. */
function typedOver(
  typed: SheetLine,
  over: readonly SheetLine[],
  said: Typed,
  laid: Laid,
  elements: Elements,
): SheetLine[] {
  const element = elements.get(typed.elementId);
  const entry = element?.entry ?? "amount";
  const [first] = over;
  if (!first) {
    const isTime = laid.byRecord && element?.element === "ordinary" && element.entry === "hours";
    const time = isTime ? { time: { hours: "0", why: ["nothing is recorded here"] } } : {};
    // Where the rate changed within the period, hours without their days are asked about.
    const isAsked = entry === "hours" && new Set(laid.spans.map((span) => span.rate)).size > 1;
    return [{ ...typed, ...time, ...(isAsked ? { typed: {} } : {}) }];
  }
  const now = quantityOfCell(over, entry).toString();
  const same = decimal(now).eq(quantityIn(typed, entry));
  const saysMore = typed.rate !== undefined || typed.terms !== undefined || typed.detail !== undefined;
  if (same && !saysMore) return [...over];
  const note = { typed: { ...(said.over === undefined ? {} : { over: said.over }), now } };
  // Parts that accrue leave by other terms stay parts, at whatever rate.
  const isParted = over.some((line) => line.accruesBy) && typed.terms === undefined && typed.detail === undefined;
  if (over.length > 1 && (typed.rate === undefined || isParted))
    return divided(typed, over, entry).map((line) => {
      const { explained: _explained, ...rest } = line;
      return { ...rest, ...(typed.rate === undefined ? {} : { rate: typed.rate }), ...note };
    });
  // What is typed over is no longer what was worked out.
  const { explained, ...bare } = first;
  const isOther = quantities.some((what) => typed[what] !== undefined && typed[what] !== first[what]);
  const kept = isOther || explained === undefined ? bare : { ...bare, explained };
  const { hours: _hours, ...withoutHours } = kept;
  const isUnits = typed.units !== undefined && typed.hours === undefined;
  return [{ ...(isUnits ? withoutHours : kept), ...typed, ...(same ? {} : note) }];
}

/** @param typed in the order in which it was typed: of two in one cell the newer one counts */
export function compose(laid: Laid, typed: readonly Typed[], elements: Elements): SheetLine[] {
  const newest = new Map<string, Typed>();
  for (const each of typed) {
    // A sheet's rows of a person replace together: what it says of an element counts for all cost centres.
    if (each.source === "sheet")
      for (const [key, other] of newest)
        if (other.line.elementId === each.line.elementId && other.source !== "sheet") newest.delete(key);
    newest.delete(cellOf(each.line));
    newest.set(cellOf(each.line), each);
  }
  // Leave that was typed without its days gives way once they are given.
  const dated = new Set(laid.strands.filter(({ takes, line }) => takes && line.time).map(({ line }) => cellOf(line)));
  for (const [key, each] of newest)
    if (each.over === undefined && dated.has(key) && takes(each.line, elements)) newest.delete(key);
  const { lines, ofTyped } = beneath(laid, [...newest.values()], elements);
  const bySheet = new Set(
    [...newest.values()].filter((each) => each.source === "sheet").map((each) => each.line.elementId),
  );
  let all = lines;
  // What a sheet replaces in other cost centres is gone before its own figures stand.
  if (bySheet.size > 0)
    all = all.filter(
      (line) => isBeside(line) || !bySheet.has(line.elementId) || newest.get(cellOf(line))?.source === "sheet",
    );
  for (const said of newest.values()) {
    const typedLine = ofTyped.get(said) ?? said.line;
    const isHere = (line: SheetLine) => !isBeside(line) && cellOf(line) === cellOf(said.line);
    const at = all.findIndex(isHere);
    const made = typedOver(typedLine, all.filter(isHere), said, laid, elements);
    const rest = all.filter((line) => !isHere(line));
    const place = at === -1 ? rest.length : all.slice(0, at).filter((line) => !isHere(line)).length;
    all = [...rest.slice(0, place), ...made, ...rest.slice(place)];
  }
  return all.filter((line) => !isNothing(line, elements));
}

/** What lies beneath a cell, in its own quantity: what a figure that is typed now is typed over. */
export function beneathCell(laid: Laid, typed: readonly Typed[], cell: SheetLine, elements: Elements): SheetLine[] {
  const others = typed.filter((each) => cellOf(each.line) !== cellOf(cell));
  return compose(laid, others, elements).filter((line) => !isBeside(line) && cellOf(line) === cellOf(cell));
}
