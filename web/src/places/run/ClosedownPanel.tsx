/** A closedown put into the run: what it pays to whom is spelled out before it is recorded. */
import type { RunView } from "@zesty/contract/runs";
import { useEffect, useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { longDate, money } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { runApi } from "../../state/runApi.ts";
import { loaded } from "../../state/runSlice.ts";
import { untilSaved } from "../../state/saving.ts";
import { useAppDispatch } from "../../state/store.ts";

export function ClosedownPanel({ view, onBack }: { view: RunView; onBack: () => void }) {
  const dispatch = useAppDispatch();
  const [from, setFrom] = useState(view.periodStart);
  const [to, setTo] = useState(view.periodEnd);
  const [plan, planned] = runApi.usePlanClosedownMutation();
  const [record, recorded] = runApi.useRecordClosedownMutation();
  useEffect(() => {
    const timer = setTimeout(() => void untilSaved().then(() => plan({ run: view.id, from, to })), 250);
    return () => clearTimeout(timer);
  }, [from, to, view.id, plan]);
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void record({ run: view.id, from, to }).then((answer) => {
          if (!answer.data) return;
          dispatch(loaded(answer.data));
          onBack();
        });
      }}
    >
      <Button look="quiet" onClick={onBack}>
        Back to the account
      </Button>
      <h2 className="mt-2 font-name text-[20px]">Closedown</h2>
      <p className="mb-2 text-[14.5px] text-quiet">
        Once a year, with fourteen days' notice. Who is entitled takes annual holidays; who is not yet gets 8 % of the
        earnings so far, and the next twelve months run from the closedown.
      </p>
      <div className="grid grid-cols-2 gap-3">
        <TextField label="First day" type="date" value={from} onChange={(event) => setFrom(event.target.value)} />
        <TextField label="Last day" type="date" value={to} onChange={(event) => setTo(event.target.value)} />
      </div>
      <ProblemNote error={planned.error ?? recorded.error} />
      {planned.data && !planned.error && (
        <ul className="figures mt-3 border-t border-rule-strong text-[14.5px]">
          {planned.data.people.map((person) => (
            <li key={person.name} className="border-b border-rule py-1">
              <span className="font-semibold">{person.name}</span>
              {person.lines.map((line) => (
                <span key={line.name} className="flex justify-between">
                  <span>
                    {line.name} <span className="text-quiet">{line.quantity}</span>
                  </span>
                  <span>{money(line.amount)}</span>
                </span>
              ))}
              {person.anniversaryOn && (
                <span className="block text-amber">
                  Not yet entitled: the next twelve months run from {longDate(person.anniversaryOn)}.
                </span>
              )}
              {person.note && !person.anniversaryOn && <span className="block text-amber">{person.note}</span>}
            </li>
          ))}
          {planned.data.people.length === 0 && <li>Nobody in this run works on these days.</li>}
        </ul>
      )}
      <Button
        look="main"
        type="submit"
        className="mt-3"
        disabled={recorded.isLoading || !planned.data || planned.error !== undefined}
      >
        Put it into the run
      </Button>
    </form>
  );
}
