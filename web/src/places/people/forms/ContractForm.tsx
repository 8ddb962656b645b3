import { useForm } from "react-hook-form";
import { errorAt, TextField } from "../../../parts/Fields.tsx";
import { type FormProps, Frame, useSection } from "./section.tsx";

/** How long the agreement holds: its fixed term, and the probation or trial it begins with. */
export function ContractForm({ person, onDone }: FormProps) {
  const known = person.contract;
  const form = useForm({
    defaultValues: {
      fixedUntil: known?.fixedUntil ?? "",
      signedOn: known?.signedOn ?? "",
      renewed: String(known?.renewed ?? 0),
      probationUntil: known?.probationUntil ?? "",
    },
  });
  const submit = useSection(person, "contract", form, onDone, (values) => ({
    ...values,
    renewed: values.renewed.trim() === "" ? 0 : Number(values.renewed),
  }));
  const { errors } = form.formState;
  const isFixed = form.watch("fixedUntil") !== "";
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <TextField
        label="Fixed term until"
        type="date"
        hint="Empty: the employment has no end"
        error={errorAt(errors, "fixedUntil")}
        {...form.register("fixedUntil")}
      />
      <TextField
        label="Probation until"
        type="date"
        hint="A trial, too"
        error={errorAt(errors, "probationUntil")}
        {...form.register("probationUntil")}
      />
      {isFixed && (
        <>
          <TextField
            label="Term agreed on"
            type="date"
            hint="Empty: on the first day"
            error={errorAt(errors, "signedOn")}
            {...form.register("signedOn")}
          />
          <TextField
            label="Renewed how often"
            inputMode="numeric"
            error={errorAt(errors, "renewed")}
            {...form.register("renewed")}
          />
        </>
      )}
    </Frame>
  );
}
