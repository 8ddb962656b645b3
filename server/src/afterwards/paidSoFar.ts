/** What a signed-off pay and its corrections came to: what a further correction starts from. */
import { type AnyInput, extrasOf, workOutPay } from "@zesty/core/countries/countries";
import { rateAfter } from "@zesty/core/pay/backPay";
import type { PaidLine } from "@zesty/core/pay/correction";
import type { Extras } from "@zesty/core/pay/input";
import type { SheetLine } from "@zesty/core/pay/row";
import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { centsText } from "@zesty/core/quantity/units";
import { and, eq, inArray } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { conflict, notFound } from "../ground/problem.ts";
import { ratesIn } from "../row/ratesOn.ts";
import { standardElements } from "../setup/ensureElement.ts";
import { pay, payElement, payFact, payRun, person, signedPay } from "../store/schema.ts";
import { backPaidOf } from "./owedBack.ts";
import { movedSince } from "./owedByRates.ts";

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
  const cameTo = backPaid(context, run, who, signed, row.laid);
  const asPaid = (line: SheetLine): SheetLine => {
    const rate = line.rate ?? then;
    if (rate === null || line.hours === undefined || line.amount !== undefined || line.units !== undefined) return line;
    return cameTo(rate) === rate ? line : { ...line, rate: cameTo(rate) };
  };
  return {
    row,
    run,
    signed,
    who,
    rate: then === null ? null : cameTo(then),
    was: paidSoFar(context, row, run).map(asPaid),
  };
}

/**
 * What an hour of a pay came to: where a raise was paid back for it since, at the new rate of its days. Hours that are
 * corrected are taken or paid at that.
 * @returns what an hour came to that was paid at a rate
 */
function backPaid(
  context: Context,
  run: Run,
  who: typeof person.$inferSelect,
  { id, payId, payday, input }: typeof signedPay.$inferSelect,
  laid: (typeof pay.$inferSelect)["laid"],
): (rate: string) => string {
  if ((backPaidOf(context, who.id, [id], true).get(id) ?? 0) === 0) return (rate) => rate;
  const [start, end] = [laid?.spans[0]?.from ?? run.periodStart, laid?.spans.at(-1)?.to ?? run.periodEnd];
  const moved = movedSince(context, who, { payday, input: input as AnyInput, start, end, spans: laid?.spans }, payId);
  return (rate) => rateAfter(rate, moved);
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
  const ratesOf = (isWanted: (line: AnyInput["lines"][number]) => boolean) =>
    input.lines.flatMap((line) =>
      line.rate && !line.corrects && isWanted(line) ? [decimal(line.rate).toString()] : [],
    );
  const ordinary = ratesOf((line) => line.element === "ordinary");
  // A week of nothing but a public holiday or overtime has its rate there.
  const paid = ordinary.length > 0 ? ordinary : ratesOf((line) => line.hours !== undefined);
  return paid.find((rate) => !own.has(rate)) ?? ratesIn(context, run, [who]).get(who.id)?.rate?.toString() ?? null;
}

/** Corrections of a pay that are signed off: the pays that hold them, and their lines. */
function signedCorrections(context: Context, row: typeof pay.$inferSelect, run: Run) {
  return context.store.db
    .select({ pay, run: payRun })
    .from(pay)
    .innerJoin(payRun, eq(pay.runId, payRun.id))
    .where(and(eq(pay.personId, row.personId), eq(pay.included, true)))
    .all()
    .filter((each) => each.run.state !== "open" && each.run.state !== "takenBack" && each.pay.id !== row.id)
    .map((each) => ({ ...each, lines: each.pay.lines.filter((line) => line.corrects === run.payday) }))
    .filter((each) => each.lines.length > 0);
}

/** The lines of a pay with the corrections made of it: what a further correction starts from. A debt is no part of it. */
function paidSoFar(context: Context, row: typeof pay.$inferSelect, run: Run): SheetLine[] {
  const debt = context.store.db
    .select({ id: payElement.id })
    .from(payElement)
    .where(and(eq(payElement.businessId, run.businessId), eq(payElement.code, standardElements.overpaid.code)))
    .get()?.id;
  const own = row.lines.filter((line) => line.corrects === undefined);
  const later = signedCorrections(context, row, run).flatMap((each) => each.lines);
  return [...own, ...later.filter((line) => line.elementId !== debt)];
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

/** What a pay and the runs that corrected it were taxed on, wages and extra pays: the difference is taxed above or below it. */
export function taxedSoFar(
  context: Context,
  row: typeof pay.$inferSelect,
  run: Run,
): { taxable: string; extras: Extras | null } {
  const { db } = context.store;
  const payIds = [
    row.id,
    ...signedCorrections(context, row, run).flatMap((each) => (each.pay.corrects ? each.pay.id : [])),
  ];
  const signed = db
    .select({ id: signedPay.id, input: signedPay.input, cents: payFact.cents })
    .from(signedPay)
    .leftJoin(payFact, and(eq(payFact.signedPayId, signedPay.id), eq(payFact.code, "regularTaxable")))
    .where(and(inArray(signedPay.payId, payIds), eq(signedPay.kind, "pay")))
    .all();
  const extras = signed.flatMap(({ input }) => extrasOf(workOutPay(input as AnyInput, context.rules)) ?? []);
  const all = (of: keyof Extras) => sum(extras.map((each) => decimal(each[of]))).toFixed(2);
  return {
    taxable: centsText(signed.reduce((total, { cents }) => total + (cents ?? 0), 0)),
    extras: extras.length === 0 ? null : { gross: all("gross"), withheld: all("withheld") },
  };
}
