/** Who somebody is to New Zealand's tax law on a payday: code, KiwiSaver, child support, orders. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import type { PersonNz } from "@zesty/core/nz/pay/input";
import type { Order } from "@zesty/core/nz/payOrders";
import type { Basis } from "@zesty/core/pay/input";
import { atLeastZero, decimal } from "@zesty/core/quantity/decimal";
import type { DeductionRatesNz } from "@zesty/core/rulebook/nz/deductionRatesNz";
import type { Who } from "../ground/findRun.ts";
import type { DatedRecordsNz } from "../store/dated.ts";
import type { kiwiSaver } from "../store/schema.ts";
import type { RunDays } from "./runDays.ts";

type KiwiSaverRates = DeductionRatesNz["kiwiSaver"];
type Saver = typeof kiwiSaver.$inferSelect;

/**
 * A temporary reduction counts to its last day. From then on the default rate is deducted by law, and the employer
 * matches nothing lower any more (KiwiSaver Act 2006, from memory).
 */
function afterReduction(
  saver: Saver | undefined,
  payday: IsoDate,
  rates: KiwiSaverRates | undefined,
): Saver | undefined {
  if (!saver?.temporaryUntil || saver.temporaryUntil >= payday || !rates || rates.temporaryPercent === null)
    return saver;
  const isReduced = (rate: string | null) => rate !== null && decimal(rate).eq(rates.temporaryPercent ?? "0");
  return {
    ...saver,
    temporaryUntil: null,
    employeeRate: isReduced(saver.employeeRate) ? String(rates.defaultPercent) : saver.employeeRate,
    employerRate: isReduced(saver.employerRate) ? null : saver.employerRate,
  };
}

/** What is left until an order has reached its total. */
const leftOf = (total: string, taken: string): string => {
  const left = decimal(total).minus(taken);
  return left.gt(0) ? left.toFixed(2) : "0";
};

/** What somebody's KiwiSaver is to a pay; nothing where none is on record. */
export const kiwiSaverOf = (saver: Saver | undefined, esctBase: string): Pick<PersonNz, "kiwiSaver"> =>
  saver
    ? {
        kiwiSaver: {
          status: saver.status,
          ...(saver.employeeRate ? { employeeRate: saver.employeeRate } : {}),
          ...(saver.employerRate ? { employerRate: saver.employerRate } : {}),
          ...(saver.esctRate ? { esctRate: saver.esctRate } : { esctBase }),
          ...(saver.temporaryUntil ? { temporaryRate: true } : {}),
          ...(saver.totalRemuneration ? { totalRemuneration: true } : {}),
          ...(saver.voluntaryEmployer ? { voluntaryEmployer: true } : {}),
        },
      }
    : {};

export function personNz(
  who: Who,
  basis: string | undefined,
  nz: DatedRecordsNz,
  { esctBase, rates }: { esctBase: string; rates: KiwiSaverRates | undefined },
  run: RunDays,
  takenOf: (order: Order) => string,
  tookOf: (order: Order) => string,
): PersonNz {
  const code = nz.taxCode.get(who.id);
  const saver = afterReduction(nz.kiwiSaver.get(who.id), run.payday, rates);
  const orders = nz.orders.get(who.id);
  const terms = nz.holidays.get(who.id);
  const standing = (orders?.orders ?? [])
    .filter((order) => order.until === undefined || order.until >= run.payday)
    // Of an amount a period asks for once: what another pay of it took is done.
    .map((order) =>
      order.amount === undefined
        ? order
        : { ...order, amount: atLeastZero(decimal(order.amount).minus(tookOf(order))).toFixed(2) },
    )
    .filter((order) => order.amount === undefined || decimal(order.amount).gt(0));
  return {
    birthDate: who.birthDate,
    basis: (basis ?? "casual") as Basis,
    taxCode: code?.code ?? "ND",
    ...(code?.specialRate ? { specialRate: code.specialRate } : {}),
    ...(code?.slcir ? { slcir: code.slcir } : {}),
    ...(code?.slbor ? { slbor: code.slbor } : {}),
    ...(code?.lowerMinimum ? { lowerMinimum: true } : {}),
    ...(code?.loanRate ? { loanRate: code.loanRate } : {}),
    ...kiwiSaverOf(saver, esctBase),
    ...(orders?.childSupport
      ? {
          childSupport: {
            amount: orders.childSupport.amount,
            ...(orders.childSupport.protectedPercent ? { protectedPercent: orders.childSupport.protectedPercent } : {}),
          },
        }
      : {}),
    ...(standing.length > 0
      ? {
          orders: standing.map(({ until: _until, total, ...order }) =>
            total === undefined ? order : { ...order, upTo: leftOf(total, takenOf(order)) },
          ),
        }
      : {}),
    ...(terms?.withPay ? { holidayPayWithPay: true } : {}),
  };
}
