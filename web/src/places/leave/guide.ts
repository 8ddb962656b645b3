/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/time/leave",
    title: "Leave",
    about: "Who asked, who is away, and what everybody has.",
    steps: [
      "A request shows its days, the balance it leaves and who else is away; say yes or no once.",
      "Approved leave takes its hours out of usual pay by itself. Evidence is put on file beside the request.",
      "*Keep a holiday on another day* takes down what was agreed with whom; pay and leave of both days follow.",
    ],
    next: { words: "Leave liability", to: "/time/leave-worth" },
  },
  {
    at: "/time/leave-worth",
    title: "Leave liability",
    about: "Leave not taken in money, by person and kind, and how it moved.",
    steps: ["*Post* books what it moved by since the last posting, and nothing twice."],
    next: { words: "Books", to: "/books" },
  },
];
