/** The agency's own reading of a pay event message: XML into plain records. It shares no code with any sender. */
import { XMLParser, XMLValidator } from "fast-xml-parser";

export interface Coded {
  type: string;
  amount: string;
  /** description of another allowance, or the year of a part of lump sum E */
  detail?: string;
}

export interface Etp {
  code: string;
  date: string;
  amounts: string[];
}

export interface IncomeRecord {
  type: string;
  country: string;
  withheld: string;
  gross: string;
  overtime: string;
  bonus: string;
  directorFee: string;
  paidLeave: Coded[];
  allowances: Coded[];
  sacrifice: Coded[];
  lumpSums: Coded[];
  etp: Etp[];
}

export interface PayeeRecord {
  tfn: string;
  payrollId: string;
  /** the key that the year was reported under before; empty where there is none */
  previous: { bms: string; payrollId: string };
  family: string;
  given: string;
  birth: string;
  address: { line1: string; suburb: string; state: string; postcode: string };
  start: string;
  end: string;
  cessation: string;
  basis: string;
  treatment: string;
  periodStart: string;
  periodEnd: string;
  final: boolean;
  incomes: IncomeRecord[];
  deductions: Coded[];
  super: Coded[];
  fringeBenefits: Coded[];
}

export interface PayEventMessage {
  action: string;
  version: string;
  bms: string;
  abn: string;
  wpn: string;
  /** whichever of the two the payer has */
  payerNumber: string;
  payer: string;
  payDate: string;
  count: number;
  runAt: string;
  submission: string;
  /** sent in the place of an event with the same submission ID */
  replaces: boolean;
  w1: string;
  w2: string;
  garnishee: string;
  childSupport: string;
  /** who declares: the payer or the agent */
  declarer: string;
  declaredOn: string;
  accepted: boolean;
  /** how many declarations the message holds */
  declarations: number;
  /** the agent that lodges; null where the payer does */
  agent: { abn: string; number: string; contact: string } | null;
  payees: PayeeRecord[];
}

type Node = { [name: string]: Node | Node[] | string | undefined };

const repeated = [
  "PAYEVNTEMP",
  "RemunerationIncomeTaxPayAsYouGoWithholding",
  "PaidLeave",
  "Allowance",
  "SalarySacrifice",
  "LumpSum",
  "EmploymentTerminationPayment",
  "Deduction",
  "SuperannuationContribution",
  "IncomeFringeBenefitsReportable",
];
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: "@",
  parseTagValue: false,
  processEntities: true,
  isArray: (name) => repeated.includes(name),
});

const child = (node: Node | undefined, ...path: string[]): Node => {
  let at: Node = node ?? {};
  for (const name of path) {
    const next = at[name];
    at = typeof next === "object" && !Array.isArray(next) ? next : {};
  }
  return at;
};
const text = (node: Node, name: string): string => (typeof node[name] === "string" ? (node[name] as string) : "");
const list = (node: Node, name: string): Node[] => (Array.isArray(node[name]) ? (node[name] as Node[]) : []);
const coded = (node: Node, name: string, type: string, amount: string, detail = ""): Coded[] =>
  list(node, name).map((each) => ({ type: text(each, type), amount: text(each, amount), detail: text(each, detail) }));

