/** What each field of an Australian business means. */
import type { FieldNotes } from "../../parts/fieldNotes/notes.ts";

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
  "Default fund, for anyone who chooses none": {
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
  "District with days of its own": {
    means: "The part of the State whose show day, cup day or regatta is a public holiday at this place.",
    found: "By the council that the place lies in.",
    wrong: "A holiday of the district is not paid, or another district's is.",
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
