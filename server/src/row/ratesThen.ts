/** The rate that a signed pay was worked out at, and the one that holds for it now: what is agreed, or the level's. */
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { type Cycle, paysPerYear } from "@zesty/core/calendar/payPeriods";
import type { RosterWeeks } from "@zesty/core/calendar/rosterWeeks";
import type { AnyInput } from "@zesty/core/countries/countries";
import type { RateThen } from "@zesty/core/pay/backPay";
import { type Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { centsText, fromE4 } from "@zesty/core/quantity/units";
import { and, eq, isNotNull } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { byWeek } from "../store/rosters.ts";
import { employmentTerms, type person, timeTerms } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { ratesIn } from "./ratesOn.ts";

type Who = typeof person.$inferSelect;
type Terms = typeof employmentTerms.$inferSelect;

export interface PaidThen {
  payday: string;
  input: AnyInput;
  start: string;
  end: string;
  /** what it was made of, each with its rate; a level's or an amount's has none */
  spans?: readonly { from: string; to: string; rate?: string | null }[] | undefined;
}
export interface RateNow extends RateThen {
  workPattern: string[] | null;
  roster: RosterWeeks | null;
  /** whether each day has a rate of its own, or the pay has one: a level's, where neither it nor the terms changed within */
  byDay: boolean;
}
type RatesOfPay = (day: string) => RateNow;

const agreed = (terms: Terms | undefined): RateThen => ({
  hourlyRate: terms?.hourlyRateE4 == null ? null : fromE4(terms.hourlyRateE4).toString(),
  salary: terms?.salaryCents == null ? null : centsText(terms.salaryCents),
});

const isUnderLevel = ({ store: { db } }: Context, { id }: Who): boolean =>
  db
    .select({ id: timeTerms.id })
    .from(timeTerms)
    .where(and(eq(timeTerms.personId, id), isNotNull(timeTerms.classification)))
    .get() !== undefined;

/** By the terms and levels as they stand now, for each pay on each of its days. */
export function ratesNow(context: Context, who: Who, pays: readonly PaidThen[]): RatesOfPay[] {
  const byLevel = isUnderLevel(context, who);
  const rows = byWeek(
    termsOf(context, who),
    pays
      .map((pay) => pay.end)
      .sort()
      .at(-1) ?? "",
  );
  const levels = byLevel
    ? rowsOf(context.store.sqlite, timeTerms, 'WHERE t.person_id = ? ORDER BY t."from", t.id', who.id)
    : [];
  return pays.map(({ start, end }): RatesOfPay => {
    const cuts = [...rows, ...levels].map((row) => row.from).filter((day) => day > start && day <= end);
    const starts = [start, ...[...new Set(cuts)].sort()];
    const parts = !byLevel
      ? []
      : starts.map((from, at) => {
          const next = starts[at + 1];
          const period = { periodStart: from, periodEnd: next === undefined ? end : addDays(next, -1) };
          return { from, rate: ratesIn(context, { businessId: who.businessId, ...period }, [who]).get(who.id)?.rate };
        });
    return (day) => {
      const terms = rows.findLast((row) => row.from <= day) ?? rows[0];
      const own = agreed(terms);
      const level = own.salary === null ? parts.findLast((part) => part.from <= day)?.rate : undefined;
      const rate = level ? { hourlyRate: level.toString(), salary: null } : own;
      return {
        ...rate,
        workPattern: terms?.workPattern ?? null,
        roster: terms?.roster ?? null,
        byDay: !level || parts.length > 1,
      };
    };
  });
}

/**
 * What each pay was worked out at, on each of its days: the spans that it was made of say so. Where they say none, it is
 * what the terms were, or the rate that the pay's own lines have: a raise that was paid back since is in the terms
 * already and not in the pay, and so are rates of an agreement that were entered late.
 */
export function ratesThen(context: Context, who: Who, pays: readonly PaidThen[]): ((day: string) => RateThen)[] {
  const rows = termsOf(context, who);
  const known = rows.map(agreed);
  const byLevel = isUnderLevel(context, who);
  return ratesNow(context, who, pays).map((by, at) => {
    const pay = pays[at];
    const whole = pay && wholeOf(pay, by(pay.end), known, byLevel);
    return (day) => {
      const rate = pay?.spans?.find((span) => span.from <= day && day <= span.to)?.rate;
      // Rows of earlier versions have the word "false" for no rate.
      if (rate == null || rate === "false") return whole ?? by(day);
      const held = rows.findLast((row) => row.from <= day && isRate(agreed(row), rate));
      return held ? agreed(held) : (known.find((each) => isRate(each, rate)) ?? { hourlyRate: rate, salary: null });
    };
  });
}

const isRate = ({ hourlyRate }: RateThen, rate: string): boolean => hourlyRate !== null && decimal(hourlyRate).eq(rate);

const termsOf = ({ store }: Context, { id }: Who): Terms[] =>
  rowsOf(store.sqlite, employmentTerms, 'WHERE t.person_id = ? ORDER BY t."from", t.id', id);

/** One rate for the whole pay. */
function wholeOf(pay: PaidThen, by: RateThen, known: readonly RateThen[], byLevel: boolean): RateThen {
  if (isIn(pay, by)) return by;
  return known.find((each) => isIn(pay, each)) ?? (byLevel ? ofLines(pay) : by);
}

/** Hours at the rate, or the salary's share, in one amount or in several. */
function isIn({ input }: PaidThen, { hourlyRate, salary }: RateThen): boolean {
  const atRate = input.lines.some(
    (line) =>
      line.hours !== undefined && line.rate !== undefined && hourlyRate !== null && decimal(line.rate).eq(hourlyRate),
  );
  if (atRate || salary === null) return atRate;
  const share = usualAmount(salary, input.cycle);
  const amounts = input.lines
    .filter((line) => line.element === "ordinary" && line.corrects === undefined)
    .filter((line) => line.amount !== undefined && (line.hours === undefined || line.rate === undefined))
    .map((line) => decimal(line.amount ?? "0"));
  return amounts.some((each) => each.eq(share)) || (amounts.length > 1 && sum(amounts).eq(share));
}

/** The one rate of a pay's hours; of several none can be told apart from what was typed. */
function ofLines({ input, payday }: PaidThen): RateThen {
  const rates = new Set(
    input.lines.flatMap((line) =>
      line.hours !== undefined && line.rate !== undefined && line.corrects === undefined && line.amount === undefined
        ? [decimal(line.rate).toString()]
        : [],
    ),
  );
  if (rates.size > 1)
    throw cannot(
      "several-rates",
      `The pay of ${dateWords(payday)} has hours at ${[...rates].map((rate) => `$${rate}`).join(" and ")}, so its back pay cannot be told. Correct that pay itself. Nothing was saved.`,
    );
  return { hourlyRate: [...rates][0] ?? null, salary: null };
}

const usualAmount = (salary: string, cycle: Cycle): Decimal => halfUpToCent(decimal(salary).div(paysPerYear[cycle]));
