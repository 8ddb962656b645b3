/**
 * What a country is to the server: one value with a part a room, made in the folder of the country and handed to every
 * use case with the context. Whoever handles businesses of any country asks this value and never its code; a new
 * country is a folder and a line in `countries.ts`.
 */
import type { CountryCode } from "@zesty/core/countries/countries";
import type { Router } from "express";
import type { Context } from "../context.ts";
import type { LeaveOfCountry } from "../leave/leaveOfCountry.ts";
import type { LodgingOfCountry } from "../outbox/lodgingOfCountry.ts";
import type { PeopleOfCountry } from "../people/peopleOfCountry.ts";
import type { PaysOfCountry } from "../runs/paysOfCountry.ts";
import type { SetUpOfCountry } from "../setup/setUpOfCountry.ts";
import type { TimeOfCountry } from "../time/timeOfCountry.ts";
import type { YearOfCountry } from "../year/said.ts";

export interface CountryHere {
  code: CountryCode;
  setUp: SetUpOfCountry;
  people: PeopleOfCountry;
  time: TimeOfCountry;
  leave: LeaveOfCountry;
  pays: PaysOfCountry;
  lodging: LodgingOfCountry;
  year: YearOfCountry;
  /** pages that no other country has */
  routes(router: Router, context: Context): void;
}

export type CountriesHere = Readonly<Record<CountryCode, CountryHere>>;
