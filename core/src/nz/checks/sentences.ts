/** The marks of New Zealand pays, and the sentence of each. */

import { dateWords } from "../../calendar/dates.ts";
import type { Sentence } from "../../checks/sentences.ts";
import { counted } from "../../quantity/units.ts";

const count = (value: string | undefined, unit = "") => counted(value ?? "0", unit);

const day = (text: string | undefined) => dateWords(text ?? "");

export const sentencesNz = {
  taxCodeMissing: () =>
    "No tax code form or IRD number: taxed at the no-notification rate. Ask for them before the next pay.",
  irdMissing: () =>
    "No IRD number is on record. Inland Revenue takes this pay only with tax code ND: change the code, or record the number.",
  specialRateMissing: () => "The rate of the tailored certificate is missing. Type it as the certificate has it.",
  certificateEnded: (f) => `The certificate ended on ${day(f.until)}. Ask for a new one, or change the tax code.`,
  kiwiSaverRate: (f) => `${f.rate} % is no KiwiSaver rate. Choose ${f.rates} %.`,
  kiwiSaverNotRaised: (f) =>
    `KiwiSaver is at ${f.rate} %. Since ${day(f.since)} that is right only with a temporary reduction from Inland Revenue; else it is ${f.default} %.`,
  temporaryRateEnded: (f) =>
    `The temporary KiwiSaver rate ended on ${day(f.until)}. From then on it is ${f.default} %.`,
  suspensionEnded: (f) => `The savings suspension ended on ${day(f.until)}. Deduct again, or record a new one.`,
  employerRateLow: (f) =>
    `The employer's KiwiSaver is ${f.rate} %; on ${day(f.payday)} at least ${f.least} % is owed. Raise it, or record the reduction that it matches.`,
  esctLapsed: (f) =>
    `The ESCT rate of ${f.rate} % was said on ${day(f.from)}, before this tax year. By last year's pay it is ${f.due} %. Record the rate of this year.`,
  fourWeeksShort: () =>
    "The rate of the extra pay goes by what was earned in the last four weeks, and not all of it is on record. Record earlier earnings on the person's page, or look at the tax.",
  recordedBelowMinimum: (f) =>
    `${f.hours} h are on record for ${f.gross}: ${f.rate} an hour, below the minimum wage of ${f.minimum}. Pay the difference, or put the record right.`,
  startingOutOver: (f) =>
    `The starting-out rate ended on ${day(f.until)}${f.byAge ? `, with the ${f.byAge}th birthday` : ", after six months"}. From then on at least ${f.minimum} an hour is owed, unless the agreement asks for training. Raise the rate and take the tick off, or tick here.`,
  esctAssumed: () =>
    "Neither an ESCT rate nor last year's pay is given, so the lowest rate was taken. Record one of them.",
  minimumRises: (f) =>
    `The minimum wage rises to ${f.minimum} within this period (it ends on ${day(f.to)}), and the rate is ${f.rate}. Hours worked from then on are owed at the new minimum.`,
  totalBelowMinimum: (f) =>
    `After the employer's KiwiSaver comes out of it, the pay is ${f.rate} an hour, below the minimum of ${f.minimum}. Raise the agreed pay, or pay the contribution on top.`,
  advanceOver: (f) =>
    `Annual holidays paid in advance (${f.paid}) are ${f.over} more than the ${f.owed} that is owed at the end. Nothing is taken back by itself: agree on it in writing, or tick that it is left.`,
  advanceUnknown: (f) =>
    `Annual holidays of ${counted(String(Number(f.weeks)), "weeks")} were taken in advance before this program, and what was paid for them is not on record: nothing comes off the 8 %. Type it with the earnings from before.`,
  kiwiSaverUnknown: () => "No KiwiSaver status is set. A new employee from 18 to 64 is enrolled unless exempt.",
  optOutOfMember: () =>
    "Opted out of KiwiSaver, and was not enrolled on starting: who is a member already can only suspend savings. Tick when Inland Revenue's letter says so.",
  optOutUndated: () => "Opted out of KiwiSaver; the day is not on record, and Inland Revenue is told it.",
  optOutOutside: (f) =>
    `Opted out of KiwiSaver on ${day(f.on)}, outside ${day(f.from)} to ${day(f.to)}: only Inland Revenue accepts that. Tick when its letter is on file.`,
  optOutWindow: (f) => `May opt out of KiwiSaver from ${day(f.from)} to ${day(f.to)}.`,
  esctEstimated: () => "The ESCT rate stands on an estimate of this year's pay, as there is no full year before.",
  eightPercent: () =>
    "8 % with each pay is lawful only for work so irregular that holidays cannot be taken, or a fixed term under a year.",
  eightPercentTooLong: (f) =>
    `8 % with each pay since ${day(f.since)}. After twelve months the person is owed four weeks beside it (s 28(4)).`,
  childSupportCut: (f) =>
    `Child support is ${f.taken} instead of ${f.wanted}: the protected part of net pay stays. It is filed with reason P.`,
  orderCut: (f) => `${f.name} is ${f.taken} instead of ${f.wanted}: protected net pay, its limit or its total.`,
  belowMinimumNz: (f) => `${f.rate} an hour is below the ${f.floor} minimum of ${f.minimum}.`,
  salaryBelowMinimum: (f) => `${f.gross} for ${f.hours} h is ${f.rate} an hour, below the minimum of ${f.minimum}.`,
  beyondEvent: (f) =>
    `${count(f.taken, "days")} of ${f.words}; the law gives ${f.most} for one event. Tick where it was more than one, or more was agreed.`,
  leaveBeyondUnits: (f) => `${count(f.taken, f.unit)} of ${f.words} taken, ${f.balance} in the balance.`,
  holidayInAdvance: (f) =>
    `${count(f.taken, "weeks")} of annual holidays, ${f.balance} entitled: the rest is taken in advance. Tick when that is agreed.`,
  cashUpTooMuch: (f) => `${count(f.weeks, "weeks")} cashed up; at most ${f.most} of each entitlement year.`,
  cashUpBeyond: (f) =>
    `${count(f.weeks, "weeks")} cashed up, and ${f.balance} are entitled. Only entitled weeks can be cashed up.`,
  unevenDay: (f) =>
    `The days of the working week have ${f.hours} h, and a day of leave was typed without its hours: an average day is paid. Type the hours of that day, or tick.`,
  openingMissing: (f) =>
    `Employed since ${day(f.start)}, and no balance of annual holidays was brought along, so none is counted from before. Record it on the person's page.`,
  sickUnknown: (f) =>
    `A casual since ${day(f.start)}: the next sick leave arises twelve months after it arose last, and that day is not on record. Type it under Holidays, or tick where none has arisen.`,
  cashUpAsked: (f) =>
    `${count(f.weeks, "weeks")} of annual holidays cashed up. Tick when the request is on file in writing.`,
  exchangedAsked: (f) =>
    `${count(f.days, "days")} of alternative holidays exchanged for ${f.amount}. Tick when the request and the agreed sum are on file.`,
  exchangedEarly: (f) =>
    `${count(f.days, "days")} of alternative holidays exchanged for ${f.amount}; ${f.old === "0" ? "none" : f.old} arose twelve months ago or earlier (s 61). Tick when what was brought along is as old, and the request is on file.`,
  noService: (f) =>
    f.casual
      ? `${f.words} of a casual without six months of 10 hours a week on average, and an hour in every week or 40 in every month (started ${day(f.start)}; s 63). Right only by agreement.`
      : `${f.words} before six months' service (started ${day(f.start)}). Right only by agreement.`,
  historyShort: (f) =>
    `Earnings before ${day(f.from)} are not on record, so the averages count less than twelve months. Record them on the person's page.`,
  daysUnknown: () => "The days worked are not known: type them, as average daily pay is counted by them.",
  publicHolidayOpen: (f) =>
    `${f.name} on ${day(f.date)}: ${f.reason}. Put it into the pay, or tick if it was not otherwise a working day.`,
  alternativeMissing: (f) =>
    `${f.hours} h worked on a public holiday and no alternative holiday earned. Tick when it was not otherwise a working day.`,
  regularBeyondUsual: (f) =>
    `Annual holidays go by an ordinary week of ${f.counted}; with the overtime, commission or allowances of the last weeks it is ${f.seen}. What of that is regular belongs in it (s 8): put it into the usual pay, or record the agreed weekly pay, or tick where none is.`,
  openingAroundParental: (f) =>
    `${count(f.weeks, "weeks")} brought along count as arisen on the day they were recorded, around parental leave, so they are paid at average weekly earnings. Weeks from before the leave are paid at the greater rate: check when they arose, and record the agreed weekly pay or type the amount where that is more.`,
  holidaysAfterUnknown: (f) =>
    `Would ${f.names} have been worked? The days left over reach beyond it, and the week varies (s 40). Add the day as a public holiday after the end, or tick where it would not.`,
  unpaidMoves: (f) =>
    `${count(f.weeks, "weeks")} without pay: what goes beyond a week moves the anniversary of annual holidays. Where it was illness, an injury that ACC pays or volunteers' leave, choose that kind: it does not (s 16). Where it was agreed that the anniversary stays, say so on the person's page; else tick.`,
  weeksGoBack: (f) =>
    `${count(f.weeks, "weeks")} of annual holidays that arose on ${day(f.on)} go back with this pay: unpaid leave that became known since then moves the anniversary to ${day(f.to)}, and they arise on that day (s 16). Where it was agreed that the anniversary stays, say so on the person's page; else tick.`,
  eightPercentEnded: (f) =>
    `8 % was paid with each pay until ${day(f.until)}, after more than twelve months of employment. Where the work was regular, four weeks are owed for each anniversary beside it (s 28(4)): record them under Holidays, or tick.`,
  eightPercentBegan: (f) =>
    `8 % with each pay from ${day(f.from)}. What was earned since ${day(f.since)}, ${f.gross}, has had none of it, and no four weeks arise for it any more: pay the ${f.owed} that is 8 % of it, or let the change begin with an anniversary. Tick once that is settled.`,
  departureOpenNz: (f) =>
    `The last day is ${day(f.end)}, and ${f.kind === "alternative" ? count(f.left, "alternative days") : `${count(f.left ?? f.weeks, "weeks")} of annual holidays`} would stay in the balance.`,
} satisfies Record<string, Sentence>;

export type MarkCodeNz = keyof typeof sentencesNz;

export const standingNz: MarkCodeNz[] = [
  "taxCodeMissing",
  "certificateEnded",
  "kiwiSaverNotRaised",
  "kiwiSaverUnknown",
  "suspensionEnded",
  "temporaryRateEnded",
  "eightPercent",
  "esctAssumed",
  "historyShort",
];
