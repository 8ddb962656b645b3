/** What a country says of the pay elements that recorded time makes; its rules stand in the core. */
import type { NewElement } from "@zesty/contract/business";

type AllowanceTreated = Pick<Partial<NewElement>, "allowance"> &
  Pick<NewElement, "taxable" | "superable"> &
  Pick<Partial<NewElement>, "holidayGross">;

export interface TimeOfCountry {
  /** How an allowance of an agreement is reported, where the agency asks, and what tax and super make of it. */
  reportedAs(code: NonNullable<NewElement["allowance"]>): AllowanceTreated;
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    time: TimeOfCountry;
  }
}
