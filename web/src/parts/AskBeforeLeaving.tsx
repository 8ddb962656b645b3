/** Typed and not saved: leaving asks first, by a link, the back key or closing the window. */
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { useBeforeUnload, useBlocker } from "react-router";
import { Button } from "./Button.tsx";

export function AskBeforeLeaving({ when }: { when: boolean }) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => when && currentLocation.pathname !== nextLocation.pathname,
  );
  useBeforeUnload((event) => {
    if (when) event.preventDefault();
  });
  if (blocker.state !== "blocked") return null;
  return (
    <Dialog open onClose={() => blocker.reset()} className="relative z-50">
      <div className="fixed inset-0 bg-ink/20" aria-hidden="true" />
      <div className="fixed inset-x-0 top-24 flex justify-center px-4">
        <DialogPanel className="w-full max-w-md rounded-(--radius) border border-rule-strong bg-sheet p-5 shadow-xl">
          <DialogTitle className="font-name text-[20px]">What you typed here is not saved</DialogTitle>
          <div className="mt-4 flex gap-2">
            <Button look="main" onClick={() => blocker.reset()}>
              Stay and save it
            </Button>
            <Button onClick={() => blocker.proceed()}>Leave without it</Button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
