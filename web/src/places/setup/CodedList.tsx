/** A short list of codes and names that can be added to: cost centres, ledger accounts. */
import type { BusinessView } from "@zesty/contract/business";
import { useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { GrowingBlock } from "../../parts/GrowingBlock.tsx";
import { api } from "../../state/api.ts";

interface Props {
  setUp: BusinessView;
  title: string;
  list: "cost-centres" | "accounts";
  entries: readonly { code: string; name: string }[];
}

export function CodedList({ setUp, title, list, entries }: Props) {
  return (
    <GrowingBlock title={title} form={(done) => <NewEntry setUp={setUp} list={list} onDone={done} />}>
      <div className="grid grid-cols-2 gap-x-8">
        {entries.map((entry) => (
          <p key={entry.code} className="figures border-b border-rule py-1">
            <span className="inline-block w-20 text-quiet">{entry.code}</span> {entry.name}
          </p>
        ))}
      </div>
      {entries.length === 0 && <p className="py-2 text-quiet">None yet.</p>}
    </GrowingBlock>
  );
}

function NewEntry({ setUp, list, onDone }: Pick<Props, "setUp" | "list"> & { onDone: () => void }) {
  const [add] = api.useAddToSetUpMutation();
  const form = useForm({ defaultValues: { code: "", name: "" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async (values) => {
    const answer = await add({ business: setUp.id, list, values });
    if (answer.error) return showErrors(form.setError, answer.error);
    onDone();
  });
  return (
    <AddForm fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <TextField label="Code" autoFocus error={errorAt(errors, "code")} {...form.register("code")} />
      <TextField label="Name" error={errorAt(errors, "name")} {...form.register("name")} />
    </AddForm>
  );
}
