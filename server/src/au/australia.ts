/** Australia, as the server asks for it. */
import type { CountryHere } from "../ground/countryHere.ts";
import { aheadAu } from "./ahead.ts";
import { besideAu } from "./beside.ts";
import { booksAu } from "./books.ts";
import { duesAu } from "./dues.ts";
import { leaveAu } from "./leave.ts";
import { lodgingAu } from "./payEvent.ts";
import { paysAu } from "./pays.ts";
import { peopleAu } from "./people.ts";
import { routesAu } from "./routes.ts";
import { setUpAu } from "./setUp.ts";
import { yearOfAustralia } from "./year.ts";

export const australia: CountryHere = {
  code: "AU",
  setUp: setUpAu,
  people: peopleAu,
  time: { reportedAs: (allowance) => ({ allowance }) },
  leave: leaveAu,
  pays: paysAu,
  books: booksAu,
  dues: duesAu,
  lodging: lodgingAu,
  desk: { told: () => [], waiting: () => [] },
  year: yearOfAustralia,
  ahead: aheadAu,
  beside: besideAu,
  routes: routesAu,
};
