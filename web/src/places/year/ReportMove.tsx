/** What an element is reported as, put right from a payday on: shown first, with whose year it changes. */
import type { ReportedMoved } from "@zesty/contract/au/reportMoved";
import type { ElementLine, ElementSheet } from "@zesty/contract/year";
import { useEffect, useState } from "react";
import { useForm } from "react-hook-form";
import { elementsOnPage } from "../../countries/elements.tsx";
import type { ElementValues } from "../../countries/elementsOnPage.ts";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { errorAt, showErrors, TextField } from "../../parts/Fields.tsx";
import { centsOrDash, counted } from "../../parts/format.ts";
import { useBusiness } from "../../state/business.ts";
import { yearApi } from "../../state/yearApi.ts";

export function ReportMove({
  line,
  year,
  onEnd,
}: {
  line: ElementLine;
  year: ElementSheet["year"];
  onEnd: () => void;
}) {
  const business = useBusiness();
  const { Category, reported } = elementsOnPage[business.country];
  const form = useForm<ElementValues & { from: string }>({
    defaultValues: {
      allowance: line.reportedAs?.allowance ?? "OD",
      detail: line.reportedAs?.detail ?? "G1",
      deduction: line.reportedAs?.deduction ?? "",
      from: year.from,
    },
  });
  const [shown, setShown] = useState<ReportedMoved | null>(null);
  // What was shown holds for what was typed then, however it is changed: by keys, or from the calendar of a date.
  useEffect(() => {
    const watching = form.watch(() => setShown(null));
    return () => watching.unsubscribe();
  }, [form]);
  const [move, { isLoading }] = yearApi.useMoveReportedMutation();
  const { errors } = form.formState;
  const ask = (apply: boolean) =>
    form.handleSubmit(async (values) => {
      const { allowance, detail, deduction } = reported(line.kind, values);
      const answer = await move({
        ...{ business: business.id, element: line.id, from: values.from, apply },
        ...{ allowance: allowance ?? null, detail, deduction: deduction ?? null },
      });
      if (answer.error) return showErrors(form.setError, answer.error);
      if (apply) return onEnd();
      setShown(answer.data);
    });
  const final = shown?.people.filter((each) => each.final).length ?? 0;
  return (
    <form
      noValidate
      aria-label={`What ${line.name} is reported as`}
      className="border-l-3 border-lime py-2 pl-4"
      onSubmit={ask(shown !== null)}
    >
      <div className="grid max-w-3xl grid-cols-3 items-start gap-3">
        <Category element={line.kind} form={form as never} />
        <TextField
          type="date"
          label="From payday"
          min={year.from}
          max={year.to}
          hint="Pays of this year from that day on move"
          error={errorAt(errors, "from")}
          {...form.register("from")}
        />
      </div>
      {shown && (
        <div className="mt-2" aria-live="polite">
          {shown.rows.length === 0 && <p>No signed pay moves. The element is reported so from the next pay on.</p>}
          {shown.rows.map((row) => (
            <p key={row.was} className="figures">
              {centsOrDash(row.cents)} of {counted(row.pays, "pay", "pays")}, from{" "}
              <span className="font-semibold">{row.was ?? "not reported"}</span> to{" "}
              <span className="font-semibold">{shown.to ?? "not reported"}</span>
            </p>
          ))}
          {shown.people.length > 0 && (
            <p className="text-quiet">
              {shown.people.map((each) => `${each.name} ${centsOrDash(each.cents)}`).join(", ")}. The next event of each
              carries it; on the year's sheet they can be brought up to date before that.
            </p>
          )}
          {final > 0 && (
            <p>{counted(final, "person is", "people are")} final already: make them final again, or open them.</p>
          )}
          {shown.ahead.map((each) => (
            <p key={each}>{each}</p>
          ))}
        </div>
      )}
      {errors.root && (
        <p role="alert" className="mt-2 text-plum">
          {errors.root.message}
        </p>
      )}
      <div className="mt-2 flex gap-2">
        <Button look="main" type="submit" disabled={isLoading}>
          {shown ? "Move" : "See what moves"}
        </Button>
        <Cancel onClick={onEnd} />
      </div>
    </form>
  );
}
