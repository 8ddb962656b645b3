/** Where dues are paid to. A changed account is compared and ticked with the first payment to it. */
import type { DuesView, PayeeView } from "@zesty/contract/dues";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { problemOf } from "../../state/api.ts";
import { duesApi } from "../../state/duesApi.ts";

interface Props {
  business: number;
  payees: DuesView["payees"];
  hasBsb: boolean;
}

export function Payees({ business, payees, hasBsb }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <section aria-label="Where it is paid to" className="mt-8">
      <h2 className="mb-1 font-name text-[19px]">Where it is paid to</h2>
      <ul>
        {payees.map(({ receiver, title, given, stamp }) => (
          <li key={receiver} className="border-t border-rule py-1.5">
            <p className="flex flex-wrap justify-between gap-3">
              <span>
                {title}
                {given ? (
                  <span className="text-quiet">
                    : {given.name}, {[given.bsb, given.account].filter((each) => each !== "").join(" ")}
                    {given.reference && `, reference ${given.reference}`}
                  </span>
                ) : (
                  <span className="text-amber">: no account yet</span>
                )}
              </span>
              <Button look="quiet" onClick={() => setOpen(open === receiver ? null : receiver)}>
                {given ? "Change it" : "Add the account"}
              </Button>
            </p>
            {open === receiver && (
              <PayeeForm
                {...{ business, hasBsb, stamp }}
                first={given ?? { receiver, name: "", bsb: "", account: "", reference: "" }}
                onDone={() => setOpen(null)}
              />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function PayeeForm({
  business,
  hasBsb,
  stamp,
  first,
  onDone,
}: {
  business: number;
  hasBsb: boolean;
  stamp: string;
  first: PayeeView;
  onDone: () => void;
}) {
  const [save, { error, isLoading }] = duesApi.useSavePayeeMutation();
  const [typed, setTyped] = useState(first);
  const [seen] = useState(stamp);
  const problem = error ? problemOf(error) : null;
  const at = (path: string) => problem?.errors?.find((each) => each.path === path)?.text;
  const type = (name: keyof PayeeView) => (event: { target: { value: string } }) =>
    setTyped({ ...typed, [name]: event.target.value });
  return (
    <form
      className="my-2 grid grid-cols-4 items-start gap-3 border-l-3 border-lime pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save({ business, seen, ...typed })
          .unwrap()
          .then(onDone, () => {});
      }}
    >
      <TextField label="Name" value={typed.name} onChange={type("name")} error={at("name")} />
      {hasBsb && <TextField label="BSB" value={typed.bsb} onChange={type("bsb")} error={at("bsb")} />}
      <TextField label="Account" value={typed.account} onChange={type("account")} error={at("account")} />
      <TextField
        label="Reference"
        value={typed.reference}
        onChange={type("reference")}
        error={at("reference")}
        hint="What the receiver knows the business by."
      />
      <div className="col-span-4 flex gap-2">
        <Button type="submit" disabled={isLoading}>
          Save
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
