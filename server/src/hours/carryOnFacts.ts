/**
 * What a business says of an agreement from a day on which later facts of it are on record: each answer and each dollar
 * that was changed goes on into those that hold it as it was. Without that an answer given today would end at the pay
 * guide that counts from July.
 */
import type { SettingValue } from "@zesty/core/agreements/agreementRules";
import { and, asc, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { agreementFacts } from "../store/schema.ts";

type Row = typeof agreementFacts.$inferSelect;
type Known<T> = Readonly<Record<string, T>>;
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);
/** Keys are words of an agreement's rules, also such as every object knows. */
const at = <T>(of: Known<T>, key: string): T | undefined => (Object.hasOwn(of, key) ? of[key] : undefined);

const isAlike = <T>(a: Known<T>, b: Known<T>): boolean =>
  Object.keys(a).length === Object.keys(b).length && Object.keys(a).every((key) => same(at(a, key), at(b, key)));

/** What later facts hold once a change went on into them; those that say otherwise already keep what they say. */
function goesOn<T>(before: Known<T>, now: Known<T>, later: Known<T>): Known<T> {
  const changed = [...new Set([...Object.keys(before), ...Object.keys(now)])].filter(
    (key) => !same(at(before, key), at(now, key)) && same(at(before, key), at(later, key)),
  );
  const kept = Object.entries(later).filter(([key]) => !changed.includes(key));
  return Object.fromEntries([...kept, ...Object.entries(now).filter(([key]) => changed.includes(key))]);
}

const rowsOf = ({ store: { db } }: Context, businessId: number, agreement: string): Row[] =>
  db
    .select()
    .from(agreementFacts)
    .where(and(eq(agreementFacts.businessId, businessId), eq(agreementFacts.agreement, agreement)))
    .orderBy(asc(agreementFacts.from), asc(agreementFacts.id))
    .all();

/** Days after this one from which facts are on record. */
export const laterFacts = (context: Context, businessId: number, agreement: string, day: string): string[] => [
  ...new Set(
    rowsOf(context, businessId, agreement)
      .map(({ from }) => from)
      .filter((from) => from > day),
  ),
];

/** After a row was written. @returns the days of the later facts that the change went into */
export function carryOnFacts(context: Context, businessId: number, agreement: string): string[] {
  const rows = rowsOf(context, businessId, agreement);
  const row = rows.reduce<Row | undefined>(
    (newest, each) => (newest && newest.id > each.id ? newest : each),
    undefined,
  );
  if (!row) return [];
  const before = rows.findLast((each) => each.from <= row.from && each.id < row.id);
  const none: Known<SettingValue> = {};
  const later = new Map(rows.filter((each) => each.from > row.from).map((each) => [each.from, each]));
  return [...later].flatMap(([from, held]) => {
    const settings = goesOn(before?.settings ?? none, row.settings, held.settings);
    const rates = {
      classifications: goesOn(
        before?.rates.classifications ?? {},
        row.rates.classifications,
        held.rates.classifications,
      ),
      allowances: goesOn(before?.rates.allowances ?? {}, row.rates.allowances, held.rates.allowances),
    };
    if (
      isAlike(settings, held.settings) &&
      isAlike(rates.classifications, held.rates.classifications) &&
      isAlike(rates.allowances, held.rates.allowances)
    )
      return [];
    const { id: _id, ...kept } = held;
    const { userId, recordedAt } = row;
    context.store.db
      .insert(agreementFacts)
      .values({ ...kept, settings, rates, userId, recordedAt })
      .run();
    return [from];
  });
}
