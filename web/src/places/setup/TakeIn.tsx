/** Businesses that come from another installation: their files, what would come of each, and then all of it. */
import type { TakenIn } from "@zesty/contract/carry";
import { useState } from "react";
import { useNavigate } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { counted } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useTakeBusiness } from "../../state/business.ts";
import { usersApi } from "../../state/usersApi.ts";

interface Looked {
  file: File;
  /** what it holds; none where it cannot be taken in */
  holds?: TakenIn;
  error?: unknown;
  /** taken in, while another of the files was not */
  isHere?: boolean;
}

export function TakeIn() {
  const [files, setFiles] = useState<File[]>([]);
  const [passphrase, setPassphrase] = useState("");
  const [looked, setLooked] = useState<Looked[] | null>(null);
  const [busy, setBusy] = useState(false);
  const [takeIn] = usersApi.useTakeInMutation();
  const take = useTakeBusiness();
  const navigate = useNavigate();
  // One after the other: each is read as a whole.
  async function each(how: "look" | "take", of: readonly File[]): Promise<Looked[]> {
    const found: Looked[] = [];
    setBusy(true);
    for (const file of of)
      found.push(
        await takeIn({ file, passphrase, how })
          .unwrap()
          .then((holds): Looked => ({ file, holds }))
          .catch((error: unknown): Looked => ({ file, error })),
      );
    setBusy(false);
    return found;
  }
  const good = (looked ?? []).filter((found) => found.holds && !found.isHere);
  const takeAll = async () => {
    const done = await each(
      "take",
      good.map((found) => found.file),
    );
    const last = done.at(-1)?.holds;
    if (!last || done.some((found) => found.error))
      return setLooked(done.map((found) => ({ ...found, isHere: found.holds !== undefined })));
    take(last.business.id);
    await navigate("/desk");
  };
  return (
    <details className="mt-8 max-w-3xl border-t border-rule-strong pt-2">
      <summary className="text-action">Take businesses in from their files</summary>
      <form
        noValidate
        className="mt-3 grid grid-cols-2 gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void each("look", files).then(setLooked);
        }}
      >
        <label className="text-[14px] text-quiet">
          Files of their exports
          <input
            type="file"
            accept=".zip"
            multiple
            className="mt-1 block w-full text-ink"
            onChange={(event) => {
              setFiles([...(event.target.files ?? [])]);
              setLooked(null);
            }}
          />
        </label>
        <TextField
          label="Their passphrase"
          type="password"
          autoComplete="off"
          value={passphrase}
          onChange={(event) => {
            setPassphrase(event.target.value);
            setLooked(null);
          }}
        />
        <p className="col-span-2 text-[14px] text-quiet">
          Nothing of them is sent from here until you say so under Safety. Who may do what in them is yours to give,
          under Users.
        </p>
        <div className="col-span-2">
          <Button type="submit" look="quiet" disabled={busy || files.length === 0 || passphrase === ""}>
            {busy && !looked ? "Looking…" : "Look at what would come"}
          </Button>
          {looked && (
            <ul className="mt-2" aria-label="What would come">
              {looked.map((found) => (
                <li key={found.file.name} className="border-b border-rule py-1">
                  {found.holds ? <Holds holds={found.holds} /> : found.file.name}
                  {found.isHere && <span className="text-leaf"> It is here now.</span>}
                  <ProblemNote error={found.error} />
                </li>
              ))}
            </ul>
          )}
          {good.length > 0 && (
            <Button className="mt-2" disabled={busy} onClick={() => void takeAll()}>
              {busy ? "Taking in…" : `Take in ${counted(good.length, "business", "businesses")}`}
            </Button>
          )}
        </div>
      </form>
    </details>
  );
}

function Holds({ holds: { business, people, runs, usersHere, signedBy } }: { holds: TakenIn }) {
  return (
    <>
      <span className="font-semibold">{business.name}</span>: {counted(people, "person", "people")},{" "}
      {counted(runs, "pay run", "pay runs")}
      <span className="block text-[14px] text-quiet">
        {signedBy === null
          ? "Not signed: an earlier version made this file. Take it from whoever made it, by a way that you trust."
          : `Whole, and signed by ${signedBy}. See that Safety says the same where it comes from, under The key.`}
      </span>
      {usersHere.length > 0 && (
        <span className="block text-[14px] text-quiet">
          {usersHere.join(", ")} {usersHere.length === 1 ? "works" : "work"} here already: nothing changes in what they
          may do.
        </span>
      )}
    </>
  );
}
