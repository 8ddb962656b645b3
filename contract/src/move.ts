/** Several people moved from one day: to another pay cycle, place of work, cost centre or fund. */
import Joi from "joi";
import { date, id } from "./fields.ts";

export const movable = ["cycle", "place", "costCentre", "fund"] as const;
export type Movable = (typeof movable)[number];

export interface MoveWanted {
  what: Movable;
  /** the entry of the set-up's list */
  to: number;
  from: string;
  people: number[];
}
export const moveWanted = Joi.object<MoveWanted>({
  what: Joi.string()
    .valid(...movable)
    .required()
    .label("What changes"),
  to: id().required().label("To"),
  from: date().required().label("From"),
  people: Joi.array().items(id()).max(2000).unique().required().label("People"),
});

export interface MoveRow {
  personId: number;
  name: string;
  basis: string;
  /** where the person is on that day; null: nowhere yet */
  was: string | null;
  /** nothing to move: why, in a sentence */
  cannot: string | null;
  /** what to know of it, in a sentence */
  note: string | null;
}
export interface MovePlan {
  rows: MoveRow[];
  /** where to, by name */
  is: string;
}
