/** Public holidays that people agreed to keep on another day: those that stand, and a new one for one or many people. */
import type { LeaveView, SwapView } from "@zesty/contract/leave";
import { isWholeDay } from "@zesty/core/calendar/holidayWindows";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { ChoiceField, TextField, TickField } from "../../parts/Fields.tsx";
import { counted, longDate, shortDate, weekdayDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { leaveApi } from "../../state/leaveApi.ts";

interface Props {
  view: LeaveView;
  onSay: (text: string) => void;
}

export function HolidaySwaps({ view, onSay }: Props) {
  const [open, setOpen] = useState(false);
  const [undo, { error }] = leaveApi.useUndoSwapMutation();
  const name = (swap: SwapView) => view.people.find((each) => each.personId === swap.personId)?.name;
  const shown = view.swaps.filter(name);
  if (!view.people.some((each) => each.canAnswer)) return null;
  return (
    <section className="mt-6 text-[14.5px]">
      <h3 className="border-b border-rule-strong pb-0.5 font-semibold">Public holidays kept on another day</h3>
      {shown.length === 0 && <p className="py-1 text-quiet">None is agreed.</p>}
      <ul>
        {shown.map((swap) => (
          <li key={swap.id} className="border-b border-rule py-1">
            {name(swap)}: {swap.name}, {shortDate(swap.original)}, kept on {shortDate(swap.substitute)}
            <span className="block text-[13px] text-quiet">
              Agreed on {longDate(swap.agreedOn)}: {swap.how}
            </span>
            {!swap.isPaid && (
              <Button
                look="quiet"
                aria-label={`Take back: ${name(swap)}, ${swap.name}`}
                onClick={() => void undo({ business: view.businessId, swap: swap.id })}
              >
                Take back
              </Button>
            )}
          </li>
        ))}
      </ul>
      <ProblemNote error={error} />
      {open ? (
        <NewSwap
          view={view}
          onDone={(text) => {
            setOpen(false);
            if (text) onSay(text);
          }}
        />
      ) : (
        <Button look="quiet" onClick={() => setOpen(true)}>
          Keep a holiday on another day
        </Button>
      )}
    </section>
  );
}

function NewSwap({ view, onDone }: { view: LeaveView; onDone: (text?: string) => void }) {
  const people = view.people.filter((each) => each.canAnswer);
  const moved = new Set(view.swaps.map((each) => each.substitute));
  const days = new Map(
    people
      .flatMap((each) => each.holidays)
      .filter((each) => isWholeDay(each) && !moved.has(each.date))
      .map((each) => [each.date, each.name ?? "Public holiday"]),
  );
  const first = [...days.keys()].sort();
  const [original, setOriginal] = useState(first.find((date) => date >= view.today) ?? first[0] ?? "");
  const [substitute, setSubstitute] = useState("");
  const [agreedOn, setAgreedOn] = useState(view.today);
  const [how, setHow] = useState("");
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [swap, { error, isLoading }] = leaveApi.useSwapHolidayMutation();
  const whose = people.filter((each) => each.holidays.some((day) => day.date === original));
  const chosen = whose.filter((each) => !left.has(each.personId));
  if (first.length === 0)
    return (
      <p className="py-1 text-quiet">
        No public holiday lies in the days shown here. Go on with › until it does.{" "}
        <Cancel look="quiet" onClick={() => onDone()} />
      </p>
    );
  return (
    <form
      noValidate
      className="mt-2 flex flex-col gap-2 border-l-3 border-lime pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        const personIds = chosen.map((each) => each.personId);
        void swap({ business: view.businessId, personIds, original, substitute, agreedOn, how }).then((done) => {
          if (!done.error)
            onDone(
              `${days.get(original)} is kept on ${weekdayDate(substitute)} for ${counted(personIds.length, "person", "people")}.`,
            );
        });
      }}
    >
      <ChoiceField
        label="Public holiday"
        hint="Of the days shown here; › shows later ones"
        value={original}
        onChange={(event) => setOriginal(event.target.value)}
      >
        {first.map((date) => (
          <option key={date} value={date}>
            {weekdayDate(date)}: {days.get(date)}
          </option>
        ))}
      </ChoiceField>
      <TextField
        label="Kept on"
        type="date"
        value={substitute}
        onChange={(event) => setSubstitute(event.target.value)}
      />
      <TextField label="Agreed on" type="date" value={agreedOn} onChange={(event) => setAgreedOn(event.target.value)} />
      <TextField
        label="How it was agreed"
        hint="A letter, an e-mail, a clause of the agreement"
        maxLength={120}
        value={how}
        onChange={(event) => setHow(event.target.value)}
      />
      <fieldset className="max-h-56 overflow-auto">
        <legend className="text-[13px] text-quiet">Who agreed</legend>
        {whose.map((each) => (
          <TickField
            key={each.personId}
            label={each.name}
            checked={!left.has(each.personId)}
            onChange={(event) =>
              setLeft((before) => {
                const next = new Set(before);
                if (event.target.checked) next.delete(each.personId);
                else next.add(each.personId);
                return next;
              })
            }
          />
        ))}
      </fieldset>
      <ProblemNote error={error} />
      <div className="flex gap-3">
        <Button type="submit" disabled={isLoading || substitute === "" || how.trim() === "" || chosen.length === 0}>
          {`Keep it then for ${counted(chosen.length, "person", "people")}`}
        </Button>
        <Cancel look="quiet" onClick={() => onDone()} />
      </div>
    </form>
  );
}
