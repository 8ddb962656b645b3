/** Where a mark is mended: the page with the section and the field, and the words of the way there. */
import type { RunMark } from "@zesty/contract/runs";

export interface Mend {
  to: string;
  words: string;
}

/** The field that a mark speaks of, by its label; of others the first that is empty is taken. */
const fields: Partial<Record<RunMark["code"], string>> = {
  ...{
    belowMinimum: "Hourly rate",
    belowMinimumNz: "Hourly rate",
    belowLevel: "Hourly rate",
    loadedTwice: "Hourly rate",
    salaryBelowLevel: "Salary a year",
    salaryNotAbove: "Salary a year",
  },
  ...{ numberPending: "Tax file number is", numberOverdue: "Tax file number is", numberMissing: "Tax file number is" },
  ...{ noFund: "Fund", noMemberNumber: "Member number", noEmail: "E-mail", noAddress: "Street" },
  ...{ taxCodeMissing: "Tax code", irdMissing: "IRD number", kiwiSaverUnknown: "KiwiSaver" },
  ...{ optOutUndated: "Opted out on", fixedTermOver: "Fixed term until" },
};

/** @param from the first day of the period: what is mended of work counts from it */
export function mendOf({ code, mend }: Pick<RunMark, "code" | "mend">, personId: number, from: string): Mend | null {
  const { place, section } = mend;
  if (place === "person") {
    const field = fields[code];
    const query = new URLSearchParams({ from, ...(field ? { field } : {}) });
    return { to: `/people/${personId}?${query}#${section}`, words: "Mend it" };
  }
  if (place === "time") return { to: `/time?day=${from}`, words: "Open the week" };
  if (place === "past pays") return { to: "/people/pays", words: "Look past pays over" };
  if (place === "business") return { to: `/set-up#${section}`, words: "Mend it in Set-up" };
  if (place === "rule book") return { to: `/set-up/rules#${section}`, words: "See the table" };
  return null;
}
