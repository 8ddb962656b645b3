/** The year ahead: what pays come to as they stand, and as they would be if something changed. */
import Joi from "joi";
import { date, figure, hours, id, name } from "./fields.ts";

export const aheadKinds = ["rates", "hours", "level", "more", "leaves", "contribution"] as const;
export type AheadKind = (typeof aheadKinds)[number];

/** One sentence of what would be otherwise. */
export interface AheadChange {
  kind: AheadKind;
  /** the first day of it; of who leaves the last day here */
  from: string;
  /** whom it is of; of one more person whom they are like; nobody where it is of everybody */
  people: number[];
  by: "percent" | "hourly";
  /** per cent or dollars an hour, hours a week, a level, how many more people, per cent of super or KiwiSaver */
  value: string;
  /** hours a week of one more person; as who they are like where empty */
  weekly: string;
  on: boolean;
}

const values: Record<AheadKind, Joi.StringSchema> = {
  rates: figure(/^-?\d{1,4}(\.\d{1,4})?$/, "is not a figure. Write it as 3.5."),
  hours: hours(),
  level: Joi.string().trim().max(80),
  more: figure(/^[1-9]\d?$/, "is not a number of people. Write it as 1, at most 99."),
  leaves: Joi.string().allow(""),
  contribution: figure(/^\d{1,2}(\.\d{1,3})?$/, "is not a per cent. Write it as 12.5."),
};
const labels: Record<AheadKind, string> = {
  ...{ rates: "Raise", hours: "Hours a week", level: "Level", more: "How many", leaves: "Leaves" },
  contribution: "Per cent",
};

const change = Joi.object<AheadChange>({
  kind: Joi.string()
    .valid(...aheadKinds)
    .required(),
  from: date().required().label("From"),
  people: Joi.array().items(id()).max(2000).unique().default([]).label("People"),
  by: Joi.string().valid("percent", "hourly").default("percent"),
  value: aheadKinds.reduce<Joi.Schema>(
    (schema, kind) =>
      (schema as Joi.AlternativesSchema).when("kind", {
        is: kind,
        // biome-ignore lint/suspicious/noThenProperty: the word of the schema library
        then: kind === "leaves" ? values[kind].default("") : values[kind].required().label(labels[kind]),
      }),
    Joi.any(),
  ),
  weekly: hours().allow("").default("").label("Hours a week"),
  on: Joi.boolean().default(true),
});

/** Each sentence is worked out by itself too: more of them take longer than anybody waits. */
export const mostChanges = 8;

export interface AheadWanted {
  changes: AheadChange[];
  /** a kept one that stands in the place of today's; null: as it stands */
  against: number | null;
}
export const aheadWanted = Joi.object<AheadWanted>({
  changes: Joi.array().items(change).max(mostChanges).default([]).label("Changes"),
  against: id().allow(null).default(null),
});

export interface KeepAhead {
  name: string;
  changes: AheadChange[];
}
export const keepAhead = Joi.object<KeepAhead>({
  name: name(60).required().label("Name"),
  changes: Joi.array().items(change).min(1).max(mostChanges).required().label("Changes"),
});
export interface KeptAhead extends KeepAhead {
  id: number;
  by: string;
}

/** A figure as it stands, and as it would be. */
export interface AheadPair {
  now: string;
  would: string;
}
export interface AheadWeek {
  /** its Monday */
  from: string;
  /** what leaves the account: net pays on their paydays, dues on their days */
  cash: AheadPair;
  /** what pays with a payday in the week cost */
  cost: AheadPair;
}
export interface AheadSum extends AheadPair {
  title: string;
  difference: string;
}
export interface AheadPerson {
  /** null: somebody who is not here yet */
  personId: number | null;
  name: string;
  /** paydays on which they are paid */
  pays: { now: number; would: number };
  cost: AheadPair;
  difference: string;
}
export interface AheadView {
  from: string;
  to: string;
  paydays: number;
  weeks: AheadWeek[];
  sums: AheadSum[];
  people: AheadPerson[];
  /** the sentences in the order in which they were given, with what each costs by itself; null: it is switched off */
  changes: { text: string; more: string | null; notes: string[] }[];
  /** what is not known, and how it was taken */
  notes: string[];
  /** as a sheet of every payday and person was worked out */
  against: string | null;
}

/** What became of the sentences. */
export interface AheadAdopted {
  done: string[];
  /** what is done elsewhere, and where */
  rest: { text: string; why: string; to: string }[];
}
export const adoptAhead = Joi.object<{ changes: AheadChange[] }>({
  changes: Joi.array().items(change).min(1).max(mostChanges).required().label("Changes"),
});
