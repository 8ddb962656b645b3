/** What was paid over, newest first: what was sent for it, what was heard of it, and what a person may say. */
import type { DuePaymentView, RemittanceView } from "@zesty/contract/dues";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { cents, longDate, shortDate } from "../../parts/format.ts";
import { outboxLook, StateShape } from "../../parts/outboxLook.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { duesApi } from "../../state/duesApi.ts";
import { standing, stateColour } from "./dueWords.ts";
import { HeardForm } from "./HeardForm.tsx";
import { cameBack, isOver } from "./paymentStanding.ts";

const channelWords = {
  contributions: "Contributions, to the clearing house",
  duesPayment: "Payment file, to the bank",
};

export function Payments({
  business,
  payments,
  today,
}: {
  business: number;
  payments: DuePaymentView[];
  today: string;
}) {
  if (payments.length === 0) return null;
  return (
    <section aria-label="Paid over" className="mt-8">
      <h2 className="mb-1 font-name text-[19px]">Paid over</h2>
      <ul>
        {payments.map((each, at) => (
          <Payment key={each.id} business={business} payment={each} today={today} isNewest={at === 0} />
        ))}
      </ul>
    </section>
  );
}

function Payment({
  business,
  payment,
  today,
  isNewest,
}: {
  business: number;
  payment: DuePaymentView;
  today: string;
  isNewest: boolean;
}) {
  const [open, setOpen] = useState(isNewest || !isOver(payment));
  const waits = payment.released === null && !payment.cancelled;
  return (
    <li className="border-t border-rule py-1.5">
      <p className="flex flex-wrap items-baseline justify-between gap-3">
        <span>
          <button
            type="button"
            className="underline decoration-rule-strong underline-offset-3 hover:text-action"
            aria-expanded={open}
            onClick={() => setOpen(!open)}
          >
            Payment {payment.number}, {longDate(payment.date)}
          </button>
          {payment.way === "byHand" && ", by hand"}
          {payment.way === "setOff" && ", set off"}
          <span className="text-quiet"> · {payment.madeBy}</span>
        </span>
        <span className="flex gap-4">
          {!open && (
            <span className={payment.cancelled ? "text-quiet" : isOver(payment) ? "text-leaf" : "text-amber"}>
              {payment.cancelled ? "let go" : isOver(payment) ? "there" : "not all there"}
            </span>
          )}
          <span className="figures w-24 text-right font-semibold">{cents(payment.cents)}</span>
        </span>
      </p>
      {open && (
        <>
          {payment.messages.map((message) => (
            <MessageLine key={message.id} message={message} />
          ))}
          {payment.remittances.map((each) => (
            <Remittance key={each.id} {...{ business, payment, today }} remittance={each} />
          ))}
          {waits && <Waiting business={business} payment={payment} />}
          {payment.mayLetGo && !waits && (
            <div className="pl-6">
              <WithReason business={business} payment={payment.id} act="let-go" words="Let it go" />
            </div>
          )}
          {payment.way !== "file" && !payment.cancelled && (
            <div className="pl-6">
              <WithReason
                business={business}
                payment={payment.id}
                act="take-back"
                words={payment.way === "setOff" ? "Take it back: do not set it off" : "Take it back: it was not paid"}
              />
            </div>
          )}
        </>
      )}
    </li>
  );
}

function MessageLine({ message }: { message: DuePaymentView["messages"][number] }) {
  return (
    <p className="flex flex-wrap items-center gap-x-2 text-[14.5px]">
      <span className={outboxLook[message.state].colour}>
        <StateShape state={message.state} />
      </span>
      {message.documentId === null ? (
        channelWords[message.channel]
      ) : (
        <a className="text-action underline" href={`/api/documents/${message.documentId}`} download>
          {channelWords[message.channel]}
        </a>
      )}
      <span className={message.odd ? "text-amber" : "text-quiet"}>
        {message.detail ||
          (message.state === "prepared" ? "goes when the contributions have arrived" : outboxLook[message.state].words)}
      </span>
    </p>
  );
}