/** XML 1.0, section 2.2: control characters are no characters of a document, written out or as references. */
function holdsControls(raw: string): boolean {
  const references = [...raw.matchAll(/&#(x[0-9a-f]+|[0-9]+);/gi)].map(([, code = ""]) =>
    String.fromCodePoint(code.startsWith("x") ? Number.parseInt(code.slice(1), 16) : Number(code)),
  );
  return /\p{Cc}/u.test([raw, ...references].join("").replace(/[\t\n\r]/g, ""));
}

/** @throws when the bytes are not a well-formed message */
export function readPayEvent(bytes: Buffer): PayEventMessage {
  const raw = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  if (holdsControls(raw)) throw new Error("The document holds characters that XML does not have.");
  if (XMLValidator.validate(raw) !== true) throw new Error("The document is not well-formed.");
  const root = parser.parse(raw) as Node;
  const message = child(root, "StandardBusinessMessage");
  const rp = child(message, "PAYEVNT", "Rp");
  if (Object.keys(rp).length === 0) throw new Error("The message has no parent record.");
  const payroll = child(rp, "Payroll");
  const tax = child(payroll, "IncomeTaxAndRemuneration");
  const agent = child(message, "PAYEVNT", "Int");
  const lodges = Object.keys(agent).length > 0;
  const declarations = [child(rp, "Declaration"), child(agent, "Declaration")].filter(
    (each) => Object.keys(each).length > 0,
  );
  const declaration = declarations[0] ?? {};
  return {
    action: text(message, "@action"),
    version: text(message, "@version"),
    bms: text(rp, "SoftwareInformationBusinessManagementSystemId"),
    abn: text(rp, "AustralianBusinessNumberId"),
    wpn: text(rp, "WithholdingPayerNumberId"),
    payerNumber: text(rp, "AustralianBusinessNumberId") || text(rp, "WithholdingPayerNumberId"),
    payer: text(rp, "OrganisationNameDetailsOrganisationalNameT"),
    payDate: text(payroll, "PaymentRecordTransactionD"),
    count: Number(text(payroll, "InteractionRecordCt")),
    runAt: text(payroll, "MessageTimestampGenerationDt"),
    submission: text(payroll, "InteractionTransactionId"),
    replaces: text(payroll, "AmendmentI") === "true",
    w1: text(tax, "TotalGrossPaymentsWithholdingA"),
    w2: text(tax, "PayAsYouGoWithholdingTaxWithheldA"),
    garnishee: text(tax, "ChildSupportGarnisheeA"),
    childSupport: text(tax, "ChildSupportWithholdingA"),
    declarer: text(declaration, "SignatoryIdentifierT"),
    declaredOn: text(declaration, "SignatureD"),
    accepted: text(declaration, "StatementAcceptedI") === "true",
    declarations: declarations.length,
    agent: lodges
      ? {
          abn: text(agent, "AustralianBusinessNumberId"),
          number: text(agent, "TaxAgentNumberId"),
          contact: text(agent, "PersonUnstructuredNameFullNameT"),
        }
      : null,
    payees: list(message, "PAYEVNTEMP").map((each) => payee(child(each, "Payee"))),
  };
}

function payee(node: Node): PayeeRecord {
  const birth = child(node, "PersonDemographicDetails");
  const address = child(node, "AddressDetails");
  const employer = child(node, "EmployerConditions");
  const period = child(node, "PayrollPeriod");
  const two = (value: string) => value.padStart(2, "0");
  return {
    tfn: text(child(node, "Identifiers"), "TaxFileNumberId"),
    payrollId: text(child(node, "Identifiers"), "EmploymentPayrollNumberId"),
    previous: {
      bms: text(
        child(node, "Identifiers", "PreviousPayrollIDDetails"),
        "SoftwareInformationBusinessManagementSystemId",
      ),
      payrollId: text(child(node, "Identifiers", "PreviousPayrollIDDetails"), "EmploymentPayrollNumberId"),
    },
    family: text(child(node, "PersonNameDetails"), "FamilyNameT"),
    given: text(child(node, "PersonNameDetails"), "GivenNameT"),
    birth: `${text(birth, "BirthY")}-${two(text(birth, "BirthM"))}-${two(text(birth, "BirthDm"))}`,
    address: {
      line1: text(address, "Line1T"),
      suburb: text(address, "LocalityNameT"),
      state: text(address, "StateOrTerritoryC"),
      postcode: text(address, "PostcodeT"),
    },
    start: text(employer, "EmploymentStartD"),
    end: text(employer, "EmploymentEndD"),
    cessation: text(employer, "CessationTypeC"),
    basis: text(employer, "PaymentBasisC"),
    treatment: text(employer, "TaxTreatmentC"),
    periodStart: text(period, "StartD"),
    periodEnd: text(period, "EndD"),
    final: text(node, "RemunerationPayrollEventFinalI") === "true",
    incomes: list(node, "RemunerationIncomeTaxPayAsYouGoWithholding").map(income),
    deductions: coded(node, "Deduction", "RemunerationTypeC", "RemunerationA"),
    super: coded(node, "SuperannuationContribution", "EntitlementTypeC", "EmployerContributionsYearToDateA"),
    fringeBenefits: coded(node, "IncomeFringeBenefitsReportable", "FringeBenefitsReportableExemptionC", "A"),
  };
}

function income(node: Node): IncomeRecord {
  return {
    type: text(node, "RemunerationTypeC"),
    country: text(node, "AddressDetailsCountryC"),
    withheld: text(node, "IncomeTaxPayAsYouGoWithholdingTaxWithheldA"),
    gross: text(node, "GrossA"),
    overtime: text(node, "OvertimePaymentA"),
    bonus: text(node, "GrossBonusesAndCommissionsA"),
    directorFee: text(node, "GrossDirectorsFeesA"),
    paidLeave: coded(node, "PaidLeave", "TypeC", "PaymentA"),
    allowances: coded(node, "Allowance", "TypeC", "EmploymentAllowancesA", "OtherAllowanceTypeDe"),
    sacrifice: coded(node, "SalarySacrifice", "TypeC", "PaymentA"),
    lumpSums: coded(node, "LumpSum", "TypeC", "PaymentsA", "FinancialY"),
    etp: list(node, "EmploymentTerminationPayment").map((each) => ({
      code: text(each, "TypeC"),
      date: text(each, "IncomeD"),
      amounts: ["IncomeTaxFreeA", "IncomeTaxableA", "IncomeTaxPayAsYouGoWithholdingTaxWithheldA"].map((name) =>
        text(each, name),
      ),
    })),
  };
}
