/** The payday on one page for who owns the business: opened to print, or its sums mailed. */
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { TextField, TickField } from "../../parts/Fields.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { problemOf } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { sendApi } from "../../state/sendApi.ts";

export function OwnerPage({ runId, mayMail }: { runId: number; mayMail: boolean }) {
  const [open, setOpen] = useState(false);
  const [to, setTo] = useState("");
  const [always, setAlways] = useState(false);
  const business = useBusiness();
  const { data: rules = [] } = sendApi.useMailRulesQuery(business.id);
  const [end] = sendApi.useEndMailRuleMutation();
  const [mail, { error, isLoading, isSuccess, originalArgs }] = sendApi.useMailOwnerPageMutation();
  const fault = problemOf(error).errors?.find((each) => each.path === "to")?.text;
  const send = async () => {
    const done = await mail({ run: runId, to, always });
    if (!done.error) setOpen(false);
  };
  return (
    <section aria-label="The owner's page" className="mt-3">
      <p>
        <a
          className="text-action underline"
          href={`/api/runs/${runId}/owner-page.pdf`}
          target="_blank"
          rel="noreferrer"
        >
          The owner's page
        </a>{" "}
        <span className="text-quiet">what was paid against last time, what is due, who is away</span>
        {mayMail && !open && (
          <>
            {" · "}
            <Button look="quiet" onClick={() => setOpen(true)}>
              Mail its sums
            </Button>
          </>
        )}
      </p>
      {isSuccess && !open && <p role="status">On its way to {originalArgs?.to}.</p>}
      {rules.map((rule) => (
        <p key={rule.id} className="text-[14.5px] text-quiet">
          Goes to {rule.to} once a payday is settled, as {rule.by} asked.{" "}
          {mayMail && (
            <Button look="quiet" onClick={() => void end({ business: business.id, id: rule.id })}>
              End it
            </Button>
          )}
        </p>
      ))}
      {open && (
        <form
          noValidate
          className="mt-1 flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void send();
          }}
        >
          <div className="w-72">
            <TextField
              label="E-mail"
              type="email"
              autoFocus
              hint="What single people earn stays out of the letter"
              error={fault}
              value={to}
              onChange={(event) => setTo(event.target.value)}
            />
          </div>
          <TickField
            label="And after every payday to come"
            hint="Once it is settled"
            checked={always}
            onChange={(event) => setAlways(event.target.checked)}
          />
          <Button type="submit" disabled={isLoading}>
            Mail it
          </Button>
          <Cancel look="quiet" onClick={() => setOpen(false)} />
        </form>
      )}
      {error && !fault && <ProblemNote error={error} />}
    </section>
  );
}
