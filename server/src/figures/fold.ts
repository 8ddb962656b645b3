/**
 * Sums of signed pays by month, kept so that seven years answer in a moment. They are made when figures are asked for,
 * never within a sign-off: whatever was signed or taken back since, its months of its people are summed anew.
 */
import type { PaySnapshot, RowFigures } from "@zesty/core/pay/snapshot";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsOf, toE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import type { Steps } from "../store/steps.ts";

/** Months of people summed in one transaction, between two of which others are answered. */
const slice = 60;

/** Groups and sides of a pay's lines, by what they are to the business. What is recorded and not paid is none of it. */
const parts: Record<string, string> = {
  ...{ earnings: "wages", extra: "wages", unusedLeave: "leaving", termination: "leaving" },
  ...{ reimbursement: "paidBack", beforeTax: "deducted", afterTax: "deducted", deduction: "deducted" },
  donation: "deducted",
};
/** What the employer pays. */
const paidOut = new Set(["wages", "leaving", "paidBack"]);
/** Sums of a pay as a whole. */
const wholes = [
  "gross",
  "taxable",
  "withheld",
  "studentLoan",
  "childSupport",
  "kiwiSaver",
  "super",
  "net",
  "cost",
] as const;

interface Sum {
  part: string;
  code: string;
  cents: number;
  hoursE4: number;
  centre: string | null;
}

/** What one pay adds. */
export function sumsOfPay(figures: RowFigures): Sum[] {
  const found: Sum[] = [];
  let lines = 0;
  for (const line of figures.lines) {
    const part = parts[line.group];
    if (!part) continue;
    const cents = centsOf(line.amount);
    if (paidOut.has(part)) lines += cents;
    const hoursE4 = line.hours === null ? 0 : toE4(decimal(line.hours));
    found.push({ part, code: line.code, cents, hoursE4, centre: line.costCentre ?? null });
  }
  let setAside = 0;
  for (const { code, amount } of figures.employerCosts) {
    setAside += centsOf(amount);
    found.push({ part: "employer", code: `cost:${code}`, cents: centsOf(amount), hoursE4: 0, centre: null });
  }
  // What the pay costs beyond its lines and what is set aside: super, or the employer's KiwiSaver.
  const onTop = centsOf(figures.cost) - lines - setAside;
  found.push({ part: "employer", code: "super", cents: onTop, hoursE4: 0, centre: null });
  for (const code of wholes)
    found.push({ part: "whole", code, cents: centsOf(figures[code] ?? "0.00"), hoursE4: 0, centre: null });
  return found.filter((each) => each.cents !== 0 || each.hoursE4 !== 0);
}

/** A sum over cost centres by their shares, without losing a cent: what is left goes to the greatest. */
function splitOver(each: Sum, shares: readonly { centre: string; cents: number }[]): Sum[] {
  const all = shares.reduce((sum, share) => sum + share.cents, 0);
  const [first] = shares;
  if (each.centre !== null || each.part === "whole" || !first || all === 0)
    return [{ ...each, centre: each.centre ?? (each.part === "whole" ? "" : (first?.centre ?? "")) }];
  const share = (of: number) => shares.map(({ cents }) => Math.trunc((of * cents) / all));
  const [money, hours] = [share(each.cents), share(each.hoursE4)];
  const left = (of: number, given: readonly number[]) => of - given.reduce((sum, one) => sum + one, 0);
  return shares.map(({ centre }, at) => ({
    ...{ ...each, centre },
    cents: (money[at] ?? 0) + (at === 0 ? left(each.cents, money) : 0),
    hoursE4: (hours[at] ?? 0) + (at === 0 ? left(each.hoursE4, hours) : 0),
  }));
}

interface Month {
  businessId: number;
  personId: number;
  month: string;
}

/** Signed pays after which it is kept how far the sums have come: what is stopped goes on from there. */
const window = 2_000;

