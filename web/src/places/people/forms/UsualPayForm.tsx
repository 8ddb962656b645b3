import type { DeductionTerms, SheetLine } from "@zesty/core/pay/payContext";
import { useState } from "react";
import { type UseFormReturn, useForm } from "react-hook-form";
import { Button } from "../../../parts/Button.tsx";
import { TextField } from "../../../parts/Fields.tsx";
import { sentenceCase } from "../../../parts/format.ts";
import { TermsFields, withTerms } from "../../run/LinesPanel.tsx";
import { type FormProps, Frame, From, useSection } from "./section.tsx";

export function UsualPayForm({ person, setUp, day, onDone }: FormProps) {
  const values: Record<string, string> = {};
  for (const line of person.usualPay.lines) values[`e${line.elementId}`] = line.hours ?? line.amount ?? "";
  const [terms, setTerms] = useState<Record<number, DeductionTerms>>(() =>
    Object.fromEntries(person.usualPay.lines.flatMap((line) => (line.terms ? [[line.elementId, line.terms]] : []))),
  );
  const [inHand, setInHand] = useState<number | null>(null);
  const form = useForm({ defaultValues: { from: day, ...values } as Record<string, string> });
  const submit = useSection(person, "usualPay", form, onDone, (typed) => ({
    from: typed.from,
    lines: setUp.elements.flatMap((element): SheetLine[] => {
      const value = typed[`e${element.id}`]?.trim();
      const own = terms[element.id];
      if (!value && !own?.percentOfGross) return [];
      const was = person.usualPay.lines.find((line) => line.elementId === element.id);
      const filled = value ? (element.entry === "hours" ? { hours: value } : { amount: value }) : {};
      const { hours: _hours, amount: _amount, terms: _terms, ...rest } = was ?? { elementId: element.id };
      const line: SheetLine = { ...rest, ...filled };
      // A total counts from the day that it was agreed.
      return [own ? withTerms(line, { ...own, ...(own.total && !own.since ? { since: typed.from } : {}) }) : line];
    }),
  }));
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} />
      <p className="self-end text-[14px] text-quiet">Every new run begins with these lines.</p>
      {setUp.elements.map((element) => (
        <div key={element.id}>
          <TextField
            label={`${sentenceCase(element.name)}, ${element.entry === "hours" ? "hours" : "$"}`}
            {...form.register(`e${element.id}`)}
          />
          {element.element.startsWith("deduction") && (
            <>
              <Button
                look="quiet"
                className="text-[14px]"
                onClick={() => setInHand(inHand === element.id ? null : element.id)}
              >
                {terms[element.id] ? "Has terms" : "Terms: per cent, until, protected net"}
              </Button>
              {inHand === element.id && (
                <TermsFields
                  terms={terms[element.id] ?? {}}
                  onTerms={(change) => setTerms({ ...terms, [element.id]: { ...terms[element.id], ...change } })}
                />
              )}
            </>
          )}
        </div>
      ))}
    </Frame>
  );
}
