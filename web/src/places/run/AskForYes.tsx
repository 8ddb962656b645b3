/** Before sign-off: a yes of somebody who may authorise, asked for by a letter; the run waits for it. */
import type { RunView } from "@zesty/contract/runs";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { ChoiceField } from "../../parts/Fields.tsx";
import { moment } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api } from "../../state/api.ts";
import { approvalApi } from "../../state/approvalApi.ts";
import { ApprovalWords } from "./ApprovalWords.tsx";

export function AskForYes({ view }: { view: RunView }) {
  const { data } = approvalApi.useApprovalQuery(view.id, { refetchOnMountOrArgChange: true });
  const { data: session } = api.useSessionQuery();
  const [opened, setOpen] = useState<boolean | null>(null);
  const [who, setWho] = useState<number | null>(null);
  const [ask, asking] = approvalApi.useAskApprovalMutation();
  const [withdraw, withdrawing] = approvalApi.useWithdrawApprovalMutation();
  if (!data) return null;
  // Where the business wants a yes, one's own is none, and the asking is the next step.
  const approvers = data.approvers.filter((each) => !data.isWanted || each.id !== session?.user?.id);
  const isOpen = opened ?? (data.isWanted && data.state === "none");
  const chosen = who ?? approvers.find((each) => each.id === data.approverId)?.id ?? approvers[0]?.id;
  const words = {
    none: null,
    waits: `${data.approver} was asked for a yes on ${data.askedAt ? moment(data.askedAt) : ""}.`,
    asked: `${data.approver} asked about it.`,
    yes: `${data.approver} said yes to these figures.`,
    changed: `The figures changed since ${data.approver} said yes.`,
  }[data.state];
  return (
    <section aria-label="A yes first" className="mt-3 border-t border-rule pt-2">
      {words && (
        <p>
          <span className={data.state === "yes" ? "font-semibold text-leaf" : "font-semibold"}>{words}</span>{" "}
          <Link className="text-action underline" to={`/run/${view.id}/letter`}>
            The letter
          </Link>
        </p>
      )}
      <ApprovalWords runId={view.id} approval={data} mayAnswer />
      {data.isWanted && approvers.length === 0 && (
        <p className="text-plum">
          This business wants a yes of somebody else, and nobody else may authorise its runs.{" "}
          <Link className="text-action underline" to="/set-up/users">
            Invite somebody
          </Link>
        </p>
      )}
      {isOpen && data.state === "none" && <p className="font-semibold">A yes first</p>}
      {isOpen && approvers.length > 0 ? (
        <form
          className="mt-1 flex items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (chosen) void ask({ run: view.id, userId: chosen }).then(({ error }) => !error && setOpen(false));
          }}
        >
          <div className="flex-1">
            <ChoiceField label="Of whom" value={chosen ?? ""} onChange={(event) => setWho(Number(event.target.value))}>
              {approvers.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </ChoiceField>
          </div>
          <Button type="submit" disabled={asking.isLoading}>
            Mail the letter
          </Button>
          <Cancel look="quiet" onClick={() => setOpen(false)} />
        </form>
      ) : (
        <p className="flex gap-4">
          <Button look="quiet" onClick={() => setOpen(true)}>
            {data.state === "none" ? "Ask somebody for a yes first" : "Ask again"}
          </Button>
          {data.state !== "none" && (
            <Button look="quiet" disabled={withdrawing.isLoading} onClick={() => void withdraw(view.id)}>
              Take the asking back
            </Button>
          )}
        </p>
      )}
      <ProblemNote error={asking.error ?? withdrawing.error} />
    </section>
  );
}
