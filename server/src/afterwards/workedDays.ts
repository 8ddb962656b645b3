/** When the hours of a signed-off pay were worked, where they came from the record of time. */
import { type DayRecord, minutesOf } from "@zesty/core/hours/dayText";
import { type Decimal, decimal, sum, zero } from "@zesty/core/quantity/decimal";
import type { Context } from "../ground/context.ts";
import type { Who } from "../ground/findRun.ts";

/** @returns the hours of a day of the pay; null where nothing says it but the agreed week */
export function workedDays(
  { store }: Context,
  { id }: Pick<Who, "id">,
  payId: number,
): (date: string) => Decimal | null {
  const held = new Map(
    store
      .prepared<[number], { date: string; record: string }>(
        `SELECT t.date AS date, d.record AS record FROM time_paid t JOIN time_day d ON d.id = t.day_id
         WHERE t.pay_id = ? AND d.record IS NOT NULL AND d.record <> 'null' GROUP BY t.day_id HAVING SUM(t.sign) > 0`,
      )
      .all(payId)
      .map(({ date, record }) => [date, hoursOf(JSON.parse(record) as DayRecord)]),
  );
  if (held.size === 0) return () => null;
  const uses = store
    .prepared<[number], { from: string; use: string }>(
      `SELECT "from", use FROM time_terms WHERE person_id = ? ORDER BY "from", id`,
    )
    .all(id);
  return (date) => {
    const said = held.get(date);
    return said !== undefined ? said : uses.findLast((row) => row.from <= date)?.use === "all" ? zero : null;
  };
}

/** Leave whose hours nobody said is the agreed day. */
function hoursOf(record: DayRecord): Decimal | null {
  if (record.leave.some((each) => each.hours === undefined)) return null;
  return sum([decimal(minutesOf(record)).div(60), ...record.leave.map((each) => decimal(each.hours ?? "0"))]);
}
