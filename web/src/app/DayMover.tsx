/** The demo's day, and the way to move it forward. */
import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { addDays } from "@zesty/core/calendar/dates";
import { useState } from "react";
import { Button } from "../parts/Button.tsx";
import { TextField } from "../parts/Fields.tsx";
import { longDate, weekdayDate } from "../parts/format.ts";
import { ProblemNote } from "../parts/ProblemNote.tsx";
import { api } from "../state/api.ts";

export function DayMover({ day }: { day: string }) {
  const [move, { error, isLoading }] = api.useMoveDayMutation();
  const [to, setTo] = useState(addDays(day, 1));
  return (
    <Popover>
      <PopoverButton
        className="rounded-(--radius) bg-lime px-2 py-0.5 hover:brightness-95"
        aria-label={`The demo's day is ${longDate(day)}. Move it.`}
      >
        {weekdayDate(day)}
      </PopoverButton>
      <PopoverPanel
        anchor="bottom end"
        className="z-40 mt-1 w-80 rounded-(--radius) border border-rule-strong bg-sheet p-4 shadow-lg"
      >
        {({ close }) => (
          <form
            className="flex flex-col gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              void move(to).then((answer) => {
                if (answer.data) {
                  setTo(addDays(to, 1));
                  close();
                }
              });
            }}
          >
            <p className="text-[14px] text-quiet">
              The demo lives on {longDate(day)}. Move it forward to see the bank pay and dues fall due.
            </p>
            <TextField
              label="Move to"
              type="date"
              min={day}
              value={to}
              onChange={(event) => setTo(event.target.value)}
            />
            <ProblemNote error={error} />
            <Button look="main" type="submit" disabled={isLoading}>
              Move the day
            </Button>
          </form>
        )}
      </PopoverPanel>
    </Popover>
  );
}
