/** The hours sheet of a run: sent out filled, and read when it comes back. What it says is applied by whoever looks at it. */
import type { HoursSheetFile, HoursSheetPreview } from "@zesty/contract/hoursSheet";
import { dateWords } from "@zesty/core/calendar/dates";
import type { CountryCode } from "@zesty/core/countries/countries";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { planHoursSheet } from "@zesty/core/hoursSheet/hoursSheet";
import type { SheetFacts, SheetPerson } from "@zesty/core/hoursSheet/sheetFacts";
import { hoursSheetOut } from "@zesty/core/hoursSheet/sheetOut";
import { evenPattern } from "@zesty/core/leave/leaveDays";
import type { PayElement } from "@zesty/core/pay/row";
import { decimal, decimalOrZero, sum } from "@zesty/core/quantity/decimal";
import type { Actor, Context } from "../context.ts";
import { cannot } from "../http/problem.ts";
import { readRun } from "../runs/readRun.ts";
import { findBusiness, todayAt } from "../setup/findBusiness.ts";
import { record } from "../store/audit.ts";
import { meaningsOf, readBrought, rememberMeanings } from "./brought.ts";
import type { SheetOut } from "./writeBook.ts";

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
  { name, data, mapping = {} }: HoursSheetFile,
): Promise<HoursSheetPreview> {
  const table = await readBrought(name, data);
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
      about: `${view.number}, payday ${view.payday}: ${plan.rows.length} rows`,
    });
  });
  return { ...plan, version: view.version, sheet: table.name };
}

/** Balances that hours can be held against; others are kept in days or weeks. */
const inHours = (country: CountryCode, balances: Record<string, string>): Record<string, string> =>
  Object.fromEntries(Object.entries(balances).filter(([kind]) => leaveKindIn(country, kind).unit === "hours"));
