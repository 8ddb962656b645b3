import { useFieldArray, useForm } from "react-hook-form";
import { Button } from "../../../parts/Button.tsx";
import { errorAt, TextField } from "../../../parts/Fields.tsx";
import { Entry } from "../forms/Entry.tsx";
import { type FormProps, Frame, useSection } from "../forms/section.tsx";

/** Earnings of a time before this program: the averages of the last twelve months need them. */
export function EarlierForm({ person, onDone }: FormProps) {
  const form = useForm({ defaultValues: { pays: person.nz?.earlier ?? [] } });
  const pays = useFieldArray({ control: form.control, name: "pays" });
  const submit = useSection(person, "earlier", form, onDone);
  const { errors } = form.formState;
  const field = (name: Parameters<typeof form.register>[0], label: string, more: object = {}) => (
    <TextField label={label} error={errorAt(errors, name)} {...more} {...form.register(name)} />
  );
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <p className="col-span-2 text-[14px] text-quiet">
        Gross earnings in the sense of the Holidays Act, by spans of time; a month or a quarter each will do. Where 8 %
        with each pay was agreed, it was paid beside them.
      </p>
      {pays.fields.map((part, at) => (
        <Entry key={part.id} name={`Span ${at + 1}`} onTakeOut={() => pays.remove(at)}>
          {field(`pays.${at}.start`, "From", { type: "date" })}
          {field(`pays.${at}.end`, "To", { type: "date" })}
          {field(`pays.${at}.gross`, "Gross")}
          {field(`pays.${at}.irregular`, "Irregular in it")}
          {field(`pays.${at}.days`, "Days")}
          {field(`pays.${at}.advance`, "For holidays in advance")}
        </Entry>
      ))}
      <Button
        className="col-span-2 w-fit"
        onClick={() => pays.append({ start: "", end: "", gross: "", irregular: "0", days: "", advance: "0" })}
      >
        Add a span
      </Button>
    </Frame>
  );
}
