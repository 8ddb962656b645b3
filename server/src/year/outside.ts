/**
 * A payroll year against what stands outside of it: balances of the books, by account, and what funds and agency say they
 * were paid. Somebody puts these in; what is not put in is not compared.
 */
import type { DueKind } from "@zesty/contract/dues";
import type { Outside, OutsideGiven, OutsideLine, OutsideShown } from "@zesty/contract/outside";
import { dateWords } from "@zesty/core/calendar/dates";
import type { PayrollYear } from "@zesty/core/calendar/payrollYear";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { and, asc, eq } from "drizzle-orm";
import { payeeWords } from "../dues/readDues.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { accountNames } from "../ground/journalLines.ts";
import { closingOf, demandYearOpen } from "../ground/yearClosed.ts";
import { demandFaultless } from "../sheets/pastedLines.ts";
import { outsideFigure, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { type Ours, readOutsideLines } from "./outsideLines.ts";
import { byHand, type CheckLine } from "./yearOfCountry.ts";

type Part = OutsideLine["parts"][number];

export function readOutside(context: Context, businessId: number, day: string): Outside {
  const year = payrollYearOf(findBusiness(context, businessId).country, day);
  const { figures, given } = figuresGiven(context, businessId, year.from);
  const ours = oursOf(context, businessId, year);
  const known = new Set(ours.map(keyOf));
  // What was given and has gone from here since is still said.
  const gone = [...figures.values()].filter((each) => each.cents !== null && !known.has(keyOf(each)));
  const lines = [...ours, ...gone.map(({ kind, key }): Ours => ({ kind, key, name: key, ours: 0, parts: [] }))];
  return {
    year: { from: year.from, to: year.to, name: year.name },
    lines: lines.map((line) => {
      const theirs = figures.get(keyOf(line))?.cents ?? null;
      return { ...line, theirs, hints: theirs === null ? [] : hintsOf(line, theirs) };
    }),
    given,
    closed: closingOf(context, businessId, year.from) !== null,
  };
}

export function putOutsideIn(
  context: Context,
  actor: Actor,
  businessId: number,
  { from, text, apply }: OutsideGiven,
): OutsideShown {
  demandYearOpen(context, businessId, from);
  const year = payrollYearOf(findBusiness(context, businessId).country, from);
  const shown = readOutsideLines(text, oursOf(context, businessId, year));
  if (!apply) return shown;
  demandFaultless("outside-lines", shown.faults);
  context.store.transaction(() => {
    const at = context.clock.now();
    const own = { businessId, yearStart: year.from, userId: actor.userId, at };
    for (const { kind, key, theirs } of shown.rows)
      context.store.db
        .insert(outsideFigure)
        .values({ ...own, kind, key, cents: theirs })
        .run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId, what: "recorded what books, funds or agency say of a year" },
      about: `${year.name}: ${shown.rows.map((row) => row.name).join(", ")}`,
    });
  });
  return shown;
}

/** The line of the year's list: proved by what was put in, else looked at and ticked. */
export function outsideCheck(context: Context, businessId: number, from: string): CheckLine {
  const link = `/year/outside?from=${from}`;
  const { figures } = figuresGiven(context, businessId, from);
  if (![...figures.values()].some((each) => each.cents !== null))
    return byHand("outside", "Books, funds and agency say of the year what was signed", link);
  const compared = readOutside(context, businessId, from).lines.filter((line) => line.theirs !== null);
  const differing = compared.filter((line) => line.theirs !== line.ours);
  return {
    ...{ item: "outside", proved: true, done: differing.length === 0, link },
    text:
      differing.length === 0
        ? `Books, funds and agency agree, in ${compared.length} of their figures`
        : `Books, funds or agency say another figure: ${differing.map((line) => line.name).join(", ")}`,
  };
}

const keyOf = ({ kind, key }: Pick<Ours, "kind" | "key">) => `${kind} ${key}`;

function figuresGiven({ store: { db } }: Context, businessId: number, yearStart: string) {
  const rows = db
    .select({
      ...{ kind: outsideFigure.kind, key: outsideFigure.key, cents: outsideFigure.cents },
      ...{ at: outsideFigure.at, by: user.name },
    })
    .from(outsideFigure)
    .innerJoin(user, eq(outsideFigure.userId, user.id))
    .where(and(eq(outsideFigure.businessId, businessId), eq(outsideFigure.yearStart, yearStart)))
    .orderBy(asc(outsideFigure.id))
    .all();
  const last = rows.at(-1);
  return { figures: new Map(rows.map((row) => [keyOf(row), row])), given: last ? { by: last.by, at: last.at } : null };
}

function oursOf(context: Context, businessId: number, year: PayrollYear): Ours[] {
  const names = accountNames(context, businessId);
  const found = new Map<string, Ours>();
  const take = (kind: Ours["kind"], key: string, name: string, part: Part) => {
    const line = found.get(`${kind} ${key}`) ?? { kind, key, name, ours: 0, parts: [] };
    line.ours += part.cents;
    line.parts.push(part);
    found.set(`${kind} ${key}`, line);
  };
  const { sqlite } = context.store;
  const journals = sqlite
    .prepare<[number, string, string], Part & { account: string }>(
      `SELECT l.account, j.date, j.run_id AS runId, j.description AS words, SUM(l.debit_cents - l.credit_cents) AS cents
       FROM journal j JOIN journal_line l ON l.journal_id = j.id
       WHERE j.business_id = ? AND j.date BETWEEN ? AND ? GROUP BY l.account, j.id ORDER BY l.account, j.date, j.id`,
    )
    .all(businessId, year.from, year.to);
  for (const { account, ...part } of journals) take("account", account, names.get(account) ?? "", part);
  const dues = sqlite
    .prepare<[number, string, string], Part & { kind: DueKind; fund: string | null; payee: string }>(
      `SELECT d.kind, f.name AS fund, d.payee, d.payday AS date, d.run_id AS runId, SUM(d.amount_cents) AS cents
       FROM due d LEFT JOIN fund f ON f.id = d.fund_id
       WHERE d.business_id = ? AND d.payday BETWEEN ? AND ?
       GROUP BY d.kind, d.fund_id, d.payee, d.run_id ORDER BY d.kind, f.name, d.payday`,
    )
    .all(businessId, year.from, year.to);
  for (const { kind, fund, payee, ...part } of dues) {
    const words = payeeWords(kind, fund, payee);
    take("payee", words, words, { ...part, words: `Payday ${dateWords(part.date)}` });
  }
  return [...found.values()].filter((line) => line.parts.some((part) => part.cents !== 0));
}

/** What a difference looks like: the other sign, or one part that is missing there or stands there twice. */
function hintsOf({ kind, ours, parts }: Ours, theirs: number): string[] {
  const more = theirs - ours;
  if (more === 0) return [];
  if (ours !== 0 && theirs === -ours) return ["It is the same with the other sign: debits count up, credits down."];
  const alike = (cents: number) => parts.filter((part) => part.cents === cents);
  const name = (some: readonly Part[]) =>
    some.map((part) => (kind === "account" ? `${part.words}, ${dateWords(part.date)}` : part.words)).join("; or ");
  const [missing, twice] = [alike(-more), alike(more)];
  return [
    ...(missing.length > 0 ? [`Equal to one entry, perhaps missing there: ${name(missing)}.`] : []),
    ...(twice.length > 0 ? [`As much as one that may stand there twice: ${name(twice)}.`] : []),
    ...(kind === "account" && ours < 0
      ? ["What is paid from this account stands in the books too: give its credits alone, or do not compare it."]
      : []),
  ];
}
