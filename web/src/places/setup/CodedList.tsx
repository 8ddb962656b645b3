/** A short list of codes and names that can be added to: cost centres, ledger accounts. */
import type { BusinessView } from "@zesty/contract/business";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { Block } from "../../parts/Block.tsx";
import { Button } from "../../parts/Button.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { api } from "../../state/api.ts";

interface Props {
  setUp: BusinessView;
  title: string;
  list: "cost-centres" | "accounts";
  entries: readonly { code: string; name: string }[];
}

export function CodedList({ setUp, title, list, entries }: Props) {
  const [adding, setAdding] = useState(false);
  const [add] = api.useAddToSetUpMutation();
  const form = useForm({ defaultValues: { code: "", name: "" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async (values) => {
    const answer = await add({ business: setUp.id, list, values });
    if (answer.error) return showErrors(form.setError, answer.error);
    form.reset();
    setAdding(false);
  });
  return (
    <Block
      title={title}
      action={
        !adding && (
          <Button look="quiet" onClick={() => setAdding(true)}>
            Add one
          </Button>
        )
      }
    >
      {adding && (
        <AddForm fault={errors.root?.message} onSubmit={submit} onLeave={() => setAdding(false)}>
          <TextField label="Code" autoFocus error={errorAt(errors, "code")} {...form.register("code")} />
          <TextField label="Name" error={errorAt(errors, "name")} {...form.register("name")} />
        </AddForm>
      )}
      <div className="grid grid-cols-2 gap-x-8">
        {entries.map((entry) => (
          <p key={entry.code} className="figures border-b border-rule py-1">
            <span className="inline-block w-20 text-quiet">{entry.code}</span> {entry.name}
          </p>
        ))}
      </div>
      {entries.length === 0 && <p className="py-2 text-quiet">None yet.</p>}
    </Block>
  );
}
