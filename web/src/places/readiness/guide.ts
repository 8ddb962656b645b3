/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/readiness",
    title: "What is missing",
    about: "What still has to be known before a payday, lodging or the year's end, by when it blocks it.",
    steps: ["Press a name to go straight to the field."],
    next: { words: "Open the run", to: "/run" },
  },
];
