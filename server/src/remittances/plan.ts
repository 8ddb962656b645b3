/** What paying some dues would do: whom, how much, to which account, under which reference, and what stands in the way. */
import type { DuePick, PaymentPlan, PlannedLine } from "@zesty/contract/dues";
import type { IsoDate } from "@zesty/core/calendar/dates";
import { eq } from "drizzle-orm";
import type { Contributed, Receiver } from "../dues/duesOfCountry.ts";
import { deductionFor, payeesOf } from "../dues/payees.ts";
import { dueKey } from "../dues/readDues.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { rightIn } from "../ground/rights.ts";
import { openAccount } from "../setup/businessRow.ts";
import { lastThree } from "../store/crypt.ts";
import { fund } from "../store/schema.ts";
import { lessCredits, type OpenDue, type SetOff } from "./setOff.ts";

export interface PlannedPart extends OpenDue {
  /** place in the contributions file, from 1; of others in the payment */
  line: number;
}

export interface ReadyLine extends PlannedLine {
  bsb: string;
  wholeAccount: string;
  parts: PlannedPart[];
}

export interface ReadyPlan extends Omit<PaymentPlan, "lines"> {
  number: number;
  lines: ReadyLine[];
  /** kept before the payment is: what it takes off, and from what */
  setOff: SetOff[];
}

export function openDues({ store }: Context, businessId: number, picks: readonly DuePick[]): OpenDue[] {
  const read = store.prepared<[number, string, string, number, string], OpenDue>(
    `SELECT kind, person_id AS personId, fund_id AS fundId, payday, due_date AS dueDate, payee,
       owed_cents - prepared_cents - sent_cents - received_cents - allocated_cents AS cents
     FROM due_total WHERE business_id = ? AND due_date = ? AND kind = ? AND fund_id = ? AND payee = ?
       AND owed_cents > prepared_cents + sent_cents + received_cents + allocated_cents
     ORDER BY payday, person_id`,
  );
  // The same due picked twice is paid once.
  const picked = new Map(picks.map((pick) => [JSON.stringify(pick), pick]));
  const found = new Map<string, OpenDue>();
  for (const { dueDate, kind, fundId, payee = "", people } of picked.values())
    for (const each of read.all(businessId, dueDate, kind, fundId ?? 0, payee))
      if (!people || people.includes(each.personId)) found.set(Object.values(each).slice(0, 6).join(" "), each);
  return [...found.values()];
}

const two = (text: string) => text.slice(2);
/** At most 18 characters, one for ever: day, number of the payment, place in it. Pattern of the payment schedule, from memory. */
const referenceOf = (date: IsoDate, number: number, line: number): string => {
  const [year = "", month = "", day = ""] = date.split("-");
  return `PC${day}${month}${two(year)}-${String(number).padStart(6, "0")}${String(line).padStart(3, "0")}`;
};

interface Account {
  bsb: string;
  account: string;
}

/** Where each receiver of a business is paid to, and whether that was so the last time. */
function accountsOf(context: Context, businessId: number) {
  const { store } = context;
  const funds = new Map(
    store.db
      .select()
      .from(fund)
      .where(eq(fund.businessId, businessId))
      .all()
      .map((row) => [row.id, row]),
  );
  const payees = payeesOf(context, businessId);
  const lastPaid = store.prepared<[number, string], Account>(
    `SELECT r.bsb AS bsb, r.account AS account FROM remittance r JOIN due_payment d ON d.id = r.due_payment_id
     WHERE d.business_id = ? AND r.receiver = ? AND d.way = 'file' AND d.cancelled_at IS NULL ORDER BY r.id DESC LIMIT 1`,
  );
  return {
    isNew(receiver: string, { bsb, account }: Account): boolean {
      const before = lastPaid.get(businessId, receiver);
      return before?.bsb !== bsb || before.account !== account;
    },
    to({ kind, fundId, payee }: OpenDue, receiver: string, of: Receiver | undefined) {
      const given = payees.get(payee ? receiver : (of?.receiver ?? ""));
      if (kind !== "super") {
        const name = given?.name ?? (payee || (of?.title ?? kind));
        const text = `There is no account to pay ${name} to. Record it below the list.`;
        return { name, to: given, reference: given?.reference ?? "", fault: given ? null : { text, mend: null } };
      }
      const known = funds.get(fundId);
      const direct = known?.bsb && known.account ? { bsb: known.bsb, account: known.account } : undefined;
      // A self-managed fund is paid into its own account; the others by way of the clearing house.
      const to = known?.kind === "selfManaged" ? direct : (given ?? direct);
      const name = known?.name ?? "A fund not yet set";
      const fault =
        fundId === 0
          ? { text: "Somebody's super has no fund yet. Record the choice, or the default fund.", mend: "/people" }
          : to
            ? null
            : {
                text: `There is no account to pay ${name} to. Record the clearing house, or the fund's own account.`,
                mend: known?.kind === "selfManaged" ? "/set-up" : null,
              };
      return { name, to, reference: "", fault };
    },
  };
}

