import type { FieldNotes } from "../../parts/fieldNotes/notes.ts";

/** Fields of a person. Declarations by the Tax file number declaration and the Withholding declaration. */
export const personAu: FieldNotes = {
  "Tax-free threshold": {
    means: "The person's first dollars of a year are free of tax at this job.",
    found: "On the tax file number declaration. At one job at a time, usually the one that pays more.",
    wrong: "Claimed twice, the person owes tax at the year's end; claimed nowhere, they wait for it to come back.",
  },
  "Study loan": {
    means: "A study or training loan is repaid with the tax.",
    found: "On the tax file number declaration.",
    wrong: "Too little is withheld, and the person owes it with their return.",
  },
  "Super fund": {
    means: "Where the person's super goes: the fund they chose, else their stapled fund, else your default fund.",
    found: "On the person's choice form; the stapled fund is asked for in your online account with the tax office.",
    wrong: "Super that does not reach the fund on time is owed with a charge on top.",
  },
  "Annual leave, hours": {
    means: "What is left of it on the day they are added here.",
    found: "On the last payslip of the earlier system.",
    wrong: "Leave is refused that is there, or paid that is not.",
  },
  "Personal leave, hours": {
    means: "What is left of sick and carer's leave on the day they are added here.",
    found: "On the last payslip of the earlier system.",
    wrong: "A sick day is unpaid that was earned, or paid that was not.",
  },
  "Tax file number is": {
    means: "Whether the person gave a number, has applied for one, or gives none.",
    found: "Question 1 of the tax file number declaration.",
    wrong: "Without a number the highest rate is withheld; somebody who has applied has 28 days to give it.",
  },
  "Tax file number": {
    means: "The person's number at the tax office. It is kept encrypted and shown only on purpose.",
    found: "On the person's notice of assessment, or in their online tax account.",
    wrong: "A number that fails its check is refused here; somebody else's is refused by the tax office.",
  },
  "Applied for on": {
    means: "The day on which the person applied for a number.",
    wrong: "After twenty-eight days without a number the highest rate is withheld.",
  },
  Residency: {
    means: "Resident for tax, foreign resident, or working holiday maker (visa 417 or 462).",
    found: "On the tax file number declaration; the visa says who is a working holiday maker.",
    wrong: "Another scale of tax is used, and the person pays the difference with their return.",
  },
  "Home country": {
    means: "Where a working holiday maker comes from.",
    found: "In the passport.",
    wrong: "The report is refused without it.",
  },
  "Award minimum": {
    means: "The least that the award gives for an hour, before casual loading; a pay below it stops.",
    found: "In the award's pay guide, by classification.",
    wrong: "Somebody is underpaid without a word; that is owed for years back.",
  },
  "Income reported as": {
    means: "Family of a company or trust that they control are closely held; the others work across a border.",
    found: "Your accountant knows who is closely held; a visa or an assignment letter says the rest.",
    wrong: "The person's tax return is filled in wrongly, and the year is due on another day.",
  },
  Country: {
    means: "The country that the report names beside this kind of income.",
    found: "On the visa or the assignment letter; two letters, as FR.",
    wrong: "The agency refuses the person's record.",
  },
  "We are registered to employ working holiday makers": {
    means: "Whether your business told the tax office that it employs them.",
    found: "In your online account with the tax office.",
    wrong: "Too little is withheld where you are not registered; you are liable for it.",
  },
  "Medicare levy": {
    means: "Whether the levy is withheld in full, by half, or not at all.",
    found: "On the person's Medicare levy variation declaration; without one it is the full levy.",
    wrong: "Too little is withheld, and the person owes it with their return.",
  },
  "Dependants for the levy reduction": {
    means: "How many children the person claims a reduced levy for; nought with a spouse alone.",
    found: "On the Medicare levy variation declaration.",
    wrong: "Too little levy is withheld, and the person owes it with their return.",
  },
  "Tax offsets a year": {
    means: "Dollars by which the year's tax is less, as for a zone or a dependant.",
    found: "On the withholding declaration.",
    wrong: "Too little is withheld, and the person owes it with their return.",
  },
  "More to withhold each pay": {
    means: "What the person wants withheld on top, as for other income.",
    found: "In a written agreement with the person.",
    wrong: "Their take-home pay is not what they asked for.",
  },
  "Varied to, per cent": {
    means: "A rate that the tax office allowed in place of the tables.",
    found: "In the tax office's letter; it ends with the payroll year unless it says otherwise.",
    wrong: "You are liable for the shortfall.",
  },
  "Tax-free threshold claimed here": {
    means: "The person's first dollars of a year are free of tax at this job.",
    found: "On the tax file number declaration. At one job at a time, usually the one that pays more.",
    wrong: "Claimed twice, the person owes tax at the year's end; claimed nowhere, they wait for it to come back.",
  },
  "Study and training support loan": {
    means: "A study or training loan is repaid with the tax.",
    found: "On the tax file number declaration.",
    wrong: "Too little is withheld, and the person owes it with their return.",
  },
  Fund: {
    means: "Where the person's super goes: the fund they chose, else their stapled fund, else your default fund.",
    found: "On the person's choice form; the stapled fund is asked for in your online account with the tax office.",
    wrong: "Super that does not reach the fund on time is owed with a charge on top.",
  },
  "Member number": {
    means: "The person's number in that fund.",
    found: "On a statement or in the app of the fund.",
    wrong: "The fund sends the money back, and the time to pay runs on.",
  },
  "How it came about": {
    means: "Chosen by the person, the stapled fund that the tax office named, or the default fund after neither.",
    found: "On the choice form, or in the tax office's answer.",
    wrong: "Super in the default fund without having asked for a stapled one may cost the choice penalty.",
  },
  "Stapled fund asked for on": {
    means: "The day on which the tax office was asked which fund the person is stapled to.",
    found: "In its online services, beside the answer.",
    wrong: "Nobody can show later that it was asked before the default fund was paid.",
  },
  "Agreed per cent": {
    means: "A rate above the guarantee that was agreed or that the agreement asks for.",
    found: "In the letter of engagement or the agreement.",
    wrong: "What is above the guarantee by choice is reported as reportable super.",
  },
  "Super guarantee is owed": {
    means: "Almost always. Not for some visitors with a certificate of another country, or some work abroad.",
    wrong: "Guarantee that is not paid on time is owed with a charge.",
  },
  "Super at any age and hours": {
    means: "Super also where the law's thresholds for young people ask for none.",
    found: "In the award or agreement.",
    wrong: "What the agreement asks for and was not paid is owed.",
  },
  BSB: {
    means: "Six digits of bank, State and branch.",
    found: "On a bank statement or in the person's banking app.",
    wrong: "The bank sends the payment back, or pays somebody else.",
  },
  "On the statement": {
    means:
      "What the person's bank statement says of the pay, up to 18 characters. Left empty it says PAY and the payday.",
    found: "As the person asks for it: some want a word for each account.",
    wrong: "The person does not know the payment; it arrives all the same.",
  },
  "Account title": {
    means: "The name in which the account is held.",
    wrong: "Banks compare it with the number and may hold the payment.",
  },
  "Loading on annual leave, per cent": {
    means: "What is paid on top of annual leave.",
    found: "In the award or agreement.",
    wrong: "Leave is underpaid, also what is paid out on leaving.",
  },
  "Taxable value": {
    means: "Of the fringe benefits year to 31 March. The report shows it grossed up, above a threshold.",
    found: "From whoever prepares your fringe benefits return.",
    wrong: "The person's income tests count a wrong amount.",
  },
  "Annual leave, weeks a year": {
    means: "How many weeks of paid holidays each year of work gives.",
    found: "In the law's standards, or a greater number in the agreement.",
    wrong: "Leave grows too slowly, which is owed, or too fast.",
  },
  "Personal leave, weeks a year": {
    means: "How many weeks a year for illness, and for caring for somebody.",
    found: "In the law's standards, or a greater number in the agreement.",
    wrong: "Somebody ill is not paid, or has a balance that is not theirs.",
  },
  "Service counts from": {
    means:
      "The day from which service counts where an earlier employer's was taken over, as when a business was bought.",
    found: "In the contract of sale, or the letter of offer.",
    wrong: "Notice, redundancy and long service leave are reckoned by too short or too long a service.",
  },
  "Long service leave, weeks a year": {
    means: "What a year of service adds towards long service leave.",
    found: "In the Act of the State, which the hint names.",
    wrong: "What is owed after the years of service is too little or too much.",
  },
  "Saved for rostered days off": {
    means: "Hours of a full day at work that are not paid now, but kept for a day off every few weeks.",
    found: "In the agreement or the letter of offer: often 0.4 of 8, which makes a day off of nineteen days.",
    wrong: "Hours that were worked are paid twice, or a day off is not paid.",
  },
  "Year ended 31 March": {
    means: "The year of fringe benefits, which ends before the payroll year does.",
    found: "On the working paper of fringe benefits.",
    wrong: "It is reported with another year.",
  },
  "Exempt under section 57A": {
    means: "The value of benefits of an employer such as a hospital or charity, which the Act names.",
    found: "On the working paper of fringe benefits.",
    wrong: "It counts for other income tests than it should.",
  },
  "Who reports these amounts": {
    means: "Whether our reports go on from these amounts, or the earlier system makes them final itself.",
    found: "Ask whoever closes the earlier system.",
    wrong: "The income is counted twice at the tax office, or half of it is missing.",
  },
  "Gross, $": {
    means: "All that was paid this payroll year, before anything was taken off it.",
    found: "On the earlier system's year to date, or its last payslip.",
    wrong: "The year's report and the tax of bonuses are wrong.",
  },
  "Withheld, $": {
    means: "All tax that was withheld this payroll year.",
    found: "On the earlier system's year to date, or its last payslip.",
    wrong: "The person's tax return shows other credits than were paid.",
  },
  "Earnings that super counts, $": {
    means: "What counted for super of this payroll year, without a ceiling.",
    found: "On the earlier system's year to date.",
    wrong: "The yearly ceiling is reached too soon or too late.",
  },
  "Super guarantee, $": {
    means: "The super that the law asks for, of this payroll year.",
    found: "On the earlier system's year to date, or the fund's statement.",
    wrong: "What is owed to the fund does not add up.",
  },
  "Reportable super, $": {
    means: "Super that was sacrificed, or agreed above what the law asks for.",
    found: "On the earlier system's year to date.",
    wrong: "It counts for income tests: benefits and levies come out wrong.",
  },
  "Termination payments, taxable, $": {
    means: "Taxable parts of payments for an employment that ended this year.",
    found: "On the payment summary of that payment.",
    wrong: "The caps of later payments are taken from nought again.",
  },
  "Bonuses taxed over the year, $": {
    means: "Bonuses and the like that were taxed by their own method.",
    found: "On the earlier system's year to date.",
    wrong: "The next bonus is taxed at another rate.",
  },
  "Withheld from them, $": {
    means: "The tax of those bonuses.",
    found: "On the earlier system's year to date.",
    wrong: "The next bonus is taxed at another rate.",
  },
  "Earlier system's ID": {
    means: "The identifier under which the earlier system reported the year.",
    found: "In the earlier system, beside its reports.",
    wrong: "The tax office adds both systems' amounts together.",
  },
  "Earlier payroll ID": {
    means: "The person's number in the earlier system's reports.",
    found: "In the earlier system, beside its reports.",
    wrong: "The tax office adds both systems' amounts together.",
  },
  "Two doctors certified that the work can never be done again": {
    means: "Then what is paid for unused leave is taxed as on invalidity.",
    found: "Two certificates on paper; keep copies.",
    wrong: "Too much or too little tax is withheld from the leave.",
  },
  "Fewer than fifteen people": {
    means: "A small employer, by the law's own count, owes less on a redundancy.",
    found: "Count regular casuals and associated businesses, too.",
    wrong: "Redundancy pay is owed and not paid, or paid and not owed.",
  },
  "Serious misconduct": {
    means: "The employment ends at once; no notice is owed.",
    found: "Written down when it happened; expect to show it.",
    wrong: "Notice is owed with interest.",
  },
};
