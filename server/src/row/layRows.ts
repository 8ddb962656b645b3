/** What lies beneath the typing in the rows of an open run, gathered from facts and acts: the only reader of them for a row. */
import { dateWords } from "@zesty/core/calendar/dates";
import { baseOf } from "@zesty/core/pay/base";
import type { OpenTime, PayElement, SheetLine } from "@zesty/core/pay/row";
import { type Laid, nothingLaid, type Strand } from "@zesty/core/pay/strands";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { notFound } from "../ground/problem.ts";
import { elementFinder, elementsOf } from "../hours/elementsOfTime.ts";
import { daysInAdvance } from "../hours/inAdvance.ts";
import { peopleWithTime } from "../hours/paidDays.ts";
import { periodHolding } from "../hours/periods.ts";
import { type KnownPerson, personTimes } from "../hours/personTimes.ts";
import { act, payCycle, person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { unpaidBefore } from "./missing.ts";
import { centreCodes } from "./rowFacts.ts";
import { type PersonSpan, spansOf } from "./spans.ts";
import { type PricedSpan, timeOfRow } from "./timeStrands.ts";

export interface LaidRow {
  laid: Laid;
  open: OpenTime | null;
  /** what is asked of the lines as they will stand */
  ask(lines: readonly SheetLine[]): string[];
}

interface RowOf {
  id: number;
  personId: number;
}

/** @returns what each row is laid from, and the pay elements, with those that were made for it */
export function layRows(
  context: Context,
  run: Run,
  rows: readonly RowOf[],
): { laid: Map<number, LaidRow>; elements: Map<number, PayElement> } {
  const elements = elementsOf(context, run.businessId);
  const ids = rows.map((row) => row.personId);
  const acts = actStrands(context, run, ids);
  // A pay outside the cycle and a correction hold what is typed and what acts put there: no period is paid by them.
  if (run.kind !== "cycle" && run.kind !== "departure")
    return {
      elements,
      laid: new Map(
        rows.map((row) => [
          row.id,
          { laid: { ...nothingLaid, strands: acts.get(row.personId) ?? [] }, open: null, ask: () => [] },
        ]),
      ),
    };
  const cycle = rowsOf(context.store.sqlite, payCycle, "WHERE t.id = ?", run.cycleId)[0];
  if (!cycle) throw notFound("pay cycle");
  const people = rowsOf(
    context.store.sqlite,
    person,
    "WHERE t.id IN (SELECT value FROM json_each(?))",
    JSON.stringify(ids),
  );
  const spans = spansOf(context, run, people, centreCodes(context, run.businessId));
  const whole =
    run.kind === "cycle" ? { start: run.periodStart, end: run.periodEnd } : periodHolding(cycle, run.periodEnd);
  const withTime = peopleWithTime(context, ids, run);
  const priced = pricedSpans(context, run, spans, withTime);
  const ahead = run.kind === "cycle" ? daysInAdvance(context, run, cycle, [...withTime]) : new Map();
  const debts = run.kind === "cycle" ? debtStrands(context, run, ids) : new Map<number, Strand[]>();
  const unpaid = unpaidBefore(context, run, ids);
  const find = elementFinder(context, run.businessId, elements);
  const laid = new Map(
    rows.map((row): [number, LaidRow] => {
      const own = spans.get(row.personId) ?? [];
      const parts = priced.get(row.personId) ?? [];
      const time =
        parts.length === 0 ? null : timeOfRow({ context, run, cycle, elements, find }, parts, ahead.get(row.personId));
      const { spans: cut, base } = baseOf(own, whole, elements);
      const byRecord = new Set(time?.byRecord ?? []);
      const last = own.at(-1);
      const days = last?.workPattern?.filter((hours) => Number(hours) > 0).length || 5;
      return [
        row.id,
        {
          laid: {
            spans: cut,
            // Ordinary hours that come from the record take the place of usual ones.
            base: base.filter(
              ({ span, line }) =>
                !byRecord.has(span) ||
                elements.get(line.elementId)?.element !== "ordinary" ||
                elements.get(line.elementId)?.entry !== "hours",
            ),
            strands: [...(time?.strands ?? []), ...(acts.get(row.personId) ?? []), ...(debts.get(row.personId) ?? [])],
            byRecord: byRecord.size > 0,
            dayHours: last ? decimal(last.weeklyHours).div(days).toDecimalPlaces(4).toString() : "0",
            weekHours: last?.weeklyHours ?? "0",
            dates: time?.dates ?? [],
            ...(time && time.lateWeeks.length > 0 ? { lateWeeks: time.lateWeeks } : {}),
            ...(time && time.averagedWeeks > 1 ? { averagedWeeks: time.averagedWeeks } : {}),
          },
          open: withFault(time?.open ?? null, partlyContractor(own)),
          ask: (lines) => [
            ...(time?.ask(lines) ?? []),
            ...(unpaid.has(row.personId) ? [unpaid.get(row.personId) ?? ""] : []),
          ],
        },
      ];
    }),
  );
  return { laid, elements };
}

/** What a contractor is paid is no wage: no super, no leave, no line at the agency. One pay cannot be both. */
function partlyContractor(spans: readonly PersonSpan[]): string | null {
  const isContractor = ({ terms }: PersonSpan) => terms?.basis === "contractor";
  const other = spans.find((span) => spans[0] && isContractor(span) !== isContractor(spans[0]));
  return other
    ? `Becomes ${isContractor(other) ? "a contractor" : "an employee"} on ${dateWords(other.from)}, within this period, and one pay cannot be both. Let the change begin with a pay period, and pay the days before it outside the cycle.`
    : null;
}

const withFault = (open: OpenTime | null, fault: string | null): OpenTime | null =>
  fault === null ? open : { unapproved: [], queries: [], ...open, faults: [...(open?.faults ?? []), fault] };

/** What prices the days of each span: asked for all people at once where their period is not cut. */
function pricedSpans(
  context: Context,
  run: Run,
  spans: ReadonlyMap<number, PersonSpan[]>,
  withTime: ReadonlySet<number>,
): Map<number, PricedSpan[]> {
  const of = (ids: readonly number[], _from: string, to: string) =>
    new Map(personTimes(context, run.businessId, ids, run.periodStart, to).map((each) => [each.who.id, each] as const));
  // Who leaves within the period is priced as of the last day.
  const isWhole = (id: number) => spans.get(id)?.length === 1 && spans.get(id)?.[0]?.to === run.periodEnd;
  const uncut = [...withTime].filter(isWhole);
  const whole: Map<number, KnownPerson> = uncut.length === 0 ? new Map() : of(uncut, run.periodStart, run.periodEnd);
  const found = new Map<number, PricedSpan[]>();
  for (const id of withTime) {
    const own = spans.get(id) ?? [];
    const parts = own.flatMap((span): PricedSpan[] => {
      const person = isWhole(id) ? whole.get(id) : of([id], span.from, span.to).get(id);
      return person ? [{ span, person }] : [];
    });
    found.set(id, parts);
  }
  return found;
}

/** Lines that acts put into the rows of this run. */
function actStrands(context: Context, run: Run, ids: readonly number[]): Map<number, Strand[]> {
  const found = new Map<number, Strand[]>();
  for (const row of rowsOf(
    context.store.sqlite,
    act,
    "WHERE t.run_id = ? AND t.undone_at IS NULL AND t.person_id IN (SELECT value FROM json_each(?)) ORDER BY t.id",
    run.id,
    JSON.stringify(ids),
  ))
    found.set(row.personId, [
      ...(found.get(row.personId) ?? []),
      ...row.lines.map((line): Strand => ({ act: row.id, source: "act", line: { ...line, act: row.id } })),
    ]);
  return found;
}

/** Debts that this pay takes of: those whose act is signed off and stands, until their total is reached. */
function debtStrands({ store }: Context, run: Run, ids: readonly number[]): Map<number, Strand[]> {
  const found = new Map<number, Strand[]>();
  for (const row of store
    .prepared<
      [string, string],
      { id: number; actId: number; personId: number; elementId: number; total: number; perPay: number; since: string }
    >(
      `SELECT d.id AS id, d.act_id AS actId, d.person_id AS personId, d.element_id AS elementId,
         d.total_cents AS total, d.per_pay_cents AS perPay, d.since AS since
       FROM debt d JOIN act a ON a.id = d.act_id JOIN pay_run r ON r.id = a.run_id
       WHERE d.person_id IN (SELECT value FROM json_each(?)) AND a.undone_at IS NULL
         AND r.state NOT IN ('open', 'takenBack') AND d.since <= ? ORDER BY d.id`,
    )
    .all(JSON.stringify(ids), run.payday))
    found.set(row.personId, [
      ...(found.get(row.personId) ?? []),
      {
        act: row.actId,
        source: "debt",
        line: {
          elementId: row.elementId,
          amount: centsText(row.perPay),
          terms: { total: centsText(row.total), since: row.since, debt: row.id },
          act: row.actId,
        },
      },
    ]);
  return found;
}
