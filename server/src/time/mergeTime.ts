/** Lines of the record of time put beside what stands in a row: what somebody typed over stays. */
import { isTypedOver } from "@zesty/core/checks/timeChecks";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import { withLeave } from "@zesty/core/pay/withLeave";
import { decimal, decimalOrZero } from "@zesty/core/quantity/decimal";

const keyOf = (line: SheetLine) => `${line.elementId} ${line.costCentre ?? ""}`;

/**
 * Lines of the record put into a row: typed-over ones keep what was typed.
 * @param opening the row was just made from usual pay: its ordinary hours give way
 */
export function merged(
  lines: readonly SheetLine[],
  found: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
  opening: boolean,
): SheetLine[] {
  const fresh = new Map(found.map((line) => [keyOf(line), line]));
  const kept: SheetLine[] = [];
  for (const line of lines) {
    const now = line.corrects === undefined ? fresh.get(keyOf(line)) : undefined;
    const element = elements.get(line.elementId);
    const ordinary = element?.element === "ordinary" && element.entry === "hours" && line.corrects === undefined;
    if (line.time === undefined) {
      if (ordinary && opening) continue;
      const nothing = ordinary ? { ...zeroOf(line), why: ["nothing is recorded here"] } : undefined;
      const time = now?.time ?? nothing;
      kept.push(time ? { ...line, time } : line);
    } else if (isTypedOver(line))
      kept.push({ ...line, time: now?.time ?? { ...zeroOf(line), why: ["nothing is recorded any more"] } });
    else continue;
    fresh.delete(keyOf(line));
  }
  return [...fresh.values(), ...kept];
}
const zeroOf = (line: SheetLine) => (line.amount === undefined ? { hours: "0" } : { amount: "0" });

/** What takes the place of usual hours, or stands beside them as days. */
export const awayElements: ReadonlySet<string> = new Set([
  ...["leaveTaken", "alternativeHoliday", "publicHoliday", "publicHolidayWorked", "alternativeEarned"],
]);

/** Who is paid by salary or usual pay without an agreement: leave takes the place of the usual hours. */
export function withRecordedLeave(
  lines: SheetLine[],
  found: readonly SheetLine[],
  elements: readonly PayElement[],
  rate: string | null,
): SheetLine[] {
  const isLeave = (id: number) => awayElements.has(elements.find((each) => each.id === id)?.element ?? "");
  const fresh = found.filter((line) => isLeave(line.elementId));
  const gone = lines.filter(
    (line) => line.time && isLeave(line.elementId) && !fresh.some((each) => each.elementId === line.elementId),
  );
  let after = lines;
  for (const { elementId, hours = "0", units, time } of [
    ...fresh,
    ...gone.map((line) => ({ ...line, hours: "0", time: undefined })),
  ]) {
    const before = after.find((line) => line.elementId === elementId && line.time);
    if (before && isTypedOver(before)) {
      after = after.map((line) => (line === before ? { ...line, ...(time ? { time } : {}) } : line));
      continue;
    }
    const inPeriod = decimal(hours).minus(decimalOrZero(time?.elsewhere)).toString();
    after = withLeave(after, elements, { elementId, leave: hours, inPeriod, units, rate })
      .lines.map((line) => (line.elementId === elementId && time ? { ...line, time } : line))
      .filter((line) => line.elementId !== elementId || time !== undefined);
  }
  return after;
}

/** The loading on recorded leave, as one line; what somebody typed over it stays. */
export function withLoading(
  lines: readonly SheetLine[],
  found: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
): SheetLine[] {
  const isLoading = (line: SheetLine) => elements.get(line.elementId)?.element === "leaveLoading";
  const kept = lines.filter((line) => !(isLoading(line) && line.time && !isTypedOver(line)));
  const [first] = found;
  if (!first) return kept;
  const amount = found.reduce((sum, line) => sum.plus(line.amount ?? "0"), decimal(0)).toFixed(2);
  const wanted: SheetLine = {
    ...first,
    amount,
    time: { amount, why: found.flatMap((line) => line.time?.why ?? []) },
  };
  const typed = kept.find((line) => line.elementId === first.elementId && line.corrects === undefined);
  return typed ? kept.map((line) => (line === typed ? { ...line, time: wanted.time } : line)) : [...kept, wanted];
}
