/** A business that comes from another installation: its file and its passphrase. */
import { useState } from "react";
import { useNavigate } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useTakeBusiness } from "../../state/business.ts";
import { usersApi } from "../../state/usersApi.ts";

export function TakeIn() {
  const [file, setFile] = useState<File | null>(null);
  const [passphrase, setPassphrase] = useState("");
  const [takeIn, { error, isLoading }] = usersApi.useTakeInMutation();
  const take = useTakeBusiness();
  const navigate = useNavigate();
  return (
    <details className="mt-8 max-w-3xl border-t border-rule-strong pt-2">
      <summary className="text-action">Take a business in from its file</summary>
      <form
        noValidate
        className="mt-3 grid grid-cols-2 gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (!file) return;
          void takeIn({ file, passphrase })
            .unwrap()
            .then(({ business }) => {
              take(business.id);
              void navigate("/desk");
            })
            .catch(() => {});
        }}
      >
        <label className="text-[14px] text-quiet">
          File of the export
          <input
            type="file"
            accept=".zip"
            className="mt-1 block w-full text-ink"
            onChange={(event) => setFile(event.target.files?.[0] ?? null)}
          />
        </label>
        <TextField
          label="Its passphrase"
          type="password"
          autoComplete="off"
          value={passphrase}
          onChange={(event) => setPassphrase(event.target.value)}
        />
        <p className="col-span-2 text-[14px] text-quiet">
          Only where no business is yet. Nothing of it is sent from here until you say so under Safety; its users get in
          when you let them in under Users.
        </p>
        <div className="col-span-2">
          <ProblemNote error={error} />
          <Button className="mt-2" type="submit" disabled={isLoading || !file || passphrase === ""}>
            {isLoading ? "Taking it in…" : "Take it in"}
          </Button>
        </div>
      </form>
    </details>
  );
}
