/** A pay event in words, read from its own bytes: what the agency was told, person by person. */
import type { ReadReport, ReportOfPerson } from "@zesty/contract/readReport";
import { categoryWords } from "@zesty/core/au/documents/reportWords";
import { type IncomeType, incomeWords } from "@zesty/core/au/taxDeclaration";
import { dateWords } from "@zesty/core/calendar/dates";
import { centsText } from "@zesty/core/quantity/units";
import { XMLParser } from "fast-xml-parser";
import { lastThree } from "../store/crypt.ts";

type Coded = Record<string, string | undefined>;
type Income = Record<string, string | Coded[] | undefined>;
interface Payee {
  Identifiers: { EmploymentPayrollNumberId: string; TaxFileNumberId?: string };
  PersonDemographicDetails: { BirthDm: string; BirthM: string; BirthY: string };
  AddressDetails: Coded;
  PersonNameDetails: { FamilyNameT: string; GivenNameT?: string };
  EmployerConditions: Coded;
  PayrollPeriod: { StartD: string; EndD: string };
  RemunerationPayrollEventFinalI?: string;
  RemunerationIncomeTaxPayAsYouGoWithholding?: Income[];
  Deduction?: Coded[];
  SuperannuationContribution?: Coded[];
  IncomeFringeBenefitsReportable?: Coded[];
}

const lists = new Set([
  ...["PAYEVNTEMP", "RemunerationIncomeTaxPayAsYouGoWithholding", "PaidLeave", "Allowance", "LumpSum", "Deduction"],
  ...["EmploymentTerminationPayment", "SalarySacrifice", "SuperannuationContribution"],
  "IncomeFringeBenefitsReportable",
]);
const parser = new XMLParser({ parseTagValue: false, isArray: (name) => lists.has(name) });

const cents = (text: string | undefined): number => Math.round(Number(text ?? "0") * 100);
const day = (text: string | undefined): string => (text ? dateWords(text.slice(0, 10)) : "");

/** Amounts by code, in words: name of the group, field of the amount, and of the code that tells two of a kind apart. */
const groups = [
  ["PaidLeave", "paidLeave", "PaymentA", undefined],
  ["Allowance", "allowance", "EmploymentAllowancesA", "OtherAllowanceTypeDe"],
  ["LumpSum", "lumpSum", "PaymentsA", undefined],
  ["SalarySacrifice", "sacrifice", "PaymentA", undefined],
] as const;
const plain = {
  GrossA: "Gross",
  OvertimePaymentA: "Overtime",
  GrossBonusesAndCommissionsA: "Bonuses and commissions",
  GrossDirectorsFeesA: "Directors' fees",
} as const;
const superWords: Record<string, string> = {
  L: "Super guarantee",
  O: "Earnings for the super guarantee",
  R: "Super beyond the guarantee, reportable",
};

const bornOf = ({ BirthDm, BirthM, BirthY }: Payee["PersonDemographicDetails"]): string =>
  `${BirthY}-${BirthM.padStart(2, "0")}-${BirthDm.padStart(2, "0")}`;
const addressOf = ({ Line1T, LocalityNameT, StateOrTerritoryC, PostcodeT }: Coded): string =>
  [Line1T, LocalityNameT, [StateOrTerritoryC, PostcodeT].filter(Boolean).join(" ")].filter(Boolean).join(", ");

type Line = [words: string, amount: string];

function linesOf(income: Income): Line[] {
  const ofPlain = Object.entries(plain).flatMap(([name, words]): Line[] => {
    const amount = income[name];
    return typeof amount === "string" ? [[words, amount]] : [];
  });
  const ofGroups = groups.flatMap(([name, category, amount, detail]) =>
    ((income[name] ?? []) as Coded[]).map((each): Line => {
      const more = detail && each[detail];
      return [categoryWords([category, each.TypeC, more].filter(Boolean).join(":")), each[amount] ?? ""];
    }),
  );
  const ofEtp = ((income.EmploymentTerminationPayment ?? []) as Coded[]).flatMap((each): Line[] => [
    [`Termination payment ${each.TypeC}, ${day(each.IncomeD)}: taxable`, each.IncomeTaxableA ?? ""],
    [`Termination payment ${each.TypeC}: tax free`, each.IncomeTaxFreeA ?? ""],
    [`Termination payment ${each.TypeC}: withheld`, each.IncomeTaxPayAsYouGoWithholdingTaxWithheldA ?? ""],
  ]);
  const withheld = income.IncomeTaxPayAsYouGoWithholdingTaxWithheldA;
  return [...ofPlain, ...ofGroups, ...ofEtp, ...(typeof withheld === "string" ? [["Withheld", withheld] as Line] : [])];
}

