/** The whole business as a file, under a passphrase; without one its numbers are masked. */
import type { BusinessView } from "@zesty/contract/business";
import { useState } from "react";
import { Block } from "../../parts/Block.tsx";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { fetchFile } from "../../parts/fetchFile.ts";

export function WholeBusiness({ setUp }: { setUp: BusinessView }) {
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState("");
  const [again, setAgain] = useState("");
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const save = async (passphrase: string | null) => {
    if (passphrase !== null && passphrase !== again)
      return setFault("The two passphrases differ. Type the same twice.");
    setBusy(true);
    const failed = await fetchFile(`/api/businesses/${setUp.id}/export`, "business.zip", { passphrase });
    setBusy(false);
    setFault(failed);
    if (failed === null) setOpen(false);
  };
  return (
    <Block
      title="The whole business as a file"
      action={
        !open && (
          <Button look="quiet" onClick={() => setOpen(true)}>
            Make one
          </Button>
        )
      }
    >
      {!open ? (
        <p className="mt-1 text-quiet">
          Every fact, pay, document and answer, to keep or to move to another installation. Nothing here changes.
        </p>
      ) : (
        <form
          noValidate
          className="mt-2 border-l-3 border-lime pl-4"
          onSubmit={(event) => {
            event.preventDefault();
            void save(words);
          }}
        >
          <div className="grid max-w-2xl grid-cols-2 gap-4">
            <TextField
              label="Passphrase"
              type="password"
              autoFocus
              autoComplete="new-password"
              hint="Twelve characters or more; nobody can open the file without it"
              value={words}
              onChange={(event) => setWords(event.target.value)}
            />
            <TextField
              label="The same again"
              type="password"
              autoComplete="new-password"
              value={again}
              onChange={(event) => setAgain(event.target.value)}
            />
          </div>
          {fault && (
            <p role="alert" className="mt-2 text-plum">
              {fault}
            </p>
          )}
          <div className="mt-3 flex flex-wrap items-center gap-2">
            <Button look="main" type="submit" disabled={busy}>
              {busy ? "Making it…" : "Make the file"}
            </Button>
            <Button disabled={busy} onClick={() => void save(null)}>
              Without a passphrase, numbers masked
            </Button>
            <Cancel look="quiet" onClick={() => setOpen(false)} />
          </div>
        </form>
      )}
    </Block>
  );
}
