import { useForm } from "react-hook-form";
import { onPage } from "../../../countries/onPage.ts";
import { ChoiceField, errorAt, TextField } from "../../../parts/Fields.tsx";
import { type FormProps, Frame, useSection } from "./section.tsx";

const states = ["ACT", "NSW", "NT", "QLD", "SA", "TAS", "VIC", "WA"];

export function DetailsForm({ person, setUp, onDone }: FormProps) {
  const { details } = person;
  // Most people live in the State of their place of work.
  const place = setUp.places.find((each) => each.id === person.employment.placeId);
  const homeState = onPage[person.country].hasState ? (place?.state ?? setUp.facts.state) : "";
  const form = useForm({
    defaultValues: {
      ...details,
      email: details.email ?? "",
      phone: details.phone ?? "",
      endDate: details.endDate ?? "",
      payslipMessage: details.payslipMessage ?? "",
      payslipBy: details.payslipBy ?? ("mail" as const),
      privateNotes: details.privateNotes ?? "",
      address: details.address ?? { line1: "", suburb: "", state: homeState, postcode: "" },
    },
  });
  const submit = useSection(person, "details", form, onDone, (values) => ({
    ...values,
    // An address left wholly blank is none; anything typed must be whole.
    address: values.address.line1 || values.address.suburb || values.address.postcode ? values.address : null,
  }));
  const field = (name: Parameters<typeof form.register>[0], label: string, more: object = {}) => (
    <TextField label={label} error={errorAt(form.formState.errors, name)} {...more} {...form.register(name)} />
  );
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      {field("givenName", "Given name")}
      {field("familyName", "Family name")}
      {field("birthDate", "Birth date", { type: "date" })}
      {field("phone", "Phone")}
      <div className="col-span-2">{field("email", "E-mail", { hint: "Payslips go there" })}</div>
      <div className="col-span-2">{field("address.line1", "Street")}</div>
      {field("address.suburb", onPage[person.country].town)}
      {onPage[person.country].hasState && (
        <ChoiceField
          label="State"
          error={errorAt(form.formState.errors, "address.state")}
          {...form.register("address.state")}
        >
          <option value="">–</option>
          {states.map((state) => (
            <option key={state}>{state}</option>
          ))}
        </ChoiceField>
      )}
      {field("address.postcode", "Postcode")}
      {field("startDate", "Start date", { type: "date" })}
      <div className="col-span-2">
        <ChoiceField label="Payslip comes by" {...form.register("payslipBy")}>
          <option value="mail">e-mail, and on the staff page</option>
          <option value="page">the staff page alone</option>
          <option value="print">paper: printed with the run</option>
        </ChoiceField>
      </div>
      <div className="col-span-2">
        {field("payslipMessage", "Payslip message", { hint: "Printed on each payslip" })}
      </div>
      <div className="col-span-2">{field("privateNotes", "Private notes", { hint: "Never printed anywhere" })}</div>
    </Frame>
  );
}