/** Brings the sums up to what is signed now. */
export function* foldSteps(context: Context): Steps<void> {
  const { store } = context;
  const known = store.prepared<[], { upTo: number | null }>("SELECT MAX(signed_pay_id) AS upTo FROM figure_fold").get();
  const last = store.prepared<[], { id: number | null }>("SELECT MAX(id) AS id FROM signed_pay").get()?.id ?? 0;
  for (let upTo = known?.upTo ?? 0; upTo < last; ) {
    const end = Math.min(last, nextAfter(context, upTo) + window);
    const months = monthsOf(context, upTo, end);
    for (let at = 0; at < months.length; at += slice) {
      store.transaction(() => sumAnew(context, months.slice(at, at + slice), end));
      yield { part: "Adding up pays", done: end, of: last };
    }
    store.transaction(() => {
      store.prepared("DELETE FROM figure_fold").run();
      store.prepared<[number]>("INSERT INTO figure_fold (signed_pay_id) VALUES (?)").run(end);
    });
    upTo = end;
  }
}

/** Ids of a business that was taken in lie far above those before: what lies between is not walked through. */
const nextAfter = ({ store }: Context, id: number): number =>
  store.prepared<[number], { id: number }>("SELECT MIN(id) AS id FROM signed_pay WHERE id > ?").get(id)?.id ?? id;

/** Whose months hold something that was signed or taken back within these numbers. */
const monthsOf = ({ store }: Context, after: number, upTo: number): Month[] =>
  store
    .prepared<[number, number], Month>(
      `SELECT DISTINCT p.business_id AS businessId, s.person_id AS personId, substr(s.payday, 1, 7) AS month
       FROM signed_pay s JOIN person p ON p.id = s.person_id WHERE s.id > ? AND s.id <= ? ORDER BY 1, 3, 2`,
    )
    .all(after, upTo);

export interface PayOfMonth {
  payId: number;
  personId: number;
  payday: string;
  snapshot: string;
}
export interface Entry extends Omit<Sum, "centre"> {
  centre: string;
  placeId: number;
}

/** What a pay adds, by cost centre as it was posted and by the place of its payday. */
export function entriesOfPay({ store }: Context, { payId, personId, payday, snapshot }: PayOfMonth): Entry[] {
  const shares = store
    .prepared<[number], { centre: string; cents: number }>(
      `SELECT cost_centre AS centre, SUM(debit_cents - credit_cents) AS cents FROM journal_line
       WHERE pay_id = ? AND cost_centre IS NOT NULL GROUP BY 1 HAVING cents > 0 ORDER BY cents DESC, centre`,
    )
    .all(payId);
  const terms = store
    .prepared<[number, string], { placeId: number | null }>(
      `SELECT place_id AS placeId FROM employment_terms WHERE person_id = ? AND "from" <= ? ORDER BY "from" DESC, id DESC LIMIT 1`,
    )
    .get(personId, payday);
  const { figures } = JSON.parse(snapshot) as PaySnapshot;
  return sumsOfPay(figures)
    .flatMap((one) => splitOver(one, shares))
    .map((each) => ({ ...each, centre: each.centre ?? "", placeId: terms?.placeId ?? 0 }));
}

/** These months of these people, from the pays that stand. */
function sumAnew(context: Context, months: readonly Month[], last: number): void {
  const { store } = context;
  const clear = store.prepared<[number, string, number]>(
    "DELETE FROM figure_sum WHERE business_id = ? AND month = ? AND person_id = ?",
  );
  const read = store.prepared<[number, string, string, number, number], PayOfMonth>(
    `SELECT s.pay_id AS payId, s.person_id AS personId, s.payday AS payday, s.snapshot AS snapshot FROM signed_pay s
     WHERE s.person_id = ? AND s.payday BETWEEN ? AND ? AND s.kind = 'pay' AND s.id <= ?
       AND NOT EXISTS (SELECT 1 FROM signed_pay r WHERE r.reverses_id = s.id AND r.id <= ?)`,
  );
  const write = store.prepared<[number, string, number, number, string, string, string, number, number]>(
    `INSERT INTO figure_sum (business_id, month, person_id, place_id, cost_centre, part, code, cents, hours_e4)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT DO UPDATE SET cents = cents + excluded.cents, hours_e4 = hours_e4 + excluded.hours_e4`,
  );
  for (const { businessId, personId, month } of months) {
    clear.run(businessId, month, personId);
    for (const pay of read.all(personId, `${month}-01`, `${month}-31`, last, last))
      for (const { placeId, centre, part, code, cents, hoursE4 } of entriesOfPay(context, pay))
        write.run(businessId, month, personId, placeId, centre, part, code, cents, hoursE4);
  }
}
