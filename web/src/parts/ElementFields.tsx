/** What a pay element is reported as, counts for and is paid to: fields that appear as its kind asks for them. */
import type { NewElement } from "@zesty/contract/business";
import type { CountryCode } from "@zesty/core/countries/countries";
import { allowanceCodes } from "@zesty/core/pay/payInput";
import type { FieldValues, UseFormReturn } from "react-hook-form";
import { ChoiceField, errorAt, TextField } from "./Fields.tsx";

const allowanceWords: Record<(typeof allowanceCodes)[number], string> = {
  CD: "cents per kilometre",
  AD: "award transport",
  LD: "laundry",
  MD: "overtime meal",
  RD: "travel",
  TD: "tools",
  KN: "tasks: dirt, height, first aid",
  QN: "qualification",
  OD: "other",
};
const otherAllowances = [
  ["G1", "general"],
  ["H1", "home office"],
  ["ND", "not deductible"],
  ["T1", "transport or fares"],
  ["U1", "uniform"],
  ["V1", "private vehicle"],
] as const;
const deductionWords = [
  ["F", "union or professional fees"],
  ["W", "workplace giving"],
  ["D", "child support deduction"],
  ["G", "child support garnishee"],
] as const;
/** Values of the fields below, as a form holds them. */
export interface ElementValues {
  allowance: string;
  detail: string;
  deduction: string;
  account: string;
  paidTo: string;
  counts: string;
  regular: string;
}

const orNull = (text: string) => (text === "" ? null : text);

/** What the form says of reporting; what the kind does not ask for is left empty. */
export function reported(
  country: CountryCode,
  element: string,
  { allowance, detail, deduction, account, paidTo }: Omit<ElementValues, "counts" | "regular">,
): Pick<NewElement, "allowance" | "deduction" | "account"> & { detail: string | null; paidTo: string | null } {
  const isAllowance = element === "allowance" && country === "AU";
  const isDeduction = element.startsWith("deduction");
  return {
    allowance: (isAllowance ? orNull(allowance) : null) as NewElement["allowance"],
    detail: isAllowance && allowance === "OD" ? orNull(detail) : null,
    deduction: (isDeduction && country === "AU" ? orNull(deduction) : null) as NewElement["deduction"],
    account: orNull(account),
    paidTo: isPaidOn(element) ? orNull(paidTo) : null,
  };
}

/** What the form says of super and holiday pay; null where the law decides. */
export const counted = (country: CountryCode, counts: string, regular: string) => ({
  superable: country === "NZ" || counts === "usual" ? null : counts === "yes",
  holidayGross: country === "AU" || counts === "usual" ? null : counts === "yes",
  regular: country === "AU" || regular === "usual" ? null : regular === "yes",
});

export const isPaidOn = (element: string) => element.startsWith("deduction") || element === "salarySacrificeOther";

interface Props<T extends FieldValues> {
  country: CountryCode;
  element: string;
  form: UseFormReturn<T>;
  accounts: readonly { code: string; name: string }[];
}

export function ElementFields<T extends FieldValues & ElementValues>({ country, element, ...rest }: Props<T>) {
  const form = rest.form as unknown as UseFormReturn<ElementValues>;
  const { errors } = form.formState;
  return (
    <>
      {country === "AU" && element === "allowance" && (
        <ChoiceField label="Reported as" error={errorAt(errors, "allowance")} {...form.register("allowance")}>
          {allowanceCodes.map((code) => (
            <option key={code} value={code}>
              {code}, {allowanceWords[code]}
            </option>
          ))}
        </ChoiceField>
      )}
      {country === "AU" && element === "allowance" && form.watch("allowance") === "OD" && (
        <ChoiceField label="Which other" error={errorAt(errors, "detail")} {...form.register("detail")}>
          {otherAllowances.map(([code, words]) => (
            <option key={code} value={code}>
              {code}, {words}
            </option>
          ))}
        </ChoiceField>
      )}
      {country === "AU" && element.startsWith("deduction") && (
        <ChoiceField label="Reported as" error={errorAt(errors, "deduction")} {...form.register("deduction")}>
          <option value="">not reported</option>
          {deductionWords.map(([code, words]) => (
            <option key={code} value={code}>
              {code}, {words}
            </option>
          ))}
        </ChoiceField>
      )}
      {country === "NZ" && ["allowance", "bonus", "overtime", "commission", "extraPay"].includes(element) && (
        <>
          <ChoiceField label="Gross earnings of the Holidays Act" {...form.register("counts")}>
            <option value="usual">as the law has it</option>
            <option value="yes">counts</option>
            <option value="no">does not: truly discretionary</option>
          </ChoiceField>
          <ChoiceField label="Part of an ordinary week" {...form.register("regular")}>
            <option value="usual">as is usual</option>
            <option value="yes">yes, regular</option>
            <option value="no">no, irregular</option>
          </ChoiceField>
        </>
      )}
      {country === "AU" && ["allowance", "bonus", "leaveLoading"].includes(element) && (
        <ChoiceField label="Counts for super" {...form.register("counts")}>
          <option value="usual">as the law has it</option>
          <option value="yes">yes</option>
          <option value="no">no</option>
        </ChoiceField>
      )}
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
