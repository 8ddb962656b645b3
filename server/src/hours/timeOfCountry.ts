/** What a country says of the pay elements that recorded time makes; its rules stand in the core. */
import type { NewElement } from "@zesty/contract/business";

export interface TimeOfCountry {
  /** How an allowance of an agreement is reported, where the agency asks. */
  reportedAs(code: NonNullable<NewElement["allowance"]>): Pick<Partial<NewElement>, "allowance">;
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    time: TimeOfCountry;
  }
}
