/** New Zealand: leave by the Act in force beside what was announced in its place. Foresight, shown to who asks for it. */
import type { AnswerRow, Question } from "@zesty/contract/figures";
import { addDays, addMonths } from "@zesty/core/calendar/dates";
import { announcedLeave, type HoursOfMonth, inHours } from "@zesty/core/nz/announcedLeave";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText, fromE4 } from "@zesty/core/quantity/units";
import { announcedLeaveRules } from "@zesty/core/rulebook/nz/announcedLeaveRules";
import type { Context } from "../../ground/context.ts";
import type { Report, Table } from "../report.ts";

interface Month {
  personId: number;
  name: string;
  /** no hours are agreed, or 8 % is paid with each pay */
  casual: 0 | 1;
  weeklyE4: number | null;
  /** hours of each weekday as JSON; null: five days alike */
  workPattern: string | null;
  days: number;
  hoursE4: number;
  overtimeE4: number;
  /** salaries have no hours of their own */
  withoutHours: number;
  payCents: number;
  annualE4: number;
  sickE4: number;
}

/** Each person's months: hours and pay of the kept sums, and the terms at the end of the month. */
const monthsOf = ({ store }: Context, { businesses, from, to }: Question): Month[] =>
  store
    .prepared<[string, string, string], Month>(
      `WITH own AS (
         SELECT s.person_id AS personId, s.month AS month,
           SUM(CASE WHEN e.element IN ('ordinary', 'publicHoliday', 'alternativeHoliday', 'leaveTaken') AND s.cents <> 0
             THEN s.hours_e4 ELSE 0 END) AS hoursE4,
           SUM(CASE WHEN e.element IN ('overtime', 'publicHolidayWorked') THEN s.hours_e4 ELSE 0 END) AS overtimeE4,
           SUM(CASE WHEN e.element = 'ordinary' AND s.hours_e4 = 0 THEN s.cents ELSE 0 END) AS withoutHours,
           SUM(CASE WHEN e.element IN ('ordinary', 'overtime', 'publicHolidayWorked') THEN s.cents ELSE 0 END) AS payCents,
           SUM(CASE WHEN e.leave = 'annual' THEN s.hours_e4 ELSE 0 END) AS annualE4,
           SUM(CASE WHEN e.leave = 'sick' THEN s.hours_e4 ELSE 0 END) AS sickE4
         FROM figure_sum s JOIN pay_element e ON e.business_id = s.business_id AND e.code = s.code
         WHERE s.business_id IN (SELECT value FROM json_each(?)) AND s.month BETWEEN ? AND ? AND s.part = 'wages'
         GROUP BY 1, 2)
       SELECT own.*, p.family_name || ', ' || p.given_name AS name,
         (SELECT coalesce(SUM(julianday(r.period_end) - julianday(r.period_start) + 1), 0) FROM signed_pay g
           JOIN pay_run r ON r.id = g.run_id WHERE g.person_id = own.personId AND g.kind = 'pay' AND r.kind = 'cycle'
           AND g.payday BETWEEN own.month || '-01' AND own.month || '-31'
           AND NOT EXISTS (SELECT 1 FROM signed_pay v WHERE v.reverses_id = g.id)) AS days,
         t.weekly_hours_e4 AS weeklyE4, t.work_pattern AS workPattern,
         (t.basis = 'casual' OR coalesce((SELECT h.with_pay FROM holiday_terms h WHERE h.person_id = own.personId
           AND h."from" <= own.month || '-31' ORDER BY h."from" DESC, h.id DESC LIMIT 1), 0)) AS casual
       FROM own JOIN person p ON p.id = own.personId
         LEFT JOIN employment_terms t ON t.id = (SELECT n.id FROM employment_terms n WHERE n.person_id = own.personId
           AND n."from" <= own.month || '-31' ORDER BY n."from" DESC, n.id DESC LIMIT 1)
       ORDER BY p.family_name, p.given_name, p.id, own.month`,
    )
    .all(JSON.stringify(businesses), from, to);

interface Balance {
  personId: number;
  kind: "annual" | "sick";
  before: number;
  after: number;
}

/** What a pay moved counts by its payday, as the hours of the pay do. */
const balancesOf = ({ store }: Context, { businesses, from, to }: Question): Balance[] =>
  store
    .prepared<[string, string, string], Balance>(
      `SELECT p.id AS personId, e.kind AS kind, SUM(e.hours_e4) AS after,
         SUM(CASE WHEN coalesce(s.payday, e.date) < ? THEN e.hours_e4 ELSE 0 END) AS before
       FROM leave_entry e JOIN person p ON p.id = e.person_id LEFT JOIN signed_pay s ON s.id = e.signed_pay_id
       WHERE p.business_id IN (SELECT value FROM json_each(?)) AND coalesce(s.payday, e.date) <= ?
         AND e.kind IN ('annual', 'sick')
       GROUP BY p.id, e.kind`,
    )
    .all(`${from}-01`, JSON.stringify(businesses), addDays(addMonths(`${to}-01`, 1), -1));

