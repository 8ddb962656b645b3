import { useForm } from "react-hook-form";
import { errorAt, TextField } from "../../../parts/Fields.tsx";
import { type FormProps, Frame, useSection } from "./section.tsx";

/** Emergency contact when something happens. */
export function EmergencyForm({ person, onDone }: FormProps) {
  const form = useForm({ defaultValues: person.emergency ?? { name: "", relation: "", phone: "" } });
  const submit = useSection(person, "emergency", form, onDone, ({ name, phone, relation }) => ({
    contact: name || phone || relation ? { name, phone, relation } : null,
  }));
  const { errors } = form.formState;
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <TextField label="Who is called" autoFocus error={errorAt(errors, "contact.name")} {...form.register("name")} />
      <TextField label="Their telephone" error={errorAt(errors, "contact.phone")} {...form.register("phone")} />
      <TextField
        label="Who that is to the person"
        hint="Partner, parent, neighbour"
        error={errorAt(errors, "contact.relation")}
        {...form.register("relation")}
      />
    </Frame>
  );
}
