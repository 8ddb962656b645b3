import type { FieldNotes } from "./notes.ts";

/** Fields of a person that both countries ask for. */
export const personOfBoth: FieldNotes = {
  "Who is called": {
    means: "Whom you ring when something happens to the person at work.",
    found: "The person says so, on the staff pages too.",
    wrong: "Nobody is told.",
  },
  "Their telephone": {
    means: "Where that contact is reached during working hours.",
    found: "The person says so.",
    wrong: "Nobody is told.",
  },
  "Who that is to the person": {
    means: "Partner, parent, neighbour: how to begin the call.",
    wrong: "Nothing is worked out from it.",
  },
  Qualification: {
    means: "A licence, card or certificate that the person works by.",
    found: "On the card itself; keep a copy.",
    wrong: "Somebody may work without the licence they need.",
  },
  "Card number": {
    means: "The number that stands on the card.",
    found: "On the card itself.",
    wrong: "It cannot be looked up.",
  },
  "Card ends on": {
    means: "The day on which it ends; empty where it does not. You are told a month beforehand.",
    found: "On the card itself.",
    wrong: "It runs out unnoticed.",
  },
  "Given name": {
    means: "As it stands on the person's tax record.",
    found: "On the form that the person filled in on starting.",
    wrong: "The report names somebody whom the tax office cannot find, and comes back with a warning.",
  },
  "Family name": {
    means: "As it stands on the person's tax record. Who has only one name has it here.",
    found: "On the form that the person filled in on starting.",
    wrong: "The report names somebody whom the tax office cannot find, and comes back with a warning.",
  },
  "Birth date": {
    means: "Age decides what is owed for retirement and the junior rates of an agreement.",
    found: "On the form that the person filled in on starting.",
    wrong: "Junior rates, retirement savings and the report all follow the wrong age.",
  },
  "E-mail": {
    means: "Payslips and the invitation to the staff page go there.",
    wrong: "Somebody else reads what the person earns. Ask for it in writing.",
  },
  "Start date": {
    means: "The first day of employment, not of the first pay.",
    found: "In the letter of engagement.",
    wrong: "Leave is counted from it, and so are notice and long service.",
  },
  "Payroll ID": {
    means: "The number by which your reports know this person, for as long as they work here.",
    wrong: "It cannot be changed once it was reported: the tax office would see two people.",
  },
  "Payslip comes by": {
    means: "By e-mail, on the staff page alone, or on paper, which is printed from the run.",
    found: "The person says so; the law wants it within a working day of being paid.",
    wrong: "The payslip reaches nobody, or somebody else.",
  },
  "Payslip message": {
    means: "Printed on each payslip of this person.",
    wrong: "Everybody with the payslip can read it.",
  },
  "Private notes": { means: "For the practice alone; staff never see it.", wrong: "Nothing is worked out from it." },
  Basis: {
    means: "Full-time, part-time, casual or fixed term, as agreed.",
    found: "In the letter of engagement.",
    wrong: "Leave, loading and the report follow it: a casual gets no annual leave, a permanent no casual loading.",
  },
  Classification: {
    means: "The job or level in words, as the payslip shows it.",
    wrong: "Nothing is worked out from it; the level of an agreement is set under Agreement and timesheet.",
  },
  "Pay cycle": {
    means: "How often the person is paid, and in whose run.",
    wrong: "The person is missing in one run and stands in the other.",
  },
  "Hourly rate": {
    means: "Before tax, for an ordinary hour. Extras are lines of their own.",
    found: "In the letter of engagement, or in the agreement's table.",
    wrong: "Every pay from that day on is wrong; back pay can be worked out from a later correction.",
  },
  "Salary a year": {
    means: "Before tax, for fifty-two weeks; the rate of an hour follows from it.",
    found: "In the letter of engagement.",
    wrong: "Every pay from that day on is wrong; back pay can be worked out from a later correction.",
  },
  "Account name": {
    means: "Whose name the account is in; the person's own where it is empty.",
    found: "On the bank's confirmation.",
    wrong: "Some banks look at it, and send the money back.",
  },
  "Town or suburb": {
    means: "Part of the home address, which stands on reports to the tax office and on some papers.",
    found: "On the person's declaration.",
    wrong: "A report may be refused for this person.",
  },
  "Hours a week": {
    means: "The ordinary hours that were agreed, without overtime.",
    found: "In the letter of engagement.",
    wrong: "The rate of a salary's hour and the leave of a week follow from it.",
  },
  "Wages go to account": {
    means: "The ledger account of this person's wages, where it is not the business's: a director's, say.",
    found: "In your chart of accounts; your accountant knows.",
    wrong: "The books show it in the wrong place; pay stays right.",
  },
  "The week repeats": {
    means: "Whether every week has the same days, or two to four weeks take turns.",
    found: "In the roster: a nine-day fortnight takes two weeks.",
    wrong: "Leave and public holidays are paid by days that were not to be worked, or not paid by those that were.",
  },
  "A first week begins on": {
    means: "Any day of a week in which the roster starts with its first week.",
    wrong: "The weeks are taken for each other.",
  },
  "Place of work": {
    means: "Where the person mostly works: it decides the public holidays and the time of the day.",
    wrong: "Holidays of another region are paid, or missed.",
  },
  "Cost centre": {
    means: "Where the books put this person's pay.",
    wrong: "The books show it in the wrong place; pay stays right.",
  },
  "Counts from": {
    means: "The first day for which this holds. What was paid before stays as it was.",
    wrong: "Too early: pays that are signed off miss something, and back pay is offered. Too late: it is not paid yet.",
  },
  Account: {
    means: "The number of the account that is paid into.",
    found: "On a bank statement or in the person's banking app, never by telephone.",
    wrong: "Somebody else is paid. A change by e-mail alone is the commonest fraud: call the person back.",
  },
  Takes: {
    means: "An amount, a per cent of the net pay, or what is left.",
    wrong: "Exactly one account takes the rest, so that nothing is left over.",
  },
  Agreement: {
    means: "The award or agreement by whose rules shifts become pay.",
    found: "It follows from the industry and the work done, not from what was wished for.",
    wrong: "Penalties, overtime and allowances are underpaid; that is owed for years back.",
  },
  Level: {
    means: "The level of the work in that agreement; its table gives the least rate.",
    found: "In the agreement's description of its levels.",
    wrong: "The least rate is another one.",
  },
  "Hours come in": {
    means: "Every hour from the record of time, or the agreed week with only what differs recorded.",
    found: "As it was agreed: whoever works a set week records exceptions.",
    wrong: "All hours with nothing recorded pays nothing; exceptions pay a week that was not worked.",
  },
  "Fixed term until": {
    means: "The last day of an employment that was agreed for a time.",
    found: "In the written agreement.",
    wrong: "Nobody is told a month before that it ends, and pay goes on after it.",
  },
  "Term agreed on": {
    means: "The day on which the fixed term was signed: papers about it are owed from then on.",
    found: "Beside the signatures.",
    wrong: "The paper is asked for on another day.",
  },
  "Renewed how often": {
    means: "How many times the fixed term was renewed or extended.",
    found: "Count the agreements after the first.",
    wrong: "A term that holds only by an exception is not noticed.",
  },
  "Probation until": {
    means: "The last day of a probation or trial.",
    found: "In the written agreement.",
    wrong: "Nobody is told before it ends; pay does not change.",
  },
  "Leads how many people": {
    means:
      "How many others this person leads. A leading hand's allowance goes by it, and counts in the rate of every hour.",
    found: "Ask the employer, or count the team on the roster. 0 where nobody is led.",
    wrong: "Ordinary hours, overtime and leave are all paid at too low a rate.",
  },
  "Averaging begins on": {
    means: "The day on which a cycle of averaged hours begins, where the agreement averages overtime over some weeks.",
    found: "In the agreement with the person.",
    wrong: "Overtime is counted over other weeks than were agreed.",
  },
  "Last day": {
    means: "The last day of employment: the last day worked, or the end of the notice.",
    found: "In the letter of notice.",
    wrong: "Leave and pay run on too long or stop too soon, and the report names another day.",
  },
  "Final pay": {
    means: "Whether what is owed is paid in the next run of the cycle or on a day of its own.",
    wrong: "The law or the agreement may want it sooner than the next payday.",
  },
  "The notice is worked": {
    means: "The person works until the last day; else the notice is paid in its place.",
    found: "In the letter of notice.",
    wrong: "Notice is paid twice, or not at all.",
  },
};