export function planPayment(
  context: Context,
  businessId: number,
  picks: readonly DuePick[],
  wanted?: IsoDate,
): ReadyPlan {
  const { store } = context;
  const owner = findBusiness(context, businessId);
  const { dues } = context.country(owner.country);
  const earliest = dues.bankDay(todayAt(context, businessId));
  const date = wanted ?? earliest;
  const number =
    1 +
    (store
      .prepared<[number], { n: number | null }>("SELECT MAX(number) AS n FROM due_payment WHERE business_id = ?")
      .get(businessId)?.n ?? 0);
  const accounts = accountsOf(context, businessId);
  const lines = new Map<string, ReadyLine>();
  const faults: PaymentPlan["faults"] = [];
  let place = 0;
  const { left, setOff } = lessCredits(context, businessId, openDues(context, businessId, picks));
  const receiverOf = ({ kind, fundId, payee }: OpenDue): string =>
    kind === "super"
      ? `fund ${fundId}`
      : payee
        ? deductionFor(payee)
        : (dues.receivers.find((each) => each.kinds.includes(kind))?.receiver ?? kind);
  for (const due of left) {
    const of = dues.receivers.find((each) => each.kinds.includes(due.kind));
    const receiver = receiverOf(due);
    let line = lines.get(receiver);
    if (!line) {
      const { name, to, reference, fault } = accounts.to(due, receiver, of);
      if (fault) faults.push(fault);
      line = {
        ...{ receiver, name, fundId: due.fundId || null, cents: 0, setOffCents: 0, people: 0 },
        ...{ dues: [], parts: [] },
        reference: reference || referenceOf(date, number, lines.size + 1),
        ...{ bsb: to?.bsb ?? "", wholeAccount: to?.account ?? "", account: to ? lastThree(to.account) : null },
        whole: to ? [to.bsb, to.account].filter((each) => each !== "").join(" ") : null,
        isNew: to !== undefined && accounts.isNew(receiver, to),
      };
      lines.set(receiver, line);
    }
    if (due.cents > 0) {
      place += 1;
      line.cents += due.cents;
      line.parts.push({ ...due, line: place });
    }
    const key = dueKey(due);
    if (!line.dues.includes(key)) line.dues.push(key);
  }
  for (const each of setOff) {
    const line = lines.get(receiverOf(each));
    if (line && each.cents > 0) line.setOffCents += each.cents;
  }
  for (const line of lines.values()) line.people = new Set(line.parts.map((each) => each.personId)).size;
  if (!openAccount(context, owner))
    faults.push({ text: `${owner.name} has no bank account to pay from.`, mend: "/set-up" });
  const all = [...lines.values()];
  const withData = all.some((line) => line.fundId !== null);
  if (withData && faults.length === 0) {
    const data = dues.data(context, { owner, on: date, from: null, fileId: "look" }, contributedOf(all));
    if ("missing" in data) faults.push(...data.missing);
  }
  return {
    setOff: setOff.map((each) => {
      const receiver = receiverOf(each);
      return { ...each, receiver, name: lines.get(receiver)?.name ?? receiver };
    }),
    ...{ number, lines: all, cents: all.reduce((sum, line) => sum + line.cents, 0), faults, earliest, withData },
    ...{ fourEyes: owner.fourEyes, balance: balanceOf(context, businessId) },
  };
}

/** What the account held at the end of the newest statement that says so. */
const balanceOf = ({ store }: Context, businessId: number): PaymentPlan["balance"] =>
  store
    .prepared<[number], { cents: number; on: string }>(
      `SELECT closing_cents AS cents, "to" AS "on" FROM bank_statement
       WHERE business_id = ? AND closing_cents IS NOT NULL ORDER BY "to" DESC, id DESC LIMIT 1`,
    )
    .get(businessId) ?? null;

/** The parts of a payment that are members' contributions, in the order of the file. */
export const contributedOf = (lines: readonly ReadyLine[]): Contributed[] =>
  lines.flatMap(({ fundId, reference, cents, parts }) =>
    fundId === null
      ? []
      : parts.map(({ line, personId, payday, cents: own }) => ({
          ...{ line, personId, fundId, payday, cents: own, reference, paymentCents: cents },
        })),
  );

/** The plan as whoever looks may act on it: who may not authorise prepares, and somebody else releases. */
export function planShown(
  context: Context,
  actor: Actor,
  businessId: number,
  picks: readonly DuePick[],
  wanted?: IsoDate,
): PaymentPlan {
  const { lines, number: _number, setOff: _setOff, ...plan } = planPayment(context, businessId, picks, wanted);
  return {
    ...plan,
    fourEyes: plan.fourEyes || rightIn(context, actor, businessId) !== "authorise",
    lines: lines.map(({ bsb: _bsb, wholeAccount: _account, parts: _parts, ...line }) => line),
  };
}
