/** Form fields with a label, a hint and the server's sentence when it is wrong. */
import type { BaseSyntheticEvent, ComponentProps, ReactNode } from "react";
import { useId } from "react";
import type { FieldErrors, FieldValues, UseFormReturn, UseFormSetError } from "react-hook-form";
import { problemOf } from "../state/api.ts";
import { DateInput } from "./DateInput.tsx";
import { AboutField } from "./fieldNotes/AboutField.tsx";

const box =
  "w-full rounded-(--radius) border border-rule-strong bg-sheet px-2.5 py-1.5 text-[16px] aria-invalid:border-plum";

interface Shared {
  label: string;
  hint?: string;
  error?: string | undefined;
}

function Around({ id, label, hint, error, children }: Shared & { id: string; children: ReactNode }) {
  return (
    <AboutField
      about={label}
      className="flex flex-col gap-0.5"
      label={
        <label htmlFor={id} className="text-[14px] text-quiet">
          {label}
        </label>
      }
    >
      {children}
      {error ? (
        <p id={`${id}-note`} className="text-[14px] text-plum">
          {error}
        </p>
      ) : hint ? (
        <p id={`${id}-note`} className="text-[13px] text-quiet">
          {hint}
        </p>
      ) : null}
    </AboutField>
  );
}

const noted = (id: string, { hint, error }: Partial<Shared>) => ({
  "aria-invalid": Boolean(error),
  ...(hint || error ? { "aria-describedby": `${id}-note` } : {}),
});

export function TextField({ label, hint, error, className = "", ...rest }: Shared & ComponentProps<"input">) {
  const id = useId();
  const inside = { ...rest, id, className: `${box} ${className}`, ...noted(id, { ...(hint ? { hint } : {}), error }) };
  return (
    <Around id={id} label={label} {...(hint ? { hint } : {})} error={error}>
      {rest.type === "date" ? <DateInput {...inside} /> : <input {...inside} />}
    </Around>
  );
}

export function AreaField({ label, hint, error, ...rest }: Shared & ComponentProps<"textarea">) {
  const id = useId();
  return (
    <Around id={id} label={label} {...(hint ? { hint } : {})} error={error}>
      <textarea id={id} className={box} {...rest} {...noted(id, { ...(hint ? { hint } : {}), error })} />
    </Around>
  );
}

export function ChoiceField({ label, hint, error, children, ...rest }: Shared & ComponentProps<"select">) {
  const id = useId();
  return (
    <Around id={id} label={label} {...(hint ? { hint } : {})} error={error}>
      <select id={id} className={box} {...noted(id, { ...(hint ? { hint } : {}), error })} {...rest}>
        {children}
      </select>
    </Around>
  );
}

export function TickField({ label, hint, ...rest }: { label: string; hint?: string } & ComponentProps<"input">) {
  const id = useId();
  return (
    <AboutField
      about={label}
      className="py-1"
      label={
        <span className="flex items-start gap-2">
          <input id={id} type="checkbox" className="mt-1 size-4 shrink-0 accent-(--action)" {...rest} />
          <label htmlFor={id}>
            {label}
            {hint && <span className="block text-[13px] text-quiet">{hint}</span>}
          </label>
        </span>
      }
    />
  );
}

/**
 * Sends a form. What the server said the last time is forgotten first: a sentence at a path that is no field would stop
 * every further try.
 */
export const submitOf =
  <T extends FieldValues>(form: UseFormReturn<T>, work: (values: T) => Promise<unknown>) =>
  (event?: BaseSyntheticEvent): Promise<void> => {
    form.clearErrors();
    return form.handleSubmit(async (values) => void (await work(values)))(event);
  };

/** Puts the server's field errors at their fields, the cursor into the first of them; the rest goes to the form. */
export function showErrors<T extends FieldValues>(setError: UseFormSetError<T>, error: unknown): void {
  const problem = problemOf(error);
  for (const [at, each] of (problem.errors ?? []).entries())
    setError(each.path as Parameters<UseFormSetError<T>>[0], { message: each.text }, { shouldFocus: at === 0 });
  setError("root", { message: problem.detail });
}

/** The sentence at a path such as "address.postcode". */
export function errorAt(errors: FieldErrors, path: string): string | undefined {
  let at: unknown = errors;
  for (const name of path.split(".")) at = (at as Record<string, unknown> | undefined)?.[name];
  return (at as { message?: string } | undefined)?.message;
}
