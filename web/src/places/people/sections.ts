/** The sections of a person's page: what each shows, and the form that changes it. */

import { incomeWords } from "@zesty/core/au/taxDeclaration";
import { payrollYearAu } from "@zesty/core/calendar/payrollYear";
import type { CountryCode } from "@zesty/core/countries/countries";
import { entitlementWords } from "@zesty/core/leave/accrual";
import { leaveWords } from "@zesty/core/leave/kinds";
import { onPage } from "../../countries/onPage.ts";
import { hours, longDate, money } from "../../parts/format.ts";
import { FringeBenefitsForm } from "./au/FringeBenefitsForm.tsx";
import { howFund } from "./au/howFund.ts";
import { OpeningYearForm } from "./au/OpeningYearForm.tsx";
import { SuperForm } from "./au/SuperForm.tsx";
import { TaxForm } from "./au/TaxForm.tsx";
import { BankForm } from "./forms/BankForm.tsx";
import { DetailsForm } from "./forms/DetailsForm.tsx";
import { EmploymentForm } from "./forms/EmploymentForm.tsx";
import { LeaveForm } from "./forms/LeaveForm.tsx";
import { UsualPayForm } from "./forms/UsualPayForm.tsx";
import { EarlierForm } from "./nz/EarlierForm.tsx";
import { HolidaysForm } from "./nz/HolidaysForm.tsx";
import { KiwiSaverForm } from "./nz/KiwiSaverForm.tsx";
import { OrdersForm } from "./nz/OrdersForm.tsx";
import { earlierFacts, holidayFactsShown, kiwiSaverFacts, orderFacts, taxCodeFacts } from "./nz/sectionFacts.ts";
import { TaxCodeForm } from "./nz/TaxCodeForm.tsx";
import { besidePay, fringeWords, type SectionShown, time, usualWords } from "./sectionParts.ts";

