/** A payday on one page, for who owns the business: what was paid, what is different, what is due, who is away. */
import Joi from "joi";

export interface OwnerSum {
  title: string;
  amount: string;
  /** against the payday before, with its sign; null: there is none */
  last: string | null;
  /** against the payday a year before */
  year: string | null;
}
export interface OwnerPage {
  kind: "ownerPage";
  business: string;
  payday: string;
  period: { start: string; end: string };
  people: number;
  /** paydays that it is held against, null where there is none */
  against: { last: string | null; year: string | null };
  sums: OwnerSum[];
  /** whose pay is most different from the payday before, in words */
  differences: string[];
  dues: { words: string; amount: string; on: string }[];
  away: { name: string; first: string; last: string }[];
  /** the paydays up to this one with their cost, at most thirteen */
  paydays: { payday: string; cost: string }[];
  /** the cost of this one by cost centre; empty where there are none */
  centres: { name: string; cost: string }[];
}

export interface MailOwnerPage {
  to: string;
  /** and those of every payday to come, once it is settled */
  always: boolean;
}
export const mailOwnerPage = Joi.object<MailOwnerPage>({
  always: Joi.boolean().default(false),
  to: Joi.string()
    .trim()
    .email({ tlds: false })
    .max(200)
    .required()
    .label("E-mail")
    .messages({ "string.email": "{{#label}} is not an address. Write it as name@business.example." }),
});

/** To whom the owner's page goes by itself. */
export interface MailRule {
  id: number;
  to: string;
  since: string;
  by: string;
}
