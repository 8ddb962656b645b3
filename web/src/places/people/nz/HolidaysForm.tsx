import { type UseFormReturn, useForm } from "react-hook-form";
import { ChoiceField, errorAt, TextField, TickField } from "../../../parts/Fields.tsx";
import { type FormProps, Frame, From, useSection } from "../forms/section.tsx";
import { useHeld } from "../forms/useHeld.ts";

/** What is on record, as the fields show it; and a balance that is typed once. */
function heldOf({ nz }: FormProps["person"]) {
  const known = nz?.holidays;
  return {
    withPay: known?.withPay ?? false,
    varies: known?.varies ?? false,
    agreedWeek: known?.agreedWeek ?? "",
    averageOnlyFrom: known?.averageOnlyFrom ?? "",
    averageOnlyUntil: known?.averageOnlyUntil ?? "",
    keepsAnniversary: known?.keepsAnniversary ?? false,
    annualWeeks: known?.annualWeeks ?? "",
    sickDays: known?.sickDays ?? "",
    countsFrom: known?.countsFrom ?? "",
    anniversaryFrom: known?.anniversaryFrom ?? "",
    sickFrom: known?.sickFrom ?? "",
  };
}
const blank = { openingKind: "annual", opening: "" };
const useHolidays = (person: FormProps["person"], day: string) =>
  useForm({ defaultValues: { ...heldOf(person), ...blank, openingOn: day, from: day } });
type Form = ReturnType<typeof useHolidays>;

export function HolidaysForm({ person, day, onDone }: FormProps) {
  const form = useHolidays(person, day);
  const held = useHeld({ person, day }, form, heldOf);
  const submit = useSection(
    person,
    "holidays",
    form,
    onDone,
    ({ openingKind, opening, openingOn, ...values }) => ({
      ...values,
      ...(opening ? { opening: [{ kind: openingKind, units: opening }], openingOn } : {}),
    }),
    held,
  );
  const { errors } = form.formState;
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} held={held} />
      <TextField
        label="Ordinary weekly pay, agreed"
        hint="Only where the agreement sets a greater one"
        error={errorAt(errors, "agreedWeek")}
        {...form.register("agreedWeek")}
      />
      <TextField
        label="Annual holidays, weeks a year"
        hint="Empty: the law's four"
        inputMode="decimal"
        error={errorAt(errors, "annualWeeks")}
        {...form.register("annualWeeks")}
      />
      <TextField
        label="Sick leave, days a year"
        hint="Empty: the law's ten"
        inputMode="decimal"
        error={errorAt(errors, "sickDays")}
        {...form.register("sickDays")}
      />
      <TextField
        label="Service counts from"
        hint="Only where an earlier employer's time counts"
        type="date"
        error={errorAt(errors, "countsFrom")}
        {...form.register("countsFrom")}
      />
      <TextField
        label="Twelve months ran from"
        hint="Only where unpaid leave or a closedown moved the anniversary before this program"
        type="date"
        error={errorAt(errors, "anniversaryFrom")}
        {...form.register("anniversaryFrom")}
      />
      <TextField
        label="Parental leave from"
        hint="Only of leave that was not approved here: approved leave counts by itself"
        type="date"
        error={errorAt(errors, "averageOnlyFrom")}
        {...form.register("averageOnlyFrom")}
      />
      <TextField
        label="Average only until"
        hint="A year after its last day. What arose before the first stays at the greater rate"
        type="date"
        error={errorAt(errors, "averageOnlyUntil")}
        {...form.register("averageOnlyUntil")}
      />
      <div className="col-span-2">
        <TickField
          label="Hours vary: ordinary weekly pay by the last four weeks, days at average daily pay"
          {...form.register("varies")}
        />
        <TickField
          label="8 % with each pay in place of annual holidays"
          hint="Only work so irregular that holidays cannot be taken, or a fixed term under a year; agreed in writing"
          {...form.register("withPay")}
        />
        <TickField
          label="Agreed that unpaid leave leaves the anniversary where it is"
          hint="Then the divisor of the average falls instead"
          {...form.register("keepsAnniversary")}
        />
      </div>
      <Opening form={form} />
    </Frame>
  );
}

/** A balance that stood before its pays were made here. */
function Opening({ form }: { form: Form }) {
  const { errors } = form.formState;
  return (
    <>
      <ChoiceField label="Opening balance of" {...form.register("openingKind")}>
        <option value="annual">Annual holidays, weeks</option>
        <option value="sick">Sick leave, days</option>
        <option value="alternative">Alternative holidays, days</option>
        <option value="familyViolence">Family violence leave, days</option>
      </ChoiceField>
      <TextField
        label="Weeks or days to add to the ledger"
        hint="Empty: none. May be below nought, for leave in advance"
        error={errorAt(errors, "opening.0.units")}
        {...form.register("opening")}
      />
      <TextField
        label="The balance is true on"
        hint="What arises after this day is added by itself"
        type="date"
        error={errorAt(errors, "openingOn")}
        {...form.register("openingOn")}
      />
      <TextField
        label="Sick leave arose last on"
        hint="Only of a casual, before this program: it arises twelve months later again"
        type="date"
        error={errorAt(errors, "sickFrom")}
        {...form.register("sickFrom")}
      />
    </>
  );
}
