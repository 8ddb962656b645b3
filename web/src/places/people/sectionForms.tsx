/** The forms of a person's sections. Dated sections ask from which day the change counts. */
import type { BusinessView } from "@zesty/contract/business";
import type { PersonView } from "@zesty/contract/people";
import { bases } from "@zesty/core/pay/payInput";
import { type UseFormReturn, useFieldArray, useForm } from "react-hook-form";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, errorAt, showErrors, TextField, TickField } from "../../parts/Fields.tsx";
import { sentenceCase } from "../../parts/format.ts";
import { api } from "../../state/api.ts";

export interface FormProps {
  person: PersonView;
  setUp: BusinessView;
  day: string;
  onDone: () => void;
}

const states = ["ACT", "NSW", "NT", "QLD", "SA", "TAS", "VIC", "WA"];

/** Saving one section: errors land at their fields, success closes the form. */
function useSection<T extends object>(
  person: PersonView,
  section: string,
  form: UseFormReturn<T>,
  onDone: () => void,
  shape: (values: T) => object = (values) => values,
) {
  const [save] = api.useSavePersonMutation();
  return form.handleSubmit(async (values) => {
    const answer = await save({ person: person.id, section, values: shape(values) });
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
}

function Frame({
  submit,
  form,
  onDone,
  children,
}: {
  submit: () => Promise<void>;
  form: { formState: { isSubmitting: boolean; errors: { root?: { message?: string } } } };
  onDone: () => void;
  children: React.ReactNode;
}) {
  return (
    <form
      noValidate
      className="mt-2 border-l-3 border-lime pl-4"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <div className="grid grid-cols-2 gap-x-5 gap-y-3">{children}</div>
      {form.formState.errors.root && (
        <p role="alert" className="mt-2 text-plum">
          {form.formState.errors.root.message}
        </p>
      )}
      <div className="mt-3 flex gap-2">
        <Button look="main" type="submit" disabled={form.formState.isSubmitting}>
          Save
        </Button>
        <Button onClick={onDone}>Leave as it was</Button>
      </div>
    </form>
  );
}

const From = ({ form }: { form: UseFormReturn<{ from: string }> }) => (
  <TextField
    label="Counts from"
    type="date"
    hint="Paydays from this day on use it"
    error={errorAt(form.formState.errors, "from")}
    {...form.register("from")}
  />
);

export function DetailsForm({ person, onDone }: FormProps) {
  const { details } = person;
  const form = useForm({
    defaultValues: {
      ...details,
      email: details.email ?? "",
      phone: details.phone ?? "",
      endDate: details.endDate ?? "",
      payslipMessage: details.payslipMessage ?? "",
      privateNotes: details.privateNotes ?? "",
      address: details.address ?? { line1: "", suburb: "", state: "", postcode: "" },
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
      {field("email", "E-mail", { hint: "Payslips go there" })}
      {field("phone", "Phone")}
      {field("address.line1", "Street")}
      {field("address.suburb", "Suburb")}
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
      {field("address.postcode", "Postcode")}
      {field("startDate", "Start date", { type: "date" })}
      {field("endDate", "Last day", { type: "date" })}
      {field("payslipMessage", "Payslip message", { hint: "Printed on each payslip" })}
      {field("privateNotes", "Private notes", { hint: "Never printed anywhere" })}
    </Frame>
  );
}

export function EmploymentForm({ person, setUp, day, onDone }: FormProps) {
  const { employment } = person;
  const form = useForm({
    defaultValues: {
      ...employment,
      from: day,
      classification: employment.classification ?? "",
      hourlyRate: employment.hourlyRate ?? "",
      minimumRate: employment.minimumRate ?? "",
      placeId: String(employment.placeId ?? ""),
      costCentreId: String(employment.costCentreId ?? ""),
      cycleId: String(employment.cycleId),
    },
  });
  const submit = useSection(person, "employment", form, onDone, (values) => ({
    ...values,
    cycleId: Number(values.cycleId),
    placeId: values.placeId ? Number(values.placeId) : null,
    costCentreId: values.costCentreId ? Number(values.costCentreId) : null,
  }));
  const { errors } = form.formState;
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} />
      <ChoiceField label="Basis" error={errorAt(errors, "basis")} {...form.register("basis")}>
        {bases.map((basis) => (
          <option key={basis}>{basis}</option>
        ))}
      </ChoiceField>
      <TextField
        label="Classification"
        error={errorAt(errors, "classification")}
        {...form.register("classification")}
      />
      <ChoiceField label="Pay cycle" {...form.register("cycleId")}>
        {setUp.cycles.map((cycle) => (
          <option key={cycle.id} value={cycle.id}>
            {cycle.name}
          </option>
        ))}
      </ChoiceField>
      <TextField
        label="Hourly rate"
        hint="What is paid; a casual's with the loading"
        error={errorAt(errors, "hourlyRate")}
        {...form.register("hourlyRate")}
      />
      <TextField
        label="Award minimum"
        hint="Before casual loading"
        error={errorAt(errors, "minimumRate")}
        {...form.register("minimumRate")}
      />
      <TextField label="Hours a week" error={errorAt(errors, "weeklyHours")} {...form.register("weeklyHours")} />
      <ChoiceField label="Cost centre" {...form.register("costCentreId")}>
        <option value="">none</option>
        {setUp.costCentres.map((centre) => (
          <option key={centre.id} value={centre.id}>
            {centre.name}
          </option>
        ))}
      </ChoiceField>
      <ChoiceField label="Place of work" {...form.register("placeId")}>
        <option value="">none</option>
        {setUp.places.map((place) => (
          <option key={place.id} value={place.id}>
            {place.name}, {place.state}
          </option>
        ))}
      </ChoiceField>
    </Frame>
  );
}

export function TaxForm({ person, day, onDone }: FormProps) {
  const { fileNumberShown, from: _from, ...tax } = person.tax;
  const form = useForm({
    defaultValues: {
      ...tax,
      from: day,
      fileNumber: "",
      pendingSince: tax.pendingSince ?? "",
      medicareDependants: tax.medicareDependants === null ? "" : String(tax.medicareDependants),
      offsetsPerYear: tax.offsetsPerYear ?? "",
      extraPerPay: tax.extraPerPay ?? "",
    },
  });
  const submit = useSection(person, "tax", form, onDone);
  const { errors } = form.formState;
  const status = form.watch("numberStatus");
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} />
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
      <ChoiceField label="Residency" {...form.register("residency")}>
        <option value="resident">resident</option>
        <option value="foreign">foreign resident</option>
        <option value="working-holiday">working holiday maker</option>
      </ChoiceField>
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

export function SuperForm({ person, setUp, day, onDone }: FormProps) {
  const form = useForm({
    defaultValues: {
      from: day,
      fundId: String(person.super.fundId ?? ""),
      memberNumber: person.super.memberNumber ?? "",
      guarantee: person.super.guarantee,
      agreedPercent: person.super.agreedPercent ?? "",
    },
  });
  const submit = useSection(person, "super", form, onDone, (values) => ({
    ...values,
    fundId: values.fundId ? Number(values.fundId) : null,
  }));
  const { errors } = form.formState;
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} />
      <ChoiceField
        label="Fund"
        hint="Funds are added in Set-up"
        error={errorAt(errors, "fundId")}
        {...form.register("fundId")}
      >
        <option value="">not chosen yet</option>
        {setUp.funds.map((fund) => (
          <option key={fund.id} value={fund.id}>
            {fund.name}
          </option>
        ))}
      </ChoiceField>
      <TextField label="Member number" error={errorAt(errors, "memberNumber")} {...form.register("memberNumber")} />
      <TextField
        label="Agreed per cent"
        hint="Only where more than the guarantee is agreed"
        error={errorAt(errors, "agreedPercent")}
        {...form.register("agreedPercent")}
      />
      <TickField label="Super guarantee is owed" {...form.register("guarantee")} />
    </Frame>
  );
}

