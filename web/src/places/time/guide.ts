/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/time",
    title: "The week",
    about: "What was planned and worked, day by day, and what the agreement makes of it.",
    steps: [
      "Type a day as people say it; the line below spells out what was understood.",
      "Approve a day, a person or everybody; approved days stand in the run of their period.",
      "Beside the week stands the chosen day, cut where rates change, with the clause of each piece.",
    ],
    keys: [
      ["9-17:30 b30", "a shift with half an hour unpaid; 17-2, 7.6, off, al, sick 3.8, = as planned"],
      ["20-21 recall", "called back; 10-14 dayoff for a rostered day off, 18-22 standby"],
      ["9-12 training", "after a shift also: remote, cancelled (by the client), lieu (a holiday for a day off)"],
      [".", "approve the day, or on a name all days of the person; on an approved day it takes the approval back"],
      ["Ctrl Enter", "approve everything that is shown"],
      ["Ctrl D", "fill down from the day above"],
      ["Ctrl C, Ctrl V, Ctrl Z", "copy a day, paste a block whole or not at all, undo"],
      [">", "to the run of the period"],
      ["F6", "from the week to the selected day beside it, and back"],
    ],
    next: { words: "Leave", to: "/time/leave" },
  },
];
