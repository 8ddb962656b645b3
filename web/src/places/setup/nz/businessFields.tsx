/** The fields of a New Zealand business's facts, shared by adding one and changing one. */
import { provincesNz } from "@zesty/core/calendar/holidaysNz";
import type { FieldErrors, UseFormRegister } from "react-hook-form";
import { ChoiceField, errorAt, TextField, TickField } from "../../../parts/Fields.tsx";
import { EyesFields } from "../businessFields.tsx";

export interface BusinessFieldsNz {
  name: string;
  legalName: string;
  ird: string;
  province: (typeof provincesNz)[number];
  contact: { name: string; phone: string; email: string; address?: string | undefined };
  bankAccount: string;
  filing: { large: boolean; paymentFile: "csv" | "pain001" };
  fourEyes?: boolean | undefined;
  yesFirst?: boolean | undefined;
}

/** An account left blank is none, or stays as it is. */
export const businessValuesNz = (values: BusinessFieldsNz) => ({ ...values, bankAccount: values.bankAccount || null });

export function BusinessFieldsetNz({
  register,
  errors,
  accountHint,
  withEyes = false,
}: {
  register: UseFormRegister<BusinessFieldsNz>;
  errors: FieldErrors;
  accountHint: string;
  withEyes?: boolean;
}) {
  const field = (name: Parameters<typeof register>[0], label: string, more: object = {}) => (
    <TextField label={label} error={errorAt(errors, name)} {...more} {...register(name)} />
  );
  return (
    <>
      {field("name", "Name", { hint: "As you call it" })}
      {field("legalName", "Legal name")}
      {field("ird", "IRD number")}
      <ChoiceField
        label="Province"
        hint="Decides the anniversary day"
        error={errorAt(errors, "province")}
        {...register("province")}
      >
        {provincesNz.map((province) => (
          <option key={province}>{province}</option>
        ))}
      </ChoiceField>
      {field("contact.name", "Contact name", { hint: "Answers Inland Revenue's questions" })}
      {field("contact.phone", "Contact phone")}
      {field("contact.email", "Contact e-mail", { hint: "Payslips come from this address" })}
      {field("contact.address", "Address of the business", { hint: "On payslips and year summaries" })}
      {field("bankAccount", "Pays from account", { hint: accountHint })}
      <ChoiceField label="Payment file" {...register("filing.paymentFile")}>
        <option value="csv">our CSV for any bank</option>
        <option value="pain001">credit transfer, ISO 20022</option>
      </ChoiceField>
      <TickField
        label="Large employer"
        hint="Above $500,000 of PAYE and ESCT a year: PAYE is paid twice a month"
        {...register("filing.large")}
      />
      {withEyes && <EyesFields fourEyes={register("fourEyes")} yesFirst={register("yesFirst")} />}
    </>
  );
}
