/** What a signed-off pay and its corrections came to: what a further correction starts from. */
import type { AnyInput } from "@zesty/core/countries/countries";
import type { PaidLine } from "@zesty/core/pay/correction";
import type { SheetLine } from "@zesty/core/pay/row";
import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText } from "@zesty/core/quantity/units";
import { and, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { conflict, notFound } from "../ground/problem.ts";
import { datesOf } from "../hours/periods.ts";
import { ratesIn } from "../row/ratesOn.ts";
import { ratesNow } from "../row/ratesThen.ts";
import { standardElements } from "../setup/ensureElement.ts";
import { pay, payElement, payFact, payRun, person, signedPay } from "../store/schema.ts";
import { backPaidOf } from "./owedBack.ts";

export function findCorrectable(context: Context, payId: number) {
  const { db } = context.store;
  const row = db.select().from(pay).where(eq(pay.id, payId)).get();
  if (!row) throw notFound("pay");
  const run = findRun(context, row.runId);
  if (run.state === "open" || run.state === "takenBack")
    throw conflict("not-signed-off", "This pay is not signed off: change it in the sheet.", `/run/${run.id}`);
  const signed = db
    .select()
    .from(signedPay)
    .where(and(eq(signedPay.payId, payId), eq(signedPay.kind, "pay")))
    .get();
  const who = db.select().from(person).where(eq(person.id, row.personId)).get();
  if (!signed || !who) throw notFound("pay");
  const then = rateThen(context, row, run, who, signed.input as AnyInput);
  return { row, run, signed, who, ...backPaid(context, run, who, signed, then) };
}

/**
 * The rate that a pay's own hours came to: where a raise was paid back for all of it since, the new one. Hours that are
 * corrected are taken or paid at what was paid for them.
 * @returns `before`: the rate that its lines, and corrections made before the raise, were paid at
 */
function backPaid(
  context: Context,
  run: Run,
  who: typeof person.$inferSelect,
  { id, payday, input }: typeof signedPay.$inferSelect,
  then: string | null,
): { rate: string | null; before: string | null } {
  const cents = backPaidOf(context, who.id, [id]).get(id) ?? 0;
  if (then === null || cents === 0) return { rate: then, before: null };
  const pay = { payday, input: input as AnyInput, start: run.periodStart, end: run.periodEnd };
  const [now] = ratesNow(context, who, [pay]);
  const rates = new Set(datesOf(run.periodStart, run.periodEnd).map((day) => now?.(day).hourlyRate));
  const [rate] = rates;
  return rates.size === 1 && rate && !decimal(rate).eq(then) ? { rate, before: then } : { rate: then, before: null };
}

/** What an hour was paid then: of lines without a rate of their own, by the kept input; else by the terms of the period. */
function rateThen(
  context: Context,
  row: typeof pay.$inferSelect,
  run: Run,
  who: typeof person.$inferSelect,
  input: AnyInput,
): string | null {
  const own = new Set(row.lines.flatMap((line) => (line.rate === undefined ? [] : [decimal(line.rate).toString()])));
  const paid = input.lines.flatMap((line) =>
    line.element === "ordinary" && line.rate && !line.corrects ? [decimal(line.rate).toString()] : [],
  );
  return paid.find((rate) => !own.has(rate)) ?? ratesIn(context, run, [who]).get(who.id)?.rate?.toString() ?? null;
}

/** Corrections of a pay that are signed off: the pays that hold them, and their lines. */
function signedCorrections(context: Context, row: typeof pay.$inferSelect, run: Run) {
  return context.store.db
    .select({ pay, run: payRun })
    .from(pay)
    .innerJoin(payRun, eq(pay.runId, payRun.id))
    .where(eq(pay.personId, row.personId))
    .all()
    .filter((each) => each.run.state !== "open" && each.run.state !== "takenBack" && each.pay.id !== row.id)
    .map((each) => ({ ...each, lines: each.pay.lines.filter((line) => line.corrects === run.payday) }))
    .filter((each) => each.lines.length > 0);
}

/**
 * The lines of a pay with the corrections made of it: what a further correction starts from. A debt is no part of it.
 * @param before the rate that they were paid at, where a raise was paid back for them since: they have the new one
 */
export function paidSoFar(
  context: Context,
  row: typeof pay.$inferSelect,
  run: Run,
  before: string | null,
): SheetLine[] {
  const debt = context.store.db
    .select({ id: payElement.id })
    .from(payElement)
    .where(and(eq(payElement.businessId, run.businessId), eq(payElement.code, standardElements.overpaid.code)))
    .get()?.id;
  const own = row.lines.filter((line) => line.corrects === undefined);
  const later = signedCorrections(context, row, run).flatMap((each) => each.lines);
  return [...own, ...later.filter((line) => line.elementId !== debt)].map((line) => {
    const { rate, ...rest } = line;
    return before !== null && rate !== undefined && decimal(rate).eq(before) ? rest : line;
  });
}

/** What the lines of a pay and of its corrections came to: leave in weeks and days is corrected at what was paid for it. */
export function paidFor(context: Context, row: typeof pay.$inferSelect, run: Run): PaidLine[] {
  const { db } = context.store;
  const codes = new Map(
    db
      .select({ id: payElement.id, code: payElement.code })
      .from(payElement)
      .where(eq(payElement.businessId, run.businessId))
      .all()
      .map((each) => [each.code, each.id]),
  );
  const own = db
    .select({ snapshot: signedPay.snapshot })
    .from(signedPay)
    .where(and(eq(signedPay.payId, row.id), eq(signedPay.kind, "pay")))
    .get();
  const paid = (own?.snapshot as PaySnapshot | undefined)?.figures.lines ?? [];
  // Lines of the same pay that corrected an earlier one are not what it paid for its own period.
  const earlier = row.lines.filter((line) => line.corrects !== undefined);
  const first = paid.flatMap((line): PaidLine[] => {
    const elementId = codes.get(line.code);
    return elementId === undefined
      ? []
      : [{ elementId, costCentre: line.costCentre, amount: line.amount, hours: line.hours }];
  });
  const later = signedCorrections(context, row, run).flatMap((each) => each.lines);
  const asPaid =
    (sign: 1 | -1) =>
    (line: SheetLine): PaidLine[] =>
      line.units === undefined || line.amount === undefined
        ? []
        : [
            {
              elementId: line.elementId,
              costCentre: line.costCentre,
              amount: decimal(line.amount).times(sign).toString(),
              hours: decimal(line.hours ?? "0")
                .times(sign)
                .toString(),
            },
          ];
  return [...first, ...later.flatMap(asPaid(1)), ...earlier.flatMap(asPaid(-1))];
}

/** Regular taxable earnings of a pay and of the runs that corrected it: the difference is taxed above or below them. */
export function taxedSoFar(context: Context, row: typeof pay.$inferSelect, run: Run): string {
  const { db } = context.store;
  const payIds = [
    row.id,
    ...signedCorrections(context, row, run).flatMap((each) => (each.pay.corrects ? each.pay.id : [])),
  ];
  const cents = payIds.map(
    (payId) =>
      db
        .select({ cents: payFact.cents })
        .from(payFact)
        .innerJoin(signedPay, eq(payFact.signedPayId, signedPay.id))
        .where(and(eq(signedPay.payId, payId), eq(signedPay.kind, "pay"), eq(payFact.code, "regularTaxable")))
        .get()?.cents ?? 0,
  );
  return centsText(cents.reduce((total, each) => total + each, 0));
}
