/** Australia, as the server asks for it. */

import { expenseAllowances } from "@zesty/core/au/pay/elements";
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
  // What pays an expense back is taxed on what is above it, and has no super: the rules of the core say how.
  time: {
    reportedAs: (allowance) => {
      const counts = expenseAllowances.includes(allowance) ? null : true;
      return { allowance, taxable: counts, superable: counts };
    },
  },
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
