/** The sentence of each mark: what is wrong, and what it blocks or means. */
import { dateWords } from "../calendar/dates.ts";
import type { Mark, MarkCode } from "./mark.ts";
import { type Sentence, sentencesNz } from "./sentencesNz.ts";

const sentences: Record<MarkCode, Sentence> = {
  missingTable: (f) =>
    `The rule book has no ${f.table} for ${dateWords(f.payday ?? "")}, so this pay cannot be worked out. Load it in Set-up, Rule book.`,
  derivedTable: (f) => `Worked out with a table that is ${f.standing}: ${f.table}.`,
  noHours: () => "No hours or pay in this row. Type the hours, or leave this person out of the run.",
  absurdHours: (f) => `${f.hours} hours in ${f.days} days is more than the days hold.`,
  netBelowZero: (f) => `Net pay is ${f.net}. Deductions are larger than what is left to pay.`,
  noFund: () => "No super fund is set, so the super cannot be paid.",
  noMemberNumber: (f) => `No member number at ${f.fund}. The fund may send the contribution back.`,
  numberPending: (f) =>
    `Tax file number applied for on ${dateWords(f.since ?? "")}. Taxed as if given until ${dateWords(f.until ?? "")}.`,
  numberOverdue: (f) =>
    `Tax file number still pending after ${f.days} days (since ${dateWords(f.since ?? "")}). Record the number, or withhold as if none was given.`,
  numberMissing: () => "No tax file number is given: withheld at the top rate.",
  thresholdUnticked: () => "The tax-free threshold is not claimed here. Right only if another job claims it.",
  unlikeLastTime: (f) => `Gross ${f.gross} against ${f.last} on ${dateWords(f.payday ?? "")}: ${f.change}.`,
  belowMinimum: (f) => `The rate of ${f.rate} an hour is below the ${f.floor} of ${f.minimum}.`,
  leaveBeyondBalance: (f) => `${f.hours} h of ${f.kind} leave taken, ${f.balance} h in the balance.`,
  noAccrual: (f) => `No ${f.kind} leave accrues although this person is ${f.basis}.`,
  noBankAccount: () => "No bank account is set, so the net pay cannot go into the payment file.",
  noAddress: () => "The home address is missing or not complete. The pay event will be refused for this person.",
  noEmail: () => "No e-mail address, so the payslip cannot be sent.",
  notEmployed: (f) =>
    `The employment runs from ${dateWords(f.start ?? "")}${f.end ? ` to ${dateWords(f.end)}` : ""}, outside this period.`,
  tooYoungForSuper: (f) => `Under ${f.under} and not over ${f.hours} hours a week: no super guarantee.`,
  taxTyped: (f) => `Tax typed by hand: ${f.typed} instead of ${f.worked} (${f.reason}).`,
  superTyped: (f) => `Super typed by hand: ${f.typed} instead of ${f.worked} (${f.reason}).`,
  deductionCut: (f) => `${f.name} is ${f.taken} instead of ${f.wanted}: its total is reached, or net pay is protected.`,
  cashOutTooMuch: (f) => `Cashing out would leave ${f.after} h of ${f.kind} leave; at least ${f.keeps} h must stay.`,
  cashOutAgreed: (f) =>
    `${f.hours} h of ${f.kind} leave cashed out. Tick when the agreement is signed, and the award allows it.`,
  grantedLeaveUsedUp: (f) => `${f.hours} h since the last work anniversary; ${f.days} paid days a year are granted.`,
  longCompassionate: (f) => `${f.hours} h of compassionate leave; ${f.days} days are granted for each occasion.`,
  loadingMissing: (f) =>
    `Annual leave is typed without its loading of ${f.percent} %. Record the leave in Time & leave, which adds it, type it here, or record 0 % for who has it in the pay already.`,
  noReportingCode: (f) => `${f.name} has no reporting code, so it is reported as a general allowance.`,
  expenseUnits: (f) =>
    `${f.name} is paid as dollars, so what is above ${f.each} a ${f.unit} is not known and no tax is withheld from it. Have its pay element typed as units.`,
  lumpSumYear: (f) => `Back pay earned in ${f.year} is not from an earlier payroll year. Leave the year out.`,
  extraPayday: (f) =>
    `Payroll year ${f.year} has ${f.paydays} paydays of this cycle, the tax tables are made for ${f.usual}: the year's tax falls short. Who asks for it has more withheld each pay (People, Tax).`,
  otherYear: (f) =>
    `The period ends on ${dateWords(f.end ?? "")}; the payday belongs to payroll year ${f.year}, and so do rates and lodgement.`,
  departureOpen: (f) =>
    `The last day is ${dateWords(f.end ?? "")}, and ${f.hours} h of annual leave would stay in the balance.`,
  rateChanged: (f) =>
    `The rate changed from ${f.was} to ${f.is} on ${dateWords(f.from ?? "")}, within this period. All hours stand at ${f.is}: for those worked before that day type the rate of their day.`,
  partPeriod: (f) =>
    `${f.start ? `Starts on ${dateWords(f.start)}` : `The last day is ${dateWords(f.end ?? "")}`}, within this period: ${f.days} of ${f.of} working days are this person's. ${Number(f.over) > 0 ? `${f.hours} h are more than the ${f.most} h of those days.` : "The usual pay was cut to them."}`,
  leaveBeyondPeriod: (f) =>
    `${f.hours} h of work and leave, and the period has ${f.agreed} h. Leave paid in advance is taxed by period: set how many pays this one covers; or take out the hours that stand twice.`,
  farAboveUsual: (f) =>
    `Gross ${f.gross} is ${f.times} times a usual pay of ${f.usual}. Look for a year's salary in one pay, or a slip of the key.`,
  paidBefore: (f) =>
    `Of this period ${f.amount} was paid on another payday already, and is taxed together with this pay. Look that nothing is paid twice.`,
  timeFault: (f) => f.text ?? "",
  timeNotApproved: (f) =>
    `${Number(f.count) === 1 ? "A day is" : `${f.count} days are`} recorded and not approved, so not in this pay: ${f.days}.`,
  timeLook: (f) => f.text ?? "",
  timeTypedOver: (f) => `${f.name}: ${f.typed} typed over the ${f.was} of the record of time.`,
  ...sentencesNz,
  aboveCap: (f) => `Super of the year reaches ${f.all}, above the concessional cap of ${f.cap}.`,
};

export const sentenceOf = (mark: Pick<Mark, "code" | "facts">): string => sentences[mark.code](mark.facts);
