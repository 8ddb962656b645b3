/** The facts of a New Zealand business: IRD number, province, account, and how it files and pays. */
import type { BusinessView } from "@zesty/contract/business";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { Block } from "../../../parts/Block.tsx";
import { Button } from "../../../parts/Button.tsx";
import { Cancel } from "../../../parts/Cancel.tsx";
import { showErrors, submitOf } from "../../../parts/Fields.tsx";
import { irdGrouped } from "../../../parts/format.ts";
import { isOutdated } from "../../../state/api.ts";
import { setUpApi } from "../../../state/setUpApi.ts";
import { eyesWords } from "../businessFields.tsx";
import { useEditingAt } from "../useEditingAt.ts";
import { BusinessFieldsetNz, type BusinessFieldsNz, businessValuesNz } from "./businessFields.tsx";

type Facts = NonNullable<BusinessView["nz"]>;

export function FactsNz({ setUp, facts }: { setUp: BusinessView; facts: Facts }) {
  const [editing, setEditing] = useEditingAt("business");
  const shown: [string, string | null][] = [
    ["Legal name", facts.legalName],
    ["IRD number", irdGrouped(facts.ird)],
    ["Province", facts.province],
    ["Answers questions", `${facts.contact.name}, ${facts.contact.phone}, ${facts.contact.email}`],
    ["Address", facts.contact.address ?? "not on payslips yet"],
    ["Pays from", facts.bankShown],
    ["Payment file", facts.filing.paymentFile === "csv" ? "our CSV for any bank" : "credit transfer (ISO 20022)"],
    ["Signing off", eyesWords(facts)],
    [
      "PAYE is paid",
      facts.filing.large ? "twice a month, as a large employer" : "on the 20th of the month after the payday",
    ],
  ];
  return (
    <Block
      title="The business"
      action={
        !editing && (
          <Button look="quiet" onClick={() => setEditing(true)}>
            Change
          </Button>
        )
      }
    >
      {editing ? (
        <FactsForm setUp={setUp} facts={facts} onDone={() => setEditing(false)} />
      ) : (
        <dl className="mt-1 grid grid-cols-[190px_1fr] gap-y-0.5">
          {shown.map(([label, value]) => (
            <div key={label} className="contents">
              <dt className="text-quiet">{label}</dt>
              <dd className="figures">
                {value ?? <span className="font-semibold text-amber">missing: no payment file can be made</span>}
              </dd>
            </div>
          ))}
        </dl>
      )}
    </Block>
  );
}

function FactsForm({ setUp, facts, onDone }: { setUp: BusinessView; facts: Facts; onDone: () => void }) {
  const [save] = setUpApi.useSaveBusinessMutation();
  const [look] = setUpApi.useLazyBusinessQuery();
  const [seen] = useState(setUp.stamp);
  const { bankShown, ...known } = facts;
  const form = useForm<BusinessFieldsNz>({ defaultValues: { ...known, bankAccount: "" } });
  const submit = submitOf(form, async (values) => {
    const answer = await save({ business: setUp.id, seen, values: businessValuesNz(values) });
    if (isOutdated(answer.error)) await look(setUp.id);
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
  const { errors } = form.formState;
  return (
    <form noValidate className="mt-2 border-l-3 border-lime pl-4" onSubmit={(event) => void submit(event)}>
      <div className="grid grid-cols-2 gap-x-5 gap-y-3">
        <BusinessFieldsetNz
          register={form.register}
          errors={errors}
          withEyes
          accountHint={bankShown ? `On record: ${bankShown}. Leave empty to keep it.` : "As 01-0902-0068389-000"}
        />
      </div>
      {errors.root && (
        <p role="alert" className="mt-2 text-plum">
          {errors.root.message}
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
