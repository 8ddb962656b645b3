/** Signing out wipes what is kept in this browser: what can be sent goes first, what cannot is asked about. */
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { type ReactNode, useState } from "react";
import { Button } from "../parts/Button.tsx";
import { api, problemOf } from "../state/api.ts";
import { isTypingKept, wipeKept } from "../state/keptHere.ts";
import { flush } from "../state/saving.ts";
import { useAppDispatch } from "../state/store.ts";

/** @returns the act, and what it asks before it is done */
export function useSignOut(): { signOut: () => void; asking: ReactNode } {
  const dispatch = useAppDispatch();
  const [asked, setAsked] = useState<"unsent" | "notReached" | null>(null);
  const leave = async () => {
    const { error } = await dispatch(api.endpoints.signOut.initiate());
    // Where the session is over by itself there is nothing to end.
    if (error && problemOf(error).status !== 401) return setAsked("notReached");
    wipeKept();
    window.location.assign("/");
  };
  const begin = async () => {
    await flush();
    if (isTypingKept()) setAsked("unsent");
    else await leave();
  };
  const asking = asked && (
    <Dialog open onClose={() => setAsked(null)} className="relative z-50">
      <div className="fixed inset-0 bg-ink/20" aria-hidden="true" />
      <div className="fixed inset-x-0 top-24 flex justify-center px-4">
        <DialogPanel className="w-full max-w-md rounded-(--radius) border border-rule-strong bg-sheet p-5 shadow-xl">
          <DialogTitle className="font-name text-[20px]">
            {asked === "unsent" ? "What you typed is not at the server yet" : "The server cannot be reached"}
          </DialogTitle>
          <p className="mt-2 text-quiet">
            {asked === "unsent"
              ? "Signing out wipes it from this browser."
              : "You are still signed in, and what you typed is kept here. Try again when it answers."}
          </p>
          <div className="mt-4 flex gap-2">
            <Button look="main" onClick={() => setAsked(null)}>
              Stay
            </Button>
            {asked === "unsent" && <Button onClick={() => void leave()}>Sign out without it</Button>}
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
  return { signOut: () => void begin(), asking };
}
