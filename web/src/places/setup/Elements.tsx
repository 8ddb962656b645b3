/** Pay elements: listed with how many people have them in their usual pay; added, changed, retired. */
import type { BusinessView } from "@zesty/contract/business";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { elementsOnPage } from "../../countries/elements.tsx";
import { AddForm } from "../../parts/AddForm.tsx";
import { Button } from "../../parts/Button.tsx";
import { ElementFields, saidOf } from "../../parts/ElementFields.tsx";
import { elementWords } from "../../parts/elementWords.ts";
import { errorAt, showErrors, submitOf, TextField, TickField } from "../../parts/Fields.tsx";
import { GrowingBlock } from "../../parts/GrowingBlock.tsx";
import { NewElementForm } from "../../parts/NewElementForm.tsx";
import { isOutdated } from "../../state/api.ts";
import { setUpApi } from "../../state/setUpApi.ts";

type Element = BusinessView["elements"][number];

export function Elements({ setUp }: { setUp: BusinessView }) {
  const [changing, setChanging] = useState<number | null>(null);
  return (
    <GrowingBlock
      title="Pay elements"
      form={(done) => (
        <NewElementForm country={setUp.country} businessId={setUp.id} accounts={setUp.accounts} onDone={done} />
      )}
    >
      <table className="figures w-full text-[15px]">
        <thead>
          <tr className="text-left text-[14px] text-quiet">
            <th className="py-1 font-medium">Name</th>
            <th className="font-medium">Code</th>
            <th className="font-medium">Kind</th>
            <th className="font-medium">Typed as</th>
            <th className="text-right font-medium">Per cent of rate</th>
            <th className="text-right font-medium">In usual pay of</th>
            <th>
              <span className="sr-only">Change</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {setUp.elements.map((element) =>
            changing === element.id ? (
              <tr key={element.id} className="border-t border-rule">
                <td colSpan={7}>
                  <ChangeForm setUp={setUp} element={element} onDone={() => setChanging(null)} />
                </td>
              </tr>
            ) : (
              <tr key={element.id} className={`border-t border-rule ${element.retired ? "text-quiet" : ""}`}>
                <td className="py-1">
                  {element.name}
                  {element.paidTo && <span className="text-quiet">, to {element.paidTo}</span>}
                </td>
                <td className="text-quiet">{element.code}</td>
                <td>
                  {elementWords[element.element]}
                  <span className="ml-1 text-quiet">{elementsOnPage[setUp.country].codeOf(element)}</span>
                </td>
                <td>{typedAs(element)}</td>
                <td className="text-right">{element.entry === "hours" ? element.percent : "–"}</td>
                <td className="text-right">{element.retired ? "retired" : element.usedBy || "–"}</td>
                <td className="text-right">
                  <Button look="quiet" aria-label={`Change ${element.name}`} onClick={() => setChanging(element.id)}>
                    Change
                  </Button>
                </td>
              </tr>
            ),
          )}
        </tbody>
      </table>
    </GrowingBlock>
  );
}

const typedAs = ({ entry, unitRate }: Element) =>
  entry === "amount" ? "dollars" : entry === "units" ? `units at $${unitRate ?? "0"}` : entry;
const said = (answer: boolean | null | undefined) => (answer == null ? "usual" : answer ? "yes" : "no");

function ChangeForm({ setUp, element, onDone }: { setUp: BusinessView; element: Element; onDone: () => void }) {
  const [change] = setUpApi.useChangeElementMutation();
  const [look] = setUpApi.useLazyBusinessQuery();
  const [seen] = useState(setUp.entryStamps[`elements/${element.id}`]);
  const form = useForm({
    defaultValues: {
      name: element.name,
      percent: element.percent,
      unitRate: element.unitRate ?? "",
      allowance: element.allowance ?? "OD",
      detail: element.detail ?? "G1",
      deduction: element.deduction ?? "",
      counts: said(elementsOnPage[setUp.country].counts(element)),
      regular: said(element.regular),
      account: element.account ?? "",
      paidTo: element.paidTo ?? "",
      retired: element.retired,
    },
  });
  const { errors } = form.formState;
  const submit = submitOf(form, async (all) => {
    const { counts: _counts, regular: _regular, ...values } = all;
    const answer = await change({
      business: setUp.id,
      element: element.id,
      seen,
      values: {
        ...values,
        ...saidOf(setUp.country, element.element, all),
      },
    });
    if (isOutdated(answer.error)) await look(setUp.id);
    if (answer.error) return showErrors(form.setError, answer.error);
    onDone();
  });
  return (
    <AddForm action="Save" fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <TextField label="Name" autoFocus error={errorAt(errors, "name")} {...form.register("name")} />
      {element.entry === "hours" && (
        <TextField label="Per cent of rate" error={errorAt(errors, "percent")} {...form.register("percent")} />
      )}
      {element.entry === "units" && (
        <TextField label="Dollars each" error={errorAt(errors, "unitRate")} {...form.register("unitRate")} />
      )}
      <ElementFields country={setUp.country} element={element.element} form={form} accounts={setUp.accounts} />
      <div className="col-span-full">
        <TickField label="Retired: not offered any more" {...form.register("retired")} />
        <p className="text-[14px] text-quiet">
          {element.code} stays {elementWords[element.element].toLowerCase()}. Open runs and later ones use the change;
          what was signed off stays as it was.
        </p>
      </div>
    </AddForm>
  );
}
