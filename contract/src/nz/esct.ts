/** The rates by which the employer's KiwiSaver contributions are taxed in a tax year. */
import Joi from "joi";
import { date, id } from "../fields.ts";

export interface EsctRates {
  /** first day of the year that they are for */
  from: string;
  year: string;
  lastYear: { from: string; to: string };
  rows: {
    personId: number;
    name: string;
    /** last year's gross with the employer's contributions, or an estimate of this year's; dollars */
    base: string;
    estimated: boolean;
    /** as fixed, else as worked out; null where the rule book has no rates for the year */
    rate: string | null;
    fixed: string | null;
  }[];
  tableMissing: boolean;
}
export const esctAccepted = Joi.object<{ from: string; people: number[] }>({
  from: date().required().label("Year"),
  people: Joi.array().items(id().required()).min(1).max(2000).required().label("People"),
});