/** Days of the week that are worked. */
const daysOf = (workPattern: string | null): number =>
  (workPattern === null ? 0 : (JSON.parse(workPattern) as string[]).filter((hours) => Number(hours) > 0).length) || 5;

function hoursOf({ casual, weeklyE4, days, hoursE4, overtimeE4, withoutHours, payCents }: Month): HoursOfMonth {
  const agreed = casual || !weeklyE4 ? null : fromE4(weeklyE4).times(days).div(7);
  const hours = fromE4(hoursE4);
  return {
    // A salary is paid for the agreed hours.
    hours: withoutHours > 0 && agreed !== null && hours.lt(agreed) ? agreed : hours,
    ...{ agreed, overtime: fromE4(overtimeE4), pay: decimal(centsText(payCents)) },
  };
}

function table(context: Context, asked: Question): Table {
  const rule = context.rules.find(announcedLeaveRules, `${asked.to}-28`);
  const byPerson = new Map<number, Month[]>();
  for (const month of rule ? monthsOf(context, asked) : [])
    byPerson.set(month.personId, [...(byPerson.get(month.personId) ?? []), month]);
  const balances = balancesOf(context, asked);
  const rows = [...byPerson].flatMap(([id, months]): AnswerRow[] => {
    if (!rule) return [];
    const weekly = fromE4(months.at(-1)?.weeklyE4 ?? 0).toString();
    const daysAWeek = daysOf(months.at(-1)?.workPattern ?? null);
    const arisen = announcedLeave(months.map(hoursOf), rule.figures);
    const kept = (kind: Balance["kind"]) => balances.find((each) => each.personId === id && each.kind === kind);
    const taken = (of: "annualE4" | "sickE4") => fromE4(months.reduce((sum, month) => sum + month[of], 0));
    const before = (kind: Balance["kind"], unit: "weeks" | "days") =>
      inHours(fromE4(kept(kind)?.before ?? 0).toString(), unit, weekly, daysAWeek);
    const weeks = fromE4(kept("annual")?.after ?? 0);
    const days = fromE4(kept("sick")?.after ?? 0);
    return [
      {
        ...{ key: String(id), title: months[0]?.name ?? "", to: `/people/${id}` },
        cells: [
          ...[weeks.toFixed(2), inHours(weeks.toString(), "weeks", weekly, daysAWeek).toFixed(2)],
          before("annual", "weeks").plus(arisen.annual).minus(taken("annualE4")).toFixed(2),
          ...[days.toFixed(2), inHours(days.toString(), "days", weekly, daysAWeek).toFixed(2)],
          before("sick", "days").plus(arisen.sick).minus(taken("sickE4")).toFixed(2),
          arisen.instead.toFixed(2),
        ],
      },
    ];
  });
  return {
    head: "person",
    columns: [
      { key: "annual", title: "Annual, weeks", unit: "amount" },
      { key: "annualHours", title: "Annual, hours", unit: "amount" },
      { key: "annualAnnounced", title: "Annual as announced", unit: "amount" },
      { key: "sick", title: "Sick, days", unit: "amount" },
      { key: "sickHours", title: "Sick, hours", unit: "amount" },
      { key: "sickAnnounced", title: "Sick as announced", unit: "amount" },
      { key: "instead", title: "Paid instead of leave", unit: "money" },
    ],
    rows,
    totals: null,
    notes: [
      "Foresight, not law: the Holidays Act 2003 governs, and nothing is paid by what was announced.",
      "In hours, as if it had held since the first of these months: what stood then, in hours of the agreed week, with what each agreed hour would have brought, without what was taken. Holidays of the Act of 2003 that have not arisen yet are in neither.",
      "Paid instead of leave: of hours without agreement and beyond it, where 8 % or leave would be due today.",
      ...(rule
        ? [`Announced: ${rule.source.title}, ${rule.source.seen}; unsure.`]
        : ["The rule book has nothing announced for these months."]),
      ...(rule && rows.length === 0 ? ["No pay was signed off for a payday in these months."] : []),
    ],
    opens: false,
  };
}

export const leaveAnnounced: Report = {
  ...{ code: "leaveAnnounced", words: "Leave as announced", group: "Leave and people", country: "NZ", drawing: null },
  ...{ rows: ["person"], columns: [null], usual: { rows: "person", columns: null } },
  table: (context, _actor, asked) => table(context, asked),
};
