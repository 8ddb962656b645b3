/** "Go or do": every place, person, business and action by name. */

import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions, Dialog, DialogPanel } from "@headlessui/react";
import type { SessionView } from "@zesty/contract/session";
import { useEffect, useState } from "react";
import type { BusinessInHand } from "../state/business.ts";
import { type Entry, useEntries } from "./entries.ts";

interface Props {
  open: boolean;
  onClose: () => void;
  session: SessionView;
  business: BusinessInHand | null;
  onBusiness: (id: number) => void;
  onHelp: () => void;
  onTheme: () => void;
}

export function GoOrDo(props: Props) {
  const { open, onClose } = props;
  const [query, setQuery] = useState("");
  // Enter was pressed before the names were here: it counts once they are.
  const [isAwaited, setIsAwaited] = useState(false);
  const { found, isLoading } = useEntries(query, props);
  const close = () => {
    setQuery("");
    setIsAwaited(false);
    onClose();
  };
  const choose = (entry: Entry) => {
    close();
    entry.go();
  };
  const [first] = found;
  useEffect(() => {
    if (!isAwaited || isLoading) return;
    setIsAwaited(false);
    if (first) choose(first);
  });
  return (
    <Dialog open={open} onClose={close} className="relative z-50">
      <div className="fixed inset-0 bg-ink/20" aria-hidden="true" />
      <div className="fixed inset-x-0 top-24 flex justify-center px-4">
        <DialogPanel className="w-full max-w-xl rounded-(--radius) border border-rule-strong bg-sheet shadow-xl">
          <Combobox
            onChange={(entry: Entry | null) => {
              if (entry) choose(entry);
            }}
          >
            {({ activeOption }) => (
              <>
                <ComboboxInput
                  autoFocus
                  aria-label="Go or do"
                  placeholder="A place, a person, a run, something to do…"
                  className="w-full border-b border-rule bg-transparent px-4 py-3 text-[17px] outline-none"
                  onChange={(event) => {
                    setQuery(event.target.value);
                    setIsAwaited(false);
                  }}
                  onKeyDown={(event) => {
                    if (event.key !== "Enter" || activeOption) return;
                    event.preventDefault();
                    if (first) choose(first);
                    else setIsAwaited(isLoading);
                  }}
                />
                <ComboboxOptions static className="max-h-96 overflow-auto py-1">
                  {found.map((entry) => (
                    <ComboboxOption
                      key={`${entry.kind}${entry.name}${entry.about ?? ""}`}
                      value={entry}
                      className="flex gap-3 px-4 py-1.5 data-focus:bg-lime-soft"
                    >
                      <span className="w-20 shrink-0 text-quiet">{entry.kind}</span>
                      <span className="min-w-0 flex-1">
                        {entry.name}
                        {entry.about && <span className="block text-[14px] text-quiet">{entry.about}</span>}
                      </span>
                    </ComboboxOption>
                  ))}
                  {found.length === 0 && !isLoading && (
                    <p className="px-4 py-2 text-quiet">Nothing here is called “{query}”.</p>
                  )}
                </ComboboxOptions>
              </>
            )}
          </Combobox>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
