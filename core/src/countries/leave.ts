/** What a country says of leave: its kinds, in words, and the unit that each is kept in. */
import { leaveKinds } from "../leave/kinds.ts";
import type { LeaveUnit } from "../leave/leaveDays.ts";
import { leaveKindsNz } from "../nz/pay/elements.ts";
import type { CountryCode } from "./countries.ts";

export interface KindOfLeave {
  code: string;
  words: string;
  unit: LeaveUnit;
  /** a balance is kept and drawn on */
  kept: boolean;
  unpaid: boolean;
  /** leave that accrues by the week goes on accruing on its days */
  accrues: boolean;
  /** full-timers and part-timers only */
  notForCasuals: boolean;
  /** nobody but who prepares pays is told of it by name */
  confidential: boolean;
  /** owed in money when an employment ends: what the books carry as a liability */
  owed: boolean;
  /** for whom or for how long it is */
  about: string | null;
  /** what the employer may ask to see */
  evidence: string | null;
  /** nobody asks for it: the employer says it, or it happens */
  neverAsked: boolean;
  /** there is none of it without an agreement that it accrues */
  whereAgreed: boolean;
}

/** Apart from the country's value, so that a page which only lists leave brings no pay pipeline with it. */
export const kindsOf: Record<CountryCode, readonly KindOfLeave[]> = {
  AU: leaveKinds.map((kind) => ({
    ...kind,
    unit: "hours" as const,
    confidential: kind.code === "familyViolence",
    whereAgreed: kind.code === "dayOff",
    // Fair Work Act 2009, s 90(2); long service leave by State; time in lieu and days off by the awards.
    owed: ["annual", "long-service", "timeInLieu", "dayOff"].includes(kind.code),
  })),
  NZ: leaveKindsNz.map((kind) => ({
    ...kind,
    accrues: true,
    whereAgreed: false,
    notForCasuals: kind.code === "annual",
    confidential: kind.code === "familyViolence",
    // Holidays Act 2003, ss 24, 25 and 60(2).
    owed: kind.code === "annual" || kind.code === "alternative",
  })),
};

/** The unit of a kind that the country's law does not name. */
const unitOfOthers: Record<CountryCode, LeaveUnit> = { AU: "hours", NZ: "days" };

export const leaveKindsIn = (country: CountryCode): readonly KindOfLeave[] => kindsOf[country];

/** A kind of a country; a code of the business's own is paid leave with a balance. */
export const leaveKindIn = (country: CountryCode, code: string): KindOfLeave =>
  kindsOf[country].find((kind) => kind.code === code) ?? {
    code,
    words: code,
    unit: unitOfOthers[country],
    kept: true,
    unpaid: false,
    accrues: true,
    notForCasuals: false,
    confidential: false,
    owed: true,
    about: null,
    evidence: null,
    neverAsked: false,
    whereAgreed: false,
  };
