import type { GivenRight, Right } from "@zesty/contract/session";

/** What each right allows, as the one who gives it reads it. */
export const rightWords: Record<Right, string> = {
  see: "sees",
  prepare: "prepares runs",
  authorise: "prepares and authorises",
};

export const rightsInWords = (
  { lead, rights }: { lead: boolean; rights: GivenRight[] },
  nameOf: (businessId: number) => string,
): string =>
  lead
    ? "practice lead: everything, in every business"
    : rights
        .map(
          ({ businessId, right, approves }) =>
            `${nameOf(businessId)}: ${rightWords[right]}${approves ? ", approves hours and leave" : ""}`,
        )
        .join("; ") || "no business yet";
