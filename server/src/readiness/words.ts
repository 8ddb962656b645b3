/** What each missing fact of a person blocks, in words, and from when. */
import type { ReadyPartKey } from "@zesty/contract/readiness";

export interface Blocks {
  part: "details" | "tax" | "funds" | "bank";
  blocks: string;
  /** it stops something; else something goes without it */
  stops: boolean;
  /** it matters from the next payday on */
  atPayday?: boolean;
  /** a number that was applied for: from when the days for it are over */
  pending?: boolean;
}

/** What ends so soon is told of: a new card, certificate or authority takes time. */
export const tellBeforeDays = 30;

const words: Record<string, Blocks> = {
  "Tax declaration": {
    ...{ part: "tax", stops: false, atPayday: true },
    blocks: "tax is withheld at the highest rate",
  },
  "Tax file number, applied for": {
    part: "tax",
    stops: true,
    pending: true,
    blocks: "the pay stops after the 28 days",
  },
  "Tax code": { part: "tax", stops: false, atPayday: true, blocks: "tax is taken at the no-notification rate" },
  "IRD number": { part: "tax", stops: true, atPayday: true, blocks: "the filing takes the person only with code ND" },
  "Super fund": { part: "funds", stops: true, atPayday: true, blocks: "super cannot be paid for this payday" },
  "Member number": { part: "funds", stops: false, atPayday: true, blocks: "the fund may send the contribution back" },
  "Stapled fund, not asked for": {
    ...{ part: "funds", stops: false },
    blocks: "super in the default fund may cost the choice penalty",
  },
  "KiwiSaver status": { part: "funds", stops: true, atPayday: true, blocks: "whether to contribute is not known" },
  "Bank account": { part: "bank", stops: true, atPayday: true, blocks: "the net pay cannot be paid" },
  "Bank account to look at": { part: "bank", stops: false, atPayday: true, blocks: "the pay goes to the old account" },
  "Home address": { part: "details", stops: true, atPayday: true, blocks: "the agency refuses the person's report" },
  "Place of work": {
    ...{ part: "details", stops: false, atPayday: true },
    blocks: "a cost that counts for one place is set aside for nobody whose place is not said",
  },
  "E-mail": { part: "details", stops: false, atPayday: true, blocks: "the payslip goes to nobody" },
};

export const blocksOf = (text: string): Blocks =>
  words[text] ?? { part: "details", stops: false, blocks: "it is still asked for" };

/** @param own how the country calls the parts that differ */
export const titlesOf = (own: { tax: string; funds: string }): Record<ReadyPartKey, string> => ({
  business: "The business",
  elements: "Pay elements in use",
  details: "People's details",
  ...own,
  bank: "Bank accounts",
  lodging: "Who lodges, and when",
  runs: "Runs signed, sent, answered",
});
