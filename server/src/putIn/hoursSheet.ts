/** The hours sheet of a run: sent out filled, and read when it comes back. What it says is applied by whoever looks at it. */

import type { HoursSheetFile, HoursSheetPreview } from "@zesty/contract/hoursSheet";
import type { CellChange, RowChange, RunView } from "@zesty/contract/runs";
import { dateWords } from "@zesty/core/calendar/dates";
import type { CountryCode } from "@zesty/core/countries/countries";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { planHoursSheet, type SheetPlan } from "@zesty/core/hoursSheet/hoursSheet";
import type { SheetFacts, SheetPerson } from "@zesty/core/hoursSheet/sheetFacts";
import { hoursSheetOut } from "@zesty/core/hoursSheet/sheetOut";
import { evenPattern } from "@zesty/core/leave/leaveDays";
import type { PayElement } from "@zesty/core/pay/row";
import { cellOf, type Typed } from "@zesty/core/pay/strands";
import { decimal, decimalOrZero, sum } from "@zesty/core/quantity/decimal";
import { counted } from "@zesty/core/quantity/units";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { meaningsOf, readBrought, rememberMeanings, sheetRead } from "../sheets/readFile.ts";
import type { SheetOut } from "../sheets/writeBook.ts";
import { dryRun } from "../store/dryRun.ts";
import { record } from "../store/trail.ts";

/** Elements that a sheet asks for: used in this run or the last, and leave; others only where they were typed. */
const asked = (element: PayElement & { usedLast: boolean }, used: ReadonlySet<number>): boolean =>
  used.has(element.id) ||
  element.usedLast ||
  (element.element === "leaveTaken" && ["annual", "personal", "sick"].includes(element.leave ?? ""));

function factsOf(
  context: Context,
  actor: Actor,
  runId: number,
  mapping: Record<string, string>,
): { facts: SheetFacts; view: ReturnType<typeof readRun> } {
  const view = readRun(context, actor, runId);
  const people = view.rows.map((row): SheetPerson => {
    const pattern = row.context?.facts.workPattern ?? null;
    const weekly = row.context && "weeklyHours" in row.context.person ? row.context.person.weeklyHours : undefined;
    const week = sum((pattern ?? evenPattern(decimalOrZero(weekly))).map((hours) => decimal(hours)));
    const days = (Date.parse(view.periodEnd) - Date.parse(view.periodStart)) / 86_400_000 + 1;
    return {
      payId: row.payId,
      payrollId: row.payrollId,
      name: row.name,
      included: row.included,
      periods: row.periods,
      lines: row.lines,
      balances: inHours(view.country, row.context?.balances ?? {}),
      usualHours: days % 7 === 0 ? week.times(days / 7).toString() : "0",
    };
  });
  const facts: SheetFacts = {
    people,
    elements: view.elements,
    costCentres: view.costCentres.map((each) => each.code),
    periodStart: view.periodStart,
    periodEnd: view.periodEnd,
    today: todayAt(context, view.businessId),
    mapping,
  };
  return { facts, view };
}

export function sheetOut(context: Context, actor: Actor, runId: number): { out: SheetOut; fileName: string } {
  const { facts, view } = factsOf(context, actor, runId, {});
  const used = new Set(
    view.rows.flatMap((row) => row.lines.filter((line) => !line.terms).map((line) => line.elementId)),
  );
  const chosen = view.elements.filter((each) => asked(each, used));
  const inOrder = [
    ...chosen.filter((each) => each.entry !== "amount"),
    ...chosen.filter((each) => each.entry === "amount"),
  ];
  const business = findBusiness(context, view.businessId).name;
  return {
    out: {
      ...hoursSheetOut(facts, inOrder),
      business,
      period: `${dateWords(view.periodStart)} to ${dateWords(view.periodEnd)}`,
      costCentres: facts.costCentres as string[],
    },
    fileName: `hours-${business.replace(/[^\p{L}\d]+/gu, "-")}-${view.periodStart}`,
  };
}

/** Reads a sheet that came back, and says what it would change. Nothing is written but what headings were said to mean. */
export async function sheetBack(
  context: Context,
  actor: Actor,
  runId: number,
  file: HoursSheetFile,
): Promise<HoursSheetPreview> {
  const { name, mapping = {} } = file;
  const table = await readBrought(file);
  const before = readRun(context, actor, runId);
  const known = meaningsOf(context, before.businessId, "hours");
  const codes = new Set([...before.elements.map((each) => each.code), "ignore"]);
  const strange = Object.entries(mapping).find(([, means]) => !codes.has(means));
  if (strange) {
    const text = `“${strange[0]}” cannot mean ${strange[1]}: the business has no such pay element.`;
    throw cannot("hours-sheet", text, { errors: [{ path: "mapping", text }] });
  }
  const { facts, view } = factsOf(context, actor, runId, { ...known, ...mapping });
  const plan = planHoursSheet(table, facts);
  const at = context.clock.now();
  context.store.transaction(() => {
    rememberMeanings(context, actor, view.businessId, "hours", mapping);
    record(context.store, {
      at,
      userId: actor.userId,
      businessId: view.businessId,
      what: `looked at the hours sheet ${name.slice(0, 80)}`,
      about: `${view.number}, payday ${view.payday}: ${counted(String(plan.rows.length), "rows")}`,
    });
  });
  return { ...plan, version: view.version, ...sheetRead(table), pays: paysBy(context, actor, view, plan) };
}

/** The pays that would come of it, worked out as they will be when it is put in. */
function paysBy(context: Context, actor: Actor, view: RunView, { result }: SheetPlan): HoursSheetPreview["pays"] {
  if (result.length === 0) return [];
  const before = new Map(view.rows.map((row) => [row.payId, row]));
  const rows = result.map(({ payId, periods, typed }): RowChange => {
    const spoken = new Set(typed.map(({ line }) => line.elementId));
    const brought = new Map(typed.map((each) => [cellOf(each.line), each]));
    const held = (before.get(payId)?.typed ?? []).filter(({ line }) => spoken.has(line.elementId));
    const heldIn = new Map(held.map((each) => [cellOf(each.line), each]));
    const change = (cell: Typed["line"], is: Typed | null): CellChange => ({
      elementId: cell.elementId,
      ...(cell.costCentre === undefined ? {} : { costCentre: cell.costCentre }),
      ...{ was: heldIn.get(cellOf(cell)) ?? null, is },
    });
    return {
      ...{ payId, periods },
      cells: [
        // Of an element that the sheet speaks of, what was typed before in any cost centre gives way.
        ...held.filter((each) => !brought.has(cellOf(each.line))).map((each) => change(each.line, null)),
        ...typed.map((each) => change(each.line, each)),
      ],
    };
  });
  const saved = dryRun(context.store, () => saveRows(context, actor, view.id, { version: view.version, rows }));
  return saved.rows.flatMap(({ payId, figures }) => {
    const was = before.get(payId);
    const hours: [string, string] = [was?.figures?.hours ?? "0", figures?.hours ?? "0"];
    const gross: [string, string] = [was?.figures?.gross ?? "0.00", figures?.gross ?? "0.00"];
    return hours[0] === hours[1] && gross[0] === gross[1] ? [] : [{ payId, name: was?.name ?? "", hours, gross }];
  });
}

/** Balances that hours can be held against; others are kept in days or weeks. */
const inHours = (country: CountryCode, balances: Record<string, string>): Record<string, string> =>
  Object.fromEntries(Object.entries(balances).filter(([kind]) => leaveKindIn(country, kind).unit === "hours"));
