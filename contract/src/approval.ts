/** A yes before sign-off: asked of somebody by a letter, said to the figures that were seen, or questioned at a row. */
import Joi from "joi";
import { id } from "./fields.ts";
import type { OwnerPage } from "./ownerPage.ts";

export interface ApprovalWord {
  id: number;
  kind: "yes" | "question" | "answer";
  /** of which pay; null: of the run as a whole */
  payId: number | null;
  name: string | null;
  text: string;
  at: string;
  by: string;
  /** the question that it answers */
  answers: number | null;
}

export interface Approval {
  /** none was asked; waits; a question is open; a yes to these figures; a yes to other figures */
  state: "none" | "waits" | "asked" | "yes" | "changed";
  approver: string | null;
  approverId: number | null;
  askedBy: string | null;
  askedAt: string | null;
  words: ApprovalWord[];
  /** who may be asked */
  approvers: { id: number; name: string }[];
  /** the business wants a yes before any run is signed off */
  isWanted: boolean;
}

export interface ApproverLetter extends Pick<OwnerPage, "business" | "payday" | "period" | "people" | "against"> {
  runId: number;
  /** from which account the net pays leave */
  from: string;
  sums: OwnerPage["sums"];
  differences: string[];
  away: OwnerPage["away"];
  paydays: OwnerPage["paydays"];
  rows: { payId: number; name: string; net: string; last: string | null }[];
  approval: Approval;
  /** whether it is for whoever reads it to say yes */
  isMine: boolean;
  isOpen: boolean;
  /** what a yes is said to */
  seen: string;
}

export const askApproval = Joi.object<{ userId: number }>({ userId: id().required().label("Who") });
const text = () => Joi.string().trim().min(1).max(1000).required();
export const sayYes = Joi.object<{ seen: string }>({ seen: Joi.string().max(400).required() });
export const askQuestion = Joi.object<{ payId: number | null; text: string }>({
  payId: id().allow(null).default(null),
  text: text().label("Question"),
});
export const answerQuestion = Joi.object<{ question: number; text: string }>({
  question: id().required(),
  text: text().label("Answer"),
});
