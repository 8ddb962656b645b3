import { leaveKind } from "@zesty/core/leave/kinds";
import { longServiceRules } from "@zesty/core/rulebook/au/longServiceRules";
import { type UseFormReturn, useForm } from "react-hook-form";
import { errorAt, TextField } from "../../../parts/Fields.tsx";
import { longDate } from "../../../parts/format.ts";
import { entitledTo, entitlementText, weekOf } from "./entitlementText.ts";
import { type FormProps, Frame, From, useSection } from "./section.tsx";
import { useHeld } from "./useHeld.ts";

const known = ["annual", "personal", "long-service", "dayOff"];

/** What the State's rule gives, in the shipped rule book; the practice's own rows do not change this hint. */
function longServiceHint(state: string, day: string): string {
  const row = longServiceRules.rows.find((each) => each.from <= day && day <= each.to);
  const rule = row?.figures[state as keyof typeof row.figures];
  return rule ? `${state}: ${rule.weeksPerYear}, taken after ${rule.afterYears} years` : "";
}

/** What is on record, as the fields show it. */
function heldOf({ leave }: FormProps["person"]) {
  const of = (kind: string) => entitlementText(leave.entitlements.find((each) => each.kind === kind));
  return {
    annual: of("annual"),
    personal: of("personal"),
    longService: of("long-service"),
    dayOff: of("dayOff"),
    loadingPercent: leave.loadingPercent ?? "",
    countsFrom: leave.countsFrom ?? "",
  };
}

export function LeaveForm({ person, day, onDone }: FormProps) {
  const form = useForm({ defaultValues: { ...heldOf(person), openingKind: "annual", opening: "", from: day } });
  const held = useHeld({ person, day }, form, heldOf);
  const submit = useSection(
    person,
    "leave",
    form,
    onDone,
    (values, { leave }) => ({
      from: values.from,
      loadingPercent: values.loadingPercent,
      countsFrom: values.countsFrom || null,
      entitlements: [
        ...leave.entitlements.filter((each) => !known.includes(each.kind)),
        ...entitledTo("annual", values.annual),
        ...entitledTo("personal", values.personal),
        ...entitledTo("long-service", values.longService),
        ...entitledTo("dayOff", values.dayOff),
      ],
      ...(values.opening ? { opening: [{ kind: values.openingKind, hours: values.opening }] } : {}),
    }),
    held,
  );
  const { errors } = form.formState;
  const typed = form.watch();
  // What is typed says what an ordinary week adds; empty fields say what is usual.
  const equivalent = (field: "annual" | "personal" | "longService", usual: string) => {
    const hours = weekOf(field, typed[field], person.employment.weeklyHours);
    return hours === null ? usual : `${hours} h for a week of ${person.employment.weeklyHours} h`;
  };
  const savedWeek = weekOf("dayOff", typed.dayOff, person.employment.weeklyHours);
  const savedHint =
    savedWeek === null
      ? "As 0.4 of 8: eight hours worked, 7.6 paid. 0 of 8: all is paid"
      : `${savedWeek} h for a week of ${person.employment.weeklyHours} h paid`;
  const kept = person.leave.balances.some((each) => each.kind === "long-service" && Number(each.hours) !== 0);
  const byDates = kept || !person.longService?.hours ? null : person.longService;
  const takeOver = (found: NonNullable<typeof byDates>) => {
    form.setValue("from", day);
    form.setValue("openingKind", "long-service");
    form.setValue("opening", found.hours ?? "", { shouldDirty: true });
    if (!typed.longService) form.setValue("longService", found.weeksPerYear);
  };
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} held={held} />
      <TextField
        label="Loading on annual leave, per cent"
        hint="17.5 where the award gives it; also on leave paid out"
        error={errorAt(errors, "loadingPercent")}
        {...form.register("loadingPercent")}
      />
      <TextField
        label="Annual leave, weeks a year"
        hint={equivalent("annual", "4; 5 for shift workers; or as 152 h, or 7.6923 %")}
        {...form.register("annual")}
      />
      <TextField
        label="Personal leave, weeks a year"
        hint={equivalent("personal", "2; or as 76 h, or 3.8462 %")}
        {...form.register("personal")}
      />
      <TextField
        label="Long service leave, weeks a year"
        hint={equivalent("longService", longServiceHint(person.state, day))}
        {...form.register("longService")}
      />
      <TextField label="Saved for rostered days off" hint={savedHint} {...form.register("dayOff")} />
      <TextField
        label="Service counts from"
        hint="Only where an earlier employer's time counts"
        type="date"
        error={errorAt(errors, "countsFrom")}
        {...form.register("countsFrom")}
      />
      {byDates && <ByDates found={byDates} day={day} onTake={() => takeOver(byDates)} />}
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

interface ByDatesProps {
  found: NonNullable<FormProps["person"]["longService"]>;
  day: string;
  onTake: () => void;
}

/** What long service comes to by its dates, where no balance is kept yet. */
function ByDates({ found, day, onTake }: ByDatesProps) {
  return (
    <p className="col-span-full text-[14px]">
      By its dates long service leave comes to {found.weeks} weeks, {found.hours} h, on {longDate(day)}; what was taken
      and absences without pay are not in it.{" "}
      <button type="button" className="text-action underline" onClick={onTake}>
        Take it over as the balance
      </button>
    </p>
  );
}
