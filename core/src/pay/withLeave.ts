/** Leave in the place of usual hours, or of that part of a salary, so that nobody is paid twice for a day. */
import { decimal, decimalOrZero } from "../quantity/decimal.ts";
import type { PayElement, SheetLine } from "./row.ts";

export interface LeaveIntoPay {
  elementId: number;
  /** hours of leave, also those after the period that are paid in advance */
  leave: string;
  /** hours of the period that the leave takes */
  inPeriod: string;
  /** weeks or days, where the leave is kept in them */
  units?: string | undefined;
  rate: string | null;
  /** why, where the reason has to be kept */
  explained?: string | undefined;
}

/** @returns the lines with the leave in them, and by how many hours the usual ones were reduced */
export function withLeave(
  lines: readonly SheetLine[],
  elements: readonly PayElement[],
  { elementId, leave, inPeriod, units, rate, explained }: LeaveIntoPay,
): { lines: SheetLine[]; reducedBy: string } {
  const isUsual = (line: SheetLine) => {
    const element = elements.find((each) => each.id === line.elementId);
    return element?.element === "ordinary" && element.percent === "100" && !line.corrects && !line.costCentre;
  };
  const usual = lines.find(isUsual);
  const others = lines.filter((line) => line !== usual && !(line.elementId === elementId && !line.corrects));
  const known = lines.find((line) => line.elementId === elementId && !line.corrects);
  const before = decimalOrZero(known?.hours).minus(decimalOrZero(known?.time?.elsewhere));
  const added = decimal(inPeriod).minus(before);
  const taken: SheetLine = {
    elementId,
    hours: leave,
    ...(units === undefined ? {} : { units }),
    ...(explained === undefined ? {} : { explained }),
    ...(units === undefined && usual?.hours === undefined && rate ? { rate } : {}),
  };
  if (!usual) return { lines: [...others, taken], reducedBy: "0" };
  if (usual.hours !== undefined) {
    const left = decimal(usual.hours).minus(added);
    const kept = left.gt(0) ? [{ ...usual, hours: left.toString() }] : [];
    return { lines: [...kept, ...others, taken], reducedBy: (left.gt(0) ? added : decimal(usual.hours)).toString() };
  }
  if (rate === null) return { lines: [usual, ...others, taken], reducedBy: "0" };
  const left = decimalOrZero(usual.amount).minus(added.times(rate).toDecimalPlaces(2));
  const kept = left.gt(0) ? [{ ...usual, amount: left.toFixed(2) }] : [];
  return { lines: [...kept, ...others, taken], reducedBy: added.toString() };
}
