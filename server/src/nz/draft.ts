/** What a row of a sheet of new people says that only New Zealand asks for: tax code, KiwiSaver, leave in weeks and days. */
import type { KiwiSaverFacts, NewPersonNz } from "@zesty/contract/nz/people";
import { plainKiwiSaver } from "@zesty/contract/nz/plainKiwiSaver";
import { isPermanent, toldIfLost } from "../people/drafts.ts";
import type { PeopleOfCountry } from "../people/peopleOfCountry.ts";

const kiwiSaverOf = (choice: string, rate: string | undefined): KiwiSaverFacts => ({
  ...plainKiwiSaver,
  status: choice === "exempt" ? "not-member" : choice === "opted-out" ? "opted-out" : "member",
  joined: choice === "new" || choice === "opted-out" ? "automatic" : "existing",
  employeeRate: rate ?? null,
});

export const draftNz: PeopleOfCountry["draft"] = (values, _setUp, marks): Partial<NewPersonNz> => {
  toldIfLost(
    ...([values, marks, { irdNumber: "IRD number" }, values.taxCode !== undefined] as const),
    "name the tax code as well, ND where none was given.",
  );
  toldIfLost(
    ...([values, marks, { kiwiSaverRate: "Own rate" }, values.kiwiSaver !== undefined] as const),
    "say first how it stands with KiwiSaver.",
  );
  toldIfLost(
    ...([
      values,
      marks,
      { withPay: "8 % with each pay" },
      values.withPay !== "yes" || !isPermanent(values.basis),
    ] as const),
    "it is for irregular work and short fixed terms, not for full-time and part-time people.",
  );
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
