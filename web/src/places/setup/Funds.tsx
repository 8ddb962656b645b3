/** The super funds that people of a business have chosen. */
import type { FundFacts } from "@zesty/contract/au/funds";
import type { BusinessView } from "@zesty/contract/business";
import { type UseFormReturn, useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField, TickField } from "../../parts/Fields.tsx";
import { abnGrouped } from "../../parts/format.ts";
import { GrowingBlock } from "../../parts/GrowingBlock.tsx";
import { setUpApi } from "../../state/setUpApi.ts";
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
            <span className="text-quiet">{fund.kind === "apra" ? `USI ${fund.usi}` : "self-managed"}</span>
            {fund.isDefault && <span className="text-quiet">default</span>}
          </span>
        )}
        valuesOf={({ id: _id, usedBy: _usedBy, ...fund }) => asTyped(fund)}
        fields={(form) => <Fields form={form as never} />}
      />
    </GrowingBlock>
  );
}

function NewFund({ setUp, onDone }: { setUp: BusinessView; onDone: () => void }) {
  const [create] = setUpApi.useNewFundMutation();
  const form = useForm<FundFacts>({ defaultValues: none });
  const { errors } = form.formState;
  const submit = submitOf(form, async (fund) => {
    const answer = await create({ business: setUp.id, fund });
    if (answer.error) return showErrors(form.setError, answer.error);
    onDone();
  });
  return (
    <AddForm fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <Fields form={form} />
    </AddForm>
  );
}

const none: FundFacts = {
  ...{ kind: "apra", name: "", abn: "", usi: "", serviceAddress: "", bsb: "", account: "", employerNumber: "" },
  isDefault: false,
};
/** Fields hold text: what is not known is empty. */
const asTyped = <T extends FundFacts>(fund: T): T => ({
  ...fund,
  ...{ serviceAddress: fund.serviceAddress ?? "", bsb: fund.bsb ?? "", account: fund.account ?? "" },
  employerNumber: fund.employerNumber ?? "",
});

/** A self-managed fund has no identifier: it is paid by its service address and account. */
function Fields({ form }: { form: UseFormReturn<FundFacts> }) {
  const { errors } = form.formState;
  const isSelfManaged = form.watch("kind") === "selfManaged";
  const field = (name: keyof FundFacts, label: string, more: object = {}) => (
    <TextField label={label} error={errorAt(errors, name)} {...more} {...form.register(name)} />
  );
  return (
    <>
      <ChoiceField label="Kind of fund" {...form.register("kind")}>
        <option value="apra">with a USI</option>
        <option value="selfManaged">self-managed</option>
      </ChoiceField>
      {field("name", "Fund", { autoFocus: true })}
      {field("abn", "ABN of the fund")}
      {isSelfManaged ? (
        <>
          {field("serviceAddress", "Electronic service address")}
          {field("bsb", "BSB of the fund")}
          {field("account", "Account of the fund")}
        </>
      ) : (
        field("usi", "USI")
      )}
      {field("employerNumber", "Employer number at the fund", { hint: "Where the fund gave you one" })}
      <TickField label="Default fund, for anyone who chooses none" {...form.register("isDefault")} />
    </>
  );
}
