/** What a receiver said by another way: it has the money, or it came back. */
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { ChoiceField, TextField } from "../../parts/Fields.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { problemOf } from "../../state/api.ts";
import { duesApi } from "../../state/duesApi.ts";

interface Props {
  business: number;
  payment: number;
  remittance: number;
  today: string;
  onDone: () => void;
}

export function HeardForm({ business, payment, remittance, today, onDone }: Props) {
  const [send, { error, isLoading }] = duesApi.useHeardOfDuesMutation();
  const [typed, setTyped] = useState({
    what: "received" as "received" | "returned",
    on: today,
    receipt: "",
    reason: "",
  });
  const problem = error ? problemOf(error) : null;
  const at = (path: string) => problem?.errors?.find((each) => each.path === path)?.text;
  const type = (name: keyof typeof typed) => (event: { target: { value: string } }) =>
    setTyped({ ...typed, [name]: event.target.value });
  return (
    <form
      className="my-2 grid max-w-[46rem] grid-cols-4 items-start gap-3 border-l-3 border-lime pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        void send({ business, payment, remittance, heard: typed })
          .unwrap()
          .then(onDone, () => {});
      }}
    >
      <ChoiceField label="What came of it" value={typed.what} onChange={type("what")}>
        <option value="received">It is there</option>
        <option value="returned">It came back</option>
      </ChoiceField>
      <TextField label="On" type="date" value={typed.on} onChange={type("on")} error={at("on")} />
      {typed.what === "received" ? (
        <TextField label="Receipt" value={typed.receipt} onChange={type("receipt")} error={at("receipt")} />
      ) : (
        <TextField label="Reason" value={typed.reason} onChange={type("reason")} error={at("reason")} />
      )}
      <div className="flex gap-2 self-end">
        <Button type="submit" disabled={isLoading}>
          Record it
        </Button>
        <Cancel onClick={onDone} />
      </div>
      {problem && !problem.errors && (
        <div className="col-span-4">
          <ProblemNote error={error} />
        </div>
      )}
    </form>
  );
}
