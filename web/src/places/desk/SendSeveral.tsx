/** Everything that is signed off and not sent, of all businesses, sent in one step; the answers come in below. */

import type { Channel, WaitingPart, WaitingRun } from "@zesty/contract/sending";
import { Fragment, useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { moneyOrDash, weekdayDate } from "../../parts/format.ts";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useTakeBusiness } from "../../state/business.ts";
import { sendApi } from "../../state/sendApi.ts";

const names: Record<Channel, string> = {
  payEvent: "Pay event",
  employeeDetails: "Employee details",
  employmentInformation: "Payday filing",
  paymentFile: "Bank file",
  payslip: "Payslips",
};

const isWaiting = (run: WaitingRun) => run.parts.some((part) => part.waiting > 0);
/** An answer comes in a moment; the bank's comes on the payday and is not waited for. */
const isUnderWay = (run: WaitingRun) =>
  run.parts.some((part) => part.underWay > 0 || (part.received > 0 && part.channel !== "paymentFile"));

export function SendSeveral() {
  const [busy, setBusy] = useState(false);
  const [sent, setSent] = useState<readonly number[]>([]);
  const { data: runs, error } = sendApi.useWaitingRunsQuery(sent, {
    refetchOnMountOrArgChange: true,
    // Answers come in by themselves: while something is on its way the page looks again each second.
    pollingInterval: busy ? 1000 : 0,
  });
  const [send, sending] = sendApi.useSendSeveralMutation();
  const [left, setLeft] = useState<readonly number[]>([]);
  if (error) return <PageProblem error={error} />;
  if (!runs) return <Loading what="what waits to be sent" />;
  const open = runs.filter(isWaiting);
  const chosen = open.filter((run) => !left.includes(run.runId)).map((run) => run.runId);
  const underWay = runs.some(isUnderWay);
  if (busy !== underWay) setBusy(underWay);
  const businesses = new Set(open.filter((run) => chosen.includes(run.runId)).map((run) => run.businessId)).size;
  return (
    <Page
      title="Send what is signed off"
      aside={
        <Link className="text-action underline" to="/desk">
          Desk
        </Link>
      }
    >
      {runs.length === 0 && <Nothing>Everything that is signed off was sent and answered.</Nothing>}
      {runs.length > 0 && (
        <table className="figures w-full">
          <thead className="text-[13.5px] text-quiet">
            <tr className="border-b border-rule-strong text-left [&>th]:font-medium">
              <th className="w-8 py-1">
                <span className="sr-only">Send it</span>
              </th>
              <th>Business</th>
              <th>Payday</th>
              <th>To send, and the answer</th>
              <th className="text-right">Bank</th>
            </tr>
          </thead>
          <tbody>
            {runs.map((run) => (
              <Row
                key={run.runId}
                run={run}
                chosen={chosen.includes(run.runId)}
                onChoose={(on) => setLeft(on ? left.filter((id) => id !== run.runId) : [...left, run.runId])}
              />
            ))}
          </tbody>
        </table>
      )}
      <ProblemNote error={sending.error} />
      {sending.data?.refused.map(({ runId, text }) => (
        <p key={runId} role="alert" className="mt-2 text-plum">
          {text}
        </p>
      ))}
      {open.length > 0 && (
        <Button
          look="main"
          className="mt-4"
          disabled={sending.isLoading || chosen.length === 0}
          onClick={() => {
            // They stay on the page when all of it arrived.
            setSent([...sent, ...chosen]);
            void send(chosen);
          }}
        >
          {sending.isLoading
            ? "Sending…"
            : chosen.length === 1
              ? "Send this run"
              : `Send these ${chosen.length} runs of ${businesses === 1 ? "one business" : `${businesses} businesses`}`}
        </Button>
      )}
    </Page>
  );
}

function Row({ run, chosen, onChoose }: { run: WaitingRun; chosen: boolean; onChoose: (on: boolean) => void }) {
  const take = useTakeBusiness();
  const cents = run.parts.reduce((sum, part) => sum + part.cents, 0);
  return (
    <tr className="border-b border-rule align-baseline [&>td]:py-2">
      <td>
        {isWaiting(run) && (
          <input
            type="checkbox"
            className="accent-(--action)"
            aria-label={`Send ${run.business}, run ${run.number}`}
            checked={chosen}
            onChange={(event) => onChoose(event.target.checked)}
          />
        )}
      </td>
      <td>
        <Link className="text-action underline" to={`/run/${run.runId}`} onClick={() => take(run.businessId)}>
          {run.business}
        </Link>{" "}
        <span className="text-quiet">run {run.number}</span>
      </td>
      <td>{weekdayDate(run.payday)}</td>
      <td>
        {run.parts.map((part) => (
          <Fragment key={part.channel}>
            <span className="mr-5 inline-block">
              {names[part.channel]}
              {part.channel === "payslip" &&
                ` ${part.waiting + part.underWay + part.received + part.arrived + part.failed}`}
              : <State part={part} />
            </span>{" "}
          </Fragment>
        ))}
      </td>
      <td className="text-right">{moneyOrDash((cents / 100).toFixed(2))}</td>
    </tr>
  );
}

function State({ part: { channel, waiting, underWay, received, arrived, failed } }: { part: WaitingPart }) {
  if (failed > 0)
    return <span className="font-semibold text-plum">{failed === 1 ? "came back" : `${failed} came back`}</span>;
  if (waiting > 0) return <span className="text-quiet">not sent</span>;
  if (underWay > 0)
    return (
      <span className="text-amber">{arrived > 0 ? `${arrived} there, ${underWay} on the way` : "on its way"}</span>
    );
  if (received > 0)
    return channel === "paymentFile" ? (
      <span className="text-leaf">with the bank</span>
    ) : (
      <span className="text-amber">received, answer to come</span>
    );
  return <span className="text-leaf">there</span>;
}
