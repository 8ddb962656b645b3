/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/notices",
    title: "Notices",
    about: "What the agency told about your people, waiting for a yes.",
    steps: ["Apply a notice or leave it with a reason; one that came by letter is typed in."],
    country: "NZ",
    next: { words: "Desk", to: "/desk" },
  },
];
