/** What belongs to wages for payroll tax beside gross wages and super, or does not: exempt pay, fringe benefits, and what only a person can judge. */
import type { Question } from "@zesty/contract/figures";
import { exemptAllowances, exemptLeave, fringeWages } from "@zesty/core/au/payrollTax";
import { dollars } from "@zesty/core/checks/check";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsOf, centsText } from "@zesty/core/quantity/units";
import { fringeBenefitRules } from "@zesty/core/rulebook/au/fringeBenefitRules";
import type { Context } from "../../ground/context.ts";
import { monthsBetween } from "../report.ts";
import { keyOf } from "../sums.ts";

/** Cents by the key of a row. */
type ByRow = Map<string, number>;
type Rows = "state" | "month" | "place" | "person" | "business";

const list = (values: readonly string[]): string => values.map((each) => `'${each}'`).join(", ");
const exempt = `s.part = 'wages' AND (e.leave IN (${list(exemptLeave)}) OR e.allowance IN (${list(exemptAllowances)}))`;

/** Wages by row that are none for payroll tax. */
export function exemptWages({ store }: Context, { rows, businesses, from, to }: Question): ByRow {
  const read = store.prepared<[string, string, string], { row: string; cents: number }>(
    `SELECT CAST(${keyOf[rows as Rows]} AS TEXT) AS row, SUM(s.cents) AS cents
     FROM figure_sum s JOIN business b ON b.id = s.business_id LEFT JOIN place p ON p.id = s.place_id
       JOIN pay_element e ON e.business_id = s.business_id AND e.code = s.code
     WHERE s.business_id IN (SELECT value FROM json_each(?)) AND s.month BETWEEN ? AND ? AND ${exempt} GROUP BY 1`,
  );
  return new Map(read.all(JSON.stringify(businesses), from, to).map(({ row, cents }) => [row, cents]));
}

interface Benefit {
  personId: number;
  placeId: number;
  businessId: number;
  state: string;
  yearEnd: string;
  cents: number;
}

/** The newest entry of each person and fringe benefits year, where the person worked when the year ended. */
const benefitsOf = ({ store }: Context, businesses: readonly number[]): Benefit[] =>
  store
    .prepared<[string], Benefit>(
      `SELECT f.person_id AS personId, coalesce(p.id, 0) AS placeId, b.id AS businessId, coalesce(p.state, b.state) AS state,
         f.year_end AS yearEnd, f.taxable_cents + f.exempt_cents AS cents
       FROM fringe_benefit f JOIN person w ON w.id = f.person_id JOIN business b ON b.id = w.business_id
         LEFT JOIN place p ON p.id = (SELECT t.place_id FROM employment_terms t
           WHERE t.person_id = f.person_id AND t."from" <= f.year_end ORDER BY t."from" DESC, t.id DESC LIMIT 1)
       WHERE b.id IN (SELECT value FROM json_each(?))
         AND f.id = (SELECT MAX(n.id) FROM fringe_benefit n WHERE n.person_id = f.person_id AND n.year_end = f.year_end)`,
    )
    .all(JSON.stringify(businesses));

/** The fringe benefits year that a month's return goes by: the last one that ended before it. */
const yearBefore = (month: string): string => `${Number(month.slice(0, 4)) - (month.slice(5) <= "03" ? 1 : 0)}-03-31`;

