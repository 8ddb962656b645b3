/** A small figure to type beside the sheet: taken when it is left, and only if it is a number. */
import { tidied } from "@zesty/core/quantity/tidied";
import { useId, useState } from "react";
import { DateInput } from "./DateInput.tsx";

const forms = {
  money: { test: /^\d{1,8}(\.\d{1,2})?$/, like: "250.00" },
  hours: { test: /^\d{1,4}(\.\d{1,4})?$/, like: "7.5" },
  rate: { test: /^\d{1,5}(\.\d{1,4})?$/, like: "31.20" },
  percent: { test: /^\d{1,3}(\.\d{1,6})?$/, like: "2.5" },
  count: { test: /^\d{1,2}$/, like: "10" },
  year: { test: /^20\d{2}-\d{2}$/, like: "2023-24" },
  date: { test: /^\d{4}-\d{2}-\d{2}$/, like: "2026-07-02" },
} as const;

interface Props {
  label: string;
  form: keyof typeof forms;
  value: string | undefined;
  hint?: string;
  onValue: (value: string | undefined) => void;
}

export function NumberInput({ label, form, value, hint, onValue }: Props) {
  const id = useId();
  const Input = form === "date" ? DateInput : "input";
  const [fault, setFault] = useState<string | null>(null);
  return (
    <div className="flex items-baseline justify-between gap-3 py-0.5">
      <label htmlFor={id} className="text-[14.5px]">
        {label}
        {fault ? (
          <span id={`${id}-note`} className="block text-[13px] text-plum">
            {fault}
          </span>
        ) : (
          hint && <span className="block text-[13px] text-quiet">{hint}</span>
        )}
      </label>
      <Input
        key={value ?? ""}
        id={id}
        type={form === "date" ? "date" : "text"}
        defaultValue={value ?? ""}
        aria-invalid={fault !== null}
        aria-describedby={fault ? `${id}-note` : undefined}
        className="figures w-40 shrink-0 rounded-(--radius) border border-rule-strong bg-sheet px-2 py-0.5 text-right aria-invalid:border-plum"
        onBlur={(event) => {
          const typed = tidied(event.target.value);
          if (typed !== "" && !forms[form].test.test(typed)) {
            setFault(`“${typed}” cannot be read. Write it as ${forms[form].like}.`);
            return;
          }
          setFault(null);
          if (typed !== (value ?? "")) onValue(typed === "" ? undefined : typed);
        }}
      />
    </div>
  );
}
