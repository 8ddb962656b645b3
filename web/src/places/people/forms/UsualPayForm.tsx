import { useRef, useState } from "react";
import { type UseFormReturn, useFieldArray, useForm } from "react-hook-form";
import { Button } from "../../../parts/Button.tsx";
import { TermsFields } from "../../../parts/DeductionTerms.tsx";
import { errorAt, TextField } from "../../../parts/Fields.tsx";
import { followed } from "../../../parts/followed.ts";
import { type FormProps, Frame, From, useSection } from "./section.tsx";
import { useHeld } from "./useHeld.ts";
import { heldOf, linesSaid, type Terms, termsOf, type UsualValues } from "./usualLines.ts";

/** Only lines in use stand in the form; any other pay element is one choice away. */
export function UsualPayForm({ person, setUp, day, onDone }: FormProps) {
  const [terms, setTerms] = useState<Terms>(() => termsOf(person));
  const [inHand, setInHand] = useState<number | null>(null);
  const form = useForm({ defaultValues: { ...heldOf(person), from: day } });
  // What is saved at once is saved with the terms that came with the day.
  const termsNow = useRef(terms);
  termsNow.current = terms;
  const held = useHeld({ person, day }, form, heldOf, (before, then) => {
    termsNow.current = followed(termsNow.current, termsOf(before), termsOf(then)) as Terms;
    setTerms(termsNow.current);
  });
  const lines = useFieldArray({ control: form.control, name: "lines" });
  const elementOf = (id: number) => setUp.elements.find((each) => each.id === id);
  const shape = (typed: UsualValues & { from: string }, { usualPay }: FormProps["person"]) => ({
    from: typed.from,
    lines: linesSaid(
      typed.lines,
      usualPay.lines,
      termsNow.current,
      typed.from,
      (id) => elementOf(id)?.entry ?? "amount",
    ),
  });
  const submit = useSection(person, "usualPay", form, onDone, shape, held);
  const { errors } = form.formState;
  const unused = setUp.elements.filter(
    (element) => !element.retired && !lines.fields.some((line) => line.elementId === element.id),
  );
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} held={held} />
      <p className="self-end text-[14px] text-quiet">Every new run begins with these lines. Empty a line to end it.</p>
      {lines.fields.map((line, at) => {
        const element = elementOf(line.elementId);
        if (!element) return null;
        return (
          <div key={line.id}>
            <TextField
              label={`${element.name}, ${element.entry === "amount" ? "$" : element.entry}${line.costCentre ? `, ${line.costCentre}` : ""}`}
              error={errorAt(errors, `lines.${at}`) ?? errorAt(errors, `lines.${at}.hours`)}
              {...form.register(`lines.${at}.value`)}
            />
            {element.element.startsWith("deduction") && (
              <>
                <Button
                  look="quiet"
                  className="text-[14px]"
                  onClick={() => setInHand(inHand === element.id ? null : element.id)}
                >
                  {terms[element.id] ? "Terms are set" : "Terms: per cent, until, protected net"}
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
        );
      })}
      {unused.length > 0 && (
        <select
          aria-label="Add a line"
          className="col-span-2 w-fit rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1"
          value=""
          onChange={(event) => lines.append({ elementId: Number(event.target.value), costCentre: "", value: "" })}
        >
          <option value="">Add a line…</option>
          {unused.map((element) => (
            <option key={element.id} value={element.id}>
              {element.name}
            </option>
          ))}
        </select>
      )}
    </Frame>
  );
}