const sectionsAu: SectionShown[] = [
  {
    id: "details",
    title: "Details",
    Form: DetailsForm,
    facts: ({ details }) => [
      ["Born", longDate(details.birthDate)],
      [
        "Address",
        details.address
          ? [details.address.line1, details.address.suburb, details.address.state, details.address.postcode]
              .filter(Boolean)
              .join(", ")
          : null,
      ],
      ["E-mail", details.email],
      ["Phone", details.phone ?? "–"],
      ["Started", longDate(details.startDate)],
      ["Last day", details.endDate ? longDate(details.endDate) : undefined],
      [
        "Payslip",
        details.payslipBy === "page"
          ? "on the staff page alone"
          : details.payslipBy === "print"
            ? "on paper"
            : undefined,
      ],
      ["Payslip message", details.payslipMessage ?? undefined],
      ["Private notes", details.privateNotes ?? undefined],
    ],
  },
  {
    id: "employment",
    title: "Employment and rate",
    Form: EmploymentForm,
    facts: ({ country, employment }, setUp) => [
      [
        "Rate",
        employment.hourlyRate
          ? `$${money(employment.hourlyRate)} an hour, since ${longDate(employment.from)}`
          : "no hourly rate",
      ],
      ["Salary", employment.salary ? `$${money(employment.salary)} a year` : undefined],
      [onPage[country].minimum, employment.minimumRate ? `$${money(employment.minimumRate)}` : undefined],
      ["Hours a week", hours(employment.weeklyHours)],
      ["Pay cycle", setUp.cycles.find((each) => each.id === employment.cycleId)?.name],
      ["Cost centre", setUp.costCentres.find((each) => each.id === employment.costCentreId)?.name],
      [
        "Split",
        employment.costSplit
          ?.map((part) => `${setUp.costCentres.find((each) => each.id === part.costCentreId)?.name} ${part.percent} %`)
          .join(", "),
      ],
      ["Wages go to", employment.wagesAccount ? `account ${employment.wagesAccount}` : undefined],
      [
        "Set aside",
        employment.ownCosts?.length
          ? employment.ownCosts.map(({ code, percent }) => `${code} ${percent} %`).join(", ")
          : undefined,
      ],
      employment.roster
        ? ["Roster", employment.roster.weeks.map((week) => week.map((each) => hours(each)).join(" · ")).join(", then ")]
        : ["Weekdays", employment.workPattern?.map((each) => hours(each)).join(" · ")],
      ["Place", setUp.places.find((each) => each.id === employment.placeId)?.state],
    ],
  },
  time,
  {
    id: "tax",
    title: "Tax declaration",
    Form: TaxForm,
    secret: "tax",
    facts: ({ tax }) => [
      [
        "Tax file number",
        tax.numberStatus === "given"
          ? tax.fileNumberShown
          : tax.numberStatus === "pending"
            ? `applied for on ${longDate(tax.pendingSince ?? tax.from)}`
            : "not given",
      ],
      [
        "Residency",
        tax.residency === "resident"
          ? "resident"
          : tax.residency === "foreign"
            ? "foreign resident"
            : "working holiday maker",
      ],
      [
        "Reported as",
        tax.income ? `${incomeWords[tax.income]}${tax.homeCountry ? `, ${tax.homeCountry}` : ""}` : undefined,
      ],
      ["Tax-free threshold", tax.taxFreeThreshold ? "claimed here" : "not claimed here"],
      ["Study loan", tax.studyLoan ? "yes" : "no"],
      ["Medicare levy", tax.medicare === "levy" ? "full" : tax.medicare],
      ["Offsets a year", tax.offsetsPerYear ? `$${tax.offsetsPerYear}` : undefined],
      ["More to withhold", tax.extraPerPay ? `$${tax.extraPerPay} each pay` : undefined],
      ["Varied to", tax.variationPercent ? `${tax.variationPercent} %, by the tax office's notice` : undefined],
      [
        "Working holidays",
        tax.residency === "working-holiday" && tax.employerRegistered === false
          ? "the employer is not registered"
          : undefined,
      ],
    ],
  },
  {
    id: "super",
    title: "Super",
    Form: SuperForm,
    facts: ({ super: chosen }, setUp) => [
      ["Fund", setUp.funds.find((each) => each.id === chosen.fundId)?.name ?? null],
      ["Member number", chosen.memberNumber],
      ["How it came about", howFund(chosen)],
      ["Guarantee", chosen.guarantee ? "owed" : "not owed"],
      ["At any age", chosen.anyAge ? "yes, by award or agreement" : undefined],
      [
        "Shares",
        chosen.shares
          ?.map((share) => `${setUp.funds.find((each) => each.id === share.fundId)?.name} ${share.percent} %`)
          .join(", "),
      ],
      ["Agreed per cent", chosen.agreedPercent ? `${chosen.agreedPercent} %` : undefined],
    ],
  },
  {
    id: "bank",
    title: "Bank accounts",
    Form: BankForm,
    secret: "bank",
    facts: ({ bank }) =>
      bank.parts.length === 0
        ? [["Account", null]]
        : bank.parts.map((part) => [
            part.title,
            `${part.shown}, ${part.kind === "rest" ? "the rest" : part.kind === "percent" ? `${part.value} %` : `$${part.value}`}${part.text ? `, says “${part.text}”` : ""}`,
          ]),
  },
  {
    id: "leave",
    title: "Leave",
    Form: LeaveForm,
    facts: ({ leave }) =>
      leave.entitlements.length === 0
        ? [["Entitlements", "none accrue"]]
        : [
            ...leave.entitlements.map((each): [string, string] => [leaveWords(each.kind), entitlementWords(each)]),
            ["Service counts from", leave.countsFrom ? longDate(leave.countsFrom) : undefined],
          ],
  },
  {
    id: "usualPay",
    title: "Usual pay",
    Form: UsualPayForm,
    facts: ({ usualPay }, setUp) =>
      usualPay.lines.length === 0
        ? [["Lines", "none: hours are typed each time"]]
        : usualPay.lines.map((line) => [
            setUp.elements.find((each) => each.id === line.elementId)?.name ?? "",
            usualWords(line),
          ]),
  },
  {
    id: "fringeBenefits",
    title: "Fringe benefits",
    Form: FringeBenefitsForm,
    facts: ({ fringeBenefits }) =>
      fringeBenefits.length === 0
        ? [["Recorded", "none"]]
        : fringeBenefits.map((each) => [`Year to 31 March ${each.yearEnd.slice(0, 4)}`, fringeWords(each)]),
  },
  {
    id: "openingYear",
    title: "Paid this year before this program",
    Form: OpeningYearForm,
    facts: ({ openingYears }) =>
      openingYears.length === 0
        ? [["Recorded", "nothing"]]
        : openingYears.map((each) => [
            payrollYearAu(each.yearStart).name,
            `gross $${money(each.gross)}, withheld $${money(each.withheld)}, super $${money(each.guarantee)}; ${
              each.carried ? "our pay events go on from it" : "finalised by the earlier system"
            }`,
          ]),
  },
];

const auSection = (id: string): SectionShown => {
  const found = sectionsAu.find((each) => each.id === id);
  if (!found) throw new Error(`There is no section ${id}.`);
  return found;
};
/** In New Zealand the sections that only Australian law asks for give way to its own. */
const sectionsNz: SectionShown[] = [
  auSection("details"),
  auSection("employment"),
  time,
  { id: "taxCode", title: "Tax code", Form: TaxCodeForm, facts: taxCodeFacts, secret: "tax" },
  { id: "kiwiSaver", title: "KiwiSaver", Form: KiwiSaverForm, facts: kiwiSaverFacts },
  { id: "orders", title: "Child support and orders", Form: OrdersForm, facts: orderFacts },
  auSection("bank"),
  { id: "holidays", title: "Holidays and leave", Form: HolidaysForm, facts: holidayFactsShown },
  { id: "earlier", title: "Earnings before this program", Form: EarlierForm, facts: earlierFacts },
  auSection("usualPay"),
];

export const sectionsOf: Record<CountryCode, readonly SectionShown[]> = {
  AU: [...sectionsAu, ...besidePay],
  NZ: [...sectionsNz, ...besidePay],
};
