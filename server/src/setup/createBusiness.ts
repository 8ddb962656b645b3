/** Makes a business with a first pay cycle, the usual pay elements and a small chart of accounts. */
import { randomUUID } from "node:crypto";
import type { NewBusiness, NewBusinessNz, NewElement } from "@zesty/contract/business";
import { irdDigits } from "@zesty/core/quantity/checkDigitsNz";
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { cannot } from "../http/problem.ts";
import { record } from "../store/audit.ts";
import { places } from "../store/crypt.ts";
import { business, ledgerAccount, payCycle, payElement, place, userRight } from "../store/schema.ts";

const accounts = [
  ["1-1100", "Bank"],
  ["2-1100", "PAYG withholding payable"],
  ["2-1200", "Super payable"],
  ["2-1300", "Pay deductions payable"],
  ["2-1400", "Net pay clearing"],
  ["6-1000", "Wages and salaries"],
  ["6-1100", "Superannuation"],
  ["6-1200", "Staff allowances and reimbursements"],
] as const;

const postings = {
  wages: "6-1000",
  superExpense: "6-1100",
  withholdingPayable: "2-1100",
  superPayable: "2-1200",
  deductionsPayable: "2-1300",
  netPayClearing: "2-1400",
  bank: "1-1100",
};

const accountsNz = [
  ["1-1100", "Bank"],
  ["2-1100", "Inland Revenue payable"],
  ["2-1200", "KiwiSaver payable"],
  ["2-1300", "Pay deductions payable"],
  ["2-1400", "Net pay clearing"],
  ["6-1000", "Wages and salaries"],
  ["6-1100", "KiwiSaver, employer"],
  ["6-1200", "Staff allowances and reimbursements"],
] as const;

type Usual = Pick<NewElement, "code" | "name" | "element" | "entry"> & Partial<NewElement>;

/** Elements that most small businesses need; percents of overtime and weekends are set by the award. */
export const usualElements: readonly Usual[] = [
  { code: "ORD", name: "Ordinary", element: "ordinary", entry: "hours" },
  { code: "SAT", name: "Saturday", element: "ordinary", entry: "hours", percent: "125" },
  { code: "SUN", name: "Sunday", element: "ordinary", entry: "hours", percent: "150" },
  { code: "PH", name: "Public holiday", element: "ordinary", entry: "hours", percent: "225" },
  { code: "OT15", name: "Overtime 1½", element: "overtime", entry: "hours", percent: "150" },
  { code: "AL", name: "Annual leave", element: "leaveTaken", entry: "hours", leave: "annual" },
  { code: "PL", name: "Personal leave", element: "leaveTaken", entry: "hours", leave: "personal" },
  { code: "SAL", name: "Salary", element: "ordinary", entry: "amount" },
  { code: "TOOL", name: "Tool allowance", element: "allowance", entry: "amount", allowance: "TD" },
  { code: "BONUS", name: "Bonus", element: "bonus", entry: "amount" },
  { code: "REIMB", name: "Reimbursement", element: "reimbursement", entry: "amount", account: "6-1200" },
  { code: "SACS", name: "Super sacrifice", element: "salarySacrificeSuper", entry: "amount" },
  { code: "UNION", name: "Union fees", element: "deductionAfterTax", entry: "amount", deduction: "F" },
  { code: "DED", name: "Other deduction", element: "deductionAfterTax", entry: "amount" },
];

/** New Zealand: annual holidays are typed in weeks, other leave in days, as the Holidays Act keeps them. */
export const usualElementsNz: readonly Usual[] = [
  { code: "ORD", name: "Ordinary", element: "ordinary", entry: "hours" },
  { code: "OT15", name: "Overtime 1½", element: "overtime", entry: "hours", percent: "150" },
  { code: "SAL", name: "Salary", element: "ordinary", entry: "amount" },
  { code: "AL", name: "Annual holidays, weeks", element: "leaveTaken", entry: "weeks", leave: "annual" },
  { code: "SICK", name: "Sick leave, days", element: "leaveTaken", entry: "days", leave: "sick" },
  { code: "BER", name: "Bereavement, days", element: "leaveTaken", entry: "days", leave: "bereavement" },
  { code: "OTHER", name: "Other paid leave, days", element: "leaveTaken", entry: "days", leave: "familyViolence" },
  { code: "UNPAID", name: "Unpaid leave, weeks", element: "leaveTaken", entry: "weeks", leave: "unpaid" },
  { code: "PH", name: "Public holiday, days", element: "publicHoliday", entry: "days" },
  { code: "PHW", name: "Worked on public holiday", element: "publicHolidayWorked", entry: "hours" },
  { code: "ALTE", name: "Alternative day earned", element: "alternativeEarned", entry: "days" },
  { code: "ALT", name: "Alternative day taken", element: "alternativeHoliday", entry: "days" },
  { code: "DAYS", name: "Days worked", element: "daysWorked", entry: "days" },
  { code: "ALLOW", name: "Allowance", element: "allowance", entry: "amount" },
  { code: "COMM", name: "Commission", element: "commission", entry: "amount" },
  { code: "BONUS", name: "Bonus", element: "bonus", entry: "amount" },
  { code: "CASHUP", name: "Holidays cashed up, weeks", element: "cashUp", entry: "weeks" },
  { code: "REIMB", name: "Reimbursement", element: "reimbursement", entry: "amount", account: "6-1200" },
  { code: "GIVE", name: "Payroll giving", element: "payrollGiving", entry: "amount" },
  { code: "DED", name: "Other deduction", element: "deductionAfterTax", entry: "amount" },
];

