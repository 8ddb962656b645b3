/** What a sheet of new people asks for, country by country: the columns in the order in which they are typed. */
import type { PersonColumn } from "../hoursSheet/peopleSheet.ts";
import type { bases } from "../pay/input.ts";
import type { CountryCode } from "./countries.ts";

const basisWays: Record<string, readonly string[]> = {
  "full-time": ["full time", "fulltime", "ft", "f"],
  "part-time": ["part time", "parttime", "pt", "p"],
  casual: ["c", "cas"],
  "labour-hire": ["labour hire", "labor hire"],
  contractor: ["contract"],
};
const choicesOf = (names: readonly string[]) => Object.fromEntries(names.map((name) => [name, basisWays[name] ?? []]));

/** Columns by what is typed into them. @param path where a fault of it lies in a new person's facts */
const of =
  (kind: PersonColumn["kind"]) =>
  (name: string, title: string, path: string, spellings: string[], needed = false): PersonColumn => ({
    ...{ name, title, kind, path, spellings },
    ...(needed ? { needed } : {}),
  });
const [text, date, figure, yesNo] = [of("text"), of("date"), of("number"), of("yes")];

const who: PersonColumn[] = [
  text("givenName", "Given name", "details.givenName", ["givenname", "firstname", "givennames", "forename"], true),
  text("familyName", "Family name", "details.familyName", ["familyname", "surname", "lastname"], true),
  date("birthDate", "Birth date", "details.birthDate", ["birthdate", "dateofbirth", "dob", "born"], true),
  date(
    "startDate",
    "Start date",
    "details.startDate",
    ["startdate", "started", "hiredate", "commencementdate", "datestarted"],
    true,
  ),
];

const work = (names: readonly (typeof bases)[number][]): PersonColumn[] => [
  {
    ...{ name: "basis", title: "Basis", kind: "choice", needed: true, path: "employment.basis" },
    ...{ choices: choicesOf(names), spellings: ["basis", "employmentbasis", "employmenttype", "type"] },
  },
  figure("weeklyHours", "Hours a week", "employment.weeklyHours", [
    "hoursaweek",
    "weeklyhours",
    "hoursperweek",
    "hours",
  ]),
  figure("hourlyRate", "Hourly rate", "employment.hourlyRate", ["hourlyrate", "rate", "payrate", "rateperhour"]),
  figure("salary", "Salary a year", "employment.salary", ["salary", "salaryayear", "annualsalary", "yearlysalary"]),
  text("cycle", "Pay cycle", "employment.cycleId", ["paycycle", "cycle", "payfrequency", "frequency"]),
];

const more: PersonColumn[] = [
  text("payrollId", "Payroll ID", "payrollId", ["payrollid", "employeecode", "employeeid", "code", "id", "personcode"]),
  text("email", "E-mail", "details.email", ["email", "emailaddress", "mail"]),
  text("phone", "Phone", "details.phone", ["phone", "mobile", "telephone", "phonenumber"]),
  text("street", "Street", "details.address.line1", ["street", "address", "addressline1", "line1"]),
  text("suburb", "Town or suburb", "details.address.suburb", ["townorsuburb", "suburb", "town", "city"]),
];
const postcode: PersonColumn = text("postcode", "Postcode", "details.address.postcode", ["postcode", "zip"]);
const place: PersonColumn[] = [
  text("classification", "Classification", "employment.classification", [
    "classification",
    "jobtitle",
    "position",
    "job",
  ]),
  text("place", "Place of work", "employment.placeId", ["placeofwork", "place", "location", "worksite"]),
  text("costCentre", "Cost centre", "employment.costCentreId", ["costcentre", "costcenter", "department", "centre"]),
];
const time: PersonColumn[] = [
  text("agreement", "Agreement", "time.agreement", ["agreement", "award", "awardcode", "awardname"]),
  text("level", "Level", "time.classification", ["level", "awardlevel", "levelofaward"]),
  {
    ...{ name: "timesheet", title: "Hours come in", kind: "choice", path: "time.use" },
    choices: {
      all: ["every hour", "all hours", "timesheet"],
      exceptions: ["what differs", "exceptions only"],
      record: ["for the record", "record only"],
    },
    spellings: ["hourscomein", "timesheet", "timesheets"],
  },
];
const accountTitle: PersonColumn = text("accountTitle", "Account name", "bank.parts.0.title", [
  "accountname",
  "accounttitle",
  "nameofaccount",
]);

