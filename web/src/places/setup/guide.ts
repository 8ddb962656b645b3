/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/set-up",
    title: "Set-up",
    about: "Facts of the business: cycles, places, pay elements, funds, accounts, lodging.",
    steps: ["What is in use is not deleted but retired; a change counts from its day."],
    next: { words: "People", to: "/people" },
  },
  {
    at: "/set-up/new-business",
    title: "A new business",
    about: "What the first payday needs of a business.",
    steps: [
      "The rest can follow: the desk shows the way to the first payday, and what comes next.",
      "*One to play in* makes a business with made-up people: nothing of it leaves the house, and it is put away again.",
    ],
    next: { words: "What is missing", to: "/readiness" },
  },
  {
    at: "/set-up/new-tables",
    title: "Tables from a file",
    about: "Rule tables that are not shipped yet: looked at, put into force, and out again.",
    steps: ["Before it counts it shows whose next pay changes by what."],
    next: { words: "Rule book", to: "/set-up/rules" },
  },
  {
    at: "/set-up/rules",
    title: "Rule book",
    about: "Every rate and threshold with its dates, source and standing.",
    steps: ["Standing says how far a row can be relied on."],
    next: { words: "Tables from a file", to: "/set-up/new-tables" },
  },
  {
    at: "/set-up/trail",
    title: "Audit trail",
    about: "Who did what and when; sealed, walked and searched.",
    steps: ["Take it as a file; a changed entry is named where it stands."],
    next: { words: "Safety", to: "/set-up/safety" },
  },
];
