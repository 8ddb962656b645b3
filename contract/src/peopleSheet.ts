/** Several new people at once: a file or typed rows, what stands in their way, and the pay that comes out first. */

import type { PeopleTable, PersonCells, PersonMark } from "@zesty/core/hoursSheet/peopleSheet";
import { mostPeople } from "@zesty/core/hoursSheet/peopleSheet";
import Joi from "joi";
import type { SheetRead } from "./hoursSheet.ts";

export const personCells = Joi.object<PersonCells>().pattern(Joi.string().max(40), Joi.string().allow("").max(200));
export interface PeopleRows {
  rows: PersonCells[];
}
export const peopleRows = Joi.object<PeopleRows>({
  rows: Joi.array().items(personCells).min(1).max(mostPeople).required().label("People"),
});

export interface PeopleFileRead extends PeopleTable, SheetRead {}

export interface PlannedPerson {
  /** payroll ID that the person would have */
  payrollId: string;
  marks: PersonMark[];
}
export interface PeoplePlan {
  rows: PlannedPerson[];
  /** how many rows have a stop */
  stopped: number;
}

/** The first pay of somebody who is not there yet, worked out by the very run that would pay it. */
export interface FirstPay {
  payday: string;
  start: string;
  end: string;
  lines: { name: string; hours: string | null; amount: string }[];
  gross: string;
  withheld: string;
  super: string;
  net: string;
  /** what would stop or query it, in sentences */
  marks: { kind: "stop" | "query" | "note"; text: string }[];
}

/** Somebody who was added, and why they cannot be taken out; null where they can. */
export interface AddedPerson {
  id: number;
  name: string;
  payrollId: string;
  stays: string | null;
}
/** Who was added in one go. */
export interface AddedTogether {
  at: string;
  people: AddedPerson[];
}

export interface PeopleToTakeOut {
  people: number[];
}
export const peopleToTakeOut = Joi.object<PeopleToTakeOut>({
  people: Joi.array().items(Joi.number().integer().min(1)).min(1).max(mostPeople).unique().required().label("People"),
});
