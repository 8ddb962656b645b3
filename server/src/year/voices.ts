/** What each voice says of a payroll year, read from its own records: facts, ledger, bank, dues; reports by country. */
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { payElement } from "../store/schema.ts";
import { add, type Said, type YearOfCountry } from "./yearOfCountry.ts";

export interface Asked {
  businessId: number;
  from: string;
  to: string;
  /** of one person, by pay; else of everybody, by person */
  personId?: number | undefined;
}
interface Row {
  key: number;
  what: string;
  cents: number;
}

/** Pays of the year; a pay belongs to the year of its payday. */
const pays = (by: string) => `
  FROM signed_pay s JOIN person p ON p.id = s.person_id
  JOIN ${by}
  WHERE p.business_id = ? AND s.payday BETWEEN ? AND ? AND (? IS NULL OR s.person_id = ?)`;
const keyOf = ({ personId }: Asked) => (personId === undefined ? "s.person_id" : "s.pay_id");
const values = ({ businessId, from, to, personId }: Asked) =>
  [businessId, from, to, personId ?? null, personId ?? null] as const;

function rowsOf(context: Context, asked: Asked, what: string, cents: string, by: string): Row[] {
  const key = keyOf(asked);
  return context.store.sqlite
    .prepare(`SELECT ${key} AS key, ${what} AS what, SUM(${cents}) AS cents ${pays(by)} GROUP BY 1, 2`)
    .all(...values(asked)) as Row[];
}

/** By person the facts are summed from their own index, which knows person and payday. */
const factsByPerson = (context: Context, { businessId, from, to }: Asked): Row[] =>
  context.store
    .prepared<[number, string, string], Row>(
      `SELECT f.person_id AS key, f.code AS what, SUM(f.cents) AS cents
       FROM person p JOIN pay_fact f ON f.person_id = p.id
       WHERE p.business_id = ? AND f.payday BETWEEN ? AND ? GROUP BY 1, 2`,
    )
    .all(businessId, from, to);

export function saidByFacts(context: Context, asked: Asked, { ofFact }: YearOfCountry): Said {
  const said: Said = new Map();
  const rows =
    asked.personId === undefined
      ? factsByPerson(context, asked)
      : rowsOf(context, asked, "f.code", "f.cents", "pay_fact f ON f.signed_pay_id = s.id");
  for (const { key, what, cents } of rows) for (const column of ofFact(what)) add(said, key, column, "facts", cents);
  return said;
}

/** What is taken from a pay, or paid beside it: no part of the gross. */
const besideGross = [
  ...["deductionAfterTax", "deductionBeforeTax", "salarySacrificeOther", "payrollGiving", "reimbursement"],
];

/** A reversal's lines have the pay that they take back: each line counts once, with the pay as it was signed. */
export function saidByLedger(context: Context, asked: Asked, { ofPosting, ownCost }: YearOfCountry): Said {
  const beside = new Set(
    context.store.db
      .select()
      .from(payElement)
      .where(eq(payElement.businessId, asked.businessId))
      .all()
      .filter((each) => besideGross.includes(each.element))
      .map((each) => each.name),
  );
  const by = "journal_line l ON l.pay_id = s.pay_id AND s.kind = 'pay'";
  const rows = rowsOf(context, asked, "l.what", "l.debit_cents - l.credit_cents", by);
  const setAside = / set aside$/;
  const costs = new Set([
    ...ownCost,
    ...rows.flatMap(({ what }) => (setAside.test(what) ? what.replace(/, set aside$/, "") : [])),
  ]);
  const said: Said = new Map();
  for (const { key, what, cents } of rows) {
    const column = ofPosting[what];
    if (column) add(said, key, column, "ledger", -cents);
    else if (!costs.has(what) && !setAside.test(what) && !beside.has(what)) add(said, key, "gross", "ledger", cents);
  }
  return said;
}

export function saidByBank(context: Context, asked: Asked): Said {
  const said: Said = new Map();
  const by = "payment m ON m.pay_id = s.pay_id AND s.kind = 'pay' AND m.state = 'paid'";
  for (const { key, cents } of rowsOf(context, asked, "''", "m.cents", by)) add(said, key, "net", "bank", cents);
  return said;
}

export function saidByDues(context: Context, asked: Asked, { ofDue }: YearOfCountry): Said {
  const said: Said = new Map();
  const by = "due d ON d.run_id = s.run_id AND d.person_id = s.person_id AND s.kind = 'pay'";
  for (const { key, what, cents } of rowsOf(context, asked, "d.kind", "d.amount_cents", by)) {
    const column = ofDue[what];
    if (column) add(said, key, column, "owed", cents);
  }
  return said;
}
