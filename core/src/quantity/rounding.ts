/** Roundings by the name that the rules give them. */
import type { Decimal } from "./decimal.ts";

/** To the nearest dollar, 50 cents up (Schedule 1, NAT 1004: "rounded to the nearest dollar, 50 cents up"). */
export const halfUpToDollar = (value: Decimal): Decimal => value.toDecimalPlaces(0);

/** To the cent, half a cent up (away from zero for a negative amount, so that a reversal mirrors what it reverses). */
export const halfUpToCent = (value: Decimal): Decimal => value.toDecimalPlaces(2);

/** Cents dropped ("ignore cents"). */
export const dropCents = (value: Decimal): Decimal => value.cutTo(0);

/** Cut to the cent ("truncate"), as the New Zealand payroll specification has it; towards nought. */
export const cutToCent = (value: Decimal): Decimal => value.cutTo(2);

/** Hours and leave are kept to four places. */
export const halfUpToHourE4 = (value: Decimal): Decimal => value.toDecimalPlaces(4);
