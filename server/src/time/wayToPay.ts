/** The way to a pay that has paid a day already, with what was to be said of the day: there it is corrected. */
import { signedStates } from "@zesty/contract/runStates";
import type { CountryCode } from "@zesty/core/countries/countries";
import { type DayRecord, dayText } from "@zesty/core/hours/dayText";
import type { Context } from "../ground/context.ts";
import { sqlList } from "../store/sqlList.ts";

interface Told {
  personId: number;
  date: string;
  record: DayRecord | null;
}

/** @param days that were to be saved; those of the first one's pay go along */
export function wayToPay({ store }: Context, country: CountryCode, days: readonly Told[]): string | undefined {
  const [first] = days;
  if (!first) return undefined;
  const found = store
    .prepared<[number, string], { runId: number; payId: number; kind: string; start: string; end: string }>(
      `SELECT r.id AS runId, p.id AS payId, r.kind AS kind,
         coalesce(json_extract(p.laid, '$.spans[0].from'), r.period_start) AS start,
         coalesce(json_extract(p.laid, '$.spans[#-1].to'), r.period_end) AS end
       FROM pay p JOIN pay_run r ON r.id = p.run_id
       WHERE p.person_id = ? AND p.included AND r.kind IN ('cycle', 'departure') AND r.state IN (${sqlList(signedStates)})
         AND ? BETWEEN start AND end ORDER BY r.payday DESC LIMIT 1`,
    )
    .get(first.personId, first.date);
  if (!found) return undefined;
  const own = days.filter((day) => day.personId === first.personId && day.date >= found.start && day.date <= found.end);
  const told = own.map(({ date, record }) => `${date} ${dayText(record, country)}`.trim()).join(";");
  return `/run/${found.runId}?pay=${found.payId}${found.kind === "cycle" ? `&told=${encodeURIComponent(told)}` : ""}`;
}
