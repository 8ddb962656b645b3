/** What a country says of people: what is asked of them, and what of it is missing. */

import type { BusinessView } from "@zesty/contract/business";
import type { KiwiSaverFacts, NewPersonNz, PersonNzView } from "@zesty/contract/nz/people";
import type { LongServiceView, NewPerson, PersonSummary, PersonView } from "@zesty/contract/people";
import type { StaffSaving, StaffSavingView } from "@zesty/contract/staff";
import type { IsoDate } from "@zesty/core/calendar/dates";
import type { PersonMark } from "@zesty/core/hoursSheet/peopleSheet";
import type { Schema } from "joi";
import type { Context } from "../ground/context.ts";
import type { DatedRecords } from "../store/dated.ts";
import type { person } from "../store/schema.ts";
import type { Lane, Names } from "./lanes.ts";
import type { PaperOf } from "./paperOf.ts";
import type { CellFacts, Cells } from "./peopleList.ts";

/** Cells of a row of a sheet of new people. */
export type Values = Readonly<Record<string, string>>;
export type Who = typeof person.$inferSelect;

export type Writer<T> = (context: Context, personId: number, businessId: number, from: string, values: T) => void;
/** by section; what a section carries is checked by the contract */
export type Writers = Readonly<Record<string, Writer<never>>>;

export interface EndingFact {
  part: "tax" | "funds";
  section: string;
  /** what ends: "Tailored tax code" */
  what: string;
  expires: string;
  /** what holds afterwards */
  blocks: string;
}

/** What of an employment long service goes by. */
export interface ServiceTerms {
  basis: string;
  countsFrom: IsoDate;
  endDate: IsoDate | null;
}

/** A savings scheme that people say something of themselves. */
export interface OwnSaving {
  view(context: Context, who: Who): StaffSavingView;
  /** @throws what may not be said now, with why */
  said(context: Context, who: Who, given: StaffSaving): KiwiSaverFacts;
}

/** Does a change from a day, with what it means to pays that are signed off since. */
export type SinceSigned = <T>(
  context: Context,
  personId: number,
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void,
) => T;

export interface PeopleOfCountry {
  /** what people say of a savings scheme on their own pages, where a country has one */
  ownSaving?: OwnSaving;
  newPerson: Schema<NewPerson | NewPersonNz>;
  /** sections of a person's facts, each with what checks it */
  sections: Readonly<Record<string, Schema>>;
  /** what saves the sections that only this country has */
  writers: Writers;
  /** Lanes of the line of time that only this country has. */
  lanes(context: Context, who: Who, names: Names): Lane[];
  /** What is said for each pay, whatever stretch of time it is for, as it stands on a day. */
  perPay?(context: Context, personId: number, day: string): string[];
  /** Changes that reach back into signed-off pays, by section: what follows them is done, or told. */
  sinceSigned?: Readonly<Record<string, SinceSigned>>;
  /** Facts that do not go on into another employment of the same person; and as they were before. */
  employedAgain?: Record<"done" | "undone", (context: Context, personId: number, from: string) => void>;
  /** What people lack, whatever the day; made once for all of them. */
  missing(context: Context, ids: readonly number[], records: DatedRecords): (who: Who) => PersonSummary["missing"];
  /** Facts of people that end on a day, with what holds afterwards; made once for all of them. */
  ending(context: Context, ids: readonly number[]): (who: Who) => EndingFact[];
  /** What a person's page shows beside what is the same everywhere. */
  view(context: Context, who: Who, records: DatedRecords, on: string): PersonNzView | null;
  /** Long service leave by the dates of service, where a country has it. */
  longService?(
    context: Context,
    personId: number,
    terms: ServiceTerms,
    state: string,
    on: string,
  ): LongServiceView | null;
  /** Papers owed to people of these businesses between two days, given or not, and days on which a right begins. */
  papers?(context: Context, businessIds: readonly number[], from: string, to: string): PaperOf[];
  /** The facts of a row of a sheet of new people that only this country asks for. */
  draft(values: Values, setUp: BusinessView, marks: PersonMark[]): object;
  /** What a sheet of people says that only this country asks for; made once for all of them. */
  cells(context: Context, ids: readonly number[]): (facts: CellFacts) => Cells;
  /** an address has a State */
  hasState: boolean;
  /** What the person's own page shows of tax. */
  ownFacts(view: PersonView): (readonly [label: string, value: string | null | undefined])[];
  /** the person chooses a fund of the business's or names one */
  choosesFund: boolean;
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    people: PeopleOfCountry;
  }
}
