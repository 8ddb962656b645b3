/** A notice that came by letter, typed in. */
import type { NoticeKind } from "@zesty/contract/nz/notices";
import { useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { noticesApi } from "../../state/noticesApi.ts";
import { peopleApi } from "../../state/peopleApi.ts";

export function TypedNotice({ business, onDone }: { business: number; onDone: () => void }) {
  const { data: people = [] } = peopleApi.usePeopleQuery(business);
  const [save] = noticesApi.useTypeNoticeMutation();
  const form = useForm({ defaultValues: { personId: "", kind: "taxCode" as NoticeKind, value: "", from: "" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async (values) => {
    const answer = await save({ business, ...values, personId: Number(values.personId) });
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
  const isCode = form.watch("kind") === "taxCode";
  return (
    <AddForm action="Put it here" fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <ChoiceField label="Person" autoFocus error={errorAt(errors, "personId")} {...form.register("personId")}>
        <option value="">choose</option>
        {people.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
      </ChoiceField>
      <ChoiceField label="Notice about" {...form.register("kind")}>
        <option value="taxCode">the tax code</option>
        <option value="childSupport">child support</option>
      </ChoiceField>
      <TextField
        label={isCode ? "Tax code" : "Dollars each pay"}
        {...(isCode ? {} : { hint: "0 ends it" })}
        error={errorAt(errors, "value")}
        {...form.register("value")}
      />
      <TextField label="First payday" type="date" error={errorAt(errors, "from")} {...form.register("from")} />
    </AddForm>
  );
}
