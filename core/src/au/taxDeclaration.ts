/** What a person declared for PAYG withholding, and the scale of Schedule 1 that follows. */
import { addDays, type IsoDate } from "../calendar/dates.ts";
import type { ScaleName } from "../rulebook/au/withholdingScales.ts";

export interface TaxDeclaration {
  fileNumber: "given" | "pending" | "none";
  residency: "resident" | "foreign" | "working-holiday";
  taxFreeThreshold: boolean;
  studyLoan: boolean;
  medicare: "levy" | "half-exempt" | "exempt";
  /** family reduction of the Medicare levy: 0 for a spouse only, then the number of children; absent when none claimed */
  medicareDependants?: number | undefined;
  /** yearly tax offsets claimed, decimal dollars */
  offsetsPerYear?: string | undefined;
  /** more to withhold each pay, asked for in writing, decimal dollars */
  extraPerPay?: string | undefined;
  /** working holiday: is the employer registered? */
  employerRegistered?: boolean | undefined;
  /** a downward variation granted by the tax office: withheld at this per cent */
  variationPercent?: string | undefined;
  /** invoices with an ABN: nothing is withheld, or the per cent of a voluntary agreement, which `variationPercent` says */
  contractor?: true | undefined;
  /** what is earned is reported as something else than salary and wages; withheld is the same */
  income?: SpecialIncome | undefined;
}

/** Closely held payee of a family company or trust; inbound assignee; foreign employment income. */
export const specialIncomes = ["CHP", "IAA", "FEI"] as const;
export type SpecialIncome = (typeof specialIncomes)[number];

/** Income streams of Single Touch Payroll, phase 2: each keeps its own year-to-date. */
export const incomeTypes = ["SAW", "WHM", "LAB", ...specialIncomes] as const;
export type IncomeType = (typeof incomeTypes)[number];

export const incomeWords: Record<IncomeType, string> = {
  SAW: "Salary and wages",
  WHM: "Working holiday maker",
  LAB: "Labour hire",
  CHP: "Closely held payee",
  IAA: "Inbound assignee",
  FEI: "Foreign employment income",
};

/** These name a country: where a working holiday maker or an assignee comes from, where foreign work is done. */
export const namesCountry = (type: IncomeType): boolean => type === "WHM" || type === "IAA" || type === "FEI";

/** Each income stream keeps its own codes of year-to-date; salary and wages have the plain ones. */
export const reportPrefix = (type: IncomeType): string => (type === "SAW" ? "report:" : `report@${type}:`);

export const incomeTypeOf = ({ residency, income }: Pick<TaxDeclaration, "residency" | "income">, basis: string) =>
  residency === "working-holiday" ? "WHM" : basis === "labour-hire" ? "LAB" : (income ?? "SAW");

/** How withholding is worked out: a scale, a flat rate for want of a number, or the working-holiday steps. */
export type TaxTreatment =
  | { by: "scale"; scale: ScaleName }
  | { by: "no-number" }
  | { by: "working-holiday" }
  | { by: "variation"; percent: string; contractor?: true };

export function taxTreatment(declared: TaxDeclaration): TaxTreatment {
  if (declared.contractor)
    return { by: "variation", percent: declared.variationPercent ?? "0", contractor: declared.contractor };
  if (declared.fileNumber === "none") return { by: "no-number" };
  if (declared.variationPercent !== undefined) return { by: "variation", percent: declared.variationPercent };
  if (declared.residency === "working-holiday")
    return declared.employerRegistered === false ? { by: "scale", scale: "3" } : { by: "working-holiday" };
  if (declared.residency === "foreign") return { by: "scale", scale: "3" };
  if (!declared.taxFreeThreshold) return { by: "scale", scale: "1" };
  if (declared.medicare === "exempt") return { by: "scale", scale: "5" };
  if (declared.medicare === "half-exempt") return { by: "scale", scale: "6" };
  return { by: "scale", scale: "2" };
}

const scaleWords: Record<ScaleName, string> = {
  "1": "scale 1: resident, tax-free threshold not claimed",
  "2": "scale 2: resident, tax-free threshold claimed",
  "3": "scale 3: foreign resident",
  "5": "scale 5: threshold claimed, full Medicare levy exemption",
  "6": "scale 6: threshold claimed, half Medicare levy exemption",
};

export function treatmentWords(treatment: TaxTreatment): string {
  if (treatment.by === "no-number") return "no tax file number";
  if (treatment.by === "working-holiday") return "working holiday maker";
  if (treatment.by === "variation")
    return treatment.contractor ? `a contractor, ${treatment.percent} %` : `a variation to ${treatment.percent} %`;
  return scaleWords[treatment.scale];
}

/**
 * The six-character tax treatment code of Single Touch Payroll, for the treatments this core works out.
 * Example: resident with threshold and study loan is RTSXXX.
 */
export function taxTreatmentCode(declared: TaxDeclaration): string {
  const treatment = taxTreatment(declared);
  if (treatment.by === "no-number")
    return { resident: "NAXXXX", foreign: "NFXXXX", "working-holiday": "HFXXXX" }[declared.residency];
  if (treatment.by === "variation") return "DVXXXX";
  if (declared.residency === "working-holiday") return declared.employerRegistered === false ? "HUXXXX" : "HRXXXX";
  const loan = declared.studyLoan ? "S" : "X";
  if (declared.residency === "foreign") return `FF${loan}XXX`;
  if (!declared.taxFreeThreshold) return `RN${loan}XXX`;
  const exemption = { levy: "X", "half-exempt": "H", exempt: "F" }[declared.medicare];
  const dependants = declared.medicareDependants;
  const reduction = dependants === undefined ? "X" : dependants > 9 ? "A" : String(dependants);
  return `RT${loan}X${exemption}${reduction}`;
}

/** The last day on which a number may be applied for and not given; the days stand in the rule book (`withholdingRates`). */
export const numberPendingUntil = (since: IsoDate, { pendingDays }: { pendingDays: string }): IsoDate =>
  addDays(since, Number(pendingDays));
