/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/figures",
    title: "Figures",
    about: "A question as a sentence; each of its parts is changed where it stands.",
    steps: ["A figure opens to the pays behind it. Keep a question under a name, or take it as a file."],
    next: { words: "The year ahead", to: "/figures/what-if" },
  },
  {
    at: "/figures/what-if",
    title: "What if",
    about: "The year ahead as it stands, and as it would be if something changed.",
    steps: [
      "Add a sentence, say of whom, how much and from when; its cost stands at its end.",
      "Switch sentences on and off, keep them under a name, set one beside another.",
      "*Make it so* does the acts; each is undone where it stands.",
    ],
    next: { words: "People", to: "/people" },
  },
];
