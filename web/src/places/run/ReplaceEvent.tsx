/** The newest event that was taken, replaced whole: for a message with serious mistakes. Asked for with a reason. */

import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { TextField, TickField } from "../../parts/Fields.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { sendApi } from "../../state/sendApi.ts";

export function ReplaceEvent({ run, declaration }: { run: number; declaration: string }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const [declared, setDeclared] = useState(false);
  const [replace, { error, isLoading }] = sendApi.useReplaceEventMutation();
  if (!open)
    return (
      <Button look="quiet" className="mt-1" onClick={() => setOpen(true)}>
        Replace the whole event…
      </Button>
    );
  return (
    <form
      aria-label="Replace the whole event"
      className="mt-2 border-l-3 border-lime pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        void replace({ run, reason, declared }).then((answer) => {
          if (!answer.error) setOpen(false);
        });
      }}
    >
      <p className="text-quiet">
        For an event with serious mistakes. The same people and payday go out once more, with their details as they are
        on record now, in the place of what the agency holds. One person alone is put right by the next event.
      </p>
      <TextField label="Reason" value={reason} autoFocus onChange={(event) => setReason(event.target.value)} />
      <TickField label={declaration} checked={declared} onChange={(event) => setDeclared(event.target.checked)} />
      <ProblemNote error={error} />
      <div className="mt-2 flex gap-2">
        <Button look="main" type="submit" disabled={isLoading || !declared || reason.trim().length < 3}>
          Replace it
        </Button>
        <Cancel onClick={() => setOpen(false)} />
      </div>
    </form>
  );
}
