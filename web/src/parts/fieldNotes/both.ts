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
    wrong: "Somebody works who may not.",
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
  "or salary a year": {
    means: "Before tax, for fifty-two weeks; the rate of an hour follows from it.",
    found: "In the letter of engagement.",
    wrong: "Every pay from that day on is wrong; back pay can be worked out from a later correction.",
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

/** Fields of a business that both countries ask for. */
export const businessOfBoth: FieldNotes = {
  Code: {
    means: "A short word of your own: files and sheets know the entry by it. It stays.",
    wrong: "Nothing is worked out from it.",
  },
  Kind: {
    means: "What a payment is: it decides tax, leave and how it is reported. It stays once something was paid by it.",
    found: "By what the money is for, not by what it is called.",
    wrong: "It is taxed and reported as something else.",
  },
  "Typed as": {
    means: "Whether hours, dollars or a count are typed into the run sheet.",
    found: "Hours where the rate follows the person, dollars where the amount is agreed.",
    wrong: "A change of rate does not reach it, or an amount is read as hours.",
  },
  "Per cent of rate": {
    means: "Of the person's hourly rate: 100 for plain hours, 150 for time and a half.",
    found: "In the award or agreement.",
    wrong: "Every hour typed under it is paid too high or too low.",
  },
  "Dollars each": {
    means: "What one kilometre, meal or night pays.",
    found: "In the award or agreement.",
    wrong: "Every unit is paid too high or too low.",
  },
  "Kind of leave": {
    means: "Which balance the hours come out of.",
    wrong: "One balance falls that should not, and another stays.",
  },
  "Ledger account": {
    means: "Where the cost is booked; left as usual it goes with wages.",
    found: "In your chart of accounts.",
    wrong: "The books show the cost in the wrong place; pay is right.",
  },
  "Paid to": {
    means: "Who gets a deduction; the payslip names them.",
    found: "On the order, or the person's consent.",
    wrong: "A payslip without it is not as the law wants it.",
  },
  Name: { means: "What you call the business; it stands on your desk.", wrong: "Nothing is worked out from it." },
  "Legal name": {
    means: "The name in which the business is registered; it stands on payslips and reports.",
    found: "On the registration of the business.",
    wrong: "A payslip must name the employer that the law knows.",
  },
  "Contact name": {
    means: "Whom the tax office calls about a report.",
    wrong: "Questions about your reports reach nobody.",
  },
  "Contact phone": {
    means: "Where that person is reached by telephone.",
    wrong: "Questions about your reports reach nobody.",
  },
  "Address of the business": {
    means: "Where the business is written to; it stands on payslips and year summaries under the name.",
    wrong: "Somebody who looks for the employer writes to the wrong place.",
  },
  "Contact e-mail": {
    means: "Where that person is reached by mail.",
    wrong: "Questions about your reports reach nobody.",
  },
  Rhythm: {
    means: "How long a period is: a week, a fortnight, a month.",
    wrong: "Tax is worked out by the length of the period. A cycle that was paid keeps its rhythm: add another.",
  },
  "First period starts": {
    means: "The first day of the first period that is paid here.",
    wrong: "Every later period is counted from it.",
  },
  "Days from period end to payday": {
    means: "Nought is the last day of the period itself.",
    wrong: "The day paid decides the tax tables and when everything is due.",
  },
  "Who lodges": {
    means: "Who declares what is reported and sends it: the employer, or somebody with its written authority.",
    wrong: "The agency refuses what comes from somebody it was not told of.",
  },
  "From payday": {
    means: "The first payday that it holds for; earlier ones stay as they were lodged.",
    wrong: "A payday is declared in the wrong name.",
  },
  "Name of the agent": {
    means: "The practice that lodges, as it is registered.",
    wrong: "The declaration names somebody who may not make it.",
  },
  "Registered agent number": {
    means: "The eight digits under which the agent is registered.",
    found: "On the public register of agents.",
    wrong: "The agency refuses the whole event.",
  },
  "Agent's ABN": {
    means: "The eleven digits of the agent's own business.",
    found: "On the agent's letters.",
    wrong: "The agency refuses the whole event.",
  },
  "Agent's IRD number": {
    means: "The eight or nine digits of the intermediary.",
    found: "On the intermediary's letters.",
    wrong: "The filing is taken as somebody else's.",
  },
  Contact: {
    means: "Whom the agency calls about what was lodged.",
    wrong: "Questions about your reports reach nobody.",
  },
  "Authority signed on": {
    means: "The day on which the employer signed that this agent may declare for it.",
    found: "On the signed paper, which the agent keeps.",
    wrong: "What was declared before that day was declared without authority.",
  },
  "Authority's last day": {
    means: "The day after which a new one has to be signed.",
    found: "On the signed paper.",
    wrong: "No payday after it can be signed off.",
  },
  "Told to the agency on": {
    means: "The day on which the employer named this agent to the agency, in its own access to it.",
    found: "The employer knows, or the agent's list of clients shows it.",
    wrong: "The agency refuses what the agent sends.",
  },
  "Cycle name": {
    means: "How the cycle is called where runs are chosen: Weekly, Salaries.",
    wrong: "Nothing is worked out from it.",
  },
  "Set up like": {
    means: "A business of the same country whose pay elements, accounts, funds and agreements are taken over.",
    wrong: "What does not fit is changed or retired afterwards; nothing was paid with it yet.",
  },
  "On a day without banks": {
    means: "Where a payday falls on a weekend or public holiday: paid before it, after it, or on it all the same.",
    found: "In the agreement; most say before.",
    wrong: "People wait for their money.",
  },
  "Retired: not offered any more": {
    means: "It stays with what was paid and is not offered for new pays.",
    wrong: "It can be taken back into use at any time.",
  },
  "Written as": {
    means: "Text, a number, a day, or one of a list that you name.",
    wrong: "It can be named anew, but not written as another kind once facts are kept.",
  },
  Choices: {
    means: "What may be chosen, divided by commas.",
    wrong: "What was chosen before stays with the people who have it.",
  },
  "Source of the dollars": {
    means: "The pay guide and edition that the dollars below were taken from.",
    found: "In the heading of the published pay guide.",
    wrong: "Nobody can tell later whether a rate was right on the day.",
  },
  "Expense account": {
    means: "The account that the cost is booked to.",
    found: "In your chart of accounts.",
    wrong: "The books show it in the wrong place; pay stays right.",
  },
  "Account it is owed on": {
    means: "The account of what is owed until it is paid.",
    found: "In your chart of accounts.",
    wrong: "The books show it in the wrong place; pay stays right.",
  },
  Passphrase: {
    means: "Words that close the file: without them nobody opens it, you neither.",
    wrong: "A lost passphrase cannot be made again. Write it down where the file is not.",
  },
  "Whoever prepares a run does not authorise it": {
    means: "A second person looks at each run before it is signed off.",
    wrong: "One person alone can pay whom they like.",
  },
};
