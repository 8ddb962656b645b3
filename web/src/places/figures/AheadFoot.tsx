/** What becomes of the sentences: kept under a name, taken as a sheet, or made so by one act. */
import type { AheadAdopted, AheadChange, AheadWanted, KeptAhead } from "@zesty/contract/ahead";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { counted } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { saveFile } from "../../parts/saveFile.ts";
import { aheadApi } from "../../state/aheadApi.ts";
import { isWhole } from "./ahead.ts";

/** Kinds that are done where the facts that they need are asked for. */
const notDone: readonly AheadChange["kind"][] = ["more", "contribution", "leaves"];

interface Props {
  business: { id: number; name: string };
  changes: readonly AheadChange[];
  wanted: AheadWanted;
  kept: readonly KeptAhead[];
  onOpen: (changes: AheadChange[]) => void;
}

export function AheadFoot({ business, changes, wanted, kept, onOpen }: Props) {
  const [name, setName] = useState<string | null>(null);
  const [isAsked, setIsAsked] = useState(false);
  const [keep, keeping] = aheadApi.useKeepAheadMutation();
  const [sheet, taking] = aheadApi.useAheadSheetMutation();
  const [adopt, adopting] = aheadApi.useAdoptAheadMutation();
  const on = changes.filter((each) => each.on && isWhole(each));
  async function takeSheet(): Promise<void> {
    const { data } = await sheet({ business: business.id, ...wanted });
    if (data !== undefined) saveFile("year-ahead.csv", new Blob([data], { type: "text/csv" }));
  }
  return (
    <section aria-label="What becomes of it" className="mt-5 max-w-4xl">
      <div className="flex flex-wrap items-end gap-3">
        {on.length > 0 &&
          (isAsked ? (
            <>
              <Button
                look="main"
                disabled={adopting.isLoading}
                onClick={async () => {
                  setIsAsked(false);
                  const { data } = await adopt({ business: business.id, changes: on });
                  // What was done stands now: a second time it would be added to itself.
                  if (data) onOpen(changes.filter((each) => !on.includes(each) || notDone.includes(each.kind)));
                }}
              >
                Yes, {counted(on.length, "sentence")} from now on
              </Button>
              <Cancel look="quiet" onClick={() => setIsAsked(false)} />
            </>
          ) : (
            <Button look="main" onClick={() => setIsAsked(true)}>
              Make it so
            </Button>
          ))}
        <Button disabled={taking.isLoading} onClick={() => void takeSheet()}>
          Take as CSV
        </Button>
        {changes.some(isWhole) &&
          (name === null ? (
            <Button look="quiet" onClick={() => setName("")}>
              Keep these sentences
            </Button>
          ) : (
            <form
              className="flex items-end gap-3"
              onSubmit={async (event) => {
                event.preventDefault();
                const done = await keep({ business: business.id, name, changes: changes.filter(isWhole) });
                if (!done.error) setName(null);
              }}
            >
              <TextField
                label="Name"
                autoFocus
                maxLength={60}
                value={name}
                onChange={(event) => setName(event.target.value)}
              />
              <Button type="submit" disabled={keeping.isLoading}>
                Keep
              </Button>
              <Cancel look="quiet" onClick={() => setName(null)} />
            </form>
          ))}
      </div>
      <ProblemNote error={adopting.error ?? keeping.error ?? taking.error} />
      {adopting.data && <Done adopted={adopting.data} />}
      {kept.length > 0 && <KeptSentences business={business.id} kept={kept} onOpen={onOpen} />}
    </section>
  );
}

function Done({ adopted }: { adopted: AheadAdopted }) {
  return (
    <div role="status" className="mt-3 border-l-3 border-lime pl-3">
      {adopted.done.map((text) => (
        <p key={text}>Done: {text}</p>
      ))}
      {adopted.rest.map(({ text, why, to }) => (
        <p key={text}>
          {text} Not from here:{" "}
          <Link className="text-action underline" to={to}>
            {why}
          </Link>
          .
        </p>
      ))}
    </div>
  );
}

interface KeptProps extends Pick<Props, "kept" | "onOpen"> {
  business: number;
}

function KeptSentences({ business, kept, onOpen }: KeptProps) {
  const [drop] = aheadApi.useDropAheadMutation();
  return (
    <ul aria-label="Kept" className="mt-4">
      {kept.map((each) => (
        <li key={each.id} className="flex items-baseline gap-3 border-b border-rule py-1">
          <button type="button" className="text-left text-action underline" onClick={() => onOpen(each.changes)}>
            {each.name}
          </button>
          <span className="flex-1 text-[14px] text-quiet">
            {counted(each.changes.length, "sentence")}, kept by {each.by}
          </span>
          <Button look="quiet" onClick={() => void drop({ business: business, id: each.id })}>
            Take out
          </Button>
        </li>
      ))}
    </ul>
  );
}
