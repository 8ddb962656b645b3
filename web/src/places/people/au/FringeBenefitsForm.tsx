import { useForm } from "react-hook-form";
import { ChoiceField, errorAt, TextField } from "../../../parts/Fields.tsx";
import { type FormProps, Frame, useSection } from "../forms/section.tsx";

/** Years that can be typed: the one that ended last, and the two beside it. */
const yearEnds = (day: string): string[] => {
  const year = Number(day.slice(0, 4)) - (day.slice(5) > "03-31" ? 0 : 1);
  return [year, year + 1, year - 1].map((each) => `${each}-03-31`);
};

export function FringeBenefitsForm({ person, day, onDone }: FormProps) {
  const years = yearEnds(day);
  const known = person.fringeBenefits.find((each) => each.yearEnd === years[0]);
  const form = useForm({
    defaultValues: { yearEnd: years[0] ?? "", taxable: known?.taxable ?? "", exempt: known?.exempt ?? "" },
  });
  const submit = useSection(person, "fringeBenefits", form, onDone);
  const { errors } = form.formState;
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <ChoiceField label="Year ended 31 March" error={errorAt(errors, "yearEnd")} {...form.register("yearEnd")}>
        {years.map((each) => (
          <option key={each} value={each}>
            {each.slice(0, 4)}
          </option>
        ))}
      </ChoiceField>
      <p className="self-end text-[14px] text-quiet">
        Taxable values before gross-up. Reported once they are above $2,000 together.
      </p>
      <TextField label="Taxable value" error={errorAt(errors, "taxable")} {...form.register("taxable")} />
      <TextField
        label="Exempt under section 57A"
        hint="Hospitals, charities: empty for others"
        error={errorAt(errors, "exempt")}
        {...form.register("exempt")}
      />
    </Frame>
  );
}
