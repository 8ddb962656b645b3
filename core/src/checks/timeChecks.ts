/** Checks of the record of time behind a pay, in both countries: what is not approved, not priced, or typed over. */
import { dateWords } from "../calendar/dates.ts";
import type { PayElement, RowBase, SheetLine } from "../pay/row.ts";
import { decimal, decimalOrZero } from "../quantity/decimal.ts";
import { inRun } from "./check.ts";
import type { Mark } from "./mark.ts";

const inTime: Mark["mend"] = { place: "time", section: "week" };
const same = (a: string | undefined, b: string | undefined) => decimalOrZero(a).eq(decimalOrZero(b));

/** Other hours or dollars than the record of time gives. */
export const isTypedOver = (line: SheetLine): boolean =>
  line.time !== undefined &&
  !(same(line.hours, line.time.hours) && same(line.amount, line.time.amount) && same(line.units, line.time.units));

/** Leave typed into the sheet: the record of time does not say on which days it was taken. */
export const isWithoutDays = (line: SheetLine): boolean =>
  line.time === undefined &&
  line.corrects === undefined &&
  !(decimalOrZero(line.hours).isZero() && decimalOrZero(line.units).isZero());

const shown = (value: { hours?: string | undefined; amount?: string | undefined; units?: string | undefined }) =>
  value.amount === undefined
    ? `${decimal(value.hours ?? value.units ?? "0").toString()}${value.hours === undefined && value.units !== undefined ? "" : " h"}`
    : `$${decimal(value.amount).toFixed(2)}`;

export function timeChecks(
  { openTime }: Pick<RowBase, "openTime">,
  lines: readonly SheetLine[],
  elements: ReadonlyMap<number, PayElement>,
): Mark[] {
  const marks: Mark[] = [];
  for (const text of openTime?.faults ?? [])
    marks.push({ kind: "stop", code: "timeFault", facts: { text }, mend: inTime });
  const unapproved = openTime?.unapproved ?? [];
  if (unapproved.length > 0)
    marks.push({
      kind: "query",
      code: "timeNotApproved",
      facts: { days: unapproved.map((date) => dateWords(date)).join(", "), count: String(unapproved.length) },
      mend: inTime,
    });
  for (const text of openTime?.queries ?? [])
    marks.push({ kind: "query", code: "timeLook", facts: { text }, mend: inTime });
  for (const line of lines) {
    const element = elements.get(line.elementId);
    if (element?.element === "leaveTaken" && isWithoutDays(line))
      marks.push({
        kind: "query",
        code: "leaveWithoutDays",
        facts: { name: element.name, typed: shown(line) },
        mend: { place: "run", section: "leave" },
      });
    if (!isTypedOver(line)) continue;
    marks.push({
      kind: "query",
      code: "timeTypedOver",
      facts: { name: element?.name ?? "", typed: shown(line), was: shown(line.time ?? {}) },
      mend: inRun,
    });
  }
  return marks;
}
