/** A small form that adds to a list of the set-up: its fields in four columns, what it does, and the way out. */
import type { ReactNode } from "react";
import { useState } from "react";
import { AskBeforeLeaving } from "./AskBeforeLeaving.tsx";
import { Button } from "./Button.tsx";
import { Cancel } from "./Cancel.tsx";

interface Props {
  /** what the main button says */
  action?: string;
  fault: string | undefined;
  children: ReactNode;
  onSubmit: () => Promise<void>;
  onLeave: () => void;
}

export function AddForm({ action = "Add", fault, children, onSubmit, onLeave }: Props) {
  const [typed, setTyped] = useState(false);
  const [busy, setBusy] = useState(false);
  return (
    <form
      noValidate
      onInput={() => setTyped(true)}
      className="grid grid-cols-4 items-start gap-3 border-l-3 border-lime py-3 pl-4"
      onSubmit={(event) => {
        event.preventDefault();
        setBusy(true);
        void onSubmit().finally(() => setBusy(false));
      }}
    >
      <AskBeforeLeaving when={typed && !busy} />
      {children}
      <div className="col-span-4 flex items-center gap-2">
        <Button look="main" type="submit" disabled={busy}>
          {action}
        </Button>
        <Cancel onClick={onLeave} />
        {fault && (
          <p role="alert" className="text-plum">
            {fault}
          </p>
        )}
      </div>
    </form>
  );
}
