/** The form of a unique superannuation identifier. */
import { shape } from "../quantity/checkDigits.ts";
import { isAbn } from "./abn.ts";

/** Unique superannuation identifier: ABN and three digits, or three letters, four digits, two letters. */
export const isUsi = (text: string): boolean =>
  (shape(text, /^\d{14}$/) && isAbn(text.replace(/\s/g, "").slice(0, 11))) || shape(text, /^[A-Z]{3}\d{4}[A-Z]{2}$/);
