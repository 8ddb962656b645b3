/** What the employer sets aside on each pay: workers' compensation, payroll tax. Dated; nought per cent ends one. */
import type { BusinessView } from "@zesty/contract/business";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { onPage } from "../../countries/onPage.ts";
import { AddForm } from "../../parts/AddForm.tsx";
import { Block } from "../../parts/Block.tsx";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { longDate } from "../../parts/format.ts";
import { useToday } from "../../state/business.ts";
import { setUpApi } from "../../state/setUpApi.ts";

export function Costs({ setUp }: { setUp: BusinessView }) {
  const { data } = setUpApi.useCostsQuery(setUp.id);
  const today = useToday();
  const [adding, setAdding] = useState(false);
  return (
    <Block
      title="Costs set aside on each pay"
      action={
        !adding && (
          <Button look="quiet" onClick={() => setAdding(true)}>
            Add or change one
          </Button>
        )
      }
    >
      {adding && <CostForm setUp={setUp} day={today} onDone={() => setAdding(false)} />}
      {data?.costs.length === 0 && (
        <p className="py-2 text-quiet">
          What the employer sets aside as a per cent of wages, such as levies of its own: counted in the cost of a run
          and in the books, never in a pay.
        </p>
      )}
      {data?.costs.map((cost) => (
        <p key={cost.id} className="figures flex gap-6 border-b border-rule py-1">
          <span className="w-24 text-quiet">{cost.code}</span>
          <span className="flex-1">
            {cost.name}: {cost.percent} % of{" "}
            {cost.of === "gross" ? "gross" : `gross and ${onPage[setUp.country].saving}`}
            {cost.placeId !== null &&
              `, ${setUp.places.find((each) => each.id === cost.placeId)?.name ?? "one place"} alone`}
          </span>
          <span className="text-quiet">from {longDate(cost.from)}</span>
          <span className="text-quiet">
            {cost.expense} to {cost.payable}
          </span>
        </p>
      ))}
    </Block>
  );
}

function CostForm({ setUp, day, onDone }: { setUp: BusinessView; day: string; onDone: () => void }) {
  const [add] = setUpApi.useAddToSetUpMutation();
  const form = useForm({
    defaultValues: { from: day, code: "", name: "", percent: "", of: "gross", placeId: "", expense: "", payable: "" },
  });
  const { errors } = form.formState;
  const submit = submitOf(form, async (values) => {
    const answer = await add({ business: setUp.id, list: "costs", values });
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
  const accounts = setUp.accounts.map((account) => (
    <option key={account.code} value={account.code}>
      {account.code} {account.name}
    </option>
  ));
  return (
    <AddForm action="Save" fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <TextField label="Name" autoFocus error={errorAt(errors, "name")} {...form.register("name")} />
      <TextField
        label="Code"
        hint="The code of one that is here changes it from the day on"
        error={errorAt(errors, "code")}
        {...form.register("code")}
      />
      <TextField label="Per cent" hint="0 ends it" error={errorAt(errors, "percent")} {...form.register("percent")} />
      <ChoiceField label="Of" {...form.register("of")}>
        <option value="gross">gross</option>
        <option value="grossAndSuper">gross and {onPage[setUp.country].saving}</option>
      </ChoiceField>
      {setUp.places.length > 1 && (
        <ChoiceField label="Of whom" error={errorAt(errors, "placeId")} {...form.register("placeId")}>
          <option value="">everybody</option>
          {setUp.places
            .filter((each) => !each.retired)
            .map((each) => (
              <option key={each.id} value={each.id}>
                who works at {each.name}
              </option>
            ))}
        </ChoiceField>
      )}
      <TextField label="From payday" type="date" error={errorAt(errors, "from")} {...form.register("from")} />
      <ChoiceField label="Expense account" error={errorAt(errors, "expense")} {...form.register("expense")}>
        <option value="">choose</option>
        {accounts}
      </ChoiceField>
      <ChoiceField label="Account it is owed on" error={errorAt(errors, "payable")} {...form.register("payable")}>
        <option value="">choose</option>
        {accounts}
      </ChoiceField>
    </AddForm>
  );
}
