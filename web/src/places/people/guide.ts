/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/people",
    title: "People",
    about: "Everybody who is or was paid here, with what is missing of each.",
    steps: [
      "Press a name for the person. A plum note says what the next pay still needs.",
      "Several people at once: add from a list, raise from a day, or move to another cycle, place, cost centre or fund.",
    ],
    next: { words: "Add a person", to: "/people/new" },
  },
  {
    at: "/people/:person",
    title: "A person",
    about: "What is known of somebody, from which day on, and every pay.",
    steps: [
      "The line of time shows each change as a notch; press one to read or undo it.",
      "A change from a day in the past shows what signed pays miss, and pays it with the next run.",
      "When somebody leaves, *Departure* works the final pay out before anything is recorded; who comes back is employed again there.",
    ],
    keys: [["F1 in a field", "what it means, where it is found, what happens if it is wrong"]],
    next: { words: "What is missing of everybody", to: "/readiness" },
  },
  {
    at: "/people/new",
    title: "A new person",
    about: "Everything about somebody on one page, with the first pay beside it as soon as it can be worked out.",
    steps: [
      "The parts on the left say what is needed, given, or may follow; press one to go there.",
      "Dates and figures are read as people write them. A fund that is not in the list is added where it is chosen.",
      "What is left empty is asked for later, on the person's page and by the invitation to the staff page.",
    ],
    keys: [["Ctrl Enter", "add the person"]],
    next: { words: "Several at once", to: "/people/several" },
  },
  {
    at: "/people/several",
    title: "Several people",
    about: "A sheet with a row a person: typed, or pasted from a list with headings.",
    steps: [
      "What cannot be understood is marked in its cell; good rows go in, and the others stay until they are mended.",
      "The wrong list? Before the first sign-off, everybody added together is taken out again in one press.",
    ],
    keys: [["Ctrl V", "paste a list"]],
    next: { words: "Raise several", to: "/people/raise" },
  },
  {
    at: "/people/raise",
    title: "Raise several people",
    about: "From a day, by per cent or dollars an hour: who gets what, what it costs a year, what signed pays miss.",
    steps: ["Tick who gets it. Back pay goes into the next run where the day lies before a signed payday."],
    next: { words: "See what it does to the year", to: "/figures/what-if" },
  },
  {
    at: "/people/move",
    title: "Move several people",
    about: "Another cycle, place, cost centre or fund for many, from one day.",
    steps: ["What changes for each stands beside the name before it is done."],
    next: { words: "People", to: "/people" },
  },
  {
    at: "/people/opening",
    title: "Opening figures",
    about: "What an earlier system paid in this payroll year, held against the totals that it printed.",
    steps: ["Paste its year-to-date sheet; the figures go in once every total agrees."],
    next: { words: "What is missing", to: "/readiness" },
  },
  {
    at: "/people/balances",
    title: "Leave from before",
    about: "What each person had left of each leave with an earlier system, held against the totals that it printed.",
    steps: ["Paste its balances of a day; they go in once every total agrees."],
    next: { words: "Opening figures", to: "/people/opening" },
  },
  {
    at: "/people/papers",
    title: "Papers owed to people",
    about: "What the law has an employer give, by person and day.",
    steps: ["Tick many at once, or one on the person's page."],
    country: "AU",
    next: { words: "People", to: "/people" },
  },
  {
    at: "/people/pays",
    title: "Past pays",
    about: "Every pay of a span worked out again by what stands on record now, beside what was paid.",
    steps: ["Looking changes nothing. What is short goes into the next run, once."],
    next: { words: "Figures", to: "/figures" },
  },
];
