/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/set-up/agreements",
    title: "Agreements",
    about: "By which rules hours are priced: shipped, or a copy of your own.",
    steps: [
      "Enter the dollars of the levels from the pay guide. A new version shows who moves and what it costs a year.",
    ],
    next: { words: "The week", to: "/time" },
  },
];
