/** Checks of the record of time behind a pay, in both countries: what is not approved, not priced, or typed over. */
import { dateWords } from "../calendar/dates.ts";
import type { PayElement, PersonFactsBase, RowBase, SheetLine } from "../pay/row.ts";
import { decimal, decimalOrZero } from "../quantity/decimal.ts";
import { dollars, inRun, person } from "./check.ts";
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

/** "24 June 2026, 25 June 2026 and 26 June 2026" */
const named = (dates: readonly string[]): string =>
  dates
    .map((date) => dateWords(date))
    .join(", ")
    .replace(/, (?=[^,]*$)/, " and ");

export function timeChecks(
  { openTime, facts }: Pick<RowBase, "openTime"> & { facts?: Pick<PersonFactsBase, "rateChange"> },
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
  if (openTime?.moved) {
    const { late, days, more } = openTime.moved;
    marks.push({
      ...{ kind: "query", code: "lateMoves", mend: { place: "past pays", section: "" } },
      facts: {
        ...{ late: named(late), count: String(late.length), days: named(days) },
        ...{ amount: dollars(decimal(more).abs()), way: decimal(more).gt(0) ? "more" : "less" },
      },
    });
  }
  for (const line of lines) {
    const element = elements.get(line.elementId);
    if (element?.element === "leaveTaken" && isWithoutDays(line))
      marks.push({
        kind: "query",
        code: "leaveWithoutDays",
        facts: { name: element.name, typed: shown(line) },
        mend: { place: "run", section: "leave" },
      });
    marks.push(...typedOverMoved(line, element));
    if (!isTypedOver(line)) continue;
    marks.push({
      kind: "query",
      code: "timeTypedOver",
      facts: { name: element?.name ?? "", typed: shown(line), was: shown(line.time ?? {}) },
      mend: inRun,
    });
  }
  const rateChange = facts?.rateChange;
  if (rateChange && lines.some((line) => isUndated(line, elements)))
    marks.push({
      kind: "query",
      code: "rateChanged",
      facts: { from: rateChange.from, was: dollars(decimal(rateChange.was)), is: dollars(decimal(rateChange.is)) },
      mend: person("rate"),
    });
  return marks;
}

/** Hours that somebody typed without saying on which days: where a rate changed within the period, which one is theirs? */
const isUndated = (line: SheetLine, elements: ReadonlyMap<number, PayElement>): boolean =>
  line.typed !== undefined &&
  line.rate === undefined &&
  line.time === undefined &&
  line.amount === undefined &&
  elements.get(line.elementId)?.entry === "hours";

/** Typed over something that is another figure by now. */
function typedOverMoved(line: SheetLine, element: PayElement | undefined): Mark[] {
  const { over, now } = line.typed ?? {};
  if (over === undefined || now === undefined || line.time !== undefined || decimal(over).eq(now)) return [];
  const said = (text: string) =>
    element?.entry === "amount" ? dollars(decimal(text)) : `${decimal(text).toString()} h`;
  return [
    {
      kind: "query",
      code: "typedOverMoved",
      facts: { name: element?.name ?? "", typed: shown(line), over: said(over), now: said(now) },
      mend: inRun,
    },
  ];
}
