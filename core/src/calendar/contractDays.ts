/** Days that an employment agreement names and somebody has to know of beforehand; and papers as they are owed. */
import type { IsoDate } from "./dates.ts";

/** A paper that is owed on a day, or a day to know. */
export interface PaperOwed {
  code: "information" | "casualInformation" | "casualChoice" | "fixedInformation" | "fixedEnds" | "probationEnds";
  on: IsoDate;
  words: string;
  law: string;
  /** it is handed over; else it is a day to know */
  given: boolean;
}

/** What the agreement says of how long it holds. */
export interface ContractDates {
  fixedUntil: IsoDate | null;
  /** when the fixed term was agreed; the start of the employment where nobody has said */
  signedOn: IsoDate | null;
  /** how often it was renewed or extended */
  renewed: number;
  probationUntil: IsoDate | null;
}

export function contractDays(
  { fixedUntil, probationUntil }: ContractDates,
  says: { fixed: string; fixedLaw: string; probation: string; probationLaw: string },
): PaperOwed[] {
  return [
    ...(fixedUntil
      ? [{ code: "fixedEnds" as const, on: fixedUntil, words: says.fixed, law: says.fixedLaw, given: false }]
      : []),
    ...(probationUntil
      ? [
          {
            ...{ code: "probationEnds" as const, on: probationUntil, given: false },
            ...{ words: says.probation, law: says.probationLaw },
          },
        ]
      : []),
  ];
}
