/** Somebody who had left is employed again; and employments of before, of which the newest can be taken back. */
import type { EmployAgain as Wanted } from "@zesty/contract/departures";
import type { PersonView } from "@zesty/contract/people";
import { listed } from "@zesty/core/agreements/sentenceWords";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { longDate, unitsOf } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { afterwardsApi } from "../../state/afterwardsApi.ts";

export function EmployAgain({ person, day }: { person: PersonView; day: string }) {
  const [open, setOpen] = useState(false);
  return open ? (
    <AgainForm person={person} day={day} onDone={() => setOpen(false)} />
  ) : (
    <Button look="quiet" onClick={() => setOpen(true)}>
      Employ again
    </Button>
  );
}

function AgainForm({ person, day, onDone }: { person: PersonView; day: string; onDone: () => void }) {
  const last = person.details.endDate ?? "";
  const form = useForm<Wanted>({ defaultValues: { from: day > last ? day : "" } });
  const [again, { isLoading }] = afterwardsApi.useEmployAgainMutation();
  const submit = submitOf(form, async (wanted) => {
    const answer = await again({ person: person.id, ...wanted });
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
  const { errors } = form.formState;
  const ends = person.leave.balances.flatMap(({ kind, hours: amount }) => {
    const found = leaveKindIn(person.country, kind);
    return found.kept && Number(amount) !== 0 ? [`${unitsOf(amount, found.unit)} of ${found.words.toLowerCase()}`] : [];
  });
  return (
    <form noValidate className="mt-2 border-l-3 border-lime pl-4" onSubmit={(event) => void submit(event)}>
      <TextField
        label="First day"
        type="date"
        hint={`After ${longDate(last)}`}
        error={errorAt(errors, "from")}
        {...form.register("from")}
      />
      <p className="mt-2 text-[14px] text-quiet">
        Service and leave begin anew
        {ends.length > 0 ? `, so ${listed(ends)} ${ends.length > 1 ? "end" : "ends"}` : ""}. Payroll ID and the year to
        date stay. Rate, tax, bank account and usual pay go on as they were: look at them afterwards.
      </p>
      {errors.root && !errors.from && (
        <p role="alert" className="mt-2 text-plum">
          {errors.root.message}
        </p>
      )}
      <div className="mt-3 flex gap-2">
        <Button look="main" type="submit" disabled={isLoading}>
          Employ again
        </Button>
        <Cancel onClick={onDone} />
      </div>
    </form>
  );
}

/** "Before that from 6 January 2020 to 28 June 2026." */
export function Earlier({ person }: { person: PersonView }) {
  const [undo, { error, isLoading }] = afterwardsApi.useUndoEmployAgainMutation();
  const [first] = person.earlier;
  if (!first) return null;
  return (
    <>
      <p className="text-[15px]">
        Employed {person.departure ? "" : "again "}from {longDate(person.details.startDate)}; before that from{" "}
        {person.earlier.map(({ from, to }) => `${longDate(from)} to ${longDate(to)}`).join(", and from ")}.
      </p>
      {first.undo && (
        <Button look="quiet" disabled={isLoading} onClick={() => void undo(person.id)}>
          Take this back: not employed again
        </Button>
      )}
      <ProblemNote error={error} />
    </>
  );
}
