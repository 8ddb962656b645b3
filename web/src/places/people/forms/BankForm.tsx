import { type UseFormReturn, useFieldArray, useForm } from "react-hook-form";
import { onPage } from "../../../countries/onPage.ts";
import { Button } from "../../../parts/Button.tsx";
import { ChoiceField, errorAt, TextField } from "../../../parts/Fields.tsx";
import { Entry } from "./Entry.tsx";
import { type FormProps, Frame, From, useSection } from "./section.tsx";

export function BankForm({ person, day, onDone }: FormProps) {
  const blank = {
    bsb: "",
    account: "",
    title: `${person.details.givenName} ${person.details.familyName}`,
    text: "",
    kind: "rest" as "rest" | "amount" | "percent",
    value: "",
  };
  const form = useForm({ defaultValues: { from: day, parts: [blank] } });
  const parts = useFieldArray({ control: form.control, name: "parts" });
  const submit = useSection(person, "bank", form, onDone);
  const { errors } = form.formState;
  const { hasBsb } = onPage[person.country];
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} />
      <p className="self-end text-[14px] text-quiet">The accounts typed here take the place of those on record.</p>
      {parts.fields.map((part, at) => (
        <Entry
          key={part.id}
          name={`Account ${at + 1}`}
          onTakeOut={parts.fields.length > 1 ? () => parts.remove(at) : undefined}
        >
          {hasBsb && (
            <TextField label="BSB" error={errorAt(errors, `parts.${at}.bsb`)} {...form.register(`parts.${at}.bsb`)} />
          )}
          <TextField
            label="Account"
            className={hasBsb ? "" : "figures"}
            error={errorAt(errors, `parts.${at}.account`)}
            {...form.register(`parts.${at}.account`)}
          />
          <TextField
            label="Account title"
            error={errorAt(errors, `parts.${at}.title`)}
            {...form.register(`parts.${at}.title`)}
          />
          <TextField
            label="On the statement"
            placeholder="usual words"
            error={errorAt(errors, `parts.${at}.text`)}
            {...form.register(`parts.${at}.text`)}
          />
          <ChoiceField label="Takes" {...form.register(`parts.${at}.kind`)}>
            <option value="rest">the rest</option>
            <option value="amount">an amount</option>
            <option value="percent">a per cent</option>
          </ChoiceField>
          <TextField label="Of" error={errorAt(errors, `parts.${at}.value`)} {...form.register(`parts.${at}.value`)} />
        </Entry>
      ))}
      <Button className="w-fit" onClick={() => parts.append({ ...blank, kind: "amount" })}>
        Add an account
      </Button>
    </Frame>
  );
}
