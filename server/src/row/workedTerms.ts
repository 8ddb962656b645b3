/** Employment terms as they stood when the work was done: the rate of the period, and whether it changed within it. */
import type { BesideLevel, PersonFactsBase } from "@zesty/core/pay/row";
import { fromE4 } from "@zesty/core/quantity/units";
import type { DatedRecords } from "../store/dated.ts";
import type { Db } from "../store/open.ts";
import { onDay } from "../store/rosters.ts";
import { employmentTerms, type holidayTerms, type leaveTerms } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

type Terms = typeof employmentTerms.$inferSelect;

export interface Rates {
  rateChange: PersonFactsBase["rateChange"];
  /** what an hour is worth on the period's last day, whatever it comes from */
  hourlyRate: string | null;
  besideLevel: BesideLevel | null;
  /** the award's least rate on the period's first day: a wage decision starts with the first full period */
  minimumRateE4: number | null;
}

/** What is agreed from a day after the last one is nobody's. */
const agreedUntil = `JOIN person p ON p.id = t.person_id WHERE t.person_id IN (SELECT value FROM json_each(?))
  AND t."from" <= ? AND (p.end_date IS NULL OR t."from" <= p.end_date) ORDER BY t."from", t.id`;

/** Leave arises on what is worked: as agreed on the period's last day; what was first said in time for the payday counts too. */
export function workedLeave<T extends typeof leaveTerms | typeof holidayTerms>(
  db: Db,
  table: T,
  personIds: readonly number[],
  end: string,
  onPayday: Map<number, T["$inferSelect"]>,
  lastDays: ReadonlyMap<number, string> = new Map(),
): Map<number, T["$inferSelect"]> {
  const found = new Map(onPayday);
  const known = rowsOf(db.$client, table as never, agreedUntil, JSON.stringify(personIds), end);
  for (const row of known as T["$inferSelect"][])
    if (row.from <= (lastDays.get(row.personId) ?? end)) found.set(row.personId, row);
  return found;
}

export interface WorkedTerms {
  /** terms on the period's last day, or on the last one in its cycle; for who has none yet, those of the payday */
  terms: DatedRecords["terms"];
  of(personId: number): Pick<Rates, "rateChange" | "minimumRateE4">;
}

export function workedTerms(
  db: Db,
  personIds: readonly number[],
  start: string,
  end: string,
  onPayday: DatedRecords["terms"],
  /** of whose period a part is another cycle's: the last day of their own */
  lastDays: ReadonlyMap<number, string> = new Map(),
): WorkedTerms {
  const all = new Map<number, Terms[]>();
  const known = rowsOf(db.$client, employmentTerms, agreedUntil, JSON.stringify(personIds), end);
  for (const row of known) {
    if (row.from > (lastDays.get(row.personId) ?? end)) continue;
    const rows = all.get(row.personId);
    if (rows) rows.push(row);
    else all.set(row.personId, [row]);
  }
  const terms: DatedRecords["terms"] = new Map(onPayday);
  for (const [id, rows] of all) {
    const last = rows.at(-1);
    if (last) terms.set(id, onDay(last, lastDays.get(id) ?? end));
  }
  return {
    terms,
    of: (personId) => {
      const rows = all.get(personId) ?? [];
      const atStart = rows.filter((row) => row.from <= start).at(-1);
      const minimumRateE4 = (atStart ?? rows[0] ?? onPayday.get(personId))?.minimumRateE4 ?? null;
      const within = rows.filter((row) => row.from > start);
      const changed = within.find((row) => row.hourlyRateE4 !== atStart?.hourlyRateE4);
      const last = rows.at(-1);
      const text = (e4: number) => fromE4(e4).toString();
      const rateChange =
        atStart?.hourlyRateE4 != null &&
        last?.hourlyRateE4 != null &&
        changed &&
        last.hourlyRateE4 !== atStart.hourlyRateE4
          ? { from: changed.from, was: text(atStart.hourlyRateE4), is: text(last.hourlyRateE4) }
          : null;
      return { rateChange, minimumRateE4 };
    },
  };
}
