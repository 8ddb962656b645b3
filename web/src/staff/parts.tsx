/** Pieces of the staff pages: one column, large type, a thumb's width to press. */
import { readDate } from "@zesty/core/calendar/readDate";
import { type ComponentProps, type ReactNode, useId, useState } from "react";
import { longDate } from "../parts/format.ts";
import type { Fault } from "./call.ts";
import { Link } from "./path.tsx";

export function Screen({ title, back, children }: { title: string; back?: string; children: ReactNode }) {
  return (
    <main className="mx-auto w-full max-w-[520px] px-5 pt-4 pb-16 text-[17px]">
      {back !== undefined && (
        <Link to={back} className="inline-block py-2 text-action">
          ← Back
        </Link>
      )}
      <h1 className="mb-3 font-name text-[28px] leading-tight font-medium">{title}</h1>
      {children}
    </main>
  );
}

export const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <section className="mt-6 border-t border-rule-strong pt-3" aria-label={title}>
    <h2 className="mb-1 font-name text-[20px]">{title}</h2>
    {children}
  </section>
);

export const Press = ({ main = false, className = "", ...rest }: ComponentProps<"button"> & { main?: boolean }) => (
  <button
    type="button"
    className={`min-h-12 rounded-(--radius) px-4 text-[17px] disabled:opacity-50 ${
      main ? "bg-action font-semibold text-action-ink" : "border border-rule-strong bg-sheet"
    } ${className}`}
    {...rest}
  />
);

export const Said = ({ fault }: { fault: Fault | null }) =>
  fault && (
    <p role="alert" className="my-2 text-plum">
      {fault.detail}
    </p>
  );

const box =
  "min-h-12 w-full rounded-(--radius) border border-rule-strong bg-sheet px-3 text-[17px] aria-invalid:border-plum";

interface FieldProps {
  label: string;
  hint?: string | undefined;
  error?: string | undefined;
}
function Labelled({
  label,
  hint,
  error,
  children,
}: FieldProps & { children: (id: string, note: string) => ReactNode }) {
  const id = useId();
  return (
    <div className="mb-3">
      <label htmlFor={id} className="block text-[15px] text-quiet">
        {label}
      </label>
      {children(id, `${id}-note`)}
      <p id={`${id}-note`} className={error ? "text-[15px] text-plum" : "text-[15px] text-quiet"}>
        {error ?? hint}
      </p>
    </div>
  );
}

export const Field = ({ label, hint, error, ...rest }: FieldProps & ComponentProps<"input">) => (
  <Labelled label={label} hint={hint} error={error}>
    {(id, note) => (
      <input id={id} aria-describedby={note} aria-invalid={error !== undefined} className={box} {...rest} />
    )}
  </Labelled>
);

/** A day typed day first, as 22/7 or fri; what was understood stands below it. */
export function DayField({
  label,
  today,
  hint,
  error,
  value,
  onDay,
}: FieldProps & { today: string; value: string; onDay: (iso: string) => void }) {
  const [text, setText] = useState("");
  const [known, setKnown] = useState(value);
  // Emptied from outside: a request that was sent begins anew.
  if (known !== value) {
    setKnown(value);
    if (value === "") setText("");
  }
  const wrong = text.trim() !== "" && value === "" ? "This is not a day. Write it day first, as 22/7." : undefined;
  return (
    <Field
      label={label}
      placeholder="22/7"
      autoCapitalize="none"
      value={text}
      hint={value ? longDate(value) : hint}
      error={error ?? wrong}
      onChange={(event) => {
        const typed = event.target.value;
        const iso = readDate(typed, today) ?? "";
        setText(typed);
        setKnown(iso);
        onDay(iso);
      }}
    />
  );
}

export const Choice = ({ label, hint, error, children, ...rest }: FieldProps & ComponentProps<"select">) => (
  <Labelled label={label} hint={hint} error={error}>
    {(id, note) => (
      <select id={id} aria-describedby={note} aria-invalid={error !== undefined} className={box} {...rest}>
        {children}
      </select>
    )}
  </Labelled>
);

export const Tick = ({ label, ...rest }: { label: ReactNode } & ComponentProps<"input">) => (
  <label className="mb-3 flex min-h-12 items-center gap-3">
    <input type="checkbox" className="size-6 shrink-0 accent-(--action)" {...rest} />
    {label}
  </label>
);
