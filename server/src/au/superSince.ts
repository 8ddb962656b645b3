/** Super that holds from a day in the past: what it would have been in the pays that are signed off since is said, not paid. */
import type { PayInput } from "@zesty/core/au/pay/input";
import { workOut } from "@zesty/core/au/pay/workOut";
import type { IsoDate } from "@zesty/core/calendar/dates";
import { dollars } from "@zesty/core/checks/check";
import { type Decimal, sum, zero } from "@zesty/core/quantity/decimal";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { notFound } from "../ground/problem.ts";
import { acrossChange, paydaysOf, type SignedSince, signedSince } from "../people/signedSince.ts";
import { personAu } from "../row/rowFacts.ts";
import { datedRecords } from "../store/dated.ts";
import { person } from "../store/schema.ts";

/** What the employer pays of a pay, guarantee and agreed, by the facts as they stand. */
function superOf(context: Context, who: typeof person.$inferSelect, { payday, input }: SignedSince<PayInput>): Decimal {
  if (input.overrides?.guarantee !== undefined) return zero;
  const { super: chosen } = personAu(who, datedRecords(context.store.db, [who.id], payday));
  const worked = workOut({ ...input, person: { ...input.person, super: chosen } }, context.rules).super;
  return worked.guarantee.value.plus(worked.reportable.value).minus(worked.sacrificed.value);
}

export function withSuperTold<T>(
  context: Context,
  personId: number,
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void,
): T {
  const who = context.store.db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  const { done, each: pays } = acrossChange(
    signedSince<PayInput>(context, personId, from).filter(({ payday }) => payday >= from),
    (signed) => superOf(context, who, signed),
    change,
  );
  const differ = pays.flatMap(({ pay: { payday }, was, is }) => (is.eq(was) ? [] : [{ payday, more: is.minus(was) }]));
  const total = sum(differ.map((each) => each.more));
  const paydays = paydaysOf(differ.map((each) => each.payday));
  if (total.gt(zero))
    tell(
      `Pays signed off for ${paydays} have ${dollars(total)} less super than this asks for. Type it over the super of the next pay, and look under Dues at what being late costs.`,
    );
  if (total.lt(zero))
    tell(
      `Pays signed off for ${paydays} have ${dollars(total.abs())} more super than this asks for. Ask the fund whether it gives it back.`,
    );
  return done;
}
