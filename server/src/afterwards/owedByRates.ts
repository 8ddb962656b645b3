/** What a signed pay is due at other rates: its hours as they were, each of its days at the rate that holds now. */
import { type AnyInput, superableOf, workOutPay } from "@zesty/core/countries/countries";
import { asItWas, atNewRates, type RateMoved, type RateThen } from "@zesty/core/pay/backPay";
import { partOfPeriod } from "@zesty/core/pay/partPeriod";
import type { BaseLine, Typed } from "@zesty/core/pay/strands";
import { type Decimal, one } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import { datesOf } from "../hours/periods.ts";
import { type PaidThen, type RateNow, ratesNow, ratesThen } from "../row/ratesThen.ts";
import type { person } from "../store/schema.ts";
import { workedDays } from "./workedDays.ts";

type Who = typeof person.$inferSelect;

/** `start` and `end` are the days that were paid: of who began, left or changed the cycle within the period, a part of it. */
export interface Signed extends PaidThen {
  id: number;
  payId: number;
  runId: number;
  period: { start: string; end: string };
  /** what was typed, brought or copied over what lay beneath */
  typed: readonly Typed[] | null;
  base: readonly BaseLine[];
}

export interface Worth {
  gross: Decimal;
  /** what super counts of it; null where nothing of that kind is counted */
  superable: Decimal | null;
}

/** What a pay came to, and by how much more it is due. */
export interface Owed {
  was: Decimal;
  more: Decimal;
  superable: Decimal | null;
}

export function worthOf(context: Context, input: AnyInput): Worth {
  const worked = workOutPay(input, context.rules);
  return { gross: worked.gross.value, superable: superableOf(worked) };
}

export const moreOf = (is: Worth, was: Worth): Worth => ({
  gross: is.gross.minus(was.gross),
  superable: is.superable && was.superable ? is.superable.minus(was.superable) : null,
});

/**
 * Corrections of a pay that are signed off: hours that were taken out owe nothing more. Lines say the payday that they
 * correct; of two pays on one, the act says which. @returns their lines, as the pay would have had them
 */
export function correctedBy({ store }: Context, who: Who, { input, payday, payId }: Signed): AnyInput | null {
  const lines = store
    .prepared<[number, number, number], { input: string }>(
      `SELECT s.input AS input FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
       WHERE s.person_id = ? AND s.kind = 'pay' AND s.pay_id <> ? AND r.state <> 'takenBack'
         AND coalesce((SELECT MAX(a.corrects_pay_id = ?) FROM act a WHERE a.run_id = s.run_id
           AND a.person_id = s.person_id AND a.kind = 'correction' AND a.undone_at IS NULL), 1)`,
    )
    .all(who.id, payId, payId)
    .flatMap((later) => (JSON.parse(later.input) as AnyInput).lines as readonly { corrects?: string | undefined }[])
    .filter((line) => line.corrects === payday)
    .map((line) => ({ ...line, corrects: undefined }));
  return lines.length === 0 ? null : ({ ...asItWas(input), lines: lines as never } as AnyInput);
}

/** Rates of pays: as they were paid, as they are before a change, and as they are once it is done. */
export interface RatesOfPays {
  /** the days of a pay by the rate that they were paid at and the one that holds; asked where it is wanted, as it may be refused */
  until(when: "before" | "after", signed: Signed): RateMoved[];
  /** the change is done */
  changed(): void;
}

export function ratesOfPays(context: Context, who: Who, pays: readonly Signed[], from: string): RatesOfPays {
  const then = tried(() => ratesThen(context, who, pays));
  const now = { before: ratesNow(context, who, pays), after: ratesNow(context, who, pays) };
  return {
    until: (when, signed) => {
      const at = pays.indexOf(signed);
      return daysMoved(signed, from, then()[at], now[when][at], workedDays(context, who, signed.payId));
    },
    changed: () => {
      now.after = ratesNow(context, who, pays);
    },
  };
}

/** Reads at once, and refuses only whoever asks for it. */
function tried<T>(read: () => T): () => T {
  try {
    const found = read();
    return () => found;
  } catch (error) {
    return () => {
      throw error;
    };
  }
}

/** The days of one signed-off pay, by the rate that they were paid at and the one that holds now. */
export function movedSince(context: Context, who: Who, pay: PaidThen, payId: number): RateMoved[] {
  const [[then], [now]] = [ratesThen(context, who, [pay]), ratesNow(context, who, [pay])];
  return daysMoved(pay, pay.start, then, now, workedDays(context, who, payId));
}

/**
 * The days of a pay by the rate that they were paid at and the one that holds now, each weighed by its hours on record, or
 * by the agreed week. A level's rate is known for the pay as a whole: before the day nothing of it moves.
 */
function daysMoved(
  { start, end }: PaidThen,
  from: string,
  then: ((day: string) => RateThen) | undefined,
  now: ((day: string) => RateNow) | undefined,
  worked: (date: string) => Decimal | null,
): RateMoved[] {
  const moved = datesOf(start, end).flatMap((date): RateMoved[] => {
    const [was, is] = [then?.(date), now?.(date)];
    if (!was || !is) return [];
    const part = partOfPeriod({ ...is, startDate: date, endDate: date }, start, end);
    return [{ was, is: is.byDay || date >= from ? is : was, weight: worked(date) ?? part?.own ?? one }];
  });
  // Days off alone are worth as much as each other.
  return moved.every(({ weight }) => weight.isZero()) ? moved.map((each) => ({ ...each, weight: one })) : moved;
}

/** By the rates alone, its hours shared over its days: of a pay that cannot be composed again. */
export function owedByRates(context: Context, who: Who, signed: Signed, rates: RatesOfPays): Owed | null {
  const moved = rates.until("after", signed);
  if (moved.every(({ was, is }) => was.hourlyRate === is.hourlyRate && was.salary === is.salary)) return null;
  const own = asItWas(signed.input);
  const corrected = correctedBy(context, who, signed);
  const input = corrected ? ({ ...own, lines: [...own.lines, ...corrected.lines] } as AnyInput) : own;
  const was = worthOf(context, input);
  const more = moreOf(worthOf(context, atNewRates(input, moved)), was);
  return { was: was.gross, more: more.gross, superable: more.superable };
}
