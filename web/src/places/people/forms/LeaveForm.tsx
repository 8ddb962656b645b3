import { leaveKind } from "@zesty/core/leave/kinds";
import { longServiceRules } from "@zesty/core/rulebook/au/longServiceRules";
import { type UseFormReturn, useForm } from "react-hook-form";
import { errorAt, TextField } from "../../../parts/Fields.tsx";
import { type FormProps, Frame, From, useSection } from "./section.tsx";

const known = ["annual", "personal", "long-service"];

/** What the State's rule gives, in the shipped rule book; the practice's own rows do not change this hint. */
function longServiceHint(state: string, day: string): string {
  const row = longServiceRules.rows.find((each) => each.from <= day && day <= each.to);
  const rule = row?.figures[state as keyof typeof row.figures];
  return rule ? `${state}: ${rule.weeksPerYear}, taken after ${rule.afterYears} years` : "";
}

export function LeaveForm({ person, day, onDone }: FormProps) {
  const of = (kind: string) => person.leave.entitlements.find((each) => each.kind === kind)?.weeksPerYear ?? "";
  const others = person.leave.entitlements.filter((each) => !known.includes(each.kind));
  const form = useForm({
    defaultValues: {
      from: day,
      annual: of("annual"),
      personal: of("personal"),
      longService: of("long-service"),
      loadingPercent: person.leave.loadingPercent ?? "",
      openingKind: "annual",
      opening: "",
    },
  });
  const submit = useSection(person, "leave", form, onDone, (values) => ({
    from: values.from,
    loadingPercent: values.loadingPercent,
    entitlements: [
      ...others,
      ...(values.annual ? [{ kind: "annual", weeksPerYear: values.annual }] : []),
      ...(values.personal ? [{ kind: "personal", weeksPerYear: values.personal }] : []),
      ...(values.longService ? [{ kind: "long-service", weeksPerYear: values.longService }] : []),
    ],
    ...(values.opening ? { opening: [{ kind: values.openingKind, hours: values.opening }] } : {}),
  }));
  const { errors } = form.formState;
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} />
      <TextField
        label="Loading on annual leave, per cent"
        hint="17.5 where the award gives it; also on leave paid out"
        error={errorAt(errors, "loadingPercent")}
        {...form.register("loadingPercent")}
      />
      <TextField
        label="Annual leave, weeks a year"
        hint="4; 5 for shift workers; empty for casuals"
        {...form.register("annual")}
      />
      <TextField label="Personal leave, weeks a year" hint="2; empty for casuals" {...form.register("personal")} />
      <TextField
        label="Long service leave, weeks a year"
        hint={longServiceHint(person.state, day)}
        {...form.register("longService")}
      />
      <span />
      <label className="flex flex-col gap-0.5 text-[14px] text-quiet">
        Opening balance of
        <select
          className="w-full rounded-(--radius) border border-rule-strong bg-sheet px-2.5 py-1.5 text-[16px] text-ink"
          {...form.register("openingKind")}
        >
          {[...known, "timeInLieu"].map((kind) => (
            <option key={kind} value={kind}>
              {leaveKind(kind).words}
            </option>
          ))}
        </select>
      </label>
      <TextField
        label="Hours to add to the ledger"
        hint="Empty: none. May be below nought, for leave in advance"
        error={errorAt(errors, "opening.0.hours")}
        {...form.register("opening")}
      />
    </Frame>
  );
}
