/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/desk",
    title: "Desk",
    about:
      "What waits, over every business that is yours: today on top, the worst first; beneath it each business with its paydays on a tape of time.",
    steps: [
      "A line on top begins with the business and ends in what to do; press it, or its number, to go there.",
      "A wheel is a payday: it fills with the steps that are done. Pins below a lane are days by which something is due.",
      "Where nothing is signed off yet, the way to the first payday stands at the end.",
      "Words in *Find on the desk* narrow it, and so do country, who keeps the business and what waits; the choice is kept.",
    ],
    keys: [
      ["1 to 9", "to what the line waits for"],
      ["Ctrl K", "go or do: anything by its name"],
    ],
    next: { words: "Open the payday of today", to: "/run" },
  },
  {
    at: "/find",
    title: "Find",
    about: "Everything that words name, over every business that you see.",
    steps: [
      "Words stand in any order: a name, a month, an amount, a number; letters without their marks do.",
      "*who* or *trail* with what was done finds entries of the audit trail, for leads of the practice.",
    ],
    next: { words: "Desk", to: "/desk" },
  },
];
