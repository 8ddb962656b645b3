/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/books",
    title: "Books",
    about: "The journal of every payday, each entry a step from its pay.",
    steps: ["Search by reference, account or amount. A span can be taken as CSV, or as plain text of double entry."],
    next: { words: "Agree a span", to: "/books/span" },
  },
  {
    at: "/books/:journal",
    title: "A journal",
    about: "One entry with its lines; each leads to the pay that it comes from.",
    steps: ["A correction is another journal: nothing that was posted is changed."],
    next: { words: "Books", to: "/books" },
  },
  {
    at: "/books/bank",
    title: "The bank's statement",
    about: "What left the account beside what was sent: matched, by parts, as returns, or by hand with a reason.",
    steps: ["Bring the statement as your bank gives it; what is like nothing of ours is left aside."],
    next: { words: "Agree the month", to: "/books/span" },
  },
  {
    at: "/books/span",
    title: "Agree a span",
    about: "Signed off, lodged, ledger, paid and there, by payday and figure.",
    steps: ["Differences open to their paydays. Agreed with a note, it tells you when something changed since."],
    next: { words: "Books", to: "/books" },
  },
];
