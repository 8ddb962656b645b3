/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/dues",
    title: "Dues",
    about: "What is owed to whom by when, and where its money is.",
    steps: [
      "Each due is in one place: owed, prepared, sent, received, allocated, came back or late.",
      "Tick, compare the account, pay: the file goes to the bank. Money that was paid by hand is recorded with its receipt.",
      "Open a due for each person's way from payday to receiver.",
    ],
    next: { words: "Match the bank's statement", to: "/books/bank" },
  },
];
