/** What a sheet of new people asks for, country by country: the columns in the order in which they are typed. */
import type { PersonColumn } from "../hoursSheet/peopleSheet.ts";
import type { bases } from "../pay/payInput.ts";
import type { CountryCode } from "./countries.ts";

const basisWays: Record<string, readonly string[]> = {
  "full-time": ["full time", "fulltime", "ft", "f"],
  "part-time": ["part time", "parttime", "pt", "p"],
  casual: ["c", "cas"],
  "labour-hire": ["labour hire", "labor hire"],
  contractor: ["contract"],
};
const choicesOf = (names: readonly string[]) => Object.fromEntries(names.map((name) => [name, basisWays[name] ?? []]));

const who: PersonColumn[] = [
  {
    ...{ name: "givenName", title: "Given name", kind: "text", needed: true, path: "details.givenName", width: 120 },
    spellings: ["givenname", "firstname", "givennames", "forename"],
  },
  {
    ...{ name: "familyName", title: "Family name", kind: "text", needed: true, path: "details.familyName", width: 120 },
    spellings: ["familyname", "surname", "lastname"],
  },
  {
    ...{ name: "birthDate", title: "Birth date", kind: "date", needed: true, path: "details.birthDate", width: 100 },
    spellings: ["birthdate", "dateofbirth", "dob", "born"],
  },
  {
    ...{ name: "startDate", title: "Start date", kind: "date", needed: true, path: "details.startDate", width: 100 },
    spellings: ["startdate", "started", "hiredate", "commencementdate", "datestarted"],
  },
];

const work = (names: readonly (typeof bases)[number][]): PersonColumn[] => [
  {
    ...{ name: "basis", title: "Basis", kind: "choice", needed: true, path: "employment.basis", width: 96 },
    ...{ choices: choicesOf(names), spellings: ["basis", "employmentbasis", "employmenttype", "type"] },
  },
  {
    ...{ name: "weeklyHours", title: "Hours a week", kind: "number", path: "employment.weeklyHours", width: 84 },
    spellings: ["hoursaweek", "weeklyhours", "hoursperweek", "hours"],
  },
  {
    ...{ name: "hourlyRate", title: "Hourly rate", kind: "number", path: "employment.hourlyRate", width: 84 },
    spellings: ["hourlyrate", "rate", "payrate", "rateperhour"],
  },
  {
    ...{ name: "salary", title: "Salary a year", kind: "number", path: "employment.salary", width: 92 },
    spellings: ["salary", "salaryayear", "annualsalary", "yearlysalary"],
  },
  {
    ...{ name: "cycle", title: "Pay cycle", kind: "text", path: "employment.cycleId", width: 100 },
    spellings: ["paycycle", "cycle", "payfrequency", "frequency"],
  },
];

const more: PersonColumn[] = [
  {
    ...{ name: "payrollId", title: "Payroll ID", kind: "text", path: "payrollId", width: 92 },
    spellings: ["payrollid", "employeecode", "employeeid", "code", "id", "personcode"],
  },
  {
    ...{ name: "email", title: "E-mail", kind: "text", path: "details.email", width: 180 },
    spellings: ["email", "emailaddress", "mail"],
  },
  {
    ...{ name: "phone", title: "Phone", kind: "text", path: "details.phone", width: 110 },
    spellings: ["phone", "mobile", "telephone", "phonenumber"],
  },
  {
    ...{ name: "street", title: "Street", kind: "text", path: "details.address.line1", width: 150 },
    spellings: ["street", "address", "addressline1", "line1"],
  },
  {
    ...{ name: "suburb", title: "Town or suburb", kind: "text", path: "details.address.suburb", width: 120 },
    spellings: ["townorsuburb", "suburb", "town", "city"],
  },
];
const postcode: PersonColumn = {
  ...{ name: "postcode", title: "Postcode", kind: "text", path: "details.address.postcode", width: 78 },
  spellings: ["postcode", "zip"],
};
const place: PersonColumn[] = [
  {
    ...{ name: "classification", title: "Classification", kind: "text", path: "employment.classification", width: 130 },
    spellings: ["classification", "jobtitle", "position", "job"],
  },
  {
    ...{ name: "place", title: "Place of work", kind: "text", path: "employment.placeId", width: 110 },
    spellings: ["placeofwork", "place", "location", "worksite"],
  },
  {
    ...{ name: "costCentre", title: "Cost centre", kind: "text", path: "employment.costCentreId", width: 100 },
    spellings: ["costcentre", "costcenter", "department", "centre"],
  },
];
const accountTitle: PersonColumn = {
  ...{ name: "accountTitle", title: "Account name", kind: "text", path: "bank.parts.0.title", width: 130 },
  spellings: ["accountname", "accounttitle", "nameofaccount"],
};

