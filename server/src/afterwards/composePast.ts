/**
 * Signed pays composed again from their own days: the record, the terms and rules as they stand now. It is the composition
 * that an open run has, done within a dry run; nothing is kept.
 */
import { type AnyInput, workOutPay } from "@zesty/core/countries/countries";
import { typedFrom } from "@zesty/core/pay/asTyped";
import { asItWas } from "@zesty/core/pay/backPay";
import { compose } from "@zesty/core/pay/compose";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import type { RowFigures } from "@zesty/core/pay/snapshot";
import type { Laid, Typed } from "@zesty/core/pay/strands";
import { type Decimal, decimal } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { holdBackDays, unlockPays } from "../hours/paidDays.ts";
import { layLeaveOfPast } from "../leave/laidAnew.ts";
import { layRows } from "../row/layRows.ts";
import { layOn, loadRun } from "../row/runRows.ts";
import { workRows } from "../row/workRun.ts";
import { pay } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

interface SignedThen {
  payId: number;
  input: AnyInput;
}

/** A pay as it would be now; the fault says why it cannot be told. */
export interface PastComposed {
  name: string;
  lines: SheetLine[];
  /** of an hour of a line without a rate of its own */
  rate: string | null;
  input: AnyInput | null;
  figures: RowFigures | null;
  fault: string | null;
}

/** Hours that somebody typed over those of the record give way to the record; all else that was typed stands. */
function withoutTypedHours(typed: readonly Typed[], laid: Laid, elements: ReadonlyMap<number, PayElement>): Typed[] {
  if (!laid.byRecord) return [...typed];
  const isHours = ({ line }: Typed) => {
    const element = elements.get(line.elementId);
    return (element?.element === "ordinary" || element?.element === "overtime") && element.entry === "hours";
  };
  return typed.filter((each) => !isHours(each));
}

/** What a closedown or a final pay put into a row: it follows from what stood then. */
const isOnce = ({ element }: AnyInput["lines"][number]): boolean =>
  ["closedownPay", "finalPercent", "unusedLeave", "etp", "redundancy"].includes(element);

const isOfHours = ({ element, hours }: AnyInput["lines"][number]): boolean =>
  hours !== undefined && ["ordinary", "overtime"].includes(element);

const holdsHours = (laid: Laid): boolean => laid.strands.some((strand) => strand.source === "days");

/**
 * Pays of one run, composed and worked out anew. Within a dry run: the days that they hold are open meanwhile.
 * @param hours whether hours that were typed over those of the record stand, or give way to it
 */
export function composePast(
  context: Context,
  run: Run,
  pays: readonly SignedThen[],
  hours: "typed" | "record",
): Map<number, PastComposed> {
  const ids = pays.map((each) => each.payId);
  const rows = rowsOf(
    context.store.sqlite,
    pay,
    "WHERE t.id IN (SELECT value FROM json_each(?)) ORDER BY t.id",
    JSON.stringify(ids),
  );
  layLeaveOfPast(
    context,
    run,
    rows.map(({ id, personId }) => ({ payId: id, personId })),
  );
  unlockPays(context, ids);
  let { laid, elements } = layRows(context, run, rows);
  // Days that were approved later are paid by another run, as late ones: here they only stand beside those that were held.
  const later = rows.filter(({ id, personId }) => {
    const own = laid.get(id)?.laid;
    return own?.byRecord === true && holdBackDays(context, id, personId, own.dates);
  });
  if (later.length > 0) ({ laid, elements } = layRows(context, run, rows));
  const loaded = loadRun(context, run.id, ids);
  const faults = new Map<number, string>();
  for (const row of loaded.rows) {
    const own = laid.get(row.payId);
    const kept = rows.find((each) => each.id === row.payId);
    if (!own || !kept) continue;
    const typed = kept.typed ?? typedFrom(own.laid, kept.lines, elements);
    const then = pays.find((each) => each.payId === row.payId)?.input.lines ?? [];
    // What the record paid then and does not pay now (a holiday of who turned out a casual) is told; what was typed is not.
    const hadHours = kept.laid !== null && holdsHours(kept.laid);
    if (own.laid.byRecord && !holdsHours(own.laid) && !hadHours && then.some(isOfHours))
      faults.set(row.payId, "No hours of this period are on record, so they cannot be priced again.");
    else if (then.some(isOnce)) faults.set(row.payId, "It holds a closedown or a final pay: look at it by hand.");
    else if (own.open?.faults.length) faults.set(row.payId, own.open.faults.join(" "));
    // A debt that was paid off since takes nothing out of gross; what corrects another pay is counted with that one.
    const asTyped = hours === "record" ? withoutTypedHours(typed, own.laid, elements) : typed;
    layOn(row, own.laid, compose(own.laid, asTyped, elements));
  }
  loaded.elements = elements;
  return new Map(
    workRows(context, loaded).map(({ row, input, figures, marks }): [number, PastComposed] => [
      row.payId,
      {
        name: `${row.person.givenName} ${row.person.familyName}`,
        lines: row.lines,
        rate: row.context.facts.hourlyRate,
        input: input ?? null,
        figures: figures ?? null,
        fault:
          faults.get(row.payId) ??
          (input && figures ? null : (marks.find((mark) => mark.kind === "stop")?.text ?? "It cannot be worked out.")),
      },
    ]),
  );
}

/** What a pay came to without what it corrected of earlier ones. */
export const grossOf = (context: Context, input: AnyInput, known: string): Decimal =>
  input.lines.some((line) => line.corrects !== undefined)
    ? workOutPay(asItWas(input), context.rules).gross.value
    : decimal(known);
