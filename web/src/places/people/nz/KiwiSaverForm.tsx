import { type UseFormReturn, useForm } from "react-hook-form";
import { ChoiceField, errorAt, TextField, TickField } from "../../../parts/Fields.tsx";
import { type FormProps, Frame, From, useSection } from "../forms/section.tsx";
import { useHeld } from "../forms/useHeld.ts";

/** What is on record, as the fields show it. */
function heldOf({ nz }: FormProps["person"]) {
  const known = nz?.kiwiSaver;
  return {
    status: known?.status ?? "member",
    joined: known?.joined ?? "existing",
    employeeRate: known?.employeeRate ?? "",
    employerRate: known?.employerRate ?? "",
    esctRate: known?.esctRate ?? "",
    temporaryUntil: known?.temporaryUntil ?? "",
    suspendedUntil: known?.suspendedUntil ?? "",
    optOutDate: known?.optOutDate ?? "",
    totalRemuneration: known?.totalRemuneration ?? false,
    voluntaryEmployer: known?.voluntaryEmployer ?? false,
  };
}

export function KiwiSaverForm({ person, day, onDone }: FormProps) {
  const form = useForm({ defaultValues: { ...heldOf(person), from: day } });
  const held = useHeld({ person, day }, form, heldOf);
  const submit = useSection(person, "kiwiSaver", form, onDone, undefined, held);
  const { errors } = form.formState;
  const status = form.watch("status");
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
      <ChoiceField label="KiwiSaver" {...form.register("status")}>
        <option value="member">contributes</option>
        <option value="not-member">is no member</option>
        <option value="opted-out">has opted out</option>
        <option value="suspended">savings suspension</option>
      </ChoiceField>
      <ChoiceField label="How they joined" hint="Decides the opt-out window" {...form.register("joined")}>
        <option value="existing">was a member before</option>
        <option value="automatic">enrolled on starting</option>
        <option value="optedIn">asked to join</option>
      </ChoiceField>
      {status === "opted-out" && field("optOutDate", "Opted out on", "", { type: "date" })}
      {status === "suspended" && field("suspendedUntil", "Suspended until", "", { type: "date" })}
      {(status === "member" || status === "suspended") && (
        <>
          {field("employeeRate", "Own rate, per cent", "3.5, 4, 6, 8 or 10")}
          {field("temporaryUntil", "Temporary 3 % until", "Only if Inland Revenue granted it", { type: "date" })}
          {field("employerRate", "Employer's rate, per cent", "Empty: the least by law")}
          {field("esctRate", "ESCT rate, per cent", "Empty: by last year's pay")}
          <div className="col-span-2">
            <TickField
              label="Total remuneration: the employer's part is within the agreed pay"
              {...form.register("totalRemuneration")}
            />
            <TickField
              label="The employer contributes though the law does not ask for it"
              hint="Under 16, or from 65 on"
              {...form.register("voluntaryEmployer")}
            />
          </div>
        </>
      )}
    </Frame>
  );
}