function Waiting({ business, payment }: { business: number; payment: DuePaymentView }) {
  const [act, { error, isLoading }] = duesApi.useActOnDuePaymentMutation();
  return (
    <div className="mt-1">
      <p className="text-amber">
        It waits for {payment.mayRelease ? "you to release it" : "somebody else to release it"}.
      </p>
      <div className="mt-1 flex flex-wrap items-start gap-3">
        {payment.mayRelease && (
          <Button
            look="main"
            disabled={isLoading}
            onClick={() => void act({ business, payment: payment.id, act: "release" })}
          >
            Release {cents(payment.cents)}
          </Button>
        )}
        <WithReason business={business} payment={payment.id} act="let-go" words="Let it go" />
      </div>
      <ProblemNote error={error} />
    </div>
  );
}

function WithReason({
  business,
  payment,
  act,
  words,
}: {
  business: number;
  payment: number;
  act: "let-go" | "take-back";
  words: string;
}) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const [send, { error, isLoading }] = duesApi.useActOnDuePaymentMutation();
  if (!open)
    return (
      <Button look="quiet" onClick={() => setOpen(true)}>
        {words}
      </Button>
    );
  return (
    <form
      className="mt-1 flex max-w-[30rem] flex-col gap-2 border-l-3 border-lime pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        void send({ business, payment, act, reason })
          .unwrap()
          .then(
            () => setOpen(false),
            () => {},
          );
      }}
    >
      <TextField label="Reason" value={reason} onChange={(event) => setReason(event.target.value)} />
      <div className="flex gap-2">
        <Button type="submit" disabled={isLoading}>
          {words}
        </Button>
        <Cancel onClick={() => setOpen(false)} />
      </div>
      <ProblemNote error={error} />
    </form>
  );
}

function Remittance({
  business,
  payment,
  remittance,
  today,
}: {
  business: number;
  payment: DuePaymentView;
  remittance: RemittanceView;
  today: string;
}) {
  const [told, setTold] = useState(false);
  const waits = remittance.parts.some((part) => part.state === "sent");
  const mayComeBack = remittance.parts.some((part) => part.state === "received");
  const last = remittance.events.findLast(
    (each) => each.what === "returned" || each.what === "received" || each.what === "allocated",
  );
  return (
    <div className="pl-6 text-[14.5px]">
      <p className="flex flex-wrap justify-between gap-3">
        <span>
          {remittance.name}{" "}
          <span className="text-quiet">
            <span className="select-all">{remittance.reference}</span>
            {remittance.account && `, account ${remittance.account}`}
          </span>
        </span>
        <span className="flex gap-4">
          <span
            className={stateColour[(remittance.parts[0]?.state as keyof typeof stateColour) ?? "owed"] ?? "text-quiet"}
          >
            {remittance.parts.every((part) => String(part.state) === "cancelled")
              ? "let go"
              : standing(remittance.parts)}
            {last && !payment.cancelled && ` ${shortDate(last.on)}`}
          </span>
          <span className="figures w-24 text-right">{cents(remittance.cents)}</span>
        </span>
      </p>
      {cameBack(remittance).map((each) => (
        <p key={each.key} className="text-plum">
          {each.who}: {cents(each.cents)} came back {shortDate(each.on)}, “{each.reason || "no reason given"}”. It is
          owed again, by the day it was first due.
        </p>
      ))}
      {(waits || mayComeBack) && !payment.cancelled && !told && (
        <Button look="quiet" onClick={() => setTold(true)}>
          {waits ? "Say what came of it" : "Say that it came back"}
        </Button>
      )}
      {told && (
        <HeardForm
          {...{ business, today }}
          payment={payment.id}
          remittance={remittance.id}
          onDone={() => setTold(false)}
        />
      )}
    </div>
  );
}
