/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/set-up/users",
    title: "Users",
    about: "Who works here, with which right at which business.",
    steps: ["An invitation goes by mail. A right that was taken away ends at once."],
    next: { words: "Safety", to: "/set-up/safety" },
  },
];
