/** Moves the payday of an open run. The payday decides the year, the rates and what is lodged, so all is worked out again. */
import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import type { RunView } from "@zesty/contract/runs";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { runApi } from "../../state/runApi.ts";
import { loaded } from "../../state/runSlice.ts";
import { untilSaved } from "../../state/saving.ts";
import { useAppDispatch } from "../../state/store.ts";

export function PaydayMover({ view }: { view: RunView }) {
  const dispatch = useAppDispatch();
  const [payday, setPayday] = useState(view.payday);
  const [move, { error }] = runApi.useMovePaydayMutation();
  return (
    <Popover>
      <PopoverButton className="text-[14px] text-action underline-offset-3 hover:underline">Move</PopoverButton>
      <PopoverPanel
        anchor="bottom start"
        className="z-40 w-80 rounded-(--radius) border border-rule-strong bg-sheet p-4 shadow-lg"
      >
        {({ close }) => (
          <form
            noValidate
            onSubmit={(event) => {
              event.preventDefault();
              void untilSaved()
                .then(() => move({ run: view.id, payday, version: view.version }))
                .then((answer) => {
                  if (!answer.data) return;
                  dispatch(loaded(answer.data));
                  close();
                });
            }}
          >
            <TextField
              label="Payday"
              type="date"
              hint="Year, rates, lodgement and super dates follow it"
              value={payday}
              onChange={(event) => setPayday(event.target.value)}
            />
            <ProblemNote error={error} />
            <Button look="main" type="submit" className="mt-3">
              Move the payday
            </Button>
          </form>
        )}
      </PopoverPanel>
    </Popover>
  );
}