const columnsOf: Record<CountryCode, readonly PersonColumn[]> = {
  AU: [
    ...who,
    ...work(["full-time", "part-time", "casual", "labour-hire", "contractor"]),
    {
      ...{ name: "fileNumber", title: "Tax file number", kind: "text", path: "tax.fileNumber", width: 110 },
      spellings: ["taxfilenumber", "tfn", "taxnumber"],
    },
    {
      ...{ name: "threshold", title: "Tax-free threshold", kind: "yes", path: "tax.taxFreeThreshold", width: 90 },
      spellings: ["taxfreethreshold", "threshold", "claimsthreshold"],
    },
    {
      ...{ name: "studyLoan", title: "Study loan", kind: "yes", path: "tax.studyLoan", width: 80 },
      spellings: ["studyloan", "help", "hecs", "studyandtrainingsupportloan"],
    },
    {
      ...{ name: "residency", title: "Residency", kind: "choice", path: "tax.residency", width: 110 },
      choices: {
        resident: ["resident for tax", "australian resident"],
        foreign: ["foreign resident", "non-resident"],
        "working-holiday": ["working holiday", "working holiday maker", "whm"],
      },
      spellings: ["residency", "taxresidency"],
    },
    {
      ...{ name: "homeCountry", title: "Home country", kind: "text", path: "tax.homeCountry", width: 90 },
      spellings: ["homecountry", "country"],
    },
    {
      ...{ name: "fund", title: "Super fund", kind: "text", path: "super.fundId", width: 150 },
      spellings: ["superfund", "fund", "usi"],
    },
    {
      ...{ name: "memberNumber", title: "Member number", kind: "text", path: "super.memberNumber", width: 110 },
      spellings: ["membernumber", "memberid", "membershipnumber"],
    },
    { ...{ name: "bsb", title: "BSB", kind: "text", path: "bank.parts.0.bsb", width: 80 }, spellings: ["bsb"] },
    {
      ...{ name: "account", title: "Account", kind: "text", path: "bank.parts.0.account", width: 100 },
      spellings: ["account", "accountnumber", "bankaccount"],
    },
    accountTitle,
    ...more,
    {
      ...{ name: "state", title: "State", kind: "text", path: "details.address.state", width: 64 },
      spellings: ["state"],
    },
    postcode,
    ...place,
    {
      ...{
        name: "annualLeave",
        title: "Annual leave, hours",
        kind: "number",
        path: "leave.opening.0.hours",
        width: 100,
      },
      spellings: ["annualleave", "annualleavehours", "annualleavebalance"],
    },
    {
      ...{
        name: "personalLeave",
        title: "Personal leave, hours",
        kind: "number",
        path: "leave.opening.1.hours",
        width: 100,
      },
      spellings: ["personalleave", "personalleavehours", "sickleave", "sickleavebalance", "personalleavebalance"],
    },
  ],
  NZ: [
    ...who,
    ...work(["full-time", "part-time", "casual"]),
    {
      ...{ name: "irdNumber", title: "IRD number", kind: "text", path: "taxCode.irdNumber", width: 100 },
      spellings: ["irdnumber", "ird", "taxnumber"],
    },
    {
      ...{ name: "taxCode", title: "Tax code", kind: "text", path: "taxCode.code", width: 78 },
      spellings: ["taxcode", "code of tax"],
    },
    {
      ...{ name: "kiwiSaver", title: "KiwiSaver", kind: "choice", path: "kiwiSaver.status", width: 100 },
      choices: {
        member: ["yes", "existing"],
        new: ["new member", "enrol", "automatic"],
        exempt: ["no", "not-member", "not a member"],
        "opted-out": ["opted out"],
      },
      spellings: ["kiwisaver", "kiwisaverstatus"],
    },
    {
      ...{ name: "kiwiSaverRate", title: "Own rate, %", kind: "number", path: "kiwiSaver.employeeRate", width: 84 },
      spellings: ["kiwisaverrate", "ownrate", "employeerate"],
    },
    {
      ...{ name: "withPay", title: "8 % with each pay", kind: "yes", path: "holidays.withPay", width: 92 },
      spellings: ["8%witheachpay", "holidaypaywithpay", "payasyougo"],
    },
    {
      ...{ name: "account", title: "Bank account", kind: "text", path: "bank.parts.0.account", width: 150 },
      spellings: ["bankaccount", "account", "accountnumber"],
    },
    accountTitle,
    ...more,
    postcode,
    ...place,
    {
      ...{ name: "annualWeeks", title: "Annual holidays, weeks", kind: "number", path: "holidays.opening", width: 100 },
      spellings: ["annualholidays", "annualholidaysweeks", "annualleave", "annualleaveweeks"],
    },
    {
      ...{ name: "sickDays", title: "Sick leave, days", kind: "number", path: "holidays.opening", width: 90 },
      spellings: ["sickleave", "sickleavedays", "sickdays"],
    },
    {
      ...{ name: "alternativeDays", title: "Alternative days", kind: "number", path: "holidays.opening", width: 90 },
      spellings: ["alternativedays", "alternativeholidays", "lieudays"],
    },
  ],
};

export const peopleColumnsIn = (country: CountryCode): readonly PersonColumn[] => columnsOf[country];
