/** Send: bank, tax agency, payslips, each alone or all at once, with state, progress and the answers coming in. */

import { isTaken } from "@zesty/contract/outboxStates";
import type { RunView } from "@zesty/contract/runs";
import type { Channel, OutboxRow, SendView } from "@zesty/contract/sending";
import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { useNavigate } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { counted, dollars, weekdayDate } from "../../parts/format.ts";
import { outboxLook, StateShape } from "../../parts/outboxLook.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { runApi } from "../../state/runApi.ts";
import { sendApi } from "../../state/sendApi.ts";
import { AllSlips } from "./AllSlips.tsx";
import { ByHand } from "./ByHand.tsx";
import { OwnerPage } from "./OwnerPage.tsx";
import { ReplaceEvent } from "./ReplaceEvent.tsx";
import { Documents, Items, Slips } from "./SendParts.tsx";

const channels: { channel: Channel; title: string; send: string }[] = [
  { channel: "payEvent", title: "Tax agency: pay event", send: "Lodge" },
  { channel: "employeeDetails", title: "Inland Revenue: employee details", send: "Send the details" },
  { channel: "employmentInformation", title: "Inland Revenue: payday filing", send: "File the payday" },
  { channel: "paymentFile", title: "Bank: payment file", send: "Send to the bank" },
  { channel: "payslip", title: "Payslips", send: "Send the payslips" },
];

export function SendPanel({ view, postBox }: { view: RunView; postBox: string | null }) {
  const { data: sent, error: readError } = sendApi.useSendQuery(view.id, { refetchOnMountOrArgChange: true });
  const [send, { error, isLoading }] = sendApi.useSendRunMutation();
  const [again, { error: againError }] = sendApi.useSendAgainMutation();
  const [tryNow, { isLoading: trying, error: tryError }] = sendApi.useTryNowMutation();
  const prepared = channels.filter(({ channel }) =>
    sent?.rows.some((row) => row.channel === channel && row.state === "prepared"),
  );
  const sendAll = () => void send({ run: view.id, channels: prepared.map((each) => each.channel) });
  useHotkeys("mod+enter", sendAll, { preventDefault: true, enabled: prepared.length > 0 && !isLoading });
  if (readError) return <ProblemNote error={readError} />;
  if (!sent) return <p className="text-quiet">Checking what was sent…</p>;
  return (
    <div className="text-[15px]">
      <h2 className="font-name text-[20px]">{sent.state === "settled" ? "Settled" : "Send"}</h2>
      <p className="text-quiet">
        Signed off by {view.signedOffBy ?? "somebody"}.{" "}
        {sent.state === "settled"
          ? "The bank has paid and everything is answered."
          : sent.items.some((item) => item.open && item.code === "RETURNED")
            ? "What came back is paid again once the account is mended."
            : "Money moves only when the bank has the file and its day has come."}
      </p>
      {prepared.length > 0 && (
        <Button look="main" className="mt-3 w-full" disabled={isLoading} onClick={sendAll}>
          Send all
        </Button>
      )}
      {sent.rows.some(isWaiting) && (
        <Button look="quiet" className="mt-2" disabled={trying} onClick={() => void tryNow(view.id)}>
          Try now
        </Button>
      )}
      {sent.filing && <FilingDue filing={sent.filing} rows={sent.rows} />}
      <ProblemNote error={error ?? againError ?? tryError} />
      {channels.map(({ channel, title, send: sendWords }) => {
        const rows = sent.rows.filter((row) => row.channel === channel);
        if (rows.length === 0) return null;
        return (
          <section key={channel} className="mt-4 border-t border-rule-strong pt-2" aria-label={title}>
            <div className="flex items-center justify-between gap-2">
              <h3 className="font-semibold">{title}</h3>
              {rows.some((row) => row.state === "prepared") && (
                <Button disabled={isLoading} onClick={() => void send({ run: view.id, channels: [channel] })}>
                  {sendWords}
                </Button>
              )}
            </div>
            {channel === "payslip" ? (
              <Slips rows={rows} />
            ) : (
              rows.map((row) => (
                <div key={row.id}>
                  <Message row={row} />
                  {row.pays && <FurtherFile pays={row.pays} />}
                  {view.canSign && <ByHand run={view.id} row={row} />}
                </div>
              ))
            )}
            <Items sent={sent} rows={rows} />
            {canGoAgain(rows) && (
              <Button className="mt-2" onClick={() => void again({ run: view.id, channel })}>
                {againWords[channel]}
              </Button>
            )}
            {channel === "payEvent" && sent.replaceable !== null && view.canSign && (
              <ReplaceEvent run={view.id} declaration={sent.replaceable} />
            )}
            {channel === "payslip" && postBox && (
              <a className="text-action underline" href={postBox} target="_blank" rel="noreferrer">
                Look into the post box
              </a>
            )}
          </section>
        );
      })}
      {sent.toPrint > 0 && (
        <p className="mt-3">
          <a
            className="text-action underline"
            href={`/api/runs/${view.id}/payslips.pdf`}
            target="_blank"
            rel="noreferrer"
          >
            Print {counted(sent.toPrint, "payslip")}
          </a>{" "}
          <span className="text-quiet">for who has it on paper</span>
        </p>
      )}
      <p className="mt-3">
        <AllSlips runId={view.id} />
      </p>
      <OwnerPage runId={view.id} mayMail={view.canSign} />
      <Documents sent={sent} runId={view.id} />
      {sent.state === "signedOff" && sent.rows.every((row) => row.state === "prepared") && view.canSign && (
        <TakeBack runId={view.id} />
      )}
    </div>
  );
}

