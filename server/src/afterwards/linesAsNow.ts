/** A signed pay as it would be paid by all that holds now, the record, terms, rates and rules, beside what it was paid. */
import type { AnyInput } from "@zesty/core/countries/countries";
import type { SheetLine } from "@zesty/core/pay/row";
import type { Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { dryRun } from "../store/dryRun.ts";
import { type Corrected, elementsIn, isOwn, ownLines } from "./composedLines.ts";
import { composePast } from "./composePast.ts";
import { leaveMore, leaveOf, lessLeave } from "./leaveOwed.ts";
import { backPaidOf, leaveBackOf } from "./owedBack.ts";
import { findCorrectable } from "./paidSoFar.ts";

/** @returns the lines as they were paid, corrections among them, and as they would be by all that holds now */
export function linesAsNow(context: Context, payId: number): Corrected {
  const { row, run, who, signed, was } = findCorrectable(context, payId);
  const refused = (text: string) => cannot("as-now", text);
  if (run.kind !== "cycle" || !row.laid)
    throw refused("Only a pay of the cycle is worked out again. Correct the lines.");
  if ((backPaidOf(context, who.id, [signed.id]).get(signed.id) ?? 0) !== 0)
    throw refused("Something was paid back for this pay since, beside its lines. Correct the lines.");
  const now = dryRun(context.store, () => {
    const found = composePast(context, run, [{ payId, input: signed.input as AnyInput }], "record").get(payId);
    return found && { ...found, elements: elementsIn(context, found.lines) };
  });
  if (!now?.input || !now.figures || now.fault !== null)
    throw refused(`It cannot be worked out again. ${now?.fault ?? ""}`.trim());
  const input = signed.input as AnyInput;
  const own = now.lines.filter(isOwn);
  const worthOf = (line: SheetLine): string | undefined => {
    const code = now.elements.find(({ id }) => id === line.elementId)?.code;
    const found = now.figures?.lines.filter((each) => each.code === code && each.corrects === undefined) ?? [];
    const alike = own.filter((each) => each.elementId === line.elementId);
    return found.length === alike.length ? found[alike.indexOf(line)]?.amount : undefined;
  };
  const priced = (line: SheetLine, composed: SheetLine): SheetLine => {
    if (line.amount !== undefined) return line;
    if (line.units === undefined) return now.rate === null ? line : { rate: now.rate, ...line };
    const amount = worthOf(composed);
    return amount === undefined ? line : { ...line, amount };
  };
  return {
    from: was,
    to: ownLines(context, now).map((line, at) => priced(line, own[at] ?? line)),
    moved: lessLeave(
      leaveMore(context, { id: signed.id, input }, now.input),
      leaveBackOf(context, who.id).get(signed.id) ?? {},
    ),
    said: new Set([now.input, input].flatMap((each) => Object.keys(leaveOf(context, each)))),
  };
}
