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
  {
    at: "/pay-over",
    title: "Pay over what is due",
    about: "What every business has to pay over, on one sheet, paid in one step.",
    steps: [
      "What has to leave within the days that you choose is ticked. Leave out a business or a line by its tick.",
      "Type what an account holds where no statement says it: what is not covered is said before it is paid.",
      "An account that is paid to for the first time is compared and ticked. What one business refuses keeps none of the others back.",
    ],
    next: { words: "Back to the desk", to: "/desk" },
  },
];
