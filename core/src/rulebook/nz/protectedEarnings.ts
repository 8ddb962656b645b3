/** What must be left to a person when orders and notices are deducted. */
import { table } from "../ruleBook.ts";

export const orderKinds = ["court", "fine", "benefit", "arrears"] as const;
export type OrderKind = (typeof orderKinds)[number];

export interface ProtectedEarnings {
  /** per cent of earnings after PAYE that stays, by kind */
  protectedPercent: Record<OrderKind, string>;
  /** a notice of tax arrears takes at most the greater of so much a week and so many per cent of gross */
  arrears: { leastAWeek: string; percentOfGross: string };
}

export const protectedEarnings = table<ProtectedEarnings>("protectedEarnings", "Protected net earnings", "NZ", [
  {
    from: "2024-04-01",
    to: "2027-03-31",
    figures: {
      protectedPercent: { court: "60", fine: "60", benefit: "60", arrears: "0" },
      arrears: { leastAWeek: "10", percentOfGross: "20" },
    },
    source: {
      title:
        "Child Support Act 1991; District Court Act 2016; Social Security Act 2018; Tax Administration Act 1994 s 157",
      section: "Protected net earnings",
      seen: "from memory",
    },
    standing: "unsure",
    note: "The limit for tax arrears is remembered at about 60 to 70 %.",
  },
]);
