import type { BusinessView } from "@zesty/contract/business";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { showErrors, submitOf } from "../../parts/Fields.tsx";
import { isOutdated } from "../../state/api.ts";
import { setUpApi } from "../../state/setUpApi.ts";
import { type BusinessFields, BusinessFieldset, businessValues } from "./businessFields.tsx";

/** Changes a business's facts; an account left blank stays as it is on record. */
export function FactsForm({ setUp, onDone }: { setUp: BusinessView; onDone: () => void }) {
  const [save] = setUpApi.useSaveBusinessMutation();
  const [look] = setUpApi.useLazyBusinessQuery();
  const [seen] = useState(setUp.stamp);
  const { facts } = setUp;
  const { bank } = facts;
  const form = useForm<BusinessFields>({
    defaultValues: {
      ...facts,
      withholder: facts.withholder ?? "medium",
      fourEyes: facts.fourEyes ?? false,
      yesFirst: facts.yesFirst ?? false,
      bank: {
        bsb: "",
        account: "",
        file: bank?.file ?? "directEntry",
        institution: bank?.institution ?? "",
        userName: bank?.userName ?? "",
        userId: bank?.userId ?? "",
        balancing: bank?.balancing ?? true,
      },
    },
  });
  const submit = submitOf(form, async (values) => {
    const answer = await save({ business: setUp.id, seen, values: businessValues(values, bank !== null) });
    if (isOutdated(answer.error)) await look(setUp.id);
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
  return (
    <form noValidate className="mt-2 border-l-3 border-lime pl-4" onSubmit={(event) => void submit(event)}>
      <div className="grid grid-cols-2 gap-x-5 gap-y-3">
        <BusinessFieldset
          register={form.register}
          errors={form.formState.errors}
          bankFile={form.watch("bank.file")}
          withEyes
          {...(bank ? { accountHint: `On record: ${bank.shown}. Leave empty to keep it.` } : {})}
        />
      </div>
      {form.formState.errors.root && (
        <p role="alert" className="mt-2 text-plum">
          {form.formState.errors.root.message}
        </p>
      )}
      <div className="mt-3 flex gap-2">
        <Button look="main" type="submit">
          Save
        </Button>
        <Cancel onClick={onDone} />
      </div>
    </form>
  );
}
