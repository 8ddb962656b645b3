/** Pay elements that a use case needs: found in the business, or added when first needed. */
import type { NewElement } from "@zesty/contract/business";
import { and, eq, like, max, or } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { ledgerAccount, payElement } from "../store/schema.ts";

type Standard = Pick<NewElement, "code" | "name" | "element"> & Partial<NewElement>;

export const standardElements = {
  unusedAnnual: { code: "UNUSED-AL", name: "Unused annual leave", element: "unusedLeave", leave: "annual" },
  unusedLongService: {
    code: "UNUSED-LSL",
    name: "Unused long service leave",
    element: "unusedLeave",
    leave: "long-service",
  },
  notice: { code: "NOTICE", name: "Pay in lieu of notice", element: "etp", superable: true },
  redundancy: { code: "REDUND", name: "Redundancy pay", element: "redundancy" },
  timeInLieuLeft: {
    code: "TIL-LEFT",
    name: "Time in lieu paid out",
    element: "leaveTaken",
    leave: "timeInLieu",
    superable: false,
  },
  daysOffLeft: {
    code: "RDO-LEFT",
    name: "Rostered days off paid out",
    element: "etp",
    leave: "dayOff",
    superable: true,
  },
  annualCashed: {
    code: "AL-CASH",
    name: "Annual leave cashed out",
    element: "leaveTaken",
    leave: "annual",
    entry: "hours",
  },
  personalCashed: {
    code: "PL-CASH",
    name: "Personal leave cashed out",
    element: "leaveTaken",
    leave: "personal",
    entry: "hours",
  },
  longServiceCashed: {
    code: "LSL-CASH",
    name: "Long service leave cashed out",
    element: "leaveTaken",
    leave: "long-service",
    entry: "hours",
  },
  cashUp: { code: "CASHUP", name: "Holidays cashed up, weeks", element: "cashUp", entry: "weeks" },
  holidaysLeft: {
    code: "HOL-LEFT",
    name: "Annual holidays not taken",
    element: "unusedLeave",
    leave: "annual",
    entry: "weeks",
  },
  holidaysAfter: {
    code: "HOL-AFTER",
    name: "Public holidays after the end",
    element: "unusedLeave",
    leave: "publicHoliday",
    entry: "days",
  },
  alternativeLeft: {
    code: "ALT-LEFT",
    name: "Alternative days not taken",
    element: "unusedLeave",
    leave: "alternative",
    entry: "days",
  },
  alternativeExchanged: {
    code: "ALT-EXCH",
    name: "Alternative days exchanged",
    element: "alternativeExchanged",
    entry: "days",
  },
  holidayPercent: { code: "HOL-8", name: "Holiday pay of 8 %", element: "finalPercent" },
  closedown: { code: "CLOSED", name: "Closedown, 8 %", element: "closedownPay" },
  backPay: { code: "BACKPAY", name: "Back pay", element: "backPay" },
  /** of overtime and of what else super does not count */
  backPayWithoutSuper: { code: "BACKPAY-NS", name: "Back pay without super", element: "backPay", superable: false },
  overpaid: { code: "OVERPAID", name: "Overpayment to pay back", element: "deductionAfterTax", account: "1300" },
} as const satisfies Record<string, Standard>;

/** Elements by which leave is paid out: leave that is taken never stands under them. */
const paidOut: readonly string[] = (
  ["timeInLieuLeft", "annualCashed", "personalCashed", "longServiceCashed"] as const
).map((each) => standardElements[each].code);
export const isPaidOut = (code: string): boolean => paidOut.includes(code.replace(/-\d$/, ""));

/** Codes that a business cannot give to a pay element of its own. */
export const reservedCodes: ReadonlySet<string> = new Set(Object.values(standardElements).map((each) => each.code));

/**
 * The element of a business that pays what is wanted. One of its own that only has the code, and is taxed or counted as
 * something else, is none: then ours stands under the code with a number.
 */
export function ensureElement(context: Context, businessId: number, wanted: Standard): number {
  const { db } = context.store;
  const named = db
    .select()
    .from(payElement)
    .where(
      and(
        eq(payElement.businessId, businessId),
        or(eq(payElement.code, wanted.code), like(payElement.code, `${wanted.code}-_`)),
      ),
    )
    .orderBy(payElement.code)
    .all();
  const same = ({ element, leave, superable }: (typeof named)[number]) =>
    element === wanted.element &&
    leave === (wanted.leave ?? null) &&
    (wanted.superable === undefined || superable === wanted.superable);
  const found = named.find(same);
  if (found) return found.id;
  const codes = [wanted.code, ...Array.from({ length: 9 }, (_, at) => `${wanted.code}-${at + 1}`)];
  const code = codes.find((each) => !named.some((other) => other.code === each));
  if (!code) throw new Error(`No code is left for ${wanted.name}.`);
  if (wanted.account) ensureAccount(context, businessId, wanted.account, wanted.name);
  const last = db
    .select({ at: max(payElement.position) })
    .from(payElement)
    .where(eq(payElement.businessId, businessId))
    .get();
  return db
    .insert(payElement)
    .values({ entry: "amount", percent: "100", ...wanted, code, businessId, position: (last?.at ?? 0) + 1 })
    .returning({ id: payElement.id })
    .get().id;
}

/** An account by its number of today; where the business has it under that of an earlier version, by that one. */
export function accountAs(
  { store }: Context,
  businessId: number,
  { code, earlier, name }: { code: string; earlier: string; name: string },
): { code: string; name: string } {
  const known = store
    .prepared<[number, string, string], { code: string }>(
      "SELECT code FROM ledger_account WHERE business_id = ? AND code = ? AND name = ?",
    )
    .get(businessId, earlier, name);
  return { code: known?.code ?? code, name };
}

export function ensureAccount(context: Context, businessId: number, code: string, name: string): void {
  const { db } = context.store;
  const found = db
    .select({ id: ledgerAccount.id })
    .from(ledgerAccount)
    .where(and(eq(ledgerAccount.businessId, businessId), eq(ledgerAccount.code, code)))
    .get();
  if (!found) db.insert(ledgerAccount).values({ businessId, code, name }).run();
}
