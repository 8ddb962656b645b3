/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/you",
    title: "Your account",
    about: "Your password, one-time codes and open sessions.",
    steps: ["Keep the recovery codes on paper."],
    next: { words: "Desk", to: "/desk" },
  },
];