export function createBusiness(context: Context, actor: Actor, wanted: NewBusiness | NewBusinessNz): number {
  const { db } = context.store;
  return context.store.transaction(() => {
    const isNz = wanted.country === "NZ";
    demandNew(context, wanted);
    const { id } = db
      .insert(business)
      .values(isNz ? factsNz(context, wanted, randomUUID()) : factsAu(context, wanted, randomUUID()))
      .returning({ id: business.id })
      .get();
    for (const [code, name] of isNz ? accountsNz : accounts)
      db.insert(ledgerAccount).values({ businessId: id, code, name }).run();
    db.insert(place)
      .values({ businessId: id, name: wanted.name, state: isNz ? wanted.province : wanted.state })
      .run();
    db.insert(payCycle)
      .values({ businessId: id, ...wanted.cycle })
      .run();
    (isNz ? usualElementsNz : usualElements).forEach((element, position) => {
      db.insert(payElement)
        .values({
          percent: "100",
          leave: null,
          allowance: null,
          deduction: null,
          account: null,
          ...element,
          businessId: id,
          position,
        })
        .run();
    });
    if (!actor.lead) db.insert(userRight).values({ userId: actor.userId, businessId: id, right: "authorise" }).run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: id,
      what: "added business",
      about: wanted.name,
    });
    return id;
  });
}

function demandNew(context: Context, wanted: NewBusiness | NewBusinessNz): void {
  const taken = context.store.db.select({ abn: business.abn, ird: business.ird }).from(business).all();
  const path = wanted.country === "NZ" ? "ird" : "abn";
  const found =
    wanted.country === "NZ"
      ? taken.some((each) => each.ird === irdDigits(wanted.ird))
      : taken.some((each) => each.abn === wanted.abn.replace(/\s/g, ""));
  if (!found) return;
  const text = `A business with this ${path === "ird" ? "IRD number" : "ABN"} is here already.`;
  throw cannot(`${path}-taken`, text, { errors: [{ path, text }] });
}

const factsAu = (context: Context, wanted: NewBusiness, bmsId: string): typeof business.$inferInsert => ({
  country: "AU",
  name: wanted.name,
  legalName: wanted.legalName,
  abn: wanted.abn.replace(/\s/g, ""),
  branch: "001",
  bmsId,
  timeZone: wanted.timeZone,
  state: wanted.state,
  withholder: wanted.withholder ?? "medium",
  contact: wanted.contact,
  bankAccount: wanted.bank
    ? context.store.crypt.seal(
        JSON.stringify({ bsb: wanted.bank.bsb, account: wanted.bank.account }),
        places.businessBank(bmsId),
      )
    : null,
  bank: bankFacts(wanted),
  postings,
});

/** The columns that only Australia needs stay empty. */
export const factsNz = (context: Context, wanted: Omit<NewBusinessNz, "country" | "cycle">, bmsId: string) => ({
  country: "NZ" as const,
  name: wanted.name,
  legalName: wanted.legalName,
  abn: "",
  ird: irdDigits(wanted.ird),
  filing: wanted.filing,
  branch: "",
  bmsId,
  timeZone: wanted.province === "Chatham Islands" ? "Pacific/Chatham" : "Pacific/Auckland",
  state: wanted.province,
  contact: wanted.contact,
  bankAccount: wanted.bankAccount
    ? context.store.crypt.seal(JSON.stringify({ bsb: "", account: wanted.bankAccount }), places.businessBank(bmsId))
    : null,
  bank: bankFacts({ bank: null, legalName: wanted.legalName }),
  postings,
});

export function addCycle(context: Context, actor: Actor, businessId: number, wanted: NewBusiness["cycle"]): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const taken = db
      .select({ id: payCycle.id })
      .from(payCycle)
      .where(and(eq(payCycle.businessId, businessId), eq(payCycle.name, wanted.name)))
      .get();
    if (taken) {
      const text = `A pay cycle is called ${wanted.name} already. Choose another name.`;
      throw cannot("name-taken", text, { errors: [{ path: "name", text }] });
    }
    db.insert(payCycle)
      .values({ businessId, ...wanted })
      .run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "added pay cycle",
      about: wanted.name,
    });
  });
}

export const bankFacts = (wanted: Pick<NewBusiness, "bank" | "legalName">) => ({
  institution: wanted.bank?.institution ?? "",
  userName: wanted.bank?.userName ?? wanted.legalName.slice(0, 26),
  userId: wanted.bank?.userId ?? "0",
  balancing: wanted.bank?.balancing ?? true,
});
