/** The sheet of the practice: what every business has to pay over, and several paid in one step. */
import Joi from "joi";
import {
  type DuePick,
  type DueView,
  type PaymentPlan,
  type PreparePayment,
  planPayment,
  preparePayment,
} from "./dues.ts";
import { id } from "./fields.ts";

/** What one business has to pay over, on the sheet of the whole practice. */
export interface BusinessDues {
  businessId: number;
  business: string;
  today: string;
  dues: (Pick<
    DueView,
    "key" | "dueDate" | "kind" | "fundId" | "payee" | "words" | "unpaidCents" | "isLate" | "sendBy" | "people"
  > & {
    /** of it came back before */
    returnedCents: number;
  })[];
}

export interface PlanOfBusiness {
  business: number;
  plan: PaymentPlan;
}

export interface PaidSeveral {
  paid: { business: number; id: number }[];
  refused: { business: number; text: string }[];
}

const ofBusiness = () => id().required().label("Business");
const several = <T>(item: Joi.ObjectSchema<T>) =>
  Joi.object<{ payments: T[] }>({
    payments: Joi.array().items(item).min(1).max(500).required().label("Payments"),
  });
export type PlanOf = { business: number; picks: DuePick[]; date?: string | undefined };
export const planSeveral = several(planPayment.append<PlanOf>({ business: ofBusiness() }));
export type PrepareOf = PreparePayment & { business: number };
export const paySeveral = several(preparePayment.append<PrepareOf>({ business: ofBusiness() }));