function personOf(payee: Payee): ReportOfPerson {
  const incomes = payee.RemunerationIncomeTaxPayAsYouGoWithholding ?? [];
  const supers = payee.SuperannuationContribution ?? [];
  const conditions = payee.EmployerConditions;
  const own = incomes.map((income) => ({
    of: incomeWords[income.RemunerationTypeC as IncomeType],
    all: linesOf(income),
  }));
  const sumOf = (wanted: (words: string) => boolean) =>
    own.flatMap((each) => each.all).reduce((sum, [words, amount]) => sum + (wanted(words) ? cents(amount) : 0), 0);
  const withheld = sumOf((words) => /withheld$/i.test(words));
  const aside = (words: string) => /withheld$/i.test(words) || words.startsWith("Salary sacrificed");
  const shown = (value: number) => (value === 0 ? "" : centsText(value));
  const guarantee = supers.find((each) => each.EntitlementTypeC === "L")?.EmployerContributionsYearToDateA;
  const whole: [string, string][] = [
    ["Tax file number", lastThree(payee.Identifiers.TaxFileNumberId ?? "")],
    ["Born", dateWords(bornOf(payee.PersonDemographicDetails))],
    ["Address", addressOf(payee.AddressDetails)],
    ["Payroll ID", payee.Identifiers.EmploymentPayrollNumberId],
    ["Employed since", day(conditions.EmploymentStartD)],
    ["Ended on", day(conditions.EmploymentEndD)],
    ["Reason", conditions.CessationTypeC ?? ""],
    ["Tax treatment", conditions.TaxTreatmentC ?? ""],
    ["Period", `${day(payee.PayrollPeriod.StartD)} to ${day(payee.PayrollPeriod.EndD)}`],
    ...own.flatMap(({ of, all }) =>
      all.map(([words, amount]): Line => [own.length > 1 ? `${of}: ${words.toLowerCase()}` : words, amount]),
    ),
    ...(payee.Deduction ?? []).map(
      (each): Line => [categoryWords(`deduction:${each.RemunerationTypeC}`), each.RemunerationA ?? ""],
    ),
    ...supers.map(
      (each): Line => [
        superWords[each.EntitlementTypeC ?? ""] ?? `Super ${each.EntitlementTypeC}`,
        each.EmployerContributionsYearToDateA ?? "",
      ],
    ),
    ...(payee.IncomeFringeBenefitsReportable ?? []).map(
      (each): Line => [
        each.FringeBenefitsReportableExemptionC === "X"
          ? "Reportable fringe benefits, exempt employer"
          : "Reportable fringe benefits",
        each.A ?? "",
      ],
    ),
    ["Final for the year", payee.RemunerationPayrollEventFinalI === "true" ? "yes" : ""],
  ];
  return {
    name: [payee.PersonNameDetails.GivenNameT, payee.PersonNameDetails.FamilyNameT].filter(Boolean).join(" "),
    cells: [shown(sumOf((words) => !aside(words))), shown(withheld), guarantee ?? ""],
    whole: whole.filter(([, value]) => value !== ""),
  };
}

export function readPayEvent(bytes: Buffer): ReadReport {
  const { StandardBusinessMessage: message } = parser.parse(bytes.toString("utf8"));
  const { Rp, Int } = message.PAYEVNT;
  const { Payroll } = Rp;
  const declared = (Int ?? Rp).Declaration ?? {};
  const sums = Payroll.IncomeTaxAndRemuneration ?? {};
  const head: [string, string | undefined][] = [
    ["Payer", Rp.OrganisationNameDetailsOrganisationalNameT],
    ["ABN", Rp.AustralianBusinessNumberId ?? Rp.WithholdingPayerNumberId],
    ["Branch", Rp.OrganisationDetailsOrganisationBranchC],
    ["Paid on", day(Payroll.PaymentRecordTransactionD)],
    ["Number of the message", Payroll.InteractionTransactionId],
    ["Takes the place of an earlier one", Payroll.AmendmentI === "true" ? "yes" : ""],
    ["W1 of this event", sums.TotalGrossPaymentsWithholdingA],
    ["W2 of this event", sums.PayAsYouGoWithholdingTaxWithheldA],
    ["Child support, garnishee", sums.ChildSupportGarnisheeA],
    ["Child support, deductions", sums.ChildSupportWithholdingA],
    ["Declared by", [declared.SignatoryIdentifierT, day(declared.SignatureD)].filter(Boolean).join(", ")],
  ];
  return {
    title: "Pay event, as it was made",
    head: head.flatMap(([what, value]): [string, string][] => (value ? [[what, String(value)]] : [])),
    columns: ["Paid this year", "Withheld this year", "Super guarantee this year"],
    people: ((message.PAYEVNTEMP ?? []) as { Payee: Payee }[]).map((each) => personOf(each.Payee)),
  };
}