export function BankForm({ person, day, onDone }: FormProps) {
  const blank = {
    bsb: "",
    account: "",
    title: `${person.details.givenName} ${person.details.familyName}`,
    kind: "rest" as "rest" | "amount" | "percent",
    value: "",
  };
  const form = useForm({ defaultValues: { from: day, parts: [blank] } });
  const parts = useFieldArray({ control: form.control, name: "parts" });
  const submit = useSection(person, "bank", form, onDone);
  const { errors } = form.formState;
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} />
      <p className="self-end text-[14px] text-quiet">The accounts typed here take the place of those on record.</p>
      {parts.fields.map((part, at) => (
        <fieldset key={part.id} className="col-span-2 grid grid-cols-5 gap-3 border-t border-rule pt-2">
          <legend className="sr-only">Account {at + 1}</legend>
          <TextField label="BSB" error={errorAt(errors, `parts.${at}.bsb`)} {...form.register(`parts.${at}.bsb`)} />
          <TextField
            label="Account"
            error={errorAt(errors, `parts.${at}.account`)}
            {...form.register(`parts.${at}.account`)}
          />
          <TextField
            label="Account title"
            error={errorAt(errors, `parts.${at}.title`)}
            {...form.register(`parts.${at}.title`)}
          />
          <ChoiceField label="Takes" {...form.register(`parts.${at}.kind`)}>
            <option value="rest">the rest</option>
            <option value="amount">an amount</option>
            <option value="percent">a per cent</option>
          </ChoiceField>
          <TextField label="Of" error={errorAt(errors, `parts.${at}.value`)} {...form.register(`parts.${at}.value`)} />
        </fieldset>
      ))}
      <Button className="w-fit" onClick={() => parts.append({ ...blank, kind: "amount" })}>
        Add an account
      </Button>
    </Frame>
  );
}

