import { type OpeningCategory, openingCategories } from "@zesty/core/au/openingYear";
import { payrollYearAu } from "@zesty/core/calendar/payrollYear";
import { useFieldArray, useForm } from "react-hook-form";
import { Button } from "../../../parts/Button.tsx";
import { ChoiceField, errorAt, TextField } from "../../../parts/Fields.tsx";
import { type FormProps, Frame, useSection } from "../forms/section.tsx";

type Kept = FormProps["person"]["openingYears"][number];

const shown = (amount: string | undefined) => (amount === undefined || Number(amount) === 0 ? "" : amount);

/** What was paid this payroll year before this program: carried on with our pay events, or closed by the other. */
export function OpeningYearForm({ person, day, onDone }: FormProps) {
  const { from, name } = payrollYearAu(day);
  const known: Kept | undefined = person.openingYears.find((each) => each.yearStart === from);
  const form = useForm({
    defaultValues: {
      carried: known?.carried === false ? "no" : "yes",
      gross: shown(known?.gross),
      withheld: shown(known?.withheld),
      superEarnings: shown(known?.superEarnings),
      guarantee: shown(known?.guarantee),
      reportable: shown(known?.reportable),
      extras: shown(known?.extras),
      extrasWithheld: shown(known?.extrasWithheld),
      terminationTaxable: shown(known?.terminationTaxable),
      parts: known?.parts ?? [],
      previousBmsId: known?.previousBmsId ?? "",
      previousPayrollId: known?.previousPayrollId ?? "",
    },
  });
  const parts = useFieldArray({ control: form.control, name: "parts" });
  const submit = useSection(person, "openingYear", form, onDone, (typed) => ({
    ...typed,
    yearStart: from,
    carried: typed.carried === "yes",
  }));
  const { errors } = form.formState;
  const field = (name: Parameters<typeof form.register>[0], label: string, hint?: string) => (
    <TextField label={label} {...(hint ? { hint } : {})} error={errorAt(errors, name)} {...form.register(name)} />
  );
  const carried = form.watch("carried") === "yes";
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <p className="col-span-2 text-[14px] text-quiet">
        Payroll year {name}, from 1 July up to the last payday of the earlier system.
      </p>
      <div className="col-span-2">
        <ChoiceField label="Who reports these amounts" {...form.register("carried")}>
          <option value="yes">We do: our pay events go on from them</option>
          <option value="no">The earlier system finalises them: they only count for tax and caps here</option>
        </ChoiceField>
      </div>
      {field("gross", "Gross, $", "Before sacrifice, with allowances and leave")}
      {field("withheld", "Withheld, $")}
      {field("superEarnings", "Earnings that super counts, $")}
      {field("guarantee", "Super guarantee, $")}
      {field("reportable", "Reportable super, $", "Sacrificed, or agreed above the guarantee")}
      {field("terminationTaxable", "Termination payments, taxable, $")}
      {field("extras", "Bonuses taxed over the year, $")}
      {field("extrasWithheld", "Withheld from them, $")}
      {parts.fields.map((part, at) => (
        <fieldset key={part.id} className="col-span-2 grid grid-cols-[1fr_140px_auto] items-end gap-2">
          <legend className="sr-only">Part {at + 1}</legend>
          <ChoiceField
            label={at === 0 ? "Of the gross, or taken from it" : "Part"}
            {...form.register(`parts.${at}.category`)}
          >
            {Object.entries(openingCategories).map(([category, words]) => (
              <option key={category} value={category}>
                {words}
              </option>
            ))}
          </ChoiceField>
          {field(`parts.${at}.amount`, "Amount, $")}
          <Button onClick={() => parts.remove(at)}>Take out</Button>
        </fieldset>
      ))}
      <Button
        className="col-span-2 w-fit"
        onClick={() => parts.append({ category: "overtime" as OpeningCategory, amount: "" })}
      >
        Tell a part apart
      </Button>
      {carried && field("previousBmsId", "Earlier system's ID", "As its last pay event names it; empty if it was ours")}
      {carried && field("previousPayrollId", "Earlier payroll ID")}
    </Frame>
  );
}
