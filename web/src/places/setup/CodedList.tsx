/** A short list of codes and names that can be added to and changed: cost centres, ledger accounts. */
import type { BusinessView, Listed } from "@zesty/contract/business";
import { useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { GrowingBlock } from "../../parts/GrowingBlock.tsx";
import { setUpApi } from "../../state/setUpApi.ts";
import { ChangingList } from "./ChangingList.tsx";

interface Props {
  setUp: BusinessView;
  title: string;
  list: "cost-centres" | "accounts";
  entries: readonly ({ code: string; name: string } & Listed)[];
}

export function CodedList({ setUp, title, list, entries }: Props) {
  return (
    <GrowingBlock
      title={title}
      form={(done) => (
        <>
          <NewEntry setUp={setUp} list={list} onDone={done} />
          {list === "accounts" && <SeveralAccounts setUp={setUp} onDone={done} />}
        </>
      )}
    >
      <ChangingList
        setUp={setUp}
        list={list}
        entries={entries}
        users={list === "accounts" ? ["posting", "postings"] : ["person", "people"]}
        nameOf={(entry) => `${entry.code} ${entry.name}`}
        show={(entry) => (
          <>
            <span className="inline-block w-20 text-quiet">{entry.code}</span> {entry.name}
          </>
        )}
        valuesOf={({ name, retired }) => ({ name, retired })}
        fields={(form) => (
          <TextField label="Name" autoFocus error={errorAt(form.formState.errors, "name")} {...form.register("name")} />
        )}
      />
      {list === "accounts" && (
        <p className="mt-1 text-[14px]">
          <a className="text-action underline" href={`/api/businesses/${setUp.id}/accounts.csv`} download>
            The accounts as CSV
          </a>
        </p>
      )}
    </GrowingBlock>
  );
}

/** Lines from a spreadsheet or another program; a code that is here already gets the name of its line. */
function SeveralAccounts({ setUp, onDone }: { setUp: BusinessView; onDone: () => void }) {
  const [add] = setUpApi.useAddToSetUpMutation();
  const form = useForm({ defaultValues: { text: "" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async (values) => {
    const answer = await add({ business: setUp.id, list: "accounts/lines", values });
    if (answer.error) return showErrors(form.setError, answer.error);
    onDone();
  });
  return (
    <AddForm action="Take them in" fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <label className="col-span-full text-[14px] text-quiet">
        Several at once: a line each, code and name
        <textarea
          rows={4}
          className="mt-1 block w-full rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1 text-ink"
          placeholder={"6000, Wages and salaries\n6-1100, Superannuation"}
          {...form.register("text")}
        />
      </label>
      {errors.text && (
        <p role="alert" className="col-span-full text-plum">
          {errors.text.message}
        </p>
      )}
    </AddForm>
  );
}

function NewEntry({ setUp, list, onDone }: Pick<Props, "setUp" | "list"> & { onDone: () => void }) {
  const [add] = setUpApi.useAddToSetUpMutation();
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
