import { type CessationCode, cessationReasons } from "@zesty/core/au/documents/payEvent";
import Joi from "joi";
import { date } from "./fields.ts";

/** The end of an employment, as the bookkeeper records it. */
export interface NewDeparture {
  lastDay: string;
  reason: CessationCode;
  noticeWorked: boolean;
  misconduct: boolean;
  /** two doctors certified that the person can never work in such a job again */
  invalidity?: boolean | undefined;
  /** fewer than fifteen people, associated businesses and regular casuals among them; counted here when left out */
  smallEmployer?: boolean | null | undefined;
  /** in a run of its own, or with the next run of the cycle */
  pay: "now" | "next";
  /** payday of a run of its own */
  payday?: string | undefined;
}
/** Reasons in New Zealand, where the filing needs none. */
export const leavingReasonsNz = {
  V: "resigned",
  F: "dismissed",
  R: "redundant",
  C: "fixed term or season ended",
} as const;

export const newDeparture = Joi.object<NewDeparture>({
  lastDay: date().required().label("Last day"),
  reason: Joi.string()
    .valid(...Object.keys(cessationReasons))
    .required()
    .label("Reason"),
  noticeWorked: Joi.boolean().default(true).label("Notice worked"),
  misconduct: Joi.boolean().default(false).label("Serious misconduct"),
  invalidity: Joi.boolean().default(false).label("Certified invalidity"),
  smallEmployer: Joi.boolean().empty("").allow(null).default(null).label("Fewer than fifteen people"),
  pay: Joi.string().valid("now", "next").required().label("Final pay"),
  payday: date().empty("").label("Payday"),
});

/** What the departure will pay, before it is recorded. */
export interface DeparturePlan {
  lines: { name: string; quantity: string; amount: string; why: string }[];
  notes: string[];
  /** where the final pay will stand */
  run: { id: number | null; payday: string; words: string };
  elsewhere: string[];
}

/** Another employment of somebody who had left. */
export interface EmployAgain {
  from: string;
}
export const employAgain = Joi.object<EmployAgain>({ from: date().required().label("First day") });

/** Employments of before, newest first. */
export interface EarlierEmployment {
  from: string;
  to: string;
  /** the employment of now began after it, and nothing was paid in it yet */
  undo: boolean;
}

export interface DepartureView {
  id: number;
  lastDay: string;
  reason: CessationCode;
  words: string;
  runId: number | null;
  payId: number | null;
  payday: string | null;
  /** how it is undone: with the run still open or not sent, or only the person's record */
  undo: "whole" | "recordOnly";
}
