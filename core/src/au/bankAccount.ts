/** The form of a BSB and of an account number. */
import { shape } from "../quantity/checkDigits.ts";

/** BSB: six digits with or without the hyphen; it has no check digit. */
export const isBsb = (text: string): boolean => shape(text, /^\d{3}-?\d{3}$/) && !/^(000-?000|999-?999)$/.test(text);
/** Account number as the Direct Entry layout takes it: at most nine digits or hyphens, not all zero. */
export const isAccountNumber = (text: string): boolean => shape(text, /^[\d-]{1,9}$/) && /[1-9]/.test(text);
