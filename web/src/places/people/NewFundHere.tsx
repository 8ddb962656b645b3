/** A fund that is not in the list yet, added where it is chosen; its particulars are completed in Set-up. */
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { problemOf } from "../../state/api.ts";
import { setUpApi } from "../../state/setUpApi.ts";

interface Props {
  business: number;
  onAdded: (name: string) => void;
  onLeave: () => void;
}

const none = { name: "", abn: "", usi: "" };
const rest = { serviceAddress: "", bsb: "", account: "", employerNumber: "", isDefault: false };

export function NewFundHere({ business, onAdded, onLeave }: Props) {
  const [fund, setFund] = useState(none);
  const [create, { error, isLoading }] = setUpApi.useNewFundMutation();
  const errors = new Map((error ? (problemOf(error).errors ?? []) : []).map((each) => [each.path, each.text]));
  const field = (name: keyof typeof none, label: string) => (
    <TextField
      label={label}
      autoFocus={name === "name"}
      value={fund[name]}
      error={errors.get(name)}
      onChange={(event) => setFund({ ...fund, [name]: event.target.value })}
    />
  );
  // No form in a form: Enter adds the fund, and not the person.
  return (
    <fieldset
      className="col-span-2 grid grid-cols-3 items-start gap-3 border-l-3 border-lime pl-3"
      onKeyDown={(event) => {
        if (event.key !== "Enter" || event.ctrlKey || event.target instanceof HTMLButtonElement) return;
        event.preventDefault();
        void add();
      }}
    >
      <legend className="sr-only">A new fund</legend>
      {field("name", "Name of the fund")}
      {field("abn", "ABN of the fund")}
      {field("usi", "USI")}
      <div className="col-span-3 flex items-center gap-3">
        <Button disabled={isLoading || fund.name.trim() === ""} onClick={() => void add()}>
          Add the fund
        </Button>
        <Cancel look="quiet" onClick={onLeave} />
        {error !== undefined && errors.size === 0 && <span className="text-plum">{problemOf(error).detail}</span>}
      </div>
    </fieldset>
  );
  async function add(): Promise<void> {
    const { data } = await create({ business, fund: { ...rest, ...fund, kind: "apra" } });
    if (data) onAdded(fund.name.trim());
  }
}
