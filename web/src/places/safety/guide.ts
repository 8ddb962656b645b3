/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/set-up/safety",
    title: "Safety",
    about: "Backups, and the walk over all that is kept.",
    steps: ["A backup is one file with everything but the key; try a restore once a year."],
    next: { words: "Audit trail", to: "/set-up/trail" },
  },
];
