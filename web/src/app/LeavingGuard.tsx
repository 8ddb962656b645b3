/** Typed and not saved: leaving asks first, by a link, the back key, another business or closing the window. */
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { type ReactNode, useState } from "react";
import { useBeforeUnload, useBlocker } from "react-router";
import { forgetTyped, isTypedUnsaved } from "../parts/AskBeforeLeaving.tsx";
import { Button } from "../parts/Button.tsx";

/** One for all forms: of several the router would ask the last alone. @returns a way on that asks first, and what asks */
export function useLeavingGuard(): { askFirst: (go: () => void) => void; asking: ReactNode } {
  const [waiting, setWaiting] = useState<{ go: () => void } | null>(null);
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => currentLocation.pathname !== nextLocation.pathname && isTypedUnsaved(),
  );
  useBeforeUnload((event) => {
    if (isTypedUnsaved()) event.preventDefault();
  });
  const askFirst = (go: () => void) => (isTypedUnsaved() ? setWaiting({ go }) : go());
  const stay = () => {
    setWaiting(null);
    blocker.reset?.();
  };
  const leave = () => {
    forgetTyped();
    setWaiting(null);
    if (waiting) waiting.go();
    else blocker.proceed?.();
  };
  const asking = (waiting || blocker.state === "blocked") && (
    <Dialog open onClose={stay} className="relative z-50">
      <div className="fixed inset-0 bg-ink/20" aria-hidden="true" />
      <div className="fixed inset-x-0 top-24 flex justify-center px-4">
        <DialogPanel className="w-full max-w-md rounded-(--radius) border border-rule-strong bg-sheet p-5 shadow-xl">
          <DialogTitle className="font-name text-[20px]">What you typed here is not saved</DialogTitle>
          <div className="mt-4 flex gap-2">
            <Button look="main" onClick={stay}>
              Stay and save it
            </Button>
            <Button onClick={leave}>Leave without it</Button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
  return { askFirst, asking };
}
