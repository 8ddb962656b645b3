import { taxCodes } from "@zesty/core/nz/taxCode";
import { type UseFormReturn, useForm } from "react-hook-form";
import { ChoiceField, errorAt, TextField, TickField } from "../../../parts/Fields.tsx";
import { type FormProps, Frame, From, useSection } from "../forms/section.tsx";
import { useHeld } from "../forms/useHeld.ts";

const withLoan = ["M", "ME", "SB", "S", "SH", "ST", "SA", "STC"];
const codes = taxCodes.flatMap((code) => (withLoan.includes(code) ? [code, `${code} SL`] : [code]));

/** What is on record, as the fields show it. */
function heldOf({ nz }: FormProps["person"]) {
  const known = nz?.taxCode;
  return {
    code: known?.code ?? "M",
    irdNumber: "",
    specialRate: known?.specialRate ?? "",
    until: known?.until ?? "",
    slcir: { percent: known?.slcir?.percent ?? "", amount: known?.slcir?.amount ?? "" },
    slbor: { percent: known?.slbor?.percent ?? "", amount: known?.slbor?.amount ?? "" },
    loanRate: known?.loanRate ?? "",
    lowerMinimum: known?.lowerMinimum ?? false,
  };
}

export function TaxCodeForm({ person, day, onDone }: FormProps) {
  const known = person.nz?.taxCode;
  const form = useForm({ defaultValues: { ...heldOf(person), from: day } });
  const held = useHeld({ person, day }, form, heldOf);
  const submit = useSection(person, "taxCode", form, onDone, undefined, held);
  const { errors } = form.formState;
  const code = form.watch("code");
  const field = (name: Parameters<typeof form.register>[0], label: string, hint = "", more: object = {}) => (
    <TextField
      label={label}
      {...(hint ? { hint } : {})}
      error={errorAt(errors, name)}
      {...more}
      {...form.register(name)}
    />
  );
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} held={held} />
      <ChoiceField label="Tax code" hint="As the person wrote it on the form" {...form.register("code")}>
        {codes.map((each) => (
          <option key={each}>{each}</option>
        ))}
      </ChoiceField>
      {field(
        "irdNumber",
        "IRD number",
        known?.irdShown ? `On record: ${known.irdShown}. Leave empty to keep it.` : "Eight or nine digits",
      )}
      {(code.startsWith("STC") || code === "WT") &&
        field("specialRate", code === "WT" ? "Rate that was chosen" : "Rate of the certificate", "Per cent")}
      {code.startsWith("STC") && field("until", "Certificate until", "", { type: "date" })}
      {code.endsWith("SL") && (
        <>
          {field("loanRate", "Special deduction rate of the loan", "Per cent, as the letter says; empty: 12")}
          {field("slcir.percent", "More loan, ordered by Inland Revenue: per cent")}
          {field("slcir.amount", "or an amount each pay")}
          {field("slbor.percent", "More loan, chosen by the person: per cent")}
          {field("slbor.amount", "or an amount each pay")}
        </>
      )}
      <div className="col-span-2">
        <TickField
          label="Starting-out or training minimum wage"
          hint="80 % of the adult rate, where the law allows it"
          {...form.register("lowerMinimum")}
        />
      </div>
    </Frame>
  );
}
