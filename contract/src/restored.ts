/** After a restore: the list that a person goes through before anything is sent again. */
import Joi from "joi";
import { id, name } from "./fields.ts";

export interface ConfirmView {
  key: string;
  business: string | null;
  words: string;
  link: string | null;
  /** a message that its receiver holds */
  message: boolean;
  /** messages of runs made again that may be this one */
  fits: { id: number; words: string }[];
  /** what was answered, in words */
  decided: string | null;
}
export interface RestoredView {
  backupOf: string;
  /** how many paydays are still to answer of which no receiver holds anything: answered together by the key "untouched" */
  untouched: number;
  /** null while bank and agencies have not all told what they hold */
  list: ConfirmView[] | null;
}
export interface Confirm {
  key: string;
  as: "anew" | "takenOver" | "dismissed";
  reason?: string;
  /** the message that is taken over */
  message?: number;
}
export const confirm = Joi.object<Confirm>({
  key: Joi.string().max(200).required(),
  as: Joi.string().valid("anew", "takenOver", "dismissed").required(),
  reason: Joi.when("as", {
    is: "dismissed",
    // biome-ignore lint/suspicious/noThenProperty: Joi's own word
    then: name(200).required().label("Reason"),
    otherwise: name(200).optional().label("Reason"),
  }),
  message: id().optional(),
});
