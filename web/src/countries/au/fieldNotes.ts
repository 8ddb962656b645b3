import type { FieldNotes } from "../../parts/fieldNotes/notes.ts";

/** Fields of a person. Declarations by the Tax file number declaration and the Withholding declaration. */
export const personAu: FieldNotes = {
  "Tax file number is": {
    means: "Whether the person gave a number, has applied for one, or gives none.",
    found: "Question 1 of the tax file number declaration.",
    wrong: "Without a number the highest rate is withheld; who has applied has twenty-eight days.",
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
    wrong: "You are liable for what was withheld too little.",
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
    means: "What the person's bank statement says of the pay, up to 18 signs. Left empty it says PAY and the payday.",
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
  "Long service leave, weeks a year": {
    means: "What a year of service adds towards long service leave.",
    found: "In the Act of the State, which the hint names.",
    wrong: "What is owed after the years of service is too little or too much.",
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

export const businessAu: FieldNotes = {
  "Credential held by": {
    means: "Who holds the machine credential under which messages go to the tax office.",
    found: "In the access manager of the business, or of the practice that lodges.",
    wrong: "Nobody knows who can renew it, and one day nothing is taken any more.",
  },
  "Credential ends on": {
    means: "The last day of that credential; you are told a month beforehand.",
    found: "In the access manager, beside the credential.",
    wrong: "What goes out after it is refused.",
  },
  "Software named to the agency on": {
    means: "When the agency was told which software lodges for the business.",
    found: "In the access manager, under hosted services.",
    wrong: "The first message is refused, and the payday is late.",
  },
  Standing: {
    means: "Whether the agency lets paydays be lodged later, or not at all.",
    found: "In the agency's letter.",
    wrong: "Paydays that were to be lodged are late.",
  },
  "First payday": {
    means: "The first payday that is lodged later, or not at all.",
    found: "In the agency's letter.",
    wrong: "A payday that was to be lodged is late.",
  },
  "Last payday": {
    means: "The last one of it; the paydays after it are lodged as usual.",
    found: "In the agency's letter.",
    wrong: "A payday that was to be lodged is late.",
  },
  "The agency's reference": {
    means: "The number under which the agency granted it.",
    found: "In the agency's letter.",
    wrong: "You cannot show that you were allowed to.",
  },
  Fund: { means: "The name of the fund, as staff will choose it.", wrong: "Nothing is worked out from it." },
  "ABN of the fund": {
    means: "The eleven digits of the fund's business number.",
    found: "On the fund's letter of compliance, or on its site.",
    wrong: "The super message cannot be delivered.",
  },
  "Reported as": {
    means: "The category under which the pay event names it.",
    found: "By what the allowance or deduction is for; your agent knows doubtful ones.",
    wrong: "The person's tax return is filled in wrongly; it can be put right on the Year page.",
  },
  "Which other": {
    means: "What another allowance is for.",
    wrong: "It is reported as general.",
  },
  "Counts for super": {
    means: "Whether the guarantee is worked out on it; usually the law says so by its kind.",
    found: "In the award, or a ruling on ordinary time earnings.",
    wrong: "Super is owed that was not paid, or paid that is not owed.",
  },
  "Reporting code": {
    means: "A short code of the scheme; the pay event describes the top-up by it.",
    found: "On the scheme's papers.",
    wrong: "The agency cannot tell one scheme from another.",
  },
  "Guaranteed amount": {
    means: "What the person has at least in each pay, before tax; what is missing is topped up.",
    found: "In the scheme's agreement.",
    wrong: "Each pay of the scheme is topped up too high or too low.",
  },
  "For each pay that is": {
    means: "The rhythm that the guaranteed amount goes by.",
    wrong: "A weekly amount is guaranteed for a fortnight, or the other way.",
  },
  "Default fund: for who chooses none": {
    means: "Where super goes when a new employee chooses no fund and none is stapled to them.",
    found: "It must offer a MySuper product; some awards name the funds that will do.",
    wrong: "Contributions to a fund that will not do count as not paid.",
  },
  "Kind of fund": {
    means: "A fund of many members has a USI; a self-managed fund is paid by its service address and account.",
    found: "On the person's choice form.",
    wrong: "The super message cannot be delivered.",
  },
  "Electronic service address": {
    means: "Up to sixteen letters and digits to which the fund's data goes; it is no e-mail address.",
    found: "On the choice form: the fund's message provider gives it.",
    wrong: "The money comes without data, and the fund sends it back.",
  },
  "BSB of the fund": {
    means: "Six digits of the bank and branch that hold the fund's account.",
    found: "On the choice form.",
    wrong: "The contribution comes back, and is late.",
  },
  "Account of the fund": {
    means: "The account that a self-managed fund is paid to.",
    found: "On the choice form; it is in the fund's name, not the person's.",
    wrong: "The contribution comes back, or lies with somebody else.",
  },
  "Employer number at the fund": {
    means: "What the fund knows this business by.",
    found: "On the fund's welcome letter to the employer.",
    wrong: "The fund asks whose money it is, and may send it back.",
  },
  USI: {
    means: "The identifier of the fund's product; a self-managed fund has none.",
    found: "On the fund's letter of compliance, or on its site.",
    wrong: "The super message goes to another product, or comes back.",
  },
  ABN: {
    means:
      "The eleven digits of the business that employs; without one, its withholding payer number of eight or nine.",
    found: "On the business's registration, or on its invoices.",
    wrong: "A report for somebody else's business is refused.",
  },
  "PAYG withheld in a year": {
    means: "How much tax the business withholds decides when it is due.",
    found: "In the tax office's letter about the size of withholder.",
    wrong: "Dues are shown on the wrong day, and late ones cost interest.",
  },
  State: {
    means: "Where the business is; places of work have a State of their own.",
    wrong: "The first place of work, and with it the public holidays, begin with it.",
  },
  "Pays from BSB": {
    means: "Bank, State and branch of the account that people are paid from.",
    found: "On a bank statement of the business.",
    wrong: "The bank refuses the file.",
  },
  Account: {
    means: "The number of the account that people are paid from.",
    found: "On a bank statement of the business.",
    wrong: "The bank refuses the file.",
  },
  "Bank's three letters": {
    means: "The short name of the bank in the payment file.",
    found: "In the bank's letter about payment files.",
    wrong: "The bank refuses the file.",
  },
  "User name at the bank": {
    means: "The name under which the bank knows the business for payment files.",
    found: "In the bank's letter about payment files.",
    wrong: "The bank refuses the file.",
  },
  "User ID at the bank": {
    means: "The six digits that the bank gave for payment files.",
    found: "In the bank's letter about payment files.",
    wrong: "The bank refuses the file.",
  },
  "The payment file carries the balancing debit": {
    means: "A line in the bank file that takes the total from your own account.",
    found: "Ask the bank; some want it, some refuse it.",
    wrong: "The bank refuses the file.",
  },
};
