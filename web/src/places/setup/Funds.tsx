/** The super funds that people of a business have chosen. */
import type { BusinessView } from "@zesty/contract/business";
import { useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { abnGrouped } from "../../parts/format.ts";
import { GrowingBlock } from "../../parts/GrowingBlock.tsx";
import { api } from "../../state/api.ts";
import { ChangingList } from "./ChangingList.tsx";

export function Funds({ setUp }: { setUp: BusinessView }) {
  return (
    <GrowingBlock title="Super funds" form={(done) => <NewFund setUp={setUp} onDone={done} />}>
      <ChangingList
        setUp={setUp}
        list="funds"
        entries={setUp.funds}
        users={["person", "people"]}
        nameOf={(fund) => fund.name}
        empty="Funds that people choose are listed here. Add the first one."
        show={(fund) => (
          <span className="flex gap-6">
            <span className="flex-1">{fund.name}</span>
            <span className="text-quiet">ABN {abnGrouped(fund.abn)}</span>
            <span className="text-quiet">USI {fund.usi}</span>
          </span>
        )}
        valuesOf={({ name, abn, usi, retired }) => ({ name, abn, usi, retired })}
        fields={(form) => (
          <>
            <TextField
              label="Fund"
              autoFocus
              error={errorAt(form.formState.errors, "name")}
              {...form.register("name")}
            />
            <TextField
              label="ABN of the fund"
              error={errorAt(form.formState.errors, "abn")}
              {...form.register("abn")}
            />
            <TextField label="USI" error={errorAt(form.formState.errors, "usi")} {...form.register("usi")} />
          </>
        )}
      />
    </GrowingBlock>
  );
}

function NewFund({ setUp, onDone }: { setUp: BusinessView; onDone: () => void }) {
  const [create] = api.useNewFundMutation();
  const form = useForm({ defaultValues: { name: "", abn: "", usi: "" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async (fund) => {
    const answer = await create({ business: setUp.id, fund });
    if (answer.error) return showErrors(form.setError, answer.error);
    onDone();
  });
  return (
    <AddForm fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <TextField label="Fund" autoFocus error={errorAt(errors, "name")} {...form.register("name")} />
      <TextField label="ABN of the fund" error={errorAt(errors, "abn")} {...form.register("abn")} />
      <TextField label="USI" error={errorAt(errors, "usi")} {...form.register("usi")} />
    </AddForm>
  );
}
