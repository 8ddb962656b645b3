/** Other programs: the passes that let them in, what each may do, where it was used, and its end. */
import { type ProgramView, type Scope, scopeNames, scopes } from "@zesty/contract/programs";
import type { SessionView } from "@zesty/contract/session";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { Link } from "react-router";
import { AddForm } from "../../parts/AddForm.tsx";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField, TickField } from "../../parts/Fields.tsx";
import { longDate, sentenceCase } from "../../parts/format.ts";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api } from "../../state/api.ts";
import { programsApi } from "../../state/programsApi.ts";
import { Listener } from "./Listener.tsx";
import { ShownOnce } from "./ShownOnce.tsx";

export function Programs() {
  const { data: session } = api.useSessionQuery();
  const { data, error } = programsApi.useProgramsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [end, { error: endError }] = programsApi.useEndProgramMutation();
  const [open, setOpen] = useState(false);
  const [pass, setPass] = useState<string | null>(null);
  if (error)
    return (
      <Page title="Other programs">
        <ProblemNote error={error} />
      </Page>
    );
  if (!data || !session) return <Loading what="the programs" />;
  const nameOf = (id: number | null) =>
    id === null ? "every business" : (session.businesses.find((each) => each.id === id)?.name ?? "one business");
  return (
    <Page
      title="Other programs"
      aside={
        <Button
          look="main"
          onClick={() => {
            setPass(null);
            setOpen(true);
          }}
        >
          Make a pass
        </Button>
      }
    >
      <p className="mb-3 max-w-[70ch] text-quiet">
        A roster or a time clock writes days here, and your books fetch journals, by a pass of their own. It does what
        you tick and no more, in your name, and ends on its day.{" "}
        <a className="text-action underline" href="/api/openapi.json" target="_blank" rel="noreferrer">
          The description for whoever writes the program
        </a>
      </p>
      {open && (
        <NewPass
          session={session}
          latest={data.latest}
          onDone={(made) => {
            setOpen(false);
            setPass(made);
          }}
        />
      )}
      {pass && <ShownOnce label="The pass" words="Give this to the program now: it is shown this once." value={pass} />}
      <ProblemNote error={endError} />
      {data.programs.length === 0 ? (
        <Nothing>No program has a pass.</Nothing>
      ) : (
        <ul className="border-t border-rule-strong">
          {data.programs.map((each) => (
            <Pass
              key={each.id}
              program={each}
              today={data.today}
              where={nameOf(each.businessId)}
              onEnd={() => void end(each.id)}
            />
          ))}
        </ul>
      )}
      <p className="mt-4 text-[14.5px]">
        <Link className="text-action underline" to="/set-up/safety">
          What programs did stands on the trail
        </Link>
      </p>
    </Page>
  );
}

function Pass({
  program,
  today,
  where,
  onEnd,
}: {
  program: ProgramView;
  today: string;
  where: string;
  onEnd: () => void;
}) {
  const { name, scopes: may, madeBy, madeAt, endsOn, endedAt, lastUsedAt, usedFrom } = program;
  const isOver = endedAt !== null || endsOn < today;
  return (
    <li className="grid grid-cols-[220px_1fr_auto] max-[700px]:grid-cols-1 items-baseline gap-4 border-b border-rule py-2">
      <div>
        <p className={isOver ? "text-quiet" : "font-semibold"}>{name}</p>
        <p className="text-[14px] text-quiet">{where}</p>
      </div>
      <div>
        <p>{sentenceCase(may.map((each) => scopes[each].toLowerCase()).join("; "))}</p>
        <p className="text-[14px] text-quiet">
          Made by {madeBy} on {longDate(madeAt.slice(0, 10))};{" "}
          {endedAt
            ? `ended on ${longDate(endedAt.slice(0, 10))}`
            : `${endsOn < today ? "ended" : "ends"} on ${longDate(endsOn)}`}
          . {lastUsedAt ? `Used last on ${longDate(lastUsedAt.slice(0, 10))}.` : "Never used."}
        </p>
        {usedFrom.length > 1 && (
          <p className="text-[14px] text-amber">
            Used from {usedFrom.length} addresses lately: {usedFrom.map((each) => each.address).join(", ")}. End it
            where one of them is not the program's.
          </p>
        )}
        <Listener program={program} isOver={isOver} />
      </div>
      {!isOver && (
        <Button look="quiet" aria-label={`End the pass of ${name}`} onClick={onEnd}>
          End it
        </Button>
      )}
    </li>
  );
}

function NewPass({
  session,
  latest,
  onDone,
}: {
  session: SessionView;
  latest: string;
  onDone: (pass: string | null) => void;
}) {
  const [make] = programsApi.useMakeProgramMutation();
  const [may, setMay] = useState<readonly Scope[]>([]);
  const form = useForm({ defaultValues: { name: "", businessId: "", endsOn: latest } });
  const { errors } = form.formState;
  const submit = submitOf(form, async ({ businessId, ...values }) => {
    const wanted = { ...values, businessId: businessId === "" ? null : Number(businessId), scopes: [...may] };
    const answer = await make(wanted);
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone(answer.data.pass);
  });
  const scopesFault = errorAt(errors, "scopes");
  return (
    <AddForm
      action="Make the pass"
      fault={errors.root?.message ?? scopesFault}
      onSubmit={submit}
      onLeave={() => onDone(null)}
    >
      <TextField
        label="Name of the program"
        autoFocus
        maxLength={60}
        error={errorAt(errors, "name")}
        {...form.register("name")}
      />
      <ChoiceField label="Business" error={errorAt(errors, "businessId")} {...form.register("businessId")}>
        <option value="">every business that you see</option>
        {session.businesses.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
      </ChoiceField>
      <TextField label="Ends on" type="date" error={errorAt(errors, "endsOn")} {...form.register("endsOn")} />
      <fieldset className="col-span-4 grid grid-cols-2 gap-x-6">
        <legend className="text-[14px] text-quiet">What it may do</legend>
        {scopeNames.map((each) => (
          <TickField
            key={each}
            label={scopes[each]}
            checked={may.includes(each)}
            onChange={(event) => setMay(event.target.checked ? [...may, each] : may.filter((other) => other !== each))}
          />
        ))}
      </fieldset>
    </AddForm>
  );
}
