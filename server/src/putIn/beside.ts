/** Our run beside the earlier system's pays of the same period: person by person, with what a difference looks like. */
import {
  type BesideCell,
  type BesideFigure,
  type BesideLine,
  type BesideRow,
  type BesideView,
  type BesideWanted,
  besideFigures,
} from "@zesty/contract/beside";
import { causeOf, lineCauseOf, type Variant } from "@zesty/core/beside/causes";
import { type AnyContext, examineRow } from "@zesty/core/countries/countries";
import { decimal } from "@zesty/core/quantity/decimal";
import { rulesBefore } from "@zesty/core/rulebook/rulesBefore";
import { and, desc, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { findRun } from "../ground/findRun.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { freshRun } from "../row/keepComposed.ts";
import type { LoadedRow } from "../row/runRows.ts";
import { rowWorker } from "../row/workRun.ts";
import { meaningsOf, rememberMeanings } from "../sheets/readFile.ts";
import { earlierRegister, earlierTick, payElement, person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { record } from "../store/trail.ts";
import { type Register, readRegister, type Vocabulary } from "./readRegister.ts";

type Compared = Omit<BesideView, "others">;

/** What was brought for a run; null where nothing was. */
export function readBeside(context: Context, runId: number): BesideView | null {
  const kept = keptOf(context, runId);
  return kept === null ? null : { ...compared(context, runId, kept), others: othersAgreed(context, runId) };
}

const keptOf = ({ store: { db } }: Context, runId: number): string | null =>
  db
    .select()
    .from(earlierRegister)
    .where(eq(earlierRegister.runId, runId))
    .orderBy(desc(earlierRegister.id))
    .limit(1)
    .get()?.text ?? null;

/** So many of the latest are looked at: two that agree are enough. */
const mostOthers = 3;

/** Last days of the other periods of the business that agree, newest first. */
function othersAgreed(context: Context, runId: number): string[] {
  const { businessId } = findRun(context, runId);
  const runs = context.store
    .prepared<[number, number, number], { id: number; end: string }>(
      `SELECT DISTINCT r.id AS id, r.period_end AS end FROM earlier_register e JOIN pay_run r ON r.id = e.run_id
       WHERE r.business_id = ? AND r.id <> ? AND r.state <> 'takenBack' ORDER BY r.period_end DESC LIMIT ?`,
    )
    .all(businessId, runId, mostOthers);
  return runs.flatMap(({ id, end }) => (compared(context, id, keptOf(context, id) ?? "").agrees ? [end] : []));
}

/** Reads a register and keeps it with its run; headings that were told are known from now on. */
export function bringRegister(context: Context, actor: Actor, runId: number, wanted: BesideWanted): BesideView {
  const { businessId, number } = findRun(context, runId);
  return context.store.transaction(() => {
    if (Object.keys(wanted.meanings).length > 0)
      rememberMeanings(context, actor, businessId, "register", wanted.meanings);
    const view = { ...compared(context, runId, wanted.text), others: othersAgreed(context, runId) };
    context.store.db
      .insert(earlierRegister)
      .values({ runId, text: wanted.text, userId: actor.userId, at: context.clock.now() })
      .run();
    record(context.store, {
      ...{
        at: context.clock.now(),
        userId: actor.userId,
        businessId,
        what: "set an earlier system's pays beside a run",
      },
      about: `run ${number}`,
    });
    return view;
  });
}

/** Ticks a person's differences with the reason why they stand; an empty reason takes the tick away. */
export function tickBeside(
  context: Context,
  actor: Actor,
  runId: number,
  wanted: { personId: number; reason: string },
): BesideView {
  const view = readBeside(context, runId);
  const row = view?.rows.find((each) => each.personId === wanted.personId);
  if (!view || !row) throw notFound("difference");
  if (row.agrees) throw cannot("agrees", `${row.name} agrees: there is nothing to tick.`);
  context.store.db
    .insert(earlierTick)
    .values({
      ...{ runId, personId: wanted.personId, reason: wanted.reason || null, seen: seenOf(row) },
      ...{ userId: actor.userId, at: context.clock.now() },
    })
    .run();
  const now = readBeside(context, runId);
  if (!now) throw notFound("register");
  return now;
}

/** Other differences than those that were looked at are new ones. */
const seenOf = ({ cells, lines }: Pick<BesideRow, "cells" | "lines">): string =>
  JSON.stringify([
    ...Object.entries(cells).map(([name, cell]) => [name, cell.difference]),
    ...lines.map((each) => [each.name, each.difference]),
  ]);

/** What headings of a business's registers mean. */
export const vocabularyOf = (context: Context, businessId: number): Vocabulary => ({
  own: context.country(findBusiness(context, businessId).country).beside.headings,
  meanings: meaningsOf(context, businessId, "register"),
  elements: rowsOf(
    context.store.sqlite,
    payElement,
    "WHERE t.business_id = ? ORDER BY t.retired, t.position",
    businessId,
  ),
});

function compared(context: Context, runId: number, text: string): Compared {
  const loaded = freshRun(context, runId);
  const { run, owner } = loaded;
  const country = context.country(owner.country).beside;
  const people = rowsOf(context.store.sqlite, person, "WHERE t.business_id = ?", run.businessId);
  const register = readRegister(text, people, vocabularyOf(context, run.businessId));
  const figures = besideFigures.filter((name) => register.headings.some((each) => each.means === name));
  const given = loaded.elementRows.filter(({ code }) => register.headings.some((each) => each.means === `pay ${code}`));
  const included = loaded.rows.filter((row) => row.included);
  const work = rowWorker(context, loaded);
  const before = rulesBefore(context.rules);
  const ticks = ticksOf(context, runId);
  const stopped: string[] = [];
  const rows = included.flatMap((row): BesideRow[] => {
    const line = register.lines.find((each) => each.personId === row.person.id);
    if (!line) return [];
    const worked = work(row).figures;
    if (!worked) {
      stopped.push(nameOf(people, row.person.id));
      return [];
    }
    const theirs = withSides(line.figures as Record<string, string>);
    const own = worked as unknown as Record<string, string>;
    const isSame = figures.every((name) => decimal(theirs[name] ?? "0").eq(own[name] ?? "0"));
    const lines = differingLines(given, worked.lines, line.pays, row.context.facts.hourlyRate, !isSame);
    const isEqual = isSame && lines.length === 0;
    // Other ways are worked out where something differs: nearly everybody agrees.
    const variants = isEqual ? [] : variantsOf(row, loaded.elements, context, country.otherWays(row.context), before);
    const leave = worked.lines
      .filter((each) => each.code !== "" && row.context.facts && isLeave(each.code, loaded.elementRows))
      .reduce((sum, each) => sum.plus(each.amount), decimal(0));
    const ours = { figures: own, leave: leave.toString(), rate: row.context.facts.hourlyRate, variants };
    const cells = Object.fromEntries(
      figures.map((name) => [name, cellOf(own[name] ?? "0", theirs[name] ?? "0", causeOf(name, ours, theirs))]),
    ) as BesideRow["cells"];
    const name = `${row.person.givenName} ${row.person.familyName}`;
    const made = { personId: row.person.id, payId: row.payId, name, cells, lines, agrees: isEqual };
    const tick = ticks.get(row.person.id);
    return [{ ...made, reason: tick && tick.seen === seenOf(made) ? tick.reason : null }];
  });
  const missing = onlyHere(included, register);
  const strangers = [
    ...register.strangers,
    ...register.lines.flatMap(({ personId }) =>
      included.some((row) => row.person.id === personId) ? [] : [`${nameOf(people, personId)}, not in this run`],
    ),
  ];
  const open = rows.filter((each) => !each.agrees && each.reason === null).length + stopped.length;
  return {
    ...{ text, headings: register.headings, figures, payLines: given.map((each) => each.name) },
    rows: rows.sort((a, b) => Number(a.agrees) - Number(b.agrees)),
    ...{ stopped, onlyHere: missing, strangers, open },
    totals: totalsOf(rows, figures),
    agrees: open + missing.length + strangers.length === 0 && rows.length > 0 && figures.includes("net"),
  };
}

/**
 * Lines of pay on which the two differ.
 * @param given those that the register has by themselves; where the sums differ, too, ours that it does not name count
 */
function differingLines(
  given: readonly { code: string; name: string; deduction: string | null }[],
  ours: readonly { code: string; name: string; amount: string }[],
  theirs: Readonly<Record<string, string>>,
  rate: string | null,
  withOthers: boolean,
): BesideLine[] {
  if (given.length === 0) return [];
  const unnamed = ours.filter(({ code }) => code !== "" && !given.some((each) => each.code === code));
  const codes = new Map([...given, ...(withOthers ? unnamed : [])].map(({ code, name }) => [code, name]));
  return [...codes].flatMap(([code, name]): BesideLine[] => {
    const own = ours.filter((each) => each.code === code).reduce((sum, each) => sum.plus(each.amount), decimal(0));
    const other = decimal(theirs[code] ?? "0");
    // Deductions are written with either sign.
    const isDeduction = given.some((each) => each.code === code && each.deduction !== null);
    if (own.eq(other) || (isDeduction && own.abs().eq(other.abs()))) return [];
    const cell = cellOf(own.toString(), other.toString(), lineCauseOf(own.toString(), other.toString(), rate));
    return [{ name, ...cell, ours: plain(cell.ours) }];
  });
}

const isLeave = (code: string, elements: readonly { code: string; element: string }[]): boolean =>
  elements.find((each) => each.code === code)?.element === "leaveTaken";

/** Deductions are written with either sign. */
const withSides = (figures: Record<string, string>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(figures).map(([name, text]) => [
      name,
      name === "gross" || name === "net" ? text : decimal(text).abs().toString(),
    ]),
  );

function variantsOf(
  row: LoadedRow,
  elements: Parameters<typeof examineRow>[2],
  context: Context,
  others: readonly { words: string; context: AnyContext }[],
  before: Context["rules"],
): Variant[] {
  const ways = [
    ...others.map((each) => ({ ...each, rules: context.rules })),
    { words: "the tables before were used", context: row.context, rules: before },
  ];
  return ways.flatMap(({ words, context: way, rules }): Variant[] => {
    const { figures } = examineRow(way, row.lines, elements, rules);
    return figures ? [{ words, figures: figures as unknown as Record<string, string> }] : [];
  });
}

const cellOf = (ours: string, theirs: string, why: string | null): BesideCell => {
  const difference = decimal(theirs).minus(ours);
  return { ours, theirs: plain(theirs), difference: plain(difference.toString()), why };
};
const plain = (text: string): string => decimal(text).toFixed(2);

const ticksOf = ({ store: { db } }: Context, runId: number) =>
  new Map(
    db
      .select()
      .from(earlierTick)
      .where(and(eq(earlierTick.runId, runId)))
      .orderBy(earlierTick.id)
      .all()
      .map((each) => [each.personId, each] as const),
  );

const nameOf = (people: readonly (typeof person.$inferSelect)[], id: number): string => {
  const who = people.find((each) => each.id === id);
  return `${who?.givenName} ${who?.familyName}`;
};

const onlyHere = (included: readonly LoadedRow[], { lines }: Register): string[] =>
  included
    .filter((row) => !lines.some((each) => each.personId === row.person.id))
    .map((row) => `${row.person.givenName} ${row.person.familyName}`);

function totalsOf(rows: readonly BesideRow[], figures: readonly BesideFigure[]): BesideView["totals"] {
  const sum = (name: BesideFigure, side: "ours" | "theirs") =>
    rows.reduce((all, row) => all.plus(row.cells[name]?.[side] ?? "0"), decimal(0)).toFixed(2);
  return Object.fromEntries(figures.map((name) => [name, cellOf(sum(name, "ours"), sum(name, "theirs"), null)]));
}
