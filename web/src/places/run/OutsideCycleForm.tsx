/** Paying outside the cycle: who, why, for which period, and when. The hours or dollars are typed in the sheet then. */
import type { RunSummary } from "@zesty/contract/runs";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { useNavigate } from "react-router";
import { AddForm } from "../../parts/AddForm.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { shortDate } from "../../parts/format.ts";
import { peopleApi } from "../../state/peopleApi.ts";
import { runApi } from "../../state/runApi.ts";

interface Props {
  businessId: number;
  cycles: readonly { id: number; name: string; next: { start: string; end: string } }[];
  runs: readonly RunSummary[];
  day: string;
  onLeave: () => void;
}

const reasons = ["Hours that were forgotten", "An advance on the next payday", "A bonus", "Another reason"];
const shownPeriods = 8;

export function OutsideCycleForm({ businessId, cycles, runs, day, onLeave }: Props) {
  const navigate = useNavigate();
  const [open] = runApi.useOpenOutsideCycleMutation();
  const { data: people = [] } = peopleApi.usePeopleQuery(businessId);
  const [chosen, setChosen] = useState<number[]>([]);
  const periods = cycles.flatMap((cycle) => {
    const paid = runs.filter(
      (run) => run.kind === "cycle" && run.cycleName === cycle.name && run.state !== "takenBack",
    );
    const known = [
      cycle.next,
      ...paid.slice(0, shownPeriods).map((run) => ({ start: run.periodStart, end: run.periodEnd })),
    ];
    return known.map(({ start, end }) => ({
      key: `${cycle.id} ${start}`,
      words: `${shortDate(start)} to ${shortDate(end)}, ${cycle.name}`,
    }));
  });
  const form = useForm({
    defaultValues: {
      reason: reasons[0] ?? "",
      words: "",
      period: periods[1]?.key ?? periods[0]?.key ?? "",
      payday: day,
    },
  });
  const { errors } = form.formState;
  const other = form.watch("reason") === reasons.at(-1);
  const submit = submitOf(form, async ({ reason, words, period, payday }) => {
    const [cycleId = "", periodStart = ""] = period.split(" ");
    const answer = await open({
      business: businessId,
      cycleId: Number(cycleId),
      periodStart,
      payday,
      reason: other ? words : reason,
      personIds: chosen,
    });
    if (answer.error) showErrors(form.setError, answer.error);
    else void navigate(`/run/${answer.data.id}`);
  });
  return (
    <AddForm action="Open the run" fault={errors.root?.message} onSubmit={submit} onLeave={onLeave}>
      <ChoiceField label="Reason" error={other ? undefined : errorAt(errors, "reason")} {...form.register("reason")}>
        {reasons.map((each) => (
          <option key={each}>{each}</option>
        ))}
      </ChoiceField>
      <ChoiceField
        label="For the period"
        hint="Rates, leave and tax of this period"
        error={errorAt(errors, "periodStart")}
        {...form.register("period")}
      >
        {periods.map(({ key, words }) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </ChoiceField>
      <TextField label="Payday" type="date" error={errorAt(errors, "payday")} {...form.register("payday")} />
      {other ? (
        <TextField label="Which reason" error={errorAt(errors, "reason")} {...form.register("words")} />
      ) : (
        <span />
      )}
      <fieldset className="col-span-4">
        <legend className="text-[14px] text-quiet">Who is paid</legend>
        <div className="grid max-h-60 grid-cols-3 overflow-auto">
          {people.map((person) => (
            <label key={person.id} className="flex items-center gap-2 py-0.5">
              <input
                type="checkbox"
                className="accent-(--action)"
                checked={chosen.includes(person.id)}
                onChange={(event) =>
                  setChosen(event.target.checked ? [...chosen, person.id] : chosen.filter((id) => id !== person.id))
                }
              />
              {person.name}
            </label>
          ))}
        </div>
        {errorAt(errors, "personIds") && <p className="text-[14px] text-plum">{errorAt(errors, "personIds")}</p>}
      </fieldset>
      <p className="col-span-4 text-[14px] text-quiet">
        To put an earlier pay right, correct it in its run; a departure is recorded on the person's page.
      </p>
    </AddForm>
  );
}
