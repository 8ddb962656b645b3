/** A further pay cycle: people paid on another rhythm, or contractors who are paid super only. */
import type { BusinessView } from "@zesty/contract/business";
import { cycles } from "@zesty/core/calendar/payPeriods";
import { useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { setUpApi } from "../../state/setUpApi.ts";

export function NewCycle({ setUp, onDone }: { setUp: BusinessView; onDone: () => void }) {
  const [add] = setUpApi.useAddToSetUpMutation();
  const form = useForm({ defaultValues: { name: "", cycle: "monthly", firstPeriodStart: "", paydayOffset: "0" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async (typed) => {
    const values = { ...typed, paydayOffset: Number(typed.paydayOffset) };
    const answer = await add({ business: setUp.id, list: "cycles", values });
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
  return (
    <AddForm fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <TextField label="Name" autoFocus error={errorAt(errors, "name")} {...form.register("name")} />
      <ChoiceField label="Rhythm" {...form.register("cycle")}>
        {cycles.map((cycle) => (
          <option key={cycle}>{cycle}</option>
        ))}
      </ChoiceField>
      <TextField
        label="First period starts"
        type="date"
        error={errorAt(errors, "firstPeriodStart")}
        {...form.register("firstPeriodStart")}
      />
      <TextField
        label="Days from period end to payday"
        type="number"
        error={errorAt(errors, "paydayOffset")}
        {...form.register("paydayOffset")}
      />
    </AddForm>
  );
}