/** Sent or to be sent, and put off: somebody may know that the line is there again. */
const isWaiting = (row: OutboxRow): boolean => (row.state === "queued" || row.state === "unknown") && row.tries > 0;

const againWords: Record<Channel, string> = {
  payEvent: "Make the event again and lodge it",
  employmentInformation: "Amend the filing",
  employeeDetails: "Make the details again and send them",
  paymentFile: "Make a file for what was not paid",
  payslip: "Send the refused ones again",
};

/** Two working days after the payday: a filing that is not there by then is late. */
function FilingDue({ filing, rows }: { filing: NonNullable<SendView["filing"]>; rows: readonly OutboxRow[] }) {
  const filed = rows.some((row) => row.channel === "employmentInformation" && isTaken(row.state));
  if (filed) return null;
  return (
    <p className={`mt-2 border-l-3 pl-3 ${filing.late ? "border-plum text-plum" : "border-lime"}`}>
      {filing.late
        ? `Late: the payday was to be filed by ${weekdayDate(filing.due)}. File it now; Inland Revenue may ask for a penalty.`
        : `To be filed by ${weekdayDate(filing.due)}, two working days after the payday.`}
    </p>
  );
}

const canGoAgain = (rows: readonly OutboxRow[]): boolean => {
  const last = rows.at(-1);
  if (!last) return false;
  if (last.channel === "payslip") return rows.some((row) => row.state === "refused");
  // A replacement is asked for as such: the event before it stands.
  if (last.replaces) return false;
  return (
    last.state === "refused" ||
    last.state === "rejected" ||
    (last.channel === "paymentFile" && last.state === "partial") ||
    // A filed payday may be amended: it is sent as a whole under the next number.
    (last.channel === "employmentInformation" && isTaken(last.state))
  );
};

function Message({ row }: { row: OutboxRow }) {
  const look = outboxLook[row.state];
  return (
    <div className="mt-1">
      <p className={`flex items-center gap-2 ${look.colour}`}>
        <StateShape state={row.state} />
        <span className="font-semibold">
          {row.channel === "paymentFile" ? (look.bank ?? look.words) : look.words}
          {row.amendment ? `, amendment ${row.amendment}` : ""}
        </span>
      </p>
      {row.detail && <p className={row.odd ? "text-amber" : "text-quiet"}>{row.detail}</p>}
      {row.overdue && (
        <p className="text-amber">
          No result for three days. Call the agency{row.receipt ? ` with receipt ${row.receipt}` : ""}; it is asked
          after here, too, and never made again by itself.
        </p>
      )}
    </div>
  );
}

/** A second file is looked at before it is sent, as the first was in the sheet. */
function FurtherFile({ pays }: { pays: NonNullable<OutboxRow["pays"]> }) {
  return (
    <ul className="mt-1 border-l-3 border-rule-strong pl-3">
      {pays.map((each) => (
        <li key={`${each.person} ${each.cents}`} className="py-0.5">
          {each.person} <span className="figures">{dollars(each.cents)}</span> to {each.to}
          {each.sameAccount && (
            <span className="block text-amber">The account that the money came back from. Change it first.</span>
          )}
        </li>
      ))}
    </ul>
  );
}

function TakeBack({ runId }: { runId: number }) {
  const [takeBack, { error, isLoading }] = runApi.useTakeBackMutation();
  const [reason, setReason] = useState("");
  const [open, setOpen] = useState(false);
  const navigate = useNavigate();
  if (!open)
    return (
      <Button look="quiet" className="mt-4" onClick={() => setOpen(true)}>
        Take this run back…
      </Button>
    );
  return (
    <form
      className="mt-4 flex flex-col gap-2 border-t border-rule-strong pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        void takeBack({ run: runId, reason }).then((answer) => {
          if (answer.data) void navigate(`/run/${answer.data.id}`);
        });
      }}
    >
      <p className="text-quiet">
        Nothing was sent yet. Taking it back reverses the books, leave and dues, and opens the run again with the same
        rows.
      </p>
      <TextField label="Reason" value={reason} autoFocus onChange={(event) => setReason(event.target.value)} />
      <ProblemNote error={error} />
      <Button type="submit" disabled={isLoading || reason.trim() === ""}>
        Take back
      </Button>
    </form>
  );
}
