/** Lanes of a person's line of time that only New Zealand has. */

import { dateWords } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import type { Who } from "../ground/findRun.ts";
import { amount, type Fact, type Lane, lane, said, shown } from "../people/lanes.ts";
import { places } from "../store/crypt.ts";
import { holidayTerms, kiwiSaver, payOrders, taxCode } from "../store/schema.ts";

export const lanesNz = (context: Context, who: Who): Lane[] => [
  lane("taxCode", "Tax code", taxCode, (row) => [
    ["Tax code", row.code],
    ["IRD number", shown(context, row.irdNumber, places.irdNumber(who.id))],
    ["Rate", row.specialRate && `${row.specialRate} %`],
    ["Certificate until", row.until && dateWords(row.until)],
    ["Student loan at", row.loanRate && `student loan at ${row.loanRate} %`],
  ]),
  lane("kiwiSaver", "KiwiSaver", kiwiSaver, (row) => [
    ["KiwiSaver", row.status.replace("-", " ")],
    ["Own rate", row.employeeRate && `${row.employeeRate} %`],
    ["Employer's rate", row.employerRate && `${row.employerRate} %`],
    ["ESCT", row.esctRate && `${row.esctRate} %`],
    ["Suspended until", row.suspendedUntil && dateWords(row.suspendedUntil)],
    ["Temporary until", row.temporaryUntil && dateWords(row.temporaryUntil)],
    ["Opted out on", row.optOutDate && `opted out on ${dateWords(row.optOutDate)}`],
  ]),
  lane("orders", "Child support and orders", payOrders, (row) => [
    ["Child support", row.childSupport && `$${row.childSupport.amount} each pay`],
    ...row.orders.map((each): Fact => [each.name, each.amount ? `$${each.amount}` : `${each.percentOfNet} %`]),
  ]),
  lane("holidays", "Holidays", holidayTerms, (row) => [
    ["Holiday pay", said(row.withPay, "8 % with each pay", "four weeks a year")],
    ["Hours", said(row.varies, "hours vary")],
    ["Agreed week", amount(row.agreedWeekCents)],
    ["Weeks a year", row.annualWeeks && `${row.annualWeeks} weeks a year`],
    ["Sick leave", row.sickDays && `${row.sickDays} sick days a year`],
    ["Service counts from", row.countsFrom && dateWords(row.countsFrom)],
    ["Twelve months ran from", row.anniversaryFrom && dateWords(row.anniversaryFrom)],
    ["Sick leave arose last on", row.sickFrom && dateWords(row.sickFrom)],
  ]),
];
