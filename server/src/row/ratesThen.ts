/** The rate that a signed pay was worked out at, and the one that holds for it now: what is agreed, or the level's. */
import { dateWords } from "@zesty/core/calendar/dates";
import { type Cycle, paysPerYear } from "@zesty/core/calendar/payPeriods";
import type { AnyInput } from "@zesty/core/countries/countries";
import type { RateThen } from "@zesty/core/pay/backPay";
import { type Decimal, decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { centsText, fromE4 } from "@zesty/core/quantity/units";
import { and, eq, isNotNull } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { employmentTerms, type person, timeTerms } from "../store/schema.ts";
import { ratesIn } from "./ratesOn.ts";
import { workedTerms } from "./workedTerms.ts";

type Who = typeof person.$inferSelect;
type Terms = typeof employmentTerms.$inferSelect;

export interface PaidThen {
  payday: string;
  input: AnyInput;
  start: string;
  end: string;
}
interface RateNow extends RateThen {
  workPattern: string[] | null;
}

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

/** By the terms and levels as they stand now, for each pay. */
export function ratesNow(context: Context, who: Who, pays: readonly PaidThen[]): RateNow[] {
  const byLevel = isUnderLevel(context, who);
  return pays.map(({ start, end }): RateNow => {
    const terms = workedTerms(context.store.db, [who.id], start, end, new Map()).terms.get(who.id);
    const own = agreed(terms);
    const workPattern = terms?.workPattern ?? null;
    if (!byLevel || own.salary !== null) return { ...own, workPattern };
    const level = ratesIn(context, { businessId: who.businessId, periodStart: start, periodEnd: end }, [who]).get(
      who.id,
    )?.rate;
    return { hourlyRate: level?.toString() ?? own.hourlyRate, salary: null, workPattern };
  });
}

/**
 * What each pay was worked out at. A raise that was paid back since is in the terms already and not in the pay, and so
 * are rates of an agreement that were entered late: then it is the rate that the pay's own lines have.
 */
export function ratesThen(context: Context, who: Who, pays: readonly PaidThen[]): RateThen[] {
  const known = context.store.db.select().from(employmentTerms).where(eq(employmentTerms.personId, who.id)).all();
  const byLevel = isUnderLevel(context, who);
  return ratesNow(context, who, pays).map((by, at) => {
    const pay = pays[at];
    if (!pay || isIn(pay, by)) return by;
    const own = known.map(agreed).find((each) => isIn(pay, each));
    return own ?? (byLevel ? ofLines(pay) : by);
  });
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

export const noRate: RateNow = { hourlyRate: null, salary: null, workPattern: null };
