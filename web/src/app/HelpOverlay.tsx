/** The guide of the page in hand with its next step, all guides searched by words, and the keys that work here. */
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import type { CountryCode } from "@zesty/core/countries/countries";
import { useState } from "react";
import { Link, useLocation } from "react-router";
import { Button } from "../parts/Button.tsx";
import type { Guide } from "../parts/guide.ts";
import { findGuides, guideOf } from "./guides.ts";

const anywhere: readonly (readonly [string, string])[] = [
  ["Ctrl K", "go or do: places, people, pays, runs, dues, journals, guides and amounts, by words in any order"],
  ["g then d r p t u b f y s", "Desk, Run, People, Time & leave, Dues, Books, Figures, Year, Set-up"],
  ["F1 or ?", "this guide (on a figure of the run sheet, ? shows its working)"],
  ["F1 in a field of a form", "what it means, where it is found, what happens if it is wrong"],
  ["Ctrl Enter", "in a form: save it"],
  ["Ctrl C, Ctrl V, Ctrl Z", "in a sheet: copy a cell, paste a block, undo"],
  ["arrows, Enter, Tab", "in a sheet: move; typing overwrites, F2 edits, Delete clears"],
];

interface Props {
  open: boolean;
  country: CountryCode | null;
  onClose: () => void;
}

export function HelpOverlay({ open, country, onClose }: Props) {
  const { pathname } = useLocation();
  const [words, setWords] = useState("");
  const own = guideOf(pathname);
  const found = findGuides(words, country);
  const close = () => {
    setWords("");
    onClose();
  };
  return (
    <Dialog open={open} onClose={close} className="relative z-50">
      <div className="fixed inset-0 bg-ink/20" aria-hidden="true" />
      <div className="fixed inset-0 flex items-start justify-center overflow-auto p-10 max-[700px]:p-2">
        <DialogPanel className="w-full max-w-2xl rounded-(--radius) border border-rule-strong bg-sheet p-6 shadow-xl">
          <div className="flex items-baseline justify-between gap-4">
            <DialogTitle className="font-name text-[22px]">Guide</DialogTitle>
            <Button look="quiet" onClick={close}>
              Close
            </Button>
          </div>
          <input
            autoFocus
            type="search"
            aria-label="Find in the guides"
            placeholder="Find in the guides"
            className="my-2 w-full rounded-(--radius) border border-rule-strong bg-sheet px-2.5 py-1.5"
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
          {words.trim() !== "" ? (
            <>
              {found.length === 0 && <p className="mt-3 text-quiet">No guide holds these words. Try fewer of them.</p>}
              {found.slice(0, 8).map((guide) => (
                <GuideText key={guide.at} guide={guide} onGo={close} isOpen={false} />
              ))}
            </>
          ) : (
            <>
              {own && <GuideText guide={own} onGo={close} isOpen />}
              <Keys title="Keys, anywhere" keys={anywhere} />
            </>
          )}
        </DialogPanel>
      </div>
    </Dialog>
  );
}

function GuideText({ guide, isOpen, onGo }: { guide: Guide; isOpen: boolean; onGo: () => void }) {
  const { at, title, about, steps, keys, next } = guide;
  return (
    <section aria-label={`Guide: ${title}`} className="mt-3">
      <h2 className="border-b border-rule pb-1 font-semibold">
        {isOpen || at.includes(":") ? (
          title
        ) : (
          <Link className="text-action hover:underline" to={at} onClick={onGo}>
            {title}
          </Link>
        )}
      </h2>
      <p className="mt-1">{about}</p>
      <ul className="mt-1 list-disc pl-5">
        {steps.map((step) => (
          <li key={step}>{marked(step)}</li>
        ))}
      </ul>
      {keys && isOpen && <Keys title="Keys here" keys={keys} />}
      {isOpen && (
        <p className="mt-3">
          Next:{" "}
          <Link className="text-action underline" to={next.to} onClick={onGo}>
            {next.words}
          </Link>
        </p>
      )}
    </section>
  );
}

/** Words of the page stand between stars. */
const marked = (step: string) =>
  step.split("*").map((part, at) =>
    at % 2 === 0 ? (
      part
    ) : (
      <em key={part} className="font-semibold not-italic">
        {part}
      </em>
    ),
  );

function Keys({ title, keys }: { title: string; keys: readonly (readonly [string, string])[] }) {
  return (
    <section className="mt-4">
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
  );
}
