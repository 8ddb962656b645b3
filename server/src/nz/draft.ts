/** What a row of a sheet of new people says that only New Zealand asks for: tax code, KiwiSaver, leave in weeks and days. */
import type { KiwiSaverFacts, NewPersonNz } from "@zesty/contract/nz/people";
import { plainKiwiSaver } from "@zesty/contract/nz/plainKiwiSaver";
import { isPermanent } from "../people/drafts.ts";
import type { PeopleOfCountry } from "../people/peopleOfCountry.ts";

const kiwiSaverOf = (choice: string, rate: string | undefined): KiwiSaverFacts => ({
  ...plainKiwiSaver,
  status: choice === "exempt" ? "not-member" : choice === "opted-out" ? "opted-out" : "member",
  joined: choice === "new" || choice === "opted-out" ? "automatic" : "existing",
  employeeRate: rate ?? null,
});

export const draftNz: PeopleOfCountry["draft"] = (values): Partial<NewPersonNz> => {
  const opening = [
    { kind: "annual", units: values.annualWeeks ?? "" },
    { kind: "sick", units: values.sickDays ?? "" },
    { kind: "alternative", units: values.alternativeDays ?? "" },
  ].filter((each) => each.units !== "");
  return {
    ...(values.taxCode === undefined
      ? {}
      : {
          taxCode: {
            code: values.taxCode,
            ...(values.irdNumber === undefined ? {} : { irdNumber: values.irdNumber }),
            specialRate: null,
            until: null,
            slcir: null,
            slbor: null,
            lowerMinimum: false,
          },
        }),
    ...(values.kiwiSaver === undefined ? {} : { kiwiSaver: kiwiSaverOf(values.kiwiSaver, values.kiwiSaverRate) }),
    holidays: {
      withPay: values.withPay === "yes" && !isPermanent(values.basis),
      varies: values.basis === "casual",
      agreedWeek: null,
      averageOnlyUntil: null,
      keepsAnniversary: false,
      ...(opening.length > 0 ? { opening } : {}),
    },
  };
};
