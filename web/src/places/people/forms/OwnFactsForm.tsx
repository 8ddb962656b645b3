import { useForm } from "react-hook-form";
import { ChoiceField, errorAt, TextField } from "../../../parts/Fields.tsx";
import { type FormProps, Frame, useSection } from "./section.tsx";

const typeOf = { text: "text", number: "text", date: "date", choice: "text" } as const;

/** Facts that the business keeps for itself; which ones is said in Set-up. */
export function OwnFactsForm({ person, onDone }: FormProps) {
  const form = useForm({
    defaultValues: {
      values: Object.fromEntries(person.ownFacts.map(({ id, value }) => [String(id), value])) as Record<string, string>,
    },
  });
  const submit = useSection(person, "ownFacts", form, onDone);
  const { errors } = form.formState;
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      {person.ownFacts.length === 0 && <p className="col-span-2">Set-up, Facts of your own, says what is kept here.</p>}
      {person.ownFacts.map(({ id, name, kind, choices }) =>
        kind === "choice" ? (
          <ChoiceField key={id} label={name} error={errorAt(errors, `values.${id}`)} {...form.register(`values.${id}`)}>
            <option value="">not said</option>
            {choices.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </ChoiceField>
        ) : (
          <TextField
            key={id}
            label={name}
            type={typeOf[kind]}
            error={errorAt(errors, `values.${id}`)}
            {...form.register(`values.${id}`)}
          />
        ),
      )}
    </Frame>
  );
}
