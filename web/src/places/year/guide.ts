/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/year",
    title: "Year",
    about: "The payroll year proved: pays, what was reported, ledger, bank and receivers, person by person.",
    steps: [
      "Cells that agree are quiet; one that differs splits into its voices. Open it down to the pays.",
      "Work the list above from left to right; making final is spelled out before it is done.",
    ],
    next: { words: "Summaries to people", to: "/year/summaries" },
  },
  {
    at: "/year/summaries",
    title: "Year summaries",
    about: "What each person is given of the year, by mail, page or paper.",
    steps: ["The page says who has theirs."],
    next: { words: "Year", to: "/year" },
  },
  {
    at: "/year/contractors",
    title: "Payments to contractors",
    about: "What contractors were paid in the year, for the annual report.",
    steps: ["Put in a list from the books; the numbers are checked."],
    country: "AU",
    next: { words: "Year", to: "/year" },
  },
  {
    at: "/year/outside",
    title: "Figures from outside",
    about: "What another program reported or the bank says, to hold against ours.",
    steps: ["Paste totals by person; what differs stands in the year's sheet."],
    next: { words: "Year", to: "/year" },
  },
  {
    at: "/year/elements",
    title: "How pay is reported",
    about: "Each pay element with what it counts as, and what was reported of it.",
    steps: ["A change for the whole year shows what moves before it is done."],
    next: { words: "Year", to: "/year" },
  },
  {
    at: "/year/esct",
    title: "ESCT rates",
    about: "The rate of each person's employer contributions for the year, from last year's pay.",
    steps: ["Look at each, then fix them for the year."],
    country: "NZ",
    next: { words: "Year", to: "/year" },
  },
];
