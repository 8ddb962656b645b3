/** Cells of the run sheet as text: how they are read, and what is wrong with them. */
import type { Entry, SheetLine } from "@zesty/core/pay/row";
import { isBeside } from "@zesty/core/pay/strands";

export const cellKey = (payId: number, elementId: number, costCentre?: string): string =>
  `${payId}:${elementId}:${costCentre ?? ""}`;

/** Does a line stand in the cell of an element in the row of a cost centre? Corrections stand beside the sheet. */
export const inCell = (line: SheetLine, elementId: number, costCentre: string | undefined): boolean =>
  line.elementId === elementId && !isBeside(line) && line.costCentre === costCentre;

export const isNumber = (text: string, entry: Entry) =>
  (entry === "amount" ? /^\d{1,7}(\.\d{1,2})?$/ : /^\d{1,4}(\.\d{1,4})?$/).test(text);

/** As people type: "7:30" and "7.5h" are seven and a half hours, ".5" a half, "82,000" thousands, "12,5" a comma for the point. */
export function readCell(typed: string, entry: Entry): string {
  const text = typed
    .trim()
    .replace(/^[−–]/, "-")
    .replace(/^(-?)\s*\$/, "$1")
    .replace(/(\d),(?=\d{3}(\D|$))/g, "$1")
    .replace(/,(\d{1,2})$/, ".$1")
    .replace(/(\d)\.$/, "$1")
    .replace(/^(-?)\.(?=\d)/, "$10.");
  if (entry === "hours") {
    const bare = text.replace(/\s*h(ours?|rs?)?$/i, "");
    const clock = /^(-?)(\d{1,3}):([0-5]\d)$/.exec(bare);
    if (!clock) return bare;
    const tenThousandths = Math.round((Number(clock[3]) * 10_000) / 60);
    const whole = `${clock[1]}${clock[2]}`;
    return tenThousandths === 0 ? whole : `${whole}.${String(tenThousandths).padStart(4, "0").replace(/0+$/, "")}`;
  }
  return text;
}

const badWords: Record<Entry, string> = {
  hours: "is not a number of hours. Write it as 7.5 or 7:30.",
  amount: "is not an amount. Write it as 18.50.",
  days: "is not a number of days. Write it as 1 or 0.5.",
  weeks: "is not a number of weeks. A day of five is 0.2.",
  units: "is not a number of units. Write it as 120 or 12.5.",
};
export const badText = (name: string, element: string, value: string, entry: Entry) =>
  `${name}, ${element}: “${value}” ${/^\s*[-−–]/.test(value) ? "is below nought. To take something back, correct the pay that it was in." : badWords[entry]}`;

/** What a cell holds, by how its element is typed. Weeks and days that are typed bring hours of their own. */
export const filledBy = (entry: Entry, text: string): Partial<SheetLine> =>
  entry === "hours" ? { hours: text } : entry === "amount" ? { amount: text } : { units: text };
