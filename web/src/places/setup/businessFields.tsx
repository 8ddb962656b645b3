/** The fields of a business's facts, shared by adding one and changing one. */
import type { BankFileAu } from "@zesty/contract/business";
import type { FieldErrors, UseFormRegister } from "react-hook-form";
import { ChoiceField, errorAt, TextField, TickField } from "../../parts/Fields.tsx";

export interface BusinessFields {
  name: string;
  legalName: string;
  abn: string;
  state: string;
  timeZone: string;
  withholder: string;
  fourEyes?: boolean;
  yesFirst?: boolean;
  contact: { name: string; phone: string; email: string; address?: string | undefined };
  bank: {
    bsb: string;
    account: string;
    file: BankFileAu;
    institution: string;
    userName: string;
    userId: string;
    balancing: boolean;
  };
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

export const withholderWords: Record<string, string> = {
  small: "up to $25,000: paid each quarter",
  medium: "up to $1 million: paid each month",
  large: "above $1 million: paid days after the payday",
};

export const bankFileWords: Record<BankFileAu, string> = {
  directEntry: "Direct Entry",
  csv: "our CSV for any bank",
  pain001: "credit transfer, ISO 20022",
};

/** Whatever is typed of a bank is sent, so that what is missing beside it is asked for. */
const saysSomething = ({ bsb, account, institution, userName, userId }: BusinessFields["bank"]): boolean =>
  [bsb, account, institution, userName, userId].some((each) => each.trim() !== "");

/**
 * What the server wants: the zone follows from the State, and an account left blank is none, or stays.
 * @param onRecord there is an account, so that how the bank is written to may change without it
 */
export const businessValues = (values: BusinessFields, onRecord = false) => ({
  ...values,
  timeZone: zones[values.state] ?? values.timeZone,
  bank: onRecord || saysSomething(values.bank) ? values.bank : null,
});

interface Eyes {
  fourEyes?: boolean | undefined;
  yesFirst?: boolean | undefined;
}
export const eyesWords = ({ fourEyes, yesFirst }: Eyes): string =>
  `${fourEyes ? "by somebody who did not prepare the run" : "by anybody who may authorise"}${yesFirst ? ", once somebody else has said yes" : ""}`;

export const EyesFields = ({ fourEyes, yesFirst }: { fourEyes: object; yesFirst: object }) => (
  <>
    <TickField
      label="Whoever prepares a run does not authorise it"
      hint="A second person signs off; needs two users with the right"
      {...fourEyes}
    />
    <TickField
      label="No run is signed off before somebody else has said yes"
      hint="They get the letter by mail and answer it; needs somebody else with the right to authorise"
      {...yesFirst}
    />
  </>
);

export function BusinessFieldset({
  register,
  errors,
  bankFile,
  accountHint,
  withEyes = false,
}: {
  register: UseFormRegister<BusinessFields>;
  errors: FieldErrors;
  bankFile: BankFileAu;
  accountHint?: string;
  withEyes?: boolean;
}) {
  const field = (name: Parameters<typeof register>[0], label: string, more: object = {}) => (
    <TextField label={label} error={errorAt(errors, name)} {...more} {...register(name)} />
  );
  return (
    <>
      {field("name", "Name", { autoFocus: true, hint: "As you call it" })}
      {field("legalName", "Legal name")}
      {field("abn", "ABN", { hint: "Or the withholding payer number, without an ABN" })}
      <ChoiceField label="State" error={errorAt(errors, "state")} {...register("state")}>
        {Object.keys(zones).map((state) => (
          <option key={state}>{state}</option>
        ))}
      </ChoiceField>
      <ChoiceField
        label="PAYG withheld in a year"
        hint="Decides when it is due; the tax agency tells which you are"
        error={errorAt(errors, "withholder")}
        {...register("withholder")}
      >
        {Object.entries(withholderWords).map(([size, words]) => (
          <option key={size} value={size}>
            {words}
          </option>
        ))}
      </ChoiceField>
      {field("contact.name", "Contact name", { hint: "Answers the tax agency's questions" })}
      {field("contact.phone", "Contact phone")}
      {field("contact.email", "Contact e-mail", { hint: "Payslips come from this address" })}
      {field("contact.address", "Address of the business", { hint: "On payslips and year summaries" })}
      {field("bank.bsb", "Pays from BSB", accountHint ? { hint: accountHint } : {})}
      {field("bank.account", "Account")}
      <ChoiceField label="Payment file" hint="Ask the bank which of them it takes" {...register("bank.file")}>
        {Object.entries(bankFileWords).map(([file, words]) => (
          <option key={file} value={file}>
            {words}
          </option>
        ))}
      </ChoiceField>
      {bankFile === "directEntry" && (
        <>
          {field("bank.userName", "User name at the bank")}
          {field("bank.institution", "Bank's three letters")}
          {field("bank.userId", "User ID at the bank")}
          <TickField
            label="The payment file carries the balancing debit"
            hint="Ask the bank; some want it, some refuse it"
            {...register("bank.balancing")}
          />
        </>
      )}
      {withEyes && <EyesFields fourEyes={register("fourEyes")} yesFirst={register("yesFirst")} />}
    </>
  );
}
