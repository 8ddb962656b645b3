/** What the sheet of the practice shows, ticks and pays, without a page. */
import type { DuePick, PaymentPlan } from "@zesty/contract/dues";
import type { BusinessDues, PlanOf, PrepareOf } from "@zesty/contract/payOver";
import { addDays } from "@zesty/core/calendar/dates";

export type OpenDue = BusinessDues["dues"][number];

/** The last day on which its money may leave. */
export const leaveBy = ({ sendBy, dueDate }: Pick<OpenDue, "sendBy" | "dueDate">): string => sendBy ?? dueDate;

/** Businesses with what has to leave within so many days; what is late or came back always has. */
export const withinDays = (all: readonly BusinessDues[], days: number): BusinessDues[] =>
  all.flatMap((each) => {
    const dues = each.dues.filter(
      (due) => due.isLate || due.returnedCents > 0 || leaveBy(due) <= addDays(each.today, days),
    );
    return dues.length > 0 ? [{ ...each, dues }] : [];
  });

/** One due of all businesses. */
export const dueOf = (businessId: number, key: string): string => `${businessId} ${key}`;

export const pickOf = ({ dueDate, kind, fundId, payee }: OpenDue): DuePick => ({ dueDate, kind, fundId, payee });

/** What is asked for: each business with the dues of it that are not left out. */
export const asked = (
  shown: readonly BusinessDues[],
  leftOut: ReadonlySet<string>,
  dates: Readonly<Record<number, string>>,
): PlanOf[] =>
  shown.flatMap(({ businessId, dues }) => {
    const picks = dues.filter((due) => !leftOut.has(dueOf(businessId, due.key))).map(pickOf);
    const date = dates[businessId];
    return picks.length > 0 ? [{ business: businessId, picks, ...(date ? { date } : {}) }] : [];
  });

/** An account that is paid to for the first time, named for the tick beside it. */
export const fresh = (plan: PaymentPlan) => plan.lines.filter((line) => line.isNew && line.account !== null);

/** Why a business cannot be paid for as it stands; null where it can. */
export function inTheWay(plan: PaymentPlan, business: number, confirmed: ReadonlySet<string>): string | null {
  if (plan.cents === 0) return "Nothing of this is left to pay.";
  if (plan.faults[0]) return plan.faults[0].text;
  return fresh(plan).some((line) => !confirmed.has(dueOf(business, line.receiver)))
    ? "An account is paid to for the first time. Compare it, and tick it."
    : null;
}

/** What the step pays: of each business all that is ticked, at the sum that was seen. What is in the way stays. */
export const payable = (
  plans: readonly { of: PlanOf; plan: PaymentPlan }[],
  confirmed: ReadonlySet<string>,
): PrepareOf[] =>
  plans.flatMap(({ of: { business, picks, date }, plan }) =>
    inTheWay(plan, business, confirmed) === null
      ? [
          {
            ...{ business, picks, date: date ?? plan.earliest, cents: plan.cents },
            confirmed: fresh(plan).map((line) => line.receiver),
          },
        ]
      : [],
  );

/** "12,400.50" in cents; null where it cannot be read. */
export function balanceTyped(text: string): number | null {
  const match = /^(-?)(\d{1,3}(?:,\d{3})*|\d{1,9})(?:\.(\d{2}))?$/.exec(text.trim().replace(/^\$/, ""));
  if (!match) return null;
  const [, sign = "", whole = "", part = "00"] = match;
  return (sign ? -1 : 1) * (Number(whole.replaceAll(",", "")) * 100 + Number(part));
}
