/** The fields of a business's facts, shared by adding one and changing one. */
import type { FieldErrors, UseFormRegister } from "react-hook-form";
import { ChoiceField, errorAt, TextField, TickField } from "../../parts/Fields.tsx";

export interface BusinessFields {
  name: string;
  legalName: string;
  abn: string;
  state: string;
  timeZone: string;
  contact: { name: string; phone: string; email: string };
  bank: { bsb: string; account: string; institution: string; userName: string; userId: string; balancing: boolean };
}

const zones: Record<string, string> = {
  ACT: "Australia/Canberra",
  NSW: "Australia/Sydney",
  NT: "Australia/Darwin",
  QLD: "Australia/Brisbane",
  SA: "Australia/Adelaide",
  TAS: "Australia/Hobart",
  VIC: "Australia/Melbourne",
  WA: "Australia/Perth",
};

/** What the server wants: the zone follows from the State, and an account left blank is none. */
export const businessValues = (values: BusinessFields) => ({
  ...values,
  timeZone: zones[values.state] ?? values.timeZone,
  bank: values.bank.bsb || values.bank.account ? values.bank : null,
});

export function BusinessFieldset({
  register,
  errors,
  accountHint,
}: {
  register: UseFormRegister<BusinessFields>;
  errors: FieldErrors;
  accountHint?: string;
}) {
  const field = (name: Parameters<typeof register>[0], label: string, more: object = {}) => (
    <TextField label={label} error={errorAt(errors, name)} {...more} {...register(name)} />
  );
  return (
    <>
      {field("name", "Name", { autoFocus: true, hint: "As you call it" })}
      {field("legalName", "Legal name")}
      {field("abn", "ABN")}
      <ChoiceField label="State" error={errorAt(errors, "state")} {...register("state")}>
        {Object.keys(zones).map((state) => (
          <option key={state}>{state}</option>
        ))}
      </ChoiceField>
      {field("contact.name", "Contact name", { hint: "Answers the tax agency's questions" })}
      {field("contact.phone", "Contact phone")}
      {field("contact.email", "Contact e-mail", { hint: "Payslips come from this address" })}
      {field("bank.userName", "User name at the bank")}
      {field("bank.bsb", "Pays from BSB", accountHint ? { hint: accountHint } : {})}
      {field("bank.account", "Account")}
      {field("bank.institution", "Bank's three letters")}
      {field("bank.userId", "User ID at the bank")}
      <TickField
        label="The payment file carries the balancing debit"
        hint="Ask the bank; some want it, some refuse it"
        {...register("bank.balancing")}
      />
    </>
  );
}
