import { incomeWords, specialIncomes } from "@zesty/core/au/taxDeclaration";
import { type UseFormReturn, useForm } from "react-hook-form";
import { ChoiceField, errorAt, TextField, TickField } from "../../../parts/Fields.tsx";
import { type FormProps, Frame, From, useSection } from "../forms/section.tsx";
import { useHeld } from "../forms/useHeld.ts";

/** The declaration that is on record, as the fields show it. */
function heldOf({ tax: { fileNumberShown: _shown, from: _from, ...tax } }: FormProps["person"]) {
  return {
    ...tax,
    fileNumber: "",
    pendingSince: tax.pendingSince ?? "",
    medicareDependants: tax.medicareDependants === null ? "" : String(tax.medicareDependants),
    offsetsPerYear: tax.offsetsPerYear ?? "",
    extraPerPay: tax.extraPerPay ?? "",
    income: tax.income ?? "",
    homeCountry: tax.homeCountry ?? "",
    employerRegistered: tax.employerRegistered ?? true,
    variationPercent: tax.variationPercent ?? "",
  };
}
const useDeclaration = (person: FormProps["person"], day: string) =>
  useForm({ defaultValues: { ...heldOf(person), from: day } });
type Form = ReturnType<typeof useDeclaration>;

export function TaxForm({ person, day, onDone }: FormProps) {
  const { fileNumberShown } = person.tax;
  const form = useDeclaration(person, day);
  const held = useHeld({ person, day }, form, heldOf);
  const submit = useSection(person, "tax", form, onDone, undefined, held);
  const { errors } = form.formState;
  const status = form.watch("numberStatus");
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} held={held} />
      <ChoiceField label="Tax file number is" {...form.register("numberStatus")}>
        <option value="given">given</option>
        <option value="pending">applied for</option>
        <option value="none">not given</option>
      </ChoiceField>
      {status === "given" && (
        <TextField
          label="Tax file number"
          hint={fileNumberShown ? `On record: ${fileNumberShown}. Leave empty to keep it.` : "Nine digits"}
          error={errorAt(errors, "fileNumber")}
          {...form.register("fileNumber")}
        />
      )}
      {status === "pending" && (
        <TextField
          label="Applied for on"
          type="date"
          error={errorAt(errors, "pendingSince")}
          {...form.register("pendingSince")}
        />
      )}
      <Residency form={form} />
      <ChoiceField label="Medicare levy" {...form.register("medicare")}>
        <option value="levy">full levy</option>
        <option value="half-exempt">half exempt</option>
        <option value="exempt">fully exempt</option>
      </ChoiceField>
      <TextField
        label="Dependants for the levy reduction"
        hint="Empty: none claimed; 0: a spouse only"
        error={errorAt(errors, "medicareDependants")}
        {...form.register("medicareDependants")}
      />
      <TextField
        label="Tax offsets a year"
        error={errorAt(errors, "offsetsPerYear")}
        {...form.register("offsetsPerYear")}
      />
      <TextField
        label="More to withhold each pay"
        error={errorAt(errors, "extraPerPay")}
        {...form.register("extraPerPay")}
      />
      <TextField
        label="Varied to, per cent"
        hint="A downward variation of the tax office; empty: none"
        error={errorAt(errors, "variationPercent")}
        {...form.register("variationPercent")}
      />
      <div>
        <TickField
          label="Tax-free threshold claimed here"
          hint="Once a person, at the job that pays more"
          {...form.register("taxFreeThreshold")}
        />
        <TickField label="Study and training support loan" {...form.register("studyLoan")} />
      </div>
    </Frame>
  );
}

/** Where somebody lives for tax, and what that makes of the income. */
function Residency({ form }: { form: Form }) {
  const { errors } = form.formState;
  const [residency, income] = form.watch(["residency", "income"]);
  const holiday = residency === "working-holiday";
  return (
    <>
      <ChoiceField label="Residency" {...form.register("residency")}>
        <option value="resident">resident</option>
        <option value="foreign">foreign resident</option>
        <option value="working-holiday">working holiday maker</option>
      </ChoiceField>
      {holiday && (
        <>
          <TextField
            label="Home country"
            hint="Two letters, as GB; it is reported"
            error={errorAt(errors, "homeCountry")}
            {...form.register("homeCountry")}
          />
          <TickField
            label="We are registered to employ working holiday makers"
            hint="Without it the higher rates are withheld"
            {...form.register("employerRegistered")}
          />
        </>
      )}
      {!holiday && (
        <ChoiceField label="Income reported as" error={errorAt(errors, "income")} {...form.register("income")}>
          <option value="">salary and wages</option>
          {specialIncomes.map((each) => (
            <option key={each} value={each}>
              {incomeWords[each].toLowerCase()}
            </option>
          ))}
        </ChoiceField>
      )}
      {!holiday && (income === "IAA" || income === "FEI") && (
        <TextField
          label="Country"
          hint={income === "FEI" ? "Two letters: where the work is done" : "Two letters: where the assignee comes from"}
          error={errorAt(errors, "homeCountry")}
          {...form.register("homeCountry")}
        />
      )}
    </>
  );
}
