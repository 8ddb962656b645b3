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
  {
    at: "/set-up/programs",
    title: "Other programs",
    about: "Passes by which a roster, a time clock or your books come in, and what each may do.",
    steps: [
      "A pass is shown once, does what was ticked and no more, and ends on its day or when you end it.",
      "One that is used from two addresses may be in strange hands: end it, and make another.",
    ],
    next: { words: "Safety", to: "/set-up/safety" },
  },
];
