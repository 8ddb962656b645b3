/** Papers that employees are owed, and that they were given. */
import Joi from "joi";
import { date, id } from "./fields.ts";

/** A paper that is owed on a day, or a day to know. */
export interface PaperView {
  code: string;
  on: string;
  words: string;
  law: string;
  /** null: not yet; absent where it is only a day to know */
  givenOn?: string | null;
}
export interface GivePaper {
  code: string;
  on: string;
  givenOn: string;
}
/** A paper owed to one of several. */
export interface PaperOfPerson extends PaperView {
  personId: number;
  name: string;
}
export interface GiveSeveral {
  papers: { personId: number; code: string; on: string }[];
  givenOn: string;
}
export const giveSeveral = Joi.object<GiveSeveral>({
  papers: Joi.array()
    .items(
      Joi.object({
        personId: id().required(),
        code: Joi.string().max(30).required(),
        on: date().required(),
      }),
    )
    .min(1)
    .max(5000)
    .required()
    .label("Papers"),
  givenOn: date().required().label("Given on"),
});
export const givePaper = Joi.object<GivePaper>({
  code: Joi.string().max(30).required().label("Paper"),
  on: date().required().label("Owed on"),
  givenOn: date().required().label("Given on"),
});
