/** The keys that work here. */
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { Button } from "../parts/Button.tsx";

const sections: [string, [string, string][]][] = [
  [
    "Anywhere",
    [
      ["Ctrl K", "go or do: every place, person, run and action by name"],
      ["g then d r p t u b s", "Desk, Run, People, Time & leave, Dues, Books, Set-up"],
      ["F1 or ?", "these keys (on a figure of the sheet, ? shows its working)"],
      ["F1 in a field of a form", "what it means, where it is found, what happens if it is wrong"],
    ],
  ],
  [
    "In the run sheet",
    [
      ["arrows, Enter, Tab", "move as in a spreadsheet; typing overwrites, F2 edits, Delete clears"],
      ["Ctrl C, Ctrl V", "copy a cell; paste a block, with names in its first column or without"],
      ["Ctrl Z", "undo within this run"],
      [".", "on a name, mark or figure: tick the row and go to the next mark; in a typed cell it begins .5"],
      [",", "back to the mark before"],
      ["[ and ]", "the person before and the next one"],
      ["?", "why: the working of the figure in hand"],
      ["/", "find a person in the sheet"],
      ["F6", "from the sheet to what stands beside it, and back"],
      ["Escape", "from a working back to the account"],
    ],
  ],
  [
    "In the week",
    [
      ["9-17:30 b30", "a shift with half an hour unpaid; 17-2, 7.6, off, al, sick 3.8, = as planned"],
      ["20-21 recall", "called back; 10-14 dayoff for a rostered day off, 18-22 standby"],
      [".", "approve the day, or on a name all days of the person; on an approved day it takes the approval back"],
      ["Ctrl Enter", "approve everything that is shown"],
      ["Ctrl D", "fill down from the day above"],
      ["Ctrl C, Ctrl V, Ctrl Z", "copy a day, paste a block whole or not at all, undo"],
      ["F6", "from the week to the selected day beside it, and back"],
    ],
  ],
];

export function HelpOverlay({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} className="relative z-50">
      <div className="fixed inset-0 bg-ink/20" aria-hidden="true" />
      <div className="fixed inset-0 flex items-start justify-center overflow-auto p-10">
        <DialogPanel className="w-full max-w-2xl rounded-(--radius) border border-rule-strong bg-sheet p-6 shadow-xl">
          <DialogTitle className="font-name text-[22px]">Keys</DialogTitle>
          {sections.map(([title, keys]) => (
            <section key={title} className="mt-4">
              <h2 className="border-b border-rule pb-1 font-semibold">{title}</h2>
              <dl>
                {keys.map(([key, does]) => (
                  <div key={key} className="grid grid-cols-[170px_1fr] gap-3 border-b border-rule py-1">
                    <dt className="font-semibold">{key}</dt>
                    <dd>{does}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
          <Button className="mt-5" onClick={onClose}>
            Close
          </Button>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
