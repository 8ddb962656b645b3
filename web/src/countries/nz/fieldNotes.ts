import type { FieldNotes } from "../../parts/fieldNotes/notes.ts";

/** Fields of a person. Declarations by the Tax code declaration (IR330) and the KiwiSaver forms KS2, KS3, KS10. */
export const personNz: FieldNotes = {
  "Own rate, %": {
    means: "What the person puts into KiwiSaver of each pay.",
    found: "On the deduction form (KS2) or in Inland Revenue's letter; the rate of the law where they chose none.",
    wrong: "Too much or too little is deducted, and their employer's part may follow it.",
  },
  "8 % with each pay": {
    means: "Holiday pay on top of each pay, in place of annual holidays.",
    found: "In the agreement: only for work too irregular for holidays, or a fixed term under a year.",
    wrong: "Paid to somebody it is not for, holidays are owed all the same.",
  },
  "Bank account": {
    means: "Bank, branch, account and suffix; kept encrypted and shown only on purpose.",
    found: "On a deposit slip or a bank's confirmation, not in an e-mail.",
    wrong: "The bank sends the money back, or pays somebody else.",
  },
  "Annual holidays, weeks": {
    means: "What is left of them on the day they are added here, in weeks.",
    found: "In the earlier system's leave record.",
    wrong: "Holidays are refused that are there, or paid that are not.",
  },
  "Sick leave, days": {
    means: "What is left of it on the day they are added here.",
    found: "In the earlier system's leave record.",
    wrong: "A sick day is unpaid that is owed, or paid that is not.",
  },
  "Annual holidays, weeks a year": {
    means:
      "Weeks of annual holidays that the agreement gives each twelve months, where that is more than the law's four.",
    found: "In the employment agreement.",
    wrong: "Too few weeks arise on the anniversary, and somebody is told they have none left.",
  },
  "Sick leave, days a year": {
    means: "Days of sick leave that the agreement gives each year, where that is more than the law's ten.",
    found: "In the employment agreement.",
    wrong: "Too few days arise, and sick days are asked about that are owed.",
  },
  "Service counts from": {
    means:
      "The day from which service counts for holidays and sick leave, where an earlier employer's time was taken over.",
    found: "In the agreement of the transfer. Empty for everybody else.",
    wrong: "Holidays arise on another day than was agreed.",
  },
  "Alternative days": {
    means: "Whole days owed for public holidays that were worked.",
    found: "In the earlier system's leave record.",
    wrong: "A day off is refused that is owed.",
  },
  "Tax code": {
    means: "The code by which PAYE and the student loan are worked out.",
    found: "On the tax code declaration (IR330) that the person signed, or in a letter of Inland Revenue.",
    wrong:
      "Without a declaration the no-notification rate is deducted. A letter of Inland Revenue goes before the form.",
  },
  "IRD number": {
    means: "Eight or nine digits. It is kept encrypted and shown only on purpose.",
    found: "On a letter of Inland Revenue, or in their online account.",
    wrong: "Without it the no-notification rate is deducted; a wrong one credits somebody else.",
  },
  "Certificate until": {
    means: "The last day of a special tax code certificate.",
    found: "On the certificate.",
    wrong: "After it the code of the declaration holds again.",
  },
  "Starting-out or training minimum wage": {
    means: "A lower minimum wage, for some people under 20 and for trainees.",
    found: "The law says for whom and for how long.",
    wrong: "The person is paid under the minimum wage; that is owed for years back.",
  },
  "Special deduction rate of the loan": {
    means: "A rate of student loan that Inland Revenue set in place of the usual one.",
    found: "On the special deduction rate certificate.",
    wrong: "Too much or too little loan is repaid.",
  },
  "More loan, ordered by Inland Revenue: per cent": {
    means: "More student loan, to make up for what was deducted too little (SLCIR).",
    found: "In Inland Revenue's letter.",
    wrong: "The employer owes what was ordered and not deducted.",
  },
  "More loan, chosen by the person: per cent": {
    means: "More student loan than asked for, because the person wants it (SLBOR).",
    found: "In a written request of the person.",
    wrong: "Their take-home pay is not what they asked for.",
  },
  "or an amount each pay": {
    means: "Dollars in place of a per cent.",
    found: "In the same letter or request.",
    wrong: "Too much or too little loan is repaid.",
  },
  KiwiSaver: {
    means: "Whether the person contributes, is no member, has opted out or suspended.",
    found: "On the KiwiSaver deduction form (KS2), the opt-out request (KS10) or a letter of Inland Revenue.",
    wrong: "Who starts and is 18 to 64 is enrolled by you. What was not deducted is owed all the same.",
  },
  "How they joined": {
    means: "Was a member, was enrolled on starting, or asked to join.",
    wrong: "Only who was enrolled on starting can opt out, and only within its days.",
  },
  "Opted out on": {
    means: "The day of the opt-out request.",
    found: "On the opt-out request (KS10).",
    wrong: "Outside the window it does not count, and contributions go on.",
  },
  "Suspended until": {
    means: "The last day of a savings suspension.",
    found: "In Inland Revenue's letter.",
    wrong: "After it contributions begin again by themselves.",
  },
  "Own rate, per cent": {
    means: "The rate that the person chose, one of those that the law offers.",
    found: "On the KiwiSaver deduction form (KS2).",
    wrong: "Another rate is refused by Inland Revenue.",
  },
  "Temporary 3 % until": {
    means: "The last day of a lower rate that Inland Revenue granted.",
    found: "In Inland Revenue's letter.",
    wrong: "After it the least rate by law is deducted again.",
  },
  "Employer's rate, per cent": {
    means: "Only where more than the least by law was agreed.",
    found: "In the employment agreement.",
    wrong: "What was agreed and not paid is owed.",
  },
  "ESCT rate, per cent": {
    means: "The tax on the employer's part, by what the person had in the tax year before.",
    found: "Worked out by Year, ESCT rates.",
    wrong: "The fund receives too much or too little, and Inland Revenue asks for the difference.",
  },
  "Total remuneration: the employer's part is within the agreed pay": {
    means: "The agreed pay already holds the employer's contribution.",
    found: "In the employment agreement, agreed in good faith; the minimum wage must be left without it.",
    wrong: "The person is paid too little or too much by the employer's part.",
  },
  "The employer contributes though the law does not ask for it": {
    means: "For ages at which the law asks no contribution of the employer.",
    found: "In the employment agreement.",
    wrong: "The fund receives what nobody agreed to, or misses what was.",
  },
  "Child support each pay": {
    means: "What Inland Revenue ordered to be deducted.",
    found: "In the notice of deduction. A new notice replaces the one before.",
    wrong: "The employer owes what was not deducted.",
  },
  "Protected per cent": {
    means: "The part of the net pay that child support leaves to the person.",
    found: "In the notice, where it says another than the law's; empty is the law's.",
    wrong: "More is taken than the law allows.",
  },
  "Served on": {
    means: "The day on which the notice reached you.",
    found: "On the notice.",
    wrong: "Deductions begin on the wrong day.",
  },
  "Ordinary weekly pay, agreed": {
    means: "An amount that the agreement sets above what the law's rule gives.",
    found: "In the employment agreement.",
    wrong: "Annual holidays are underpaid.",
  },
  "Parental leave from": {
    means: "The first day of parental leave; entitlements that arise during it are paid by the average alone.",
    wrong: "Holidays after coming back are paid too high or too low.",
  },
  "On the statement": {
    means: "The reference on the person's bank statement, up to 12 signs. Left empty it is the payday.",
    found: "As the person asks for it.",
    wrong: "The person does not know the payment; it arrives all the same.",
  },
  "8 % with each pay in place of annual holidays": {
    means: "Holiday pay is part of each pay and shown apart.",
    found: "Agreed in writing, and only for irregular work or a fixed term of less than a year.",
    wrong: "Where the law does not allow it the holidays are owed again.",
  },
  "Irregular in it": {
    means: "What of the gross was a bonus or the like that does not come with every pay.",
    found: "On the earlier system's payslips.",
    wrong: "Ordinary weekly pay comes out too high or too low.",
  },
  "Twelve months ran from": {
    means:
      "The day from which the year of annual holidays was counted last, where it was no anniversary of the first day.",
    found: "The last anniversary in the earlier system.",
    wrong: "Four weeks arise too early or too late, and the 8 % at the end is of other earnings.",
  },
  "Sick leave arose last on": {
    means:
      "The day on which a casual passed the hours test last, before this program. The next days arise twelve months later.",
    found: "In the earlier system, where the days of sick leave were added.",
    wrong: "Ten days arise months too early or too late.",
  },
  "For holidays in advance": {
    means:
      "What of the gross was paid for annual holidays before they were entitled. In Opening balance they stand below nought.",
    found: "On the earlier system's payslips since the last anniversary.",
    wrong: "The 8 % at the end is paid on top of holidays that were paid already.",
  },
  "Average only until": {
    means: "Up to this day holidays that arise after parental leave are paid at the average alone.",
    found: "A year after the last day of the parental leave.",
    wrong: "Holidays are paid at another rate than the Act sets.",
  },
  "Hours vary: ordinary weekly pay by the last four weeks, days at average daily pay": {
    means: "For work without a usual week: both are worked out from what was paid.",
    found: "In the employment agreement.",
    wrong: "Holidays are paid by a week that was never worked.",
  },
  "Agreed that unpaid leave leaves the anniversary where it is": {
    means: "Then the average is divided by fewer weeks, and holidays arise on the same day as before.",
    found: "In writing between employer and person.",
    wrong: "Annual holidays arise on another day than was agreed.",
  },
  "Weeks or days to add to the ledger": {
    means: "What the person had on the day below, as the earlier system says.",
    found: "On the earlier system's balances.",
    wrong: "Leave is owed that nobody sees, or taken that was not there.",
  },
  "Agreed minimum": {
    means: "The least that an agreement gives for an hour, where it is above the law's; a pay below it stops.",
    found: "In the employment agreement.",
    wrong: "Somebody is underpaid without a word.",
  },
  Kind: {
    means: "Who ordered it: a court, or an agency for a debt.",
    found: "At the head of the order.",
    wrong: "Another share of the pay is protected, and it is taken before or after others.",
  },
  "Name on the payslip": {
    means: "How the deduction is called where the person reads it.",
    wrong: "Nothing is worked out from it.",
  },
  "Amount each pay": {
    means: "What the order takes from each pay.",
    found: "On the order.",
    wrong: "Too little is taken, which the employer may owe, or too much.",
  },
  "or % after PAYE": {
    means: "A per cent of what is left after PAYE, in place of an amount.",
    found: "On the order.",
    wrong: "Too little is taken, which the employer may owe, or too much.",
  },
  Until: {
    means: "The last payday that the order takes from; empty where it runs on.",
    found: "On the order, or in the letter that ends it.",
    wrong: "It is taken too long, or stops too soon.",
  },
  Total: {
    means: "What the order takes in all; the last pay takes only what is left.",
    found: "On the order.",
    wrong: "It is taken too long, or stops too soon.",
  },
};

export const businessNz: FieldNotes = {
  "Gross earnings of the Holidays Act": {
    means: "Whether it raises what a week of annual holidays pays.",
    found: "All that the agreement makes you pay counts; a truly free gift does not (section 14).",
    wrong: "Holidays are underpaid, and owed for years back.",
  },
  "Part of an ordinary week": {
    means: "Whether a usual week has it: then ordinary weekly pay and relevant daily pay have it too.",
    found: "By how often it was paid in the last weeks.",
    wrong: "Holidays and sick days are paid too high or too low.",
  },
  "IRD number": {
    means: "Eight or nine digits of the business that employs.",
    found: "On a letter of Inland Revenue.",
    wrong: "What is filed is credited to somebody else.",
  },
  Province: {
    means: "Whose anniversary day is a public holiday.",
    wrong: "The anniversary day of another province is paid, or missed.",
  },
  "Large employer": {
    means: "Whose deductions of a year are above the law's threshold pays Inland Revenue twice a month.",
    found: "In Inland Revenue's letter.",
    wrong: "Dues are shown on the wrong day, and late ones cost interest.",
  },
  "Pays from account": {
    means: "The account of the business from which people are paid.",
    found: "On a bank statement.",
    wrong: "The bank refuses the file.",
  },
};
