/** Notices of Inland Revenue to an employer about its people: a tax code, or child support. */
import Joi from "joi";
import { amountNotNegative, date, id, name } from "../fields.ts";
import { taxCode } from "./people.ts";

export const noticeKinds = ["taxCode", "childSupport"] as const;
export type NoticeKind = (typeof noticeKinds)[number];

export interface NoticeView {
  id: number;
  kind: NoticeKind;
  /** the code, or dollars of each pay; "0.00" ends child support */
  value: string;
  /** the first payday that it counts for */
  from: string;
  /** null: nobody here has that number */
  personId: number | null;
  person: string | null;
  /** the last digits of the number that the notice names; empty where it was typed */
  shown: string;
  /** what is on record for that day */
  now: string | null;
  receivedOn: string;
  /** "applied", or why it was left; null: it waits */
  answer: { applied: boolean; reason: string | null; by: string } | null;
  /** it waits, and a payday that it counts for is signed off */
  late: boolean;
}

/** A notice that came by letter. */
export interface TypedNotice {
  personId: number;
  kind: NoticeKind;
  value: string;
  from: string;
}
export const typedNotice = Joi.object<TypedNotice>({
  personId: id().required().label("Person"),
  kind: Joi.string()
    .valid(...noticeKinds)
    .required()
    .label("Notice about"),
  from: date().required().label("First payday"),
  value: Joi.string().trim().required().label("What it says"),
}).custom((typed: TypedNotice, helpers) => {
  const of = typed.kind === "taxCode" ? taxCode.extract("code") : amountNotNegative().label("Each pay");
  const { error, value } = of.validate(typed.value);
  return error
    ? helpers.message({
        custom:
          typed.kind === "taxCode"
            ? "What it says is not a tax code. Write it as M, ME, S or M SL."
            : "What it says is not an amount. Write it as 95.00.",
      })
    : { ...typed, value };
});

export const noticeAnswer = Joi.object<{ applied: boolean; reason: string | null }>({
  applied: Joi.boolean().required().label("Applied"),
  reason: name(200).empty("").allow(null).default(null).label("Reason"),
});
