/** What a pay element is reported as, counts for and is paid to: fields that appear as its kind asks for them. */
import type { CountryCode } from "@zesty/core/countries/countries";
import type { FieldValues, UseFormReturn } from "react-hook-form";
import { elementsOnPage } from "../countries/elements.tsx";
import type { ElementValues } from "../countries/elementsOnPage.ts";
import { ChoiceField, errorAt, TextField } from "./Fields.tsx";

const orNull = (text: string) => (text === "" ? null : text);
export const isPaidOn = (element: string) =>
  element.startsWith("deduction") || element === "salarySacrificeOther" || element === "payrollGiving";

/** What the form says; what the kind does not ask for is left empty. */
export const saidOf = (country: CountryCode, element: string, values: ElementValues) => ({
  ...elementsOnPage[country].reported(element, values),
  ...elementsOnPage[country].counted(values.counts, values.regular),
  account: orNull(values.account),
  paidTo: isPaidOn(element) ? orNull(values.paidTo) : null,
});

interface Props<T extends FieldValues> {
  country: CountryCode;
  element: string;
  form: UseFormReturn<T>;
  accounts: readonly { code: string; name: string }[];
}

export function ElementFields<T extends FieldValues & ElementValues>({ country, element, ...rest }: Props<T>) {
  const form = rest.form as unknown as UseFormReturn<ElementValues>;
  const { errors } = form.formState;
  const { Fields } = elementsOnPage[country];
  return (
    <>
      <Fields element={element} form={form} />
      <ChoiceField label="Ledger account" error={errorAt(errors, "account")} {...form.register("account")}>
        <option value="">the usual one</option>
        {rest.accounts.map((account) => (
          <option key={account.code} value={account.code}>
            {account.code} {account.name}
          </option>
        ))}
      </ChoiceField>
      {isPaidOn(element) && (
        <TextField
          label="Paid to"
          hint="Name, or name and number; stands on payslips"
          error={errorAt(errors, "paidTo")}
          {...form.register("paidTo")}
        />
      )}
    </>
  );
}