const columnsOf: Record<CountryCode, readonly PersonColumn[]> = {
  AU: [
    ...who,
    ...work(["full-time", "part-time", "casual", "labour-hire", "contractor"]),
    text("fileNumber", "Tax file number", "tax.fileNumber", ["taxfilenumber", "tfn", "taxnumber"]),
    yesNo("threshold", "Tax-free threshold", "tax.taxFreeThreshold", [
      "taxfreethreshold",
      "threshold",
      "claimsthreshold",
    ]),
    yesNo("studyLoan", "Study loan", "tax.studyLoan", ["studyloan", "help", "hecs", "studyandtrainingsupportloan"]),
    {
      ...{ name: "residency", title: "Residency", kind: "choice", path: "tax.residency" },
      choices: {
        resident: ["resident for tax", "australian resident"],
        foreign: ["foreign resident", "non-resident"],
        "working-holiday": ["working holiday", "working holiday maker", "whm"],
      },
      spellings: ["residency", "taxresidency"],
    },
    text("homeCountry", "Home country", "tax.homeCountry", ["homecountry", "country"]),
    text("fund", "Super fund", "super.fundId", ["superfund", "fund", "usi"]),
    text("memberNumber", "Member number", "super.memberNumber", ["membernumber", "memberid", "membershipnumber"]),
    text("bsb", "BSB", "bank.parts.0.bsb", ["bsb"]),
    text("account", "Account", "bank.parts.0.account", ["account", "accountnumber", "bankaccount"]),
    accountTitle,
    ...more,
    text("state", "State", "details.address.state", ["state"]),
    postcode,
    ...place,
    ...time,
    figure("annualLeave", "Annual leave, hours", "leave.opening.0.hours", [
      "annualleave",
      "annualleavehours",
      "annualleavebalance",
    ]),
    figure("personalLeave", "Personal leave, hours", "leave.opening.1.hours", [
      "personalleave",
      "personalleavehours",
      "sickleave",
      "sickleavebalance",
      "personalleavebalance",
    ]),
  ],
  NZ: [
    ...who,
    ...work(["full-time", "part-time", "casual"]),
    text("irdNumber", "IRD number", "taxCode.irdNumber", ["irdnumber", "ird", "taxnumber"]),
    text("taxCode", "Tax code", "taxCode.code", ["taxcode", "codeoftax"]),
    {
      ...{ name: "kiwiSaver", title: "KiwiSaver", kind: "choice", path: "kiwiSaver.status" },
      choices: {
        member: ["yes", "existing"],
        new: ["new member", "enrol", "automatic"],
        exempt: ["no", "not-member", "not a member"],
        "opted-out": ["opted out"],
      },
      spellings: ["kiwisaver", "kiwisaverstatus"],
    },
    figure("kiwiSaverRate", "Own rate, %", "kiwiSaver.employeeRate", ["kiwisaverrate", "ownrate", "employeerate"]),
    yesNo("withPay", "8 % with each pay", "holidays.withPay", ["8%witheachpay", "holidaypaywithpay", "payasyougo"]),
    text("account", "Bank account", "bank.parts.0.account", ["bankaccount", "account", "accountnumber"]),
    accountTitle,
    ...more,
    postcode,
    ...place,
    ...time,
    figure("annualWeeks", "Annual holidays, weeks", "holidays.opening", [
      "annualholidays",
      "annualholidaysweeks",
      "annualleave",
      "annualleaveweeks",
    ]),
    figure("sickDays", "Sick leave, days", "holidays.opening", ["sickleave", "sickleavedays", "sickdays"]),
    figure("alternativeDays", "Alternative days", "holidays.opening", [
      "alternativedays",
      "alternativeholidays",
      "lieudays",
    ]),
  ],
};

export const peopleColumnsIn = (country: CountryCode): readonly PersonColumn[] => columnsOf[country];
