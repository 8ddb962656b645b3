/** KiwiSaver that holds from a day in the past: what it would have been in the pays that are signed off since is said. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import { dollars } from "@zesty/core/checks/check";
import type { PayInputNz } from "@zesty/core/nz/pay/input";
import { workOutNz } from "@zesty/core/nz/pay/workOut";
import { type Decimal, sum, zero } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import { paydaysOf, type SignedSince, signedSince } from "../people/signedSince.ts";
import { datedRecordsNz } from "../store/dated.ts";
import { kiwiSaverOf } from "./personNz.ts";

interface Both {
  theirs: Decimal;
  yours: Decimal;
}

function savedOf(context: Context, personId: number, pays: readonly SignedSince<PayInputNz>[]): Both[] {
  return pays.map(({ payday, input }) => {
    const saver = datedRecordsNz(context.store.db, [personId], payday).kiwiSaver.get(personId);
    const { kiwiSaver: _then, ...person } = input.person;
    const now = { ...person, ...kiwiSaverOf(saver, input.person.kiwiSaver?.esctBase ?? "0") };
    const { kiwiSaver } = workOutNz({ ...input, person: now }, context.rules);
    return { theirs: kiwiSaver.employee.value, yours: kiwiSaver.employerGross.value };
  });
}

export function withKiwiSaverTold<T>(
  context: Context,
  personId: number,
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void,
): T {
  const pays = signedSince<PayInputNz>(context, personId, from).filter(({ payday }) => payday >= from);
  const before = savedOf(context, personId, pays);
  const done = change();
  const after = savedOf(context, personId, pays);
  const more = (of: keyof Both, at: number) => (after[at]?.[of] ?? zero).minus(before[at]?.[of] ?? zero);
  const differ = pays.flatMap(({ payday }, at) => {
    const [theirs, yours] = [more("theirs", at), more("yours", at)];
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
