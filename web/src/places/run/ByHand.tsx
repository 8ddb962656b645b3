/** A document that was not sent: taken to its receiver by hand, with the answer as it was told. */

import type { OutboxRow, ByHand as Said } from "@zesty/contract/sending";
import { useForm } from "react-hook-form";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { sendApi } from "../../state/sendApi.ts";

const words = {
  payEvent: { where: "the agency", accepted: "taken", refused: "refused" },
  employeeDetails: { where: "Inland Revenue", accepted: "taken", refused: "refused" },
  employmentInformation: { where: "Inland Revenue", accepted: "taken", refused: "refused" },
  paymentFile: { where: "the bank", accepted: "paid, all of it", refused: "refused" },
} as const;

export function ByHand({ run, row }: { run: number; row: OutboxRow }) {
  const [take, { isLoading }] = sendApi.useTakenByHandMutation();
  const form = useForm<{ answer: Said["answer"]; receipt: string; note: string }>({
    defaultValues: { answer: "accepted", receipt: "", note: "" },
  });
  const { errors } = form.formState;
  if (row.channel === "payslip" || !row.toldByHand) return null;
  const isSent = row.state !== "prepared";
  const { where, accepted, refused } = words[row.channel];
  const submit = submitOf(form, async (said) => {
    const answer = await take({ run, message: row.id, said });
    if (answer.error) showErrors(form.setError, answer.error);
  });
  return (
    <details className="mt-1 text-[14.5px]">
      <summary className="text-action">
        {isSent ? `Say what came of it, as ${where} tells you` : `Taken to ${where} by hand instead`}
      </summary>
      <form noValidate className="mt-2 border-l-3 border-lime pl-3" onSubmit={(event) => void submit(event)}>
        <p className="text-quiet">
          {row.documentId !== null && (
            <a className="text-action underline" href={`/api/documents/${row.documentId}`} download>
              Download it
            </a>
          )}{" "}
          {isSent
            ? "and lay it beside what was sent then. What you say here counts in place of the answer."
            : "and take it there. Then say what came of it; it counts as sent, and is never sent from here."}
        </p>
        <div className="mt-2 grid grid-cols-2 gap-3">
          <ChoiceField label="It was" {...form.register("answer")}>
            <option value="accepted">{accepted}</option>
            <option value="refused">{refused}</option>
          </ChoiceField>
          <TextField label="Receipt" error={errorAt(errors, "receipt")} {...form.register("receipt")} />
          <div className="col-span-2">
            <TextField label="Note" error={errorAt(errors, "note")} {...form.register("note")} />
          </div>
        </div>
        {errors.root && (
          <p role="alert" className="mt-2 text-plum">
            {errors.root.message}
          </p>
        )}
        <Button className="mt-2" type="submit" disabled={isLoading}>
          Record the answer
        </Button>
      </form>
    </details>
  );
}
