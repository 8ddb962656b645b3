import { useFieldArray, useForm } from "react-hook-form";
import { Button } from "../../../parts/Button.tsx";
import { errorAt, TextField } from "../../../parts/Fields.tsx";
import { Entry } from "./Entry.tsx";
import { type FormProps, Frame, useSection } from "./section.tsx";

const blank = { name: "", number: "", expires: "" };

/** Licences, cards and certificates that somebody works by; whichever ends is told of a month beforehand. */
export function QualificationsForm({ person, onDone }: FormProps) {
  const known = person.qualifications.map(({ name, number, expires }) => ({
    ...{ name, number: number ?? "", expires: expires ?? "" },
  }));
  const form = useForm({ defaultValues: { list: known.length > 0 ? known : [blank] } });
  const rows = useFieldArray({ control: form.control, name: "list" });
  const submit = useSection(person, "qualifications", form, onDone, ({ list }) => ({
    list: list.filter((each) => each.name || each.number || each.expires),
  }));
  const { errors } = form.formState;
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      {rows.fields.map((row, at) => (
        <Entry key={row.id} name={`Qualification ${at + 1}`} onTakeOut={() => rows.remove(at)}>
          <TextField
            label="Qualification"
            error={errorAt(errors, `list.${at}.name`)}
            {...form.register(`list.${at}.name`)}
          />
          <TextField
            label="Card number"
            error={errorAt(errors, `list.${at}.number`)}
            {...form.register(`list.${at}.number`)}
          />
          <TextField
            label="Card ends on"
            type="date"
            error={errorAt(errors, `list.${at}.expires`)}
            {...form.register(`list.${at}.expires`)}
          />
        </Entry>
      ))}
      <Button className="col-span-2 w-fit" onClick={() => rows.append(blank)}>
        Add one
      </Button>
    </Frame>
  );
}