/** Fringe benefits by row, grossed up: a whole payroll tax year by its own, anything else by the month. */
export function fringeByRow(context: Context, asked: Question, wholeYear: boolean): ByRow {
  const months = monthsBetween(asked.from, asked.to);
  const yearOf = (month: string) => (wholeYear ? `${asked.to.slice(0, 4)}-03-31` : yearBefore(month));
  const found: ByRow = new Map();
  for (const benefit of benefitsOf(context, asked.businesses)) {
    const grossUp = context.rules.find(fringeBenefitRules, benefit.yearEnd)?.figures.grossUp;
    const own = months.filter((month) => yearOf(month) === benefit.yearEnd);
    if (!grossUp || own.length === 0) continue;
    const worth = (count: number) => centsOf(fringeWages(decimal(centsText(benefit.cents)), grossUp, count).toFixed(2));
    const keys: Record<Exclude<Rows, "month">, string> = {
      ...{ state: benefit.state, place: String(benefit.placeId) },
      ...{ person: String(benefit.personId), business: String(benefit.businessId) },
    };
    const parts: [string, number][] =
      asked.rows === "month"
        ? own.map((month, at) => [month, worth(at + 1) - worth(at)])
        : [[keys[asked.rows as Exclude<Rows, "month">], worth(own.length)]];
    for (const [key, cents] of parts) found.set(key, (found.get(key) ?? 0) + cents);
  }
  return found;
}

const doubts: readonly { where: string; words: (amount: string) => string }[] = [
  {
    where: "s.part = 'leaving' AND e.element IN ('redundancy', 'etp')",
    words: (amount) =>
      `${amount} of redundancy and termination payments is in it: what of them is free of tax is exempt.`,
  },
  {
    where: "s.part = 'wages' AND e.leave = 'parental'",
    words: (amount) =>
      `${amount} of paid parental leave is in it: a State exempts it for some weeks of a person's pay.`,
  },
  {
    where: `s.part IN ('wages', 'leaving') AND (SELECT t.basis FROM employment_terms t WHERE t.person_id = s.person_id
      ORDER BY t."from" DESC, t.id DESC LIMIT 1) = 'contractor'`,
    words: (amount) =>
      `${amount} of contractors paid in runs is in it: of a relevant contract only what is for labour counts.`,
  },
];

/** What stands in the wages and only a person can judge, with its dollars; and the contractors of the books. */
export function toJudge({ store }: Context, { businesses, from, to }: Question): string[] {
  const said = doubts.flatMap(({ where, words }) => {
    const cents = store
      .prepared<[string, string, string], { cents: number | null }>(
        `SELECT SUM(s.cents) AS cents FROM figure_sum s
           JOIN pay_element e ON e.business_id = s.business_id AND e.code = s.code
         WHERE s.business_id IN (SELECT value FROM json_each(?)) AND s.month BETWEEN ? AND ? AND ${where}`,
      )
      .get(JSON.stringify(businesses), from, to)?.cents;
    return cents ? [words(dollars(decimal(centsText(cents))))] : [];
  });
  return [...said, ...ofTheBooks(store, businesses, from, to)];
}

/** Contractors on lists of the books are known by payroll year: how much of it is labour, and of which months, is asked. */
function ofTheBooks(store: Context["store"], businesses: readonly number[], from: string, to: string): string[] {
  const first = `${Number(from.slice(0, 4)) - (from.slice(5) < "07" ? 1 : 0)}-07-01`;
  const lists = store
    .prepared<[string, string, string], { rows: string }>(
      `SELECT l.rows AS rows FROM contractor_list l WHERE l.business_id IN (SELECT value FROM json_each(?))
         AND l.year_start BETWEEN ? AND ? || '-31'
         AND l.id = (SELECT MAX(n.id) FROM contractor_list n WHERE n.business_id = l.business_id AND n.year_start = l.year_start)`,
    )
    .all(JSON.stringify(businesses), first, to);
  const rows = lists.flatMap((each) => JSON.parse(each.rows) as { gross: string; gst: string }[]);
  const cents = rows.reduce((sum, row) => sum + centsOf(row.gross) - centsOf(row.gst), 0);
  return cents === 0
    ? []
    : [
        `${dollars(decimal(centsText(cents)))} without GST went to ${rows.length === 1 ? "a contractor" : `${rows.length} contractors`} on the list of the year and is not in it: add what of it is labour under a relevant contract.`,
      ];
}
