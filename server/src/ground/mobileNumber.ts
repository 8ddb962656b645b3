/** A mobile number as people write it, in the form that every gateway reads (ITU-T E.164). */
import type { CountryCode } from "@zesty/core/countries/countries";
import parsePhoneNumber from "libphonenumber-js/mobile";

/** @returns such as +61491570156; null where it is no mobile number, of this country or written with another's code */
export function mobileNumber(country: CountryCode, written: string | null): string | null {
  const found = parsePhoneNumber(written ?? "", country);
  return found?.isValid() ? found.number : null;
}
