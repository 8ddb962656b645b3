/** Tax and super of a person in Australia, as they are typed. */
import { type SpecialIncome, specialIncomes } from "@zesty/core/au/taxDeclaration";
import Joi from "joi";
import { amountNotNegative, date, id, name, optional, percent, tfn } from "../fields.ts";

export interface Tax {
  numberStatus: "given" | "pending" | "none";
  /** left out to keep the number that is there */
  fileNumber?: string | undefined;
  pendingSince: string | null;
  residency: "resident" | "foreign" | "working-holiday";
  taxFreeThreshold: boolean;
  studyLoan: boolean;
  medicare: "levy" | "half-exempt" | "exempt";
  medicareDependants: number | null;
  offsetsPerYear: string | null;
  extraPerPay: string | null;
  /** reported as something else than salary and wages */
  income?: SpecialIncome | null | undefined;
  /** two letters (ISO 3166): where a working holiday maker or assignee comes from, or where foreign work is done */
  homeCountry?: string | null | undefined;
  /** registered as an employer of working holiday makers */
  employerRegistered?: boolean | undefined;
  /** a downward variation granted by the tax office, per cent */
  variationPercent?: string | null | undefined;
}

export const tax = Joi.object<Tax & { from?: string }>({
  from: date().label("From"),
  numberStatus: Joi.string().valid("given", "pending", "none").required().label("Tax file number"),
  fileNumber: tfn().empty("").label("Tax file number"),
  pendingSince: optional(date()).label("Applied for on"),
  residency: Joi.string().valid("resident", "foreign", "working-holiday").required().label("Residency"),
  taxFreeThreshold: Joi.boolean().required().label("Tax-free threshold"),
  studyLoan: Joi.boolean().required().label("Study loan"),
  medicare: Joi.string().valid("levy", "half-exempt", "exempt").required().label("Medicare levy"),
  medicareDependants: Joi.number().integer().min(0).max(20).empty("").allow(null).default(null).label("Dependants"),
  offsetsPerYear: optional(amountNotNegative()).label("Tax offsets a year"),
  extraPerPay: optional(amountNotNegative()).label("Extra to withhold"),
  income: optional(Joi.string().valid(...specialIncomes)).label("Reported as"),
  homeCountry: Joi.when("income", {
    is: Joi.valid("IAA", "FEI").required(),
    // biome-ignore lint/suspicious/noThenProperty: Joi's own word
    then: Joi.string().trim().uppercase().length(2).required().label("Country"),
    otherwise: optional(Joi.string().uppercase().length(2)).label("Home country"),
  }),
  employerRegistered: Joi.boolean().default(true).label("Registered employer"),
  variationPercent: optional(percent()).label("Varied to"),
});

export interface Super {
  fundId: number | null;
  memberNumber: string | null;
  guarantee: boolean;
  agreedPercent: string | null;
  /** an agreement asks for super whatever the age and hours */
  anyAge?: boolean | undefined;
  /** shares that go to other funds */
  shares?: { fundId: number; memberNumber: string; percent: string }[] | null | undefined;
  /** how the fund came about; null where nobody has said */
  how?: "chosen" | "stapled" | "default" | null | undefined;
  /** when the tax office was asked for the stapled fund */
  askedOn?: string | null | undefined;
}

export const superChoice = Joi.object<Super & { from?: string }>({
  from: date().label("From"),
  fundId: id().empty("").allow(null).default(null).label("Fund"),
  memberNumber: optional(Joi.string().trim().max(20)).label("Member number"),
  guarantee: Joi.boolean().default(true).label("Super guarantee"),
  agreedPercent: optional(percent()).label("Agreed per cent"),
  anyAge: Joi.boolean().default(false).label("Super at any age"),
  how: optional(Joi.string().valid("chosen", "stapled", "default")).label("How it came about"),
  askedOn: optional(date()).label("Stapled fund asked for on"),
  shares: Joi.array()
    .items(
      Joi.object({
        fundId: id().required().label("Fund"),
        memberNumber: name(20).required().label("Member number"),
        percent: percent().required().label("Share"),
      }),
    )
    .max(4)
    .allow(null)
    .default(null)
    .label("Shares to other funds"),
});
