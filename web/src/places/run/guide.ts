/** What stands on the pages of this place, in short: see `parts/guide.ts`. */
import type { Guide } from "../../parts/guide.ts";

export const guides: readonly Guide[] = [
  {
    at: "/run",
    title: "Runs",
    about: "Every payday of a business, the open one first.",
    steps: [
      "*Open* makes the next period ready: usual pay, approved days and leave stand in it.",
      "A payday that was not to be: move it in the run, or pay somebody outside the cycle from here.",
    ],
    next: { words: "Who is paid", to: "/people" },
  },
  {
    at: "/run/:run",
    title: "Run",
    about: "One payday, step by step: hours, check, sign off, send and settle.",
    steps: [
      "Hours: type over what stands there, paste a block with names in its first column, or bring an hours sheet.",
      "Check: crosses must be mended, question marks looked at. Choose a row; what is asked of it stands beside it.",
      "Put the cursor on any figure and ask why: the working goes down to the table, its source and its standing.",
      "A run that asks for nothing opens at sign-off.",
      "Sign off: read what will be paid, lodged and posted, then tick. Until something was sent the run can be taken back.",
      "Send and settle: each answer stands beside its message, and who was not paid stays by name.",
    ],
    keys: [
      ["arrows, Enter, Tab", "move as in a spreadsheet; typing overwrites, F2 edits, Delete clears"],
      ["Ctrl C, Ctrl V", "copy a cell; paste a block, with names in its first column or without"],
      ["Ctrl Z", "undo within this run"],
      [".", "on a name, mark or figure: tick the row and go to the next mark; in a typed cell it begins .5"],
      [",", "back to the mark before"],
      [";", "the next mark, without a tick"],
      ["!", "the next stop"],
      ["m", "to where the first mark of the row is mended"],
      ["> and <", "the next step of the run, and the one before"],
      ["[ and ]", "the person before and the next one"],
      ["?", "why: the working of the figure in hand"],
      ["/", "find a person in the sheet"],
      ["F6", "from the sheet to what stands beside it, and back"],
      ["Ctrl Enter", "send all that is signed off"],
      ["Escape", "from a working back to the account"],
    ],
    next: { words: "What is due after it", to: "/dues" },
  },
  {
    at: "/run/:run/letter",
    title: "The letter before sign-off",
    about: "What will be paid, what is different and who is away, for whoever was asked for a yes.",
    steps: [
      "A yes holds for these very figures: should one of them move, it is asked for again.",
      "A question stands at its row in the run until it is answered there.",
    ],
    next: { words: "Runs", to: "/run" },
  },
  {
    at: "/run/:run/beside",
    title: "Beside the earlier system",
    about: "The pay register of an earlier system, held against this run person by person.",
    steps: [
      "Bring the register as a file, or paste it with its headings; what a heading or a pay item means is told once.",
      "With a column or a line for each line of pay, lines are compared as well as sums.",
      "What agrees to the cent is quiet. A difference says what it looks like; mend it here, or tick it with the reason why it stands.",
      "When two periods show no open difference, the move may be made.",
    ],
    next: { words: "Runs", to: "/run" },
  },
  {
    at: "/run/:run/told/:document",
    title: "What the agency was told",
    about: "A pay event or a filing as it went out, in words, person by person.",
    steps: [
      "It is read from the very bytes that were sent. Open a person for everything that was reported of them.",
      "Print it for the file, or for whoever asks.",
    ],
    next: { words: "Runs", to: "/run" },
  },
  {
    at: "/send",
    title: "Send what is signed off",
    about: "What waits to be sent in every business, and one step that sends it.",
    steps: ["Leave out a business by its tick. Each answer comes in beside its run."],
    next: { words: "Back to the desk", to: "/desk" },
  },
];
