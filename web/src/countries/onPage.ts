/**
 * What a country is to the pages: words of its law, and what its pages show. No word of one law stands on a screen of
 * the other. Light, so that the staff pages can have it; whole forms of a country lie beside the page that shows them.
 */
import type { CountryCode } from "@zesty/core/countries/countries";
import type { RowFigures } from "@zesty/core/pay/snapshot";

type FigureName = Exclude<keyof RowFigures, "leave" | "lines" | "employerCosts">;
/** A column of the run sheet: the figure, its title, its width. */
export type FigureColumn = readonly [figure: FigureName, title: string, width: number];

export interface OnPage {
  name: string;
  tax: string;
  /** in columns and totals */
  taxShort: string;
  employer: string;
  employerShort: string;
  /** what is saved for retirement, as in "gross and super" */
  saving: string;
  /** hours of a usual full-time week, to begin with */
  week: string;
  /** over what a payslip shows of it */
  savingOnSlip: string;
  fund: string;
  taxAgency: string;
  /** who may lodge for the employer, in a sentence and as a choice */
  lodger: string;
  lodgerTitle: string;
  /** the agency defers lodging, or exempts from it */
  lodgesLater: boolean;
  taxNumber: string;
  minimum: string;
  minimumHint: string;
  /** which rate is meant; `agreement`: the person is under one, null where that is not known yet */
  rateHint: (basis: string, agreement: boolean | null) => string;
  region: string;
  town: string;
  hasState: boolean;
  hasBsb: boolean;
  /** bases of employment that only other countries know */
  withoutBases: readonly string[];
  /** a time zone for trying an agreement out */
  timeZone: string;
  byHand: { title: string; tax: string; guarantee: boolean; nothing: string };
  /** what a cell of the sheet may hold, where a new column asks */
  typed: string;
  /** columns that the run sheet shows in front, and beside the tax */
  inFront: readonly FigureColumn[];
  besideTax: readonly FigureColumn[];
  /** the tax of the pay before stands beside it */
  taxAgainstLast: boolean;
  employerWidth: number;
  /** the run can be given a closedown, and public holidays are answered by person */
  closedowns: boolean;
  holidaysAnswered: boolean;
  /** a line says how it is reported */
  linesReported: boolean;
  /** leave that is paid out in place of being taken; `agreed`: kinds whose sum both agree on */
  cashOut: { kinds: readonly string[]; agreed: readonly string[]; law: string };
  hasFunds: boolean;
  hasStatements: boolean;
  /** what the employer contributes, within a sentence */
  contribution: string;
  /** the agency tells employers about tax codes and deductions of their people */
  hasNotices: boolean;
  /** what somebody may change on the staff pages */
  ownSections: readonly string[];
}

export const onPage: Record<CountryCode, OnPage> = {
  AU: {
    name: "Australia",
    tax: "PAYG tax",
    taxShort: "Tax",
    employer: "Super",
    employerShort: "Super",
    saving: "super",
    week: "38",
    savingOnSlip: "Super, on top",
    fund: "Super",
    taxAgency: "Tax agency",
    lodger: "registered agent",
    lodgerTitle: "A registered agent",
    lodgesLater: true,
    taxNumber: "Tax file number",
    minimum: "Award minimum",
    minimumHint: "Before casual loading",
    rateHint: (basis, agreement) =>
      basis !== "casual"
        ? "An hour of ordinary time"
        : agreement === null
          ? "With the casual loading; without it where an award's level is recorded, which adds it"
          : agreement
            ? "Without the casual loading: the agreement adds it"
            : "With the casual loading: nothing adds it",
    region: "State",
    town: "Suburb",
    hasState: true,
    hasBsb: true,
    withoutBases: [],
    timeZone: "Australia/Melbourne",
    byHand: {
      title: "Tax or super by hand",
      tax: "Tax withheld",
      guarantee: true,
      nothing: "Type tax or super, or go back.",
    },
    typed: "hours or dollars",
    inFront: [],
    besideTax: [],
    taxAgainstLast: true,
    employerWidth: 72,
    closedowns: false,
    holidaysAnswered: false,
    linesReported: true,
    cashOut: {
      kinds: ["annual", "personal", "long-service"],
      agreed: [],
      law: "Only with a signed agreement each time; four weeks of annual leave must stay (Fair Work Act 2009, ss 93, 94), and the award may set more.",
    },
    hasFunds: true,
    hasStatements: true,
    contribution: "super",
    hasNotices: false,
    ownSections: ["details", "tax", "super", "bank", "emergency"],
  },
  NZ: {
    name: "New Zealand",
    tax: "PAYE with ACC levy",
    taxShort: "PAYE",
    employer: "KiwiSaver, employer",
    employerShort: "Empl. KS",
    saving: "KiwiSaver",
    week: "40",
    savingOnSlip: "KiwiSaver",
    fund: "KiwiSaver",
    taxAgency: "Inland Revenue",
    lodger: "intermediary",
    lodgerTitle: "An intermediary",
    lodgesLater: false,
    taxNumber: "IRD number",
    minimum: "Agreed minimum",
    minimumHint: "Where the agreement asks for more than the law",
    rateHint: () => "Before any holiday pay",
    region: "Province",
    town: "Town",
    hasState: false,
    hasBsb: false,
    withoutBases: ["labour-hire", "contractor"],
    timeZone: "Pacific/Auckland",
    byHand: { title: "PAYE by hand", tax: "PAYE", guarantee: false, nothing: "Type the PAYE, or go back." },
    typed: "hours, days or dollars",
    inFront: [["kiwiSaver", "KiwiSaver", 74]],
    besideTax: [
      ["childSupport", "Child support", 62],
      ["studentLoan", "Student loan", 62],
      ["kiwiSaver", "Kiwi\u00adSaver", 62],
      ["afterTax", "Others", 62],
    ],
    taxAgainstLast: false,
    employerWidth: 62,
    closedowns: true,
    holidaysAnswered: true,
    linesReported: false,
    cashOut: {
      kinds: ["annual", "alternative"],
      agreed: ["alternative"],
      law: "Annual holidays: at most one week of each entitlement year, asked for in writing (Holidays Act 2003, s 28A). An alternative holiday: for an agreed sum, once twelve months have gone by and the employee asks (s 61).",
    },
    hasFunds: false,
    hasStatements: false,
    contribution: "the employer's KiwiSaver",
    hasNotices: true,
    ownSections: ["details", "taxCode", "kiwiSaver", "bank", "emergency"],
  },
};
