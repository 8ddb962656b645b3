/** What a New Zealand person's page says under each heading. */
import type { PersonView } from "@zesty/contract/people";
import { longDate, money } from "../../../parts/format.ts";
import { orderWords } from "./OrdersForm.tsx";

type Fact = [string, string | null | undefined];

const statusWords = {
  member: "contributes",
  "not-member": "no member",
  "opted-out": "opted out",
  suspended: "savings suspension",
} as const;

const loanWords = (loan: { percent?: string | undefined; amount?: string | undefined } | null) =>
  loan ? (loan.percent ? `${loan.percent} %` : `$${money(loan.amount ?? "0")} each pay`) : undefined;

export function taxCodeFacts({ nz }: PersonView): Fact[] {
  const code = nz?.taxCode;
  return [
    ["Tax code", code ? `${code.code}, since ${longDate(code.from)}` : null],
    ["IRD number", code?.irdShown ?? null],
    ["Rate", code?.specialRate ? `${code.specialRate} %` : undefined],
    ["Certificate until", code?.until ? longDate(code.until) : undefined],
    ["More loan, ordered", loanWords(code?.slcir ?? null)],
    ["More loan, chosen", loanWords(code?.slbor ?? null)],
    ["Student loan at", code?.loanRate ? `${code.loanRate} %, by a certificate` : undefined],
    ["Minimum wage", code?.lowerMinimum ? "starting-out or training rate" : undefined],
  ];
}

/** The rate, and what it rests on. */
function esctWords(esct: NonNullable<PersonView["nz"]>["esct"]): string | undefined {
  if (!esct) return undefined;
  if (esct.base === null) return `${esct.rate} %, typed`;
  return `${esct.rate} %, by ${esct.estimated ? "an estimate of this year" : "last year's pay"}, $${money(esct.base)}`;
}

export function kiwiSaverFacts({ nz }: PersonView): Fact[] {
  const saver = nz?.kiwiSaver;
  if (!saver) return [["KiwiSaver", null]];
  return [
    ["KiwiSaver", `${statusWords[saver.status]}, since ${longDate(saver.from)}`],
    ["Own rate", saver.employeeRate ? `${saver.employeeRate} %` : undefined],
    ["Temporary until", saver.temporaryUntil ? longDate(saver.temporaryUntil) : undefined],
    ["Suspended until", saver.suspendedUntil ? longDate(saver.suspendedUntil) : undefined],
    ["Opted out on", saver.optOutDate ? longDate(saver.optOutDate) : undefined],
    [
      "Deducted before",
      nz?.beforeOptOut
        ? `$${money(nz.beforeOptOut.employee)} of theirs, $${money(nz.beforeOptOut.employer)} of yours: Inland Revenue pays both back`
        : undefined,
    ],
    ["Employer's rate", saver.employerRate ? `${saver.employerRate} %` : "the least by law"],
    ["ESCT", esctWords(nz?.esct ?? null)],
    ["At any age", saver.voluntaryEmployer ? "the employer contributes" : undefined],
    ["Total remuneration", saver.totalRemuneration ? "yes" : undefined],
  ];
}

export function orderFacts({ nz }: PersonView): Fact[] {
  const { childSupport, orders = [] } = nz?.orders ?? {};
  if (!childSupport && orders.length === 0) return [["Orders", "none"]];
  return [
    ["Child support", childSupport ? `$${money(childSupport.amount)} each pay` : undefined],
    ...orders.map(
      (order): Fact => [
        order.name,
        `${orderWords[order.kind]}, ${order.amount ? `$${money(order.amount)}` : `${order.percentOfNet} % after PAYE`}, served ${longDate(order.served)}`,
      ],
    ),
  ];
}

export function holidayFactsShown({ nz }: PersonView): Fact[] {
  if (!nz) return [];
  const { holidays, entitlement } = nz;
  return [
    [
      "Annual holidays",
      holidays.withPay ? "8 % with each pay" : `${holidays.annualWeeks ?? "four"} weeks each twelve months`,
    ],
    ["Sick leave", holidays.sickDays ? `${holidays.sickDays} days a year` : undefined],
    ["Service counts from", holidays.countsFrom ? longDate(holidays.countsFrom) : undefined],
    ["Twelve months ran from", holidays.anniversaryFrom ? longDate(holidays.anniversaryFrom) : undefined],
    ["Sick leave arose last on", holidays.sickFrom ? longDate(holidays.sickFrom) : undefined],
    ["Last entitlement", entitlement.anniversary ? longDate(entitlement.anniversary) : "none yet"],
    ["Next entitlement", entitlement.next ? longDate(entitlement.next) : undefined],
    ["Gross since then", `$${money(entitlement.grossSince)}`],
    ["Ordinary weekly pay", `$${money(entitlement.ordinaryWeek)}`],
    ["Average weekly earnings", `$${money(entitlement.averageWeek)}`],
    ["Average daily pay", `$${money(entitlement.averageDay)}`],
    ["Hours", holidays.varies ? "vary" : undefined],
    ["Agreed weekly pay", holidays.agreedWeek ? `$${money(holidays.agreedWeek)}` : undefined],
    ["Parental leave from", holidays.averageOnlyFrom ? longDate(holidays.averageOnlyFrom) : undefined],
    ["Average only until", holidays.averageOnlyUntil ? longDate(holidays.averageOnlyUntil) : undefined],
    ["Unpaid leave", holidays.keepsAnniversary ? "leaves the anniversary, lowers the divisor" : undefined],
  ];
}

export const earlierFacts = ({ nz }: PersonView): Fact[] =>
  (nz?.earlier ?? []).length === 0
    ? [["Recorded", "none"]]
    : (nz?.earlier ?? []).map(
        (each): Fact => [
          `${longDate(each.start)} to ${longDate(each.end)}`,
          `$${money(each.gross)}, ${each.days} days`,
        ],
      );
