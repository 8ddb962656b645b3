/**
 * Court orders, fines, benefit debts and tax arrears that an employer has to deduct, each leaving the protected share.
 * Set by: Social Security Act 2018, District Court Act 2016, Tax Administration Act 1994; from memory.
 */
import type { IsoDate } from "../calendar/dates.ts";
import { type Cycle, paysPerYear } from "../calendar/payPeriods.ts";
import { atLeastZero, type Decimal, decimal, least } from "../quantity/decimal.ts";
import { cutToCent } from "../quantity/rounding.ts";
import { type OrderKind, protectedEarnings } from "../rulebook/nz/protectedEarnings.ts";
import { type RuleBook, sourceNote } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";

interface Terms {
  payday: IsoDate;
  rules: RuleBook;
}

/** Names an order among others served on the same day: what it took is summed under this code. */
export const orderCode = ({ served, kind, name }: Order): string =>
  `ORDER-${served}-${kind}-${name.replace(/[^\p{L}\p{N}]+/gu, "-")}`;

/** A court order, fine, benefit debt or tax arrears that the employer has to deduct. */
export interface Order {
  kind: OrderKind;
  name: string;
  amount?: string | undefined;
  percentOfNet?: string | undefined;
  /** day that the notice was served: earlier ones go first */
  served: IsoDate;
  protectedPercent?: string | undefined;
  /** what is left until the order has reached its total */
  upTo?: string | undefined;
}

export interface WorkedOrder {
  order: Order;
  amount: Figure;
  /** what the notice asks, where less could be taken */
  cutFrom?: Decimal;
}

/**
 * Orders in the order that they were served: each takes its amount, as long as the protected share of pay after PAYE
 * stays with the person.
 * @param afterPaye pay after PAYE, which the protected share goes by
 * @param available what is left after child support, student loan and KiwiSaver
 */
export function workOrders(
  orders: readonly Order[],
  gross: Figure,
  afterPaye: Decimal,
  available: Decimal,
  { cycle, periods, payday, rules }: Terms & { cycle: Cycle; periods: number },
): WorkedOrder[] {
  const row = rules.row(protectedEarnings, payday);
  let left = available;
  return [...orders]
    .sort((a, b) => a.served.localeCompare(b.served))
    .map((order) => {
      const wanted =
        order.percentOfNet === undefined
          ? decimal(order.amount ?? "0").times(periods)
          : cutToCent(afterPaye.times(order.percentOfNet).div(100));
      const weeks = decimal(52).div(paysPerYear[cycle]).times(periods);
      const { leastAWeek, percentOfGross } = row.figures.arrears;
      const arrearsMost = most(decimal(leastAWeek).times(weeks), gross.value.times(percentOfGross).div(100));
      const percent = order.protectedPercent ?? row.figures.protectedPercent[order.kind];
      const keep = afterPaye.times(percent).div(100);
      const room = cutToCent(atLeastZero(left.minus(keep)));
      const limits = [room, ...(order.upTo === undefined ? [] : [decimal(order.upTo)])];
      if (order.kind === "arrears") limits.push(cutToCent(arrearsMost));
      const value = limits.reduce(least, wanted);
      left = left.minus(value);
      const amount = figure(order.name, value, "money", () => ({
        rule: `The amount of the notice, leaving at least ${percent} % of pay after PAYE${order.kind === "arrears" ? `, at most ${percentOfGross} % of gross` : ""}`,
        formula: `the least of ${[wanted, ...limits].map((each) => each.toFixed(2)).join(", ")}`,
        source: sourceNote(protectedEarnings, row),
        setting: { place: "person", section: "orders" },
        parts: [gross],
      }));
      return value.lt(wanted) ? { order, amount, cutFrom: wanted } : { order, amount };
    });
}

const most = (a: Decimal, b: Decimal): Decimal => (a.gt(b) ? a : b);
