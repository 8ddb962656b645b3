/** The marks that pays of any country can have, and the sentence of each: what is wrong, and what it blocks or means. */
import { dateWords } from "../calendar/dates.ts";

export type Sentence = (facts: Record<string, string>) => string;

export const sentences = {
  missingTable: (f) =>
    `The rule book has no ${f.table} for ${dateWords(f.payday ?? "")}, so this pay cannot be worked out. Load it in Set-up, Rule book.`,
  derivedTable: (f) => `Worked out with a table that is ${f.standing}: ${f.table}.`,
  noHours: () => "No hours or pay in this row. Type the hours, or leave this person out of the run.",
  absurdHours: (f) => `${f.hours} hours in ${f.days} days is more than the days hold.`,
  netBelowZero: (f) => `Net pay is ${f.net}. Deductions are larger than what is left to pay.`,
  netUnlikeLastTime: (f) =>
    `Net ${f.net} against ${f.last} on ${dateWords(f.payday ?? "")}: ${f.change}, with gross much as it was. Look at deductions and tax.`,
  unlikeLastTime: (f) => `Gross ${f.gross} against ${f.last} on ${dateWords(f.payday ?? "")}: ${f.change}.`,
  noBankAccount: () => "No bank account is set, so the net pay cannot go into the payment file.",
  noEmail: () => "No e-mail address, so the payslip cannot be sent.",
  notEmployed: (f) =>
    `The employment runs from ${dateWords(f.start ?? "")}${f.end ? ` to ${dateWords(f.end)}` : ""}, outside this period.`,
  taxTyped: (f) => `Tax typed by hand: ${f.typed} instead of ${f.worked} (${f.reason}).`,
  deductionCut: (f) => `${f.name} is ${f.taken} instead of ${f.wanted}: its total is reached, or net pay is protected.`,
  rateChanged: (f) =>
    `The rate changed from ${f.was} to ${f.is} on ${dateWords(f.from ?? "")}, within this period. Hours that were typed without their days are paid at ${f.is}: check that none were worked before that day, or type the rate of their day.`,
  partPeriod: (f) =>
    `${f.cycle ? `Paid in ${f.cycle} ${[f.start ? `to ${dateWords(f.start)}` : "", f.end ? `from ${dateWords(f.end)} on` : ""].filter(Boolean).join(" and ")}` : f.start ? `Starts on ${dateWords(f.start)}` : `The last day is ${dateWords(f.end ?? "")}`}, within this period: ${f.days} of ${f.of} working days are this ${f.cycle ? "pay's" : "person's"}. ${Number(f.over) > 0 ? `${f.hours} h are more than the ${f.most} h of those days.` : "The usual pay was cut to them."}`,
  raiseBesideCorrection: (f) =>
    `The pay of ${dateWords(f.payday ?? "")} is corrected and raised in this one pay: the raise is for the hours before the correction, and the correction at the rate before the raise. Undo one, and do it again once the other is signed off; or tick.`,
  otherCycle: (f) =>
    `Paid in ${f.cycle} on all days of this period. Leave this person out of the run, or tick if this pay is meant.`,
  fixedTermOver: (f) =>
    `The fixed term is over on ${dateWords(f.until ?? "")}, and no last day is recorded. Record the new term, or the departure; or tick.`,
  holidayHeldOver: (f) =>
    `${f.name} of ${dateWords(f.original ?? "")} was to be kept on ${dateWords(f.substitute ?? "")}, after the last day. Pay it as a day off, or tick where it was settled otherwise.`,
  paidBeyond: (f) =>
    `The last day was ${dateWords(f.last ?? "")}, and days to ${dateWords(f.to ?? "")} were paid already, on ${f.paydays}. Correct those pays, so that neither pay nor leave of these days stands; or tick.`,
  salaryAboveUsual: (f) =>
    `The salary comes to ${f.salary} for a pay, and usual pay has ${f.usual}. Put usual pay right on the person's page, or tick.`,
  hoursBesideSalary: (f) =>
    `${f.hours} h at the plain rate, ${f.amount}, stand beside the salary. Take them out if the salary pays for them, or tick.`,
  firstHoursHigh: (f) =>
    `${f.agreed === "1" ? `Agreed are ${f.hours} hours a week` : `This first pay here has ${f.hours} hours a week`}: look whether they are of a fortnight or a month, or tick.`,
  firstRateHigh: (f) => `The rate of this first pay here is ${f.rate} an hour. Look for a point that slipped, or tick.`,
  farAboveUsual: (f) =>
    `Gross ${f.gross} is ${f.times} times a usual pay of ${f.usual}. Look for a year's salary in one pay, or a slip of the key.`,
  leaveBeyondPeriod: (f) =>
    `${f.hours} h of work and leave, and the period has ${f.agreed} h. Leave paid in advance is taxed by period: set how many pays this one covers; or remove hours that were entered twice.`,
  paidBefore: (f) =>
    `Of this period ${f.amount} was paid on another payday already, and is taxed together with this pay. Check that nothing is paid twice.`,
  timeFault: (f) => f.text ?? "",
  timeNotApproved: (f) =>
    `${Number(f.count) === 1 ? "A day is" : `${f.count} days are`} recorded and not approved, so not in this pay: ${f.days}.`,
  timeLook: (f) => f.text ?? "",
  lateMoves: (f) =>
    `${f.late} ${f.count === "1" ? "is" : "are"} paid late. With ${f.count === "1" ? "it" : "them"}, ${f.amount} ${f.way} is due for ${f.days}, paid already. Look past pays over and pay the difference; or tick.`,
  otherYear: (f) =>
    `The period ends on ${dateWords(f.end ?? "")}; the payday belongs to ${/^\d/.test(f.year ?? "") ? "payroll year" : "the"} ${f.year}, and so do rates and lodgement.`,
  leaveWithoutDays: (f) =>
    `${f.name}: ${f.typed} typed without days. Enter the dates, so that the leave record shows when it was taken.`,
  typedOverMoved: (f) =>
    `${f.name}: ${f.typed} was typed over ${f.over}, and ${f.now} stands beneath it now. Check that ${f.typed} is still meant, or blank the cell.`,
  hoursWithoutMoney: (f) =>
    `${f.name}: ${f.hours} h and no rate to pay them by. Enter a rate under People, the level's rate in Set-up, Agreements, or type the rate of this line.`,
  loadedTwice: (f) =>
    `The rate of ${f.rate} is the level's ${f.level} with a casual's loading in it, and the agreement adds the loading again. Record ${f.level}, or tick if the higher rate is meant.`,
  belowLevel: (f) =>
    `The rate of ${f.rate} is below the ${f.level} that the level asks for. Raise it, or empty it: then the level's rate is paid.`,
  salaryBelowLevel: (f) =>
    `The salary comes to ${f.rate} an hour of the agreed week, below the ${f.level} that the level asks for. Raise it, or correct the agreed hours.`,
  salaryNotAbove: (f) =>
    `The salary comes to ${f.rate} an hour. Paid as an annualised wage the agreement asks for ${f.percent} % above the level, ${f.level}: raise it, or tick if penalties and overtime are paid on top.`,
  timeTypedOver: (f) => `${f.name}: ${f.typed} typed over the ${f.was} of the record of time.`,
} satisfies Record<string, Sentence>;

/** Of these, the facts of the person, not of this pay: see `standingCodes` of all countries. */
export const standing: (keyof typeof sentences)[] = ["noEmail", "salaryAboveUsual", "salaryNotAbove"];
