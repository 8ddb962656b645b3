/** New Zealand, as the server asks for it. */
import type { CountryHere } from "../ground/countryHere.ts";
import { aheadNz } from "./ahead.ts";
import { besideNz } from "./beside.ts";
import { booksNz } from "./books.ts";
import { deskNz } from "./desk.ts";
import { duesNz } from "./dues.ts";
import { leaveNz } from "./leave.ts";
import { lodgingNz } from "./lodging.ts";
import { paysNz } from "./pays.ts";
import { peopleNz } from "./people.ts";
import { routesNz } from "./routes.ts";
import { setUpNz } from "./setUp.ts";
import { yearOfNewZealand } from "./year.ts";

export const newZealand: CountryHere = {
  code: "NZ",
  setUp: setUpNz,
  people: peopleNz,
  // An allowance has no code of its own in the filing.
  // Kilometres pay an expense back (Income Tax Act 2007, s CW 18; 85 %).
  time: {
    reportedAs: (allowance) =>
      allowance === "CD"
        ? { taxable: false, superable: true, holidayGross: false }
        : { taxable: true, superable: true },
  },
  leave: leaveNz,
  pays: paysNz,
  books: booksNz,
  dues: duesNz,
  lodging: lodgingNz,
  desk: deskNz,
  year: yearOfNewZealand,
  ahead: aheadNz,
  beside: besideNz,
  routes: routesNz,
};
