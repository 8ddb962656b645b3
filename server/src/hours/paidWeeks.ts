/** Hours that signed-off pays hold, of lines on which somebody was employed: work and paid leave (Australia). */
import type { CorrectedPay } from "@zesty/core/au/pay/input";
import { addMonths } from "@zesty/core/calendar/dates";
import { leaveKinds } from "@zesty/core/leave/kinds";
import { centsText } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import type { Run, Who } from "../ground/findRun.ts";
import { sqlList } from "../store/sqlList.ts";
import { areYoung } from "./youngWeeks.ts";

const unpaidKinds = leaveKinds.filter((kind) => kind.unpaid).map(({ code }) => code);

/** Of a line `l` of a signed pay's input; a salary typed as an amount stands for hours. */
export const hoursOfLine = "coalesce(json_extract(l.value, '$.hours'), json_extract(l.value, '$.standsFor'), 0)";
export const isEmployed = `json_extract(l.value, '$.element') IN ('ordinary', 'overtime', 'leaveTaken')
  AND json_extract(l.value, '$.cashOut') IS NULL
  AND coalesce(json_extract(l.value, '$.leave'), '') NOT IN (${sqlList(unpaidKinds)})`;

/** By person under 18 and payday, what a correction of that pay starts from: its hours, corrected ones too, and its super. */
export function paidToYoung(context: Context, run: Run, people: readonly Who[]) {
  const ids = JSON.stringify(areYoung(context, run, people).map((who) => who.id));
  const found = new Map<number, Record<string, CorrectedPay>>();
  if (ids === "[]") return found;
  const since = addMonths(run.payday, -12);
  const hours = context.store
    .prepared<[string, number, string], { id: number; payday: string; hours: number }>(
      `SELECT s.person_id AS id, coalesce(json_extract(l.value, '$.corrects'), s.payday) AS payday,
         SUM(${hoursOfLine}) AS hours
       FROM signed_pay s JOIN pay_run r ON r.id = s.run_id JOIN json_each(s.input, '$.lines') l
       WHERE s.person_id IN (SELECT value FROM json_each(?)) AND s.run_id <> ? AND s.payday >= ?
         AND s.kind = 'pay' AND r.state <> 'takenBack' AND ${isEmployed}
       GROUP BY 1, 2`,
    )
    .all(ids, run.id, since);
  const sums = context.store
    .prepared<[string, string], { id: number; payday: string; earned: number; counted: number }>(
      `SELECT person_id AS id, payday, SUM(CASE code WHEN 'guaranteeEarnings' THEN cents ELSE 0 END) AS earned,
         SUM(CASE code WHEN 'guaranteeBase' THEN cents ELSE 0 END) AS counted
       FROM pay_fact WHERE person_id IN (SELECT value FROM json_each(?)) AND payday >= ? GROUP BY 1, 2`,
    )
    .all(ids, since);
  for (const { id, payday, earned, counted } of sums) {
    const own = hours.find((each) => each.id === id && each.payday === payday)?.hours ?? 0;
    found.set(id, {
      ...found.get(id),
      [payday]: {
        employed: String(Math.round(own * 10_000) / 10_000),
        counted: centsText(counted),
        uncounted: centsText(earned - counted),
      },
    });
  }
  return found;
}
