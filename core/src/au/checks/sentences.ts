/** The marks of Australian pays, and the sentence of each. */
import { dateWords } from "../../calendar/dates.ts";
import type { Sentence } from "../../checks/sentences.ts";
import { leaveWords } from "../../leave/kinds.ts";

/** "annual leave", "time in lieu" */
const kindOf = (f: Record<string, string>): string => leaveWords(f.kind ?? "").toLowerCase();

export const sentencesAu = {
  noFund: () => "No super fund is set, so the super cannot be paid.",
  noMemberNumber: (f) => `No member number at ${f.fund}. The fund may send the contribution back.`,
  numberPending: (f) =>
    `Tax file number applied for on ${dateWords(f.since ?? "")}. Taxed as if given until ${dateWords(f.until ?? "")}.`,
  numberOverdue: (f) =>
    `Tax file number still pending after ${f.days} days (since ${dateWords(f.since ?? "")}). Record the number, or withhold as if none was given.`,
  contractorPaid: (f) =>
    `A contractor is paid ${f.gross} here, ${f.tax === "$0.00" ? "without" : `less ${f.tax} of`} tax: it brings no super and no leave, and stands in no pay event. Tick where it is an invoice with an ABN; without one type the tax at the top rate. Of an employee change the basis.`,
  numberMissing: () => "No tax file number is given: withheld at the top rate.",
  thresholdUnticked: () => "The tax-free threshold is not claimed here. Right only if another job claims it.",
  belowMinimum: (f) => `The rate of ${f.rate} an hour is below the ${f.floor} of ${f.minimum}.`,
  recordedBelowFloor: (f) =>
    `${f.hours} h are on record for ${f.gross}: ${f.rate} an hour, below the ${f.floor} of ${f.minimum}. Pay the difference, or put the record right.`,
  leaveBeyondBalance: (f) => `${f.hours} h of ${kindOf(f)} taken, ${f.balance} h in the balance.`,
  noAccrual: (f) => `No ${kindOf(f)} accrues although this person is ${f.basis}.`,
  accrualOff: (f) =>
    Number(f.weeks) < Number(f.least)
      ? `${leaveWords(f.kind ?? "")} accrues at ${f.weeks} weeks a year, and the least is ${f.least}. A per cent of hours is written as 7.6923.`
      : `${leaveWords(f.kind ?? "")} accrues at ${f.weeks} weeks a year. Look whether days or hours were given as weeks, or tick.`,
  noAddress: () => "The home address is missing or not complete. The pay event will be refused for this person.",
  tooYoungForSuper: (f) => `Under ${f.under} and not over ${f.hours} hours a week: no super guarantee.`,
  superTyped: (f) => `Super typed by hand: ${f.typed} instead of ${f.worked} (${f.reason}).`,
  cashOutTooMuch: (f) => `Cashing out would leave ${f.after} h of ${kindOf(f)}; at least ${f.keeps} h must stay.`,
  cashOutAgreed: (f) =>
    `${f.hours} h of ${kindOf(f)} cashed out. Tick when the agreement is signed, and the award allows it.`,
  typedAtWork: (f) =>
    `${f.hours} h where ${f.agreed} h are agreed, and what is typed is paid whole: of hours at work leave out what is saved for a day off, or tick.`,
  grantedLeaveUsedUp: (f) => `${f.hours} h since the last work anniversary; ${f.days} paid days a year are granted.`,
  beyondOccasion: (f) =>
    `${f.hours} h of ${f.words}; ${f.days} days are granted for each occasion. Tick where it was more than one, or more was agreed.`,
  casualPaidLeave: (f) =>
    `${f.words} of a casual is without pay (Fair Work Act, ss 106 and 111). Tick where a contract or an agreement pays it.`,
  casualLeave: (f) =>
    `${f.words} is for full-timers and part-timers (Fair Work Act, ss 86 and 95), and these days are a casual's. Take it out, or tick where leave from before was agreed to be taken.`,
  loadingMissing: (f) =>
    `Annual leave is typed without its loading of ${f.percent} %. Record the leave in Time & leave, which adds it, type it here, or record 0 % if the rate already includes it.`,
  loadingUnsaid: (f) =>
    `Annual leave stands without the agreement's loading of ${f.percent} %. Record the per cent under People, Leave, and it is paid with the leave; record 0 % where the pay holds it already; or tick.`,
  noReportingCode: (f) => `${f.name} has no reporting code, so it is reported as a general allowance.`,
  expenseUnits: (f) =>
    `${f.name} is paid as dollars, so what is above ${f.each} a ${f.unit} is not known and no tax is withheld from it. Change the pay element to units.`,
  lumpSumYear: (f) => `Back pay earned in ${f.year} is not from an earlier payroll year. Leave the year out.`,
  earlierYearTakenBack: (f) =>
    `Too much was paid on ${dateWords(f.payday ?? "")}, by ${f.amount}, and it is taken back here: the payroll year ${f.year} is amended for it. Undo the correction, and correct that pay in a run of its own.`,
  extraPayday: (f) =>
    `Payroll year ${f.year} has ${f.paydays} paydays of this cycle, the tax tables are made for ${f.usual}: the year's tax falls short. Who asks for it has more withheld each pay (People, Tax).`,
  regionalHoliday: (f) =>
    `${dateWords(f.date ?? "")} is a public holiday in ${f.region}: ${f.name}. Say under Set-up, Places of work, in which district the place lies: then it is a holiday there, or is not asked about again. Else type its hours at the holiday's rate, or the day off with pay; or tick.`,
  departureOpen: (f) =>
    `The last day is ${dateWords(f.end ?? "")}, and ${f.hours} h of ${leaveWords(f.kind ?? "annual").toLowerCase()} would stay in the balance.`,
  longServiceOpen: (f) =>
    `${f.years} completed years in ${f.state}, and no balance of long service leave is kept: about ${f.weeks} weeks may be owed. Record the balance under People, Leave, or add the line here.`,
  bankedOvertime: (f) =>
    `${f.hours} h of time in lieu paid out as ${f.paid}, at the ordinary rate. Overtime that was banked falls due at its overtime rate: type the difference, or tick where it was none.`,
  lateTermination: (f) =>
    `Paid more than twelve months after the last day, ${dateWords(f.end ?? "")}: that is ordinary income and no termination payment, unless the tax office excepted it.`,
  aboveCap: (f) => `Super of the year reaches ${f.all}, above the concessional cap of ${f.cap}.`,
} satisfies Record<string, Sentence>;

export const standingAu: (keyof typeof sentencesAu)[] = [
  "noMemberNumber",
  "numberMissing",
  "thresholdUnticked",
  "noAddress",
  "noAccrual",
  "accrualOff",
  "noReportingCode",
];
