/** What the fields of a business mean that both countries ask for. */
import type { FieldNotes } from "./notes.ts";

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
  "Of whom": {
    means:
      "Whose pays it counts on: everybody's, or those of who works at one place, as a class of workers' compensation.",
    wrong: "Too much or too little is set aside; pay stays right.",
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
  "No run is signed off before somebody else has said yes": {
    means:
      "Somebody else reads the letter of the run and says yes to its figures; another figure asks for another yes.",
    wrong: "Left off, a run may be signed off without the owner having seen it.",
  },
  "Whoever prepares a run does not authorise it": {
    means: "A second person looks at each run before it is signed off.",
    wrong: "One person alone can pay whom they like.",
  },
  "Payment file": {
    means: "How your bank reads a file of payments.",
    found: "Ask the bank, or look at what it takes in its own pages.",
    wrong: "The bank refuses the file.",
  },
};
