/** Corrects a pay that was sent: the difference goes into the next run, or into a run of its own now. */
import type { CorrectionPlan, NewCorrection } from "@zesty/contract/corrections";
import { addDays } from "@zesty/core/calendar/dates";
import { accruingOf, figuresOf, payrollYearOf, withoutGuarantee, workOutAnyRow } from "@zesty/core/countries/countries";
import { correctionLines, withAccrual } from "@zesty/core/pay/correction";
import type { SheetLine } from "@zesty/core/pay/row";
import { type Decimal, decimal, zero } from "@zesty/core/quantity/decimal";
import { toCents } from "@zesty/core/quantity/units";
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { cannot } from "../ground/problem.ts";
import { demandTables } from "../row/finalLines.ts";
import { composeAndCount } from "../row/keepComposed.ts";
import { type LoadedRun, loadRun } from "../row/runRows.ts";
import { workRows } from "../row/workRun.ts";
import { elementsOf } from "../runs/openRun.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import { dryRun } from "../store/dryRun.ts";
import { act, debt, payElement, payRun, type person } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import type { Corrected } from "./composedLines.ts";
import { nextRun, overpaidOnPayday, ownRun } from "./correctionRun.ts";
import { lessLeave } from "./leaveOwed.ts";
import { linesAsNow } from "./linesAsNow.ts";
import { linesByDays } from "./linesByDays.ts";
import { leaveOfAct } from "./owedBack.ts";
import { findCorrectable, paidFor } from "./paidSoFar.ts";

export const planCorrection = (context: Context, actor: Actor, wanted: NewCorrection): CorrectionPlan =>
  dryRun(context.store, () => {
    // A run of its own shows the difference alone, wherever it will stand.
    const done = settle(context, actor, { ...wanted, into: "own" });
    const [row] = workRows(context, loadRun(context, done.runId, [done.payId]));
    demandTables(row);
    const figures = row?.figures;
    const { country } = findBusiness(context, done.run.businessId);
    const of = (name: "gross" | "withheld" | "super" | "net") => figures?.[name] ?? "0.00";
    return {
      payday: done.original.payday,
      name: row?.row.context.facts.name ?? "",
      lines: (figures?.lines ?? [])
        .filter((line) => line.code !== standardElements.overpaid.code)
        .map(({ name, hours, amount }) => ({ name, hours, amount })),
      gross: of("gross"),
      withheld: of("withheld"),
      super: of("super"),
      net: done.overpaid === null ? of("net") : `-${done.overpaid}`,
      amendsYear: findRun(context, done.runId).payday === done.original.payday && done.overpaid !== null,
      earlierYear:
        payrollYearOf(country, done.original.payday).from !==
        payrollYearOf(country, todayAt(context, findRun(context, done.runId).businessId)).from,
    };
  });

/** @returns the run that holds the correction */
export function makeCorrection(context: Context, actor: Actor, wanted: NewCorrection): number {
  const runId = context.store.transaction(() => {
    const done = settle(context, actor, wanted);
    demandTables(workRows(context, loadRun(context, done.runId, [done.payId]))[0]);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: done.run.businessId,
      what: `corrected the pay of ${done.original.payday} in run ${findRun(context, done.runId).number}`,
      about: `${done.who.givenName} ${done.who.familyName}`,
    });
    return done.runId;
  });
  context.announce(runId);
  return runId;
}

function settle(context: Context, actor: Actor, wanted: NewCorrection) {
  const { db } = context.store;
  const { row, run, signed, who, rate, was } = findCorrectable(context, wanted.payId);
  const known = elementsOf(context, run.businessId);
  if (wanted.lines?.some((line) => !known.has(line.elementId)))
    throw cannot("unknown-element", "A line uses a pay element that this business does not have. Nothing was changed.");
  const composed = wanted.days
    ? linesByDays(context, actor, wanted.payId, wanted.days)
    : wanted.asNow
      ? linesAsNow(context, wanted.payId)
      : null;
  const { from, to } = composed ?? { from: was, to: wanted.lines ?? [] };
  const differences = correctionLines(from, to, rate, run.payday, paidFor(context, row, run));
  if (composed && differences.length > 0) differences.push(...daysAsRecorded(known, to, differences, run.payday));
  const then = loadRun(context, run.id, [row.id]);
  const worth = accruing(context, then, pricedThen(context, then, differences, to), from, to);
  const lines = composed?.said ? movingAsSaid(worth, composed, then) : worth;
  demandNoDonationBack(context, run, lines);
  if (lines.length === 0)
    throw cannot(
      "no-difference",
      wanted.days
        ? "Nothing differs by these days. Hours that somebody typed over the record stand: correct the lines instead."
        : "Nothing differs from the pay as it was. Change the hours or amounts that were wrong.",
    );
  const found =
    wanted.into === "own"
      ? ownRun(context, actor, { run, row, lines, days: wanted.days })
      : { ...nextRun(context, actor, { run, row, lines, days: wanted.days }), overpaid: null };
  // By the payday that takes it back: the next one may be of a new year.
  const [, on = ""] = [findRun(context, found.runId).payday, todayAt(context, run.businessId)].sort();
  const over = wanted.into === "next" ? overpaidOnPayday(context, run, row.id, lines, on) : null;
  if (over?.yearAmended && over.isOwed)
    throw cannot(
      "earlier-year",
      "Too much was paid in an earlier payroll year: that year is amended, so the correction needs a run of its own. Choose that; nothing was changed.",
    );
  if (composed && Object.keys(composed.moved).length > 0)
    db.update(act)
      .set({ owed: [{ signedPayId: signed.id, cents: 0, leave: leaveOfAct(composed.moved) }] })
      .where(eq(act.id, found.actId))
      .run();
  if (found.overpaid !== null && wanted.recoverPerPay)
    owe(context, who, found.actId, findRun(context, found.runId).payday, found.overpaid, wanted.recoverPerPay);
  db.update(payRun)
    .set({ version: findRun(context, found.runId).version + 1 })
    .where(eq(payRun.id, found.runId))
    .run();
  composeAndCount(context, found.runId);
  return { ...found, run, who, original: signed };
}

