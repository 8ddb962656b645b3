/**
 * By which authority somebody lodges for a payer. Set by: written client authority of registered agents in Single Touch
 * Payroll, standing for twelve months at most (from memory, 80 %); in New Zealand an intermediary files until it is
 * unlinked (common practice, no source).
 */
import { addDays, addMonths, type IsoDate } from "../calendar/dates.ts";

/** What is lodged: each payday, or the payroll year's updates and its end. */
export type Lodged = "payday" | "year";

export interface Authority {
  signedOn: IsoDate;
  /** its last day; null: until it is withdrawn */
  to: IsoDate | null;
  covers: readonly Lodged[];
}

export type AuthorityFault = "notYet" | "over" | "notCovered";

/** Why nothing may be lodged by an authority on a day; null where it holds. */
export function authorityFault(authority: Authority, day: IsoDate, what: Lodged): AuthorityFault | null {
  if (day < authority.signedOn) return "notYet";
  if (authority.to !== null && day > authority.to) return "over";
  return authority.covers.includes(what) ? null : "notCovered";
}

/** The last day that a standing authority can have: twelve months from its signature, the first day with them. */
export const lastDayOfAuthority = (signedOn: IsoDate): IsoDate => addDays(addMonths(signedOn, 12), -1);