export function LeaveForm({ person, day, onDone }: FormProps) {
  const of = (kind: string) => person.leave.entitlements.find((each) => each.kind === kind)?.weeksPerYear ?? "";
  const form = useForm({ defaultValues: { from: day, annual: of("annual"), personal: of("personal") } });
  const submit = useSection(person, "leave", form, onDone, (values) => ({
    from: values.from,
    entitlements: [
      ...person.leave.entitlements.filter((each) => each.kind !== "annual" && each.kind !== "personal"),
      ...(values.annual ? [{ kind: "annual", weeksPerYear: values.annual }] : []),
      ...(values.personal ? [{ kind: "personal", weeksPerYear: values.personal }] : []),
    ],
  }));
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} />
      <span />
      <TextField
        label="Annual leave, weeks a year"
        hint="4; 5 for shift workers; empty for casuals"
        {...form.register("annual")}
      />
      <TextField label="Personal leave, weeks a year" hint="2; empty for casuals" {...form.register("personal")} />
    </Frame>
  );
}

export function UsualPayForm({ person, setUp, day, onDone }: FormProps) {
  const values: Record<string, string> = {};
  for (const line of person.usualPay.lines) values[`e${line.elementId}`] = line.hours ?? line.amount ?? "";
  const form = useForm({ defaultValues: { from: day, ...values } as Record<string, string> });
  const submit = useSection(person, "usualPay", form, onDone, (typed) => ({
    from: typed.from,
    lines: setUp.elements.flatMap((element) => {
      const value = typed[`e${element.id}`]?.trim();
      if (!value) return [];
      return [
        element.entry === "hours" ? { elementId: element.id, hours: value } : { elementId: element.id, amount: value },
      ];
    }),
  }));
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} />
      <p className="self-end text-[14px] text-quiet">Every new run begins with these lines.</p>
      {setUp.elements.map((element) => (
        <TextField
          key={element.id}
          label={`${sentenceCase(element.name)}, ${element.entry === "hours" ? "hours" : "$"}`}
          {...form.register(`e${element.id}`)}
        />
      ))}
    </Frame>
  );
}
