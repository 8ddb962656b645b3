/** Paydays that the agency lets a business lodge later, or not at all. */
import { useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { lodgingApi } from "../../state/lodgingApi.ts";

export function StandingForm({ business, day, onDone }: { business: number; day: string; onDone: () => void }) {
  const [add] = lodgingApi.useAddStandingMutation();
  const form = useForm({
    defaultValues: { kind: "deferred" as "deferred" | "exempt", from: day, to: "", reason: "", reference: "" },
  });
  const { errors } = form.formState;
  const isDeferred = form.watch("kind") === "deferred";
  const submit = submitOf(form, async (values) => {
    const answer = await add({ business, ...values });
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
  return (
    <AddForm action="Save" fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <ChoiceField
        label="Standing"
        autoFocus
        hint={
          isDeferred
            ? "Nothing is lodged until then; afterwards one update tells the agency all of it"
            : "Nothing is lodged; wages go to the activity statement by hand"
        }
        {...form.register("kind")}
      >
        <option value="deferred">deferred by the agency</option>
        <option value="exempt">exempt</option>
      </ChoiceField>
      <TextField label="First payday" type="date" error={errorAt(errors, "from")} {...form.register("from")} />
      <TextField
        label="Last payday"
        type="date"
        {...(isDeferred ? {} : { hint: "Empty: until it is ended" })}
        error={errorAt(errors, "to")}
        {...form.register("to")}
      />
      <TextField label="The agency's reference" error={errorAt(errors, "reference")} {...form.register("reference")} />
      <div className="col-span-2">
        <TextField label="Reason" error={errorAt(errors, "reason")} {...form.register("reason")} />
      </div>
    </AddForm>
  );
}
