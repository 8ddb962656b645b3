/** KiwiSaver that holds from a day in the past: what it would have been in the pays that are signed off since is said. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import { dollars } from "@zesty/core/checks/check";
import type { PayInputNz } from "@zesty/core/nz/pay/input";
import { workOutNz } from "@zesty/core/nz/pay/workOut";
import { type Decimal, sum, zero } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import { acrossChange, paydaysOf, type SignedSince, signedSince } from "../people/signedSince.ts";
import { datedRecordsNz } from "../store/dated.ts";
import { kiwiSaverOf } from "./personNz.ts";

interface Both {
  theirs: Decimal;
  yours: Decimal;
}

function savedOf(context: Context, personId: number, { payday, input }: SignedSince<PayInputNz>): Both {
  const saver = datedRecordsNz(context.store.db, [personId], payday).kiwiSaver.get(personId);
  const { kiwiSaver: then, ...person } = input.person;
  const now = { ...person, ...kiwiSaverOf(saver, then?.esctBase ?? "0") };
  const { kiwiSaver } = workOutNz({ ...input, person: now }, context.rules);
  return { theirs: kiwiSaver.employee.value, yours: kiwiSaver.employerGross.value };
}

export function withKiwiSaverTold<T>(
  context: Context,
  personId: number,
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void,
): T {
  const { done, each: pays } = acrossChange(
    signedSince<PayInputNz>(context, personId, from).filter(({ payday }) => payday >= from),
    (pay) => savedOf(context, personId, pay),
    change,
  );
  const differ = pays.flatMap(({ pay: { payday }, was, is }) => {
    const [theirs, yours] = [is.theirs.minus(was.theirs), is.yours.minus(was.yours)];
    return theirs.isZero() && yours.isZero() ? [] : [{ payday, theirs, yours }];
  });
  if (differ.length === 0) return done;
  const [theirs, yours] = [sum(differ.map((each) => each.theirs)), sum(differ.map((each) => each.yours))];
  const words = (amount: Decimal, whose: string) =>
    amount.isZero() ? [] : [`${dollars(amount.abs())} ${amount.gt(zero) ? "less" : "more"} of ${whose}`];
  tell(
    `Pays filed for ${paydaysOf(differ.map((each) => each.payday))} have ${[...words(theirs, "theirs"), ...words(yours, "yours")].join(" and ")} than this asks for. Correct those pays, or agree with the person from which pay on it counts.`,
  );
  return done;
}
