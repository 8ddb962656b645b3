/** Pay elements as a sheet: what becomes of what is paid by each, by the rules that work pays out, and what it carried. */
import type { ElementLine, ElementSheet } from "@zesty/contract/year";
import { countries, payrollYearOf } from "@zesty/core/countries/countries";
import { asc, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { asElement } from "../setup/elements.ts";
import { payElement } from "../store/schema.ts";

export function readElementSheet(context: Context, businessId: number, day: string): ElementSheet {
  const owner = findBusiness(context, businessId);
  const year = payrollYearOf(owner.country, day);
  const carried = new Map(
    context.store
      .prepared<[number, string], { code: string; cents: number; people: number }>(
        `SELECT substr(y.code, 6) AS code, SUM(y.cents) AS cents, COUNT(DISTINCT y.person_id) AS people
         FROM year_sum y JOIN person p ON p.id = y.person_id
         WHERE p.business_id = ? AND y.year_start = ? AND y.code LIKE 'line:%' GROUP BY y.code`,
      )
      .all(businessId, year.from)
      .map((row) => [row.code, row]),
  );
  const lines = context.store.db
    .select()
    .from(payElement)
    .where(eq(payElement.businessId, businessId))
    .orderBy(asc(payElement.position))
    .all()
    .map((row): ElementLine => {
      const { cents = 0, people = 0 } = carried.get(row.code) ?? {};
      const { reported, counts, doubts, chosen } = countries[owner.country].treatment(
        asElement(row),
        context.rules,
        day,
      );
      const { allowance, deduction } = asElement(row);
      const unpaid =
        row.element.startsWith("deduction") && people > 0 && row.paidTo === null
          ? ["A payslip names who a deduction goes to, and nobody is named."]
          : [];
      return {
        ...{ id: row.id, code: row.code, name: row.name, kind: row.element, retired: row.retired },
        ...{ reported, counts, account: row.account, paidTo: row.paidTo, cents, people },
        doubts: [...doubts, ...unpaid],
        reportedAs: chosen ? { allowance, detail: row.detail, deduction } : null,
      };
    });
  const rank = (line: ElementLine) => (line.people === 0 ? 2 : line.doubts.length > 0 ? 0 : 1);
  return {
    year: { from: year.from, to: year.to, name: year.name },
    lines: lines.filter((line) => !line.retired || line.people > 0).sort((a, b) => rank(a) - rank(b)),
  };
}
