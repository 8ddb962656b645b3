/** Where a program is told of events: its address, what it hears, how that goes, and the way out. */
import { type EventKind, eventKinds, eventNames } from "@zesty/contract/programEvents";
import type { ProgramView } from "@zesty/contract/programs";
import { useState } from "react";
import { AddForm } from "../../parts/AddForm.tsx";
import { Button } from "../../parts/Button.tsx";
import { TextField, TickField } from "../../parts/Fields.tsx";
import { counted, longDate } from "../../parts/format.ts";
import { problemOf } from "../../state/api.ts";
import { programsApi } from "../../state/programsApi.ts";
import { ShownOnce } from "./ShownOnce.tsx";

export function Listener({ program, isOver }: { program: ProgramView; isOver: boolean }) {
  const [isOpen, setIsOpen] = useState(false);
  const [secret, setSecret] = useState<string | null>(null);
  const [end] = programsApi.useEndListenerMutation();
  const [again] = programsApi.useTellAgainMutation();
  const { listener, name } = program;
  if (isOver) return null;
  return (
    <div className="mt-1 text-[14px]">
      {listener && (
        <p className="text-quiet">
          Told of {counted(listener.kinds.length, "kind of event", "kinds of events")} at{" "}
          <span className="break-all">{listener.url}</span>:{" "}
          {listener.told === 0 ? "none" : counted(listener.told, "event")} told{listener.told === 0 && " yet"}
          {listener.lastToldAt && `, last on ${longDate(listener.lastToldAt.slice(0, 10))}`}
          {listener.waiting > 0 && `, ${listener.waiting} waiting`}.{" "}
          {listener.givenUp > 0 && (
            <span className="text-plum">{counted(listener.givenUp, "event")} could not be told. </span>
          )}
          {listener.detail && <span className="text-amber">{listener.detail}</span>}
        </p>
      )}
      {secret && (
        <ShownOnce
          label="The secret"
          words="Give this to the program now, to know our events by: it is shown this once."
          value={secret}
        />
      )}
      {isOpen ? (
        <Form
          program={program}
          onDone={(made) => {
            setIsOpen(false);
            setSecret(made);
          }}
        />
      ) : (
        <p className="flex flex-wrap gap-x-4">
          <Button look="quiet" aria-label={`Tell ${name} of events`} onClick={() => setIsOpen(true)}>
            {listener ? "Change where it is told" : "Tell it of events"}
          </Button>
          {listener && listener.waiting + listener.givenUp > 0 && (
            <Button look="quiet" onClick={() => void again(program.id)}>
              Tell it again
            </Button>
          )}
          {listener && (
            <Button look="quiet" onClick={() => void end(program.id)}>
              Tell it nothing more
            </Button>
          )}
        </p>
      )}
    </div>
  );
}

function Form({ program, onDone }: { program: ProgramView; onDone: (secret: string | null) => void }) {
  const [save, { error }] = programsApi.useListenMutation();
  const open = eventNames.filter((each) => program.scopes.includes(eventKinds[each].scope));
  const [url, setUrl] = useState(program.listener?.url ?? "");
  const [kinds, setKinds] = useState<readonly EventKind[]>(program.listener?.kinds ?? open);
  const problem = error ? problemOf(error) : null;
  const at = (path: string) => problem?.errors?.find((each) => each.path === path)?.text;
  return (
    <AddForm
      action="Tell it from now on"
      fault={at("kinds") ?? (problem && !at("url") ? problem.detail : undefined)}
      onSubmit={() =>
        save({ program: program.id, url, kinds: [...kinds] })
          .unwrap()
          .then(
            (made) => onDone(made.secret),
            () => {},
          )
      }
      onLeave={() => onDone(null)}
    >
      <div className="col-span-4">
        <TextField
          label="Address"
          hint="As https://roster.example/events; each event is signed"
          inputMode="url"
          autoFocus
          value={url}
          onChange={(event) => setUrl(event.target.value)}
          error={at("url")}
        />
      </div>
      <fieldset className="col-span-4 grid grid-cols-2 gap-x-6 max-[700px]:grid-cols-1">
        <legend className="text-[14px] text-quiet">What it is told of</legend>
        {open.map((each) => (
          <TickField
            key={each}
            label={eventKinds[each].words}
            checked={kinds.includes(each)}
            onChange={(event) =>
              setKinds(event.target.checked ? [...kinds, each] : kinds.filter((other) => other !== each))
            }
          />
        ))}
        {open.length === 0 && <p>This pass may see nothing that events tell of.</p>}
      </fieldset>
    </AddForm>
  );
}
