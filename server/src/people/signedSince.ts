/** Signed-off pays that a change from a day in the past reaches: those that stand and end, or are paid, on that day or later. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import { dateWords } from "@zesty/core/calendar/dates";
import type { AnyInput } from "@zesty/core/countries/countries";
import type { Context } from "../ground/context.ts";

export interface SignedSince<Input extends AnyInput> {
  id: number;
  /** the days that it paid: of who began, left or changed the cycle within the period, a part of it */
  start: IsoDate;
  end: IsoDate;
  payday: IsoDate;
  input: Input;
}

/** A correction says itself what it changes, and is none of them; nor is a pay of an employment that another one followed. */
export const signedSince = <Input extends AnyInput>(
  { store }: Context,
  personId: number,
  from: IsoDate,
): SignedSince<Input>[] =>
  store
    .prepared<[number, string, string], Omit<SignedSince<Input>, "input"> & { input: string }>(
      `SELECT s.id AS id, coalesce(json_extract(y.laid, '$.spans[0].from'), r.period_start) AS start,
         coalesce(json_extract(y.laid, '$.spans[#-1].to'), r.period_end) AS "end", s.payday AS payday, s.input AS input
       FROM signed_pay s JOIN pay_run r ON r.id = s.run_id JOIN person p ON p.id = s.person_id JOIN pay y ON y.id = s.pay_id
       WHERE s.person_id = ? AND r.period_end >= p.start_date AND s.kind = 'pay' AND r.kind <> 'correction' AND r.state NOT IN ('open', 'takenBack')
         AND (r.period_end >= ? OR s.payday >= ?) ORDER BY s.id`,
    )
    .all(personId, from, from)
    .map((row) => ({ ...row, input: JSON.parse(row.input) as Input }));

/** Does a change, with what each of the pays comes to before and after it. */
export function acrossChange<Pay, Read, T>(
  pays: readonly Pay[],
  read: (pay: Pay) => Read,
  change: () => T,
): { done: T; each: { pay: Pay; was: Read; is: Read }[] } {
  const before = pays.map((pay) => ({ pay, was: read(pay) }));
  const done = change();
  return { done, each: before.map(({ pay, was }) => ({ pay, was, is: read(pay) })) };
}

/** "2 July 2026 and 9 July 2026", or from the first to the last where they are many. */
export const paydaysOf = (paydays: readonly IsoDate[]): string => {
  const [first = "", last = ""] = [paydays[0], paydays.at(-1)];
  return paydays.length > 3
    ? `${paydays.length} paydays from ${dateWords(first)} to ${dateWords(last)}`
    : paydays.map(dateWords).join(" and ");
};