/** What moves is said with the first line, less what the lines take or give by themselves. */
function movingAsSaid(lines: SheetLine[], { moved, said }: Corrected, { elements }: LoadedRun): SheetLine[] {
  const byLines: Record<string, Decimal> = {};
  for (const line of lines) {
    const { element, leave } = elements.get(line.elementId) ?? {};
    if (element !== "leaveTaken" || !leave || !said?.has(leave)) continue;
    byLines[leave] = (byLines[leave] ?? zero).minus(line.units ?? line.hours ?? "0");
  }
  const owed = Object.entries(lessLeave(moved, byLines)).map(([kind, more]) => [kind, more.toString()]);
  return lines.map((line, at) => ({
    ...line,
    ...(line.accrues === undefined ? {} : { accrues: "0" }),
    ...(at === 0 && owed.length > 0 ? { owedLeave: Object.fromEntries(owed) } : {}),
  }));
}

/** The days worked follow from the record, where they do, and not from what is without pay: said even where as many are left. */
function daysAsRecorded(
  elements: ReturnType<typeof elementsOf>,
  lines: readonly SheetLine[],
  differences: readonly SheetLine[],
  corrects: string,
): SheetLine[] {
  const isOfDays = ({ elementId }: SheetLine) => elements.get(elementId)?.element === "daysWorked";
  const found = lines.find(isOfDays);
  const time = { units: "0", why: ["as many days as before"] };
  return !found || differences.some(isOfDays) ? [] : [{ elementId: found.elementId, units: "0", corrects, time }];
}

/** A donation that was passed on is not the employer's to take back (and no filing has a place for it). */
function demandNoDonationBack(context: Context, run: Run, lines: readonly SheetLine[]): void {
  const giving = new Set(
    context.store.db
      .select({ id: payElement.id })
      .from(payElement)
      .where(and(eq(payElement.businessId, run.businessId), eq(payElement.element, "payrollGiving")))
      .all()
      .map((each) => each.id),
  );
  if (lines.some((line) => giving.has(line.elementId) && line.amount?.startsWith("-")))
    throw cannot(
      "donation-passed-on",
      "Payroll giving cannot be taken back by a correction: the donation goes to its receiver. Leave that line as it was, and settle it with the person.",
    );
}

/** Weeks and days that were not in the pay before are worth what they were then, wherever the correction stands. */
function pricedThen(
  context: Context,
  loaded: LoadedRun,
  lines: SheetLine[],
  should: readonly SheetLine[],
): SheetLine[] {
  const own = loaded.rows[0]?.context;
  const isNew = ({ units, amount }: SheetLine) => units !== undefined && amount === undefined;
  if (!own || !lines.some(isNew)) return lines;
  const bare = should.map(({ corrects: _corrects, accrues: _accrues, ...line }) => line);
  const { lines: worth } = figuresOf(workOutAnyRow(withoutGuarantee(own), bare, loaded.elements, context.rules).worked);
  return lines.map((line) => {
    const code = loaded.elements.get(line.elementId)?.code;
    const found = worth.filter((each) => each.code === code);
    const [only] = found;
    if (!isNew(line) || found.length !== 1 || !only || decimal(only.amount).isZero()) return line;
    return { ...line, ...(only.hours ? { hours: decimal(only.hours).toString() } : {}), amount: only.amount };
  });
}

/** Leave accrues on the pay as it should have been, less on the pay as it was: the week's limit counts once. */
function accruing(
  context: Context,
  loaded: LoadedRun,
  lines: SheetLine[],
  was: readonly SheetLine[],
  should: readonly SheetLine[],
): SheetLine[] {
  const own = loaded.rows[0]?.context;
  if (!own || lines.length === 0) return lines;
  const found = (chosen: readonly SheetLine[]) =>
    accruingOf(
      own,
      chosen.map(({ corrects: _corrects, accrues: _accrues, ...line }) => line),
      loaded.elements,
      context.rules,
    );
  const [now, before] = [found(should), found(was)];
  if (now === null || before === null) return lines;
  // Only a line that leave accrues on can carry the change.
  const carries = (line: SheetLine) =>
    ["ordinary", "leaveTaken"].includes(loaded.elements.get(line.elementId)?.element ?? "") ? 0 : 1;
  return withAccrual(
    lines.toSorted((a, b) => carries(a) - carries(b)),
    now.parts,
    before.parts,
    now.by,
  );
}

/** The debt is taken from the pays after the run of its correction, so much each time, until it is paid back. */
function owe(
  context: Context,
  who: typeof person.$inferSelect,
  actId: number,
  payday: string,
  overpaid: string,
  perPay: string,
): void {
  context.store.db
    .insert(debt)
    .values({
      ...{ actId, personId: who.id },
      elementId: ensureElement(context, who.businessId, standardElements.overpaid),
      totalCents: toCents(decimal(overpaid)),
      perPayCents: toCents(decimal(perPay)),
      since: addDays(payday, 1),
    })
    .run();
}
